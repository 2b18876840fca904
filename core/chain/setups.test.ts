// Rigs as they stand on stages, each by its gear and its order: wired from the line alone, they read as it was written.
import { describe, expect, test } from '@jest/globals';
import { checkInvariants, inNight } from '../model';
import { build } from '../testing/build';
import { SETUPS } from '../testing/setups';
import { parseChains, readingsIn, wireChains, writeChains } from './index';

describe('rigs as they stand on stages', () => {
  test.each(SETUPS)('%s', (_what, line, text) => {
    const rig = build(line);
    const wired = wireChains(rig, parseChains(rig, text));
    if ('reason' in wired) throw new Error(wired.reason);
    const { trial } = wired;
    expect(writeChains(trial, readingsIn(inNight(trial, null))[0]!.reading.chains)).toEqual(text.split('\n'));
    expect(checkInvariants(trial)).toEqual([]);
  });
});
