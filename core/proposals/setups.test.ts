// Rigs as they stand on stages: what parts make of their gear alone, and of how they are wired.
import { describe, expect, test } from '@jest/globals';
import { ChainError, outletsPassed, parseChains, readingsIn, wireChains, writeChains } from '../chain';
import { inNight, type Rig } from '../model';
import { build, edited } from '../testing/build';
import { AT } from '../testing/order';
import { returned } from '../testing/returned';
import { SETUPS } from '../testing/setups';
import { combine, PARTS } from './combine';
import { scratchDrafts } from './gear';
import { presentDraft } from './present';
import { askOf } from './propose';
import { draftText } from './written';

/** The gear, with the wish to be heard where its order leads. */
const gearOf = (line: string, text: string): Rig => {
  const rig = build(line);
  const wants = outletsPassed(rig, parseChains(rig, text)).map(({ at }, i) => ({
    edit: 'setWant' as const,
    arguments: { want: { type: 'output' as const, id: `want-${i}`, at, sounds: [] } },
  }));
  return edited(rig, ...wants);
};

/** What a text reads as once it is wired; null: it cannot be wired. */
function reads(rig: Rig, text: string): string | null {
  try {
    const wired = wireChains(rig, parseChains(rig, text));
    if ('reason' in wired) return null;
    const chains = readingsIn(inNight(wired.trial, null))[0]!.reading.chains;
    return [...writeChains(wired.trial, chains, true)].sort().join('\n');
  } catch (error) {
    if (error instanceof ChainError) return null;
    throw error;
  }
}

/** What is a matter of taste, or of how a unit is laid, and is told otherwise of the gear alone. */
const OTHERWISE: Readonly<Record<string, string>> = {
  'A: rack modeller round a head: front path and loop path as two rows': 'the amp model stands behind',
  'C: four-cable with the late effects doubled': 'the chorus stays ahead of the split',
  'E: touring rig: a preamp pedal in one loop, the head in another, a load box to the house':
    'pedals go to loops of their own',
  'F: the same behind it': 'its delay goes among the others',
  'H: drives ahead, the head and an overdrive in loops, time pedals in another': 'drives stand by their gain',
  'I: the ear mix inside the unit, by a Y': 'a way that parts within a loop is left as it is wired',
  'Y: two chains in one unit': 'one unit is passed by one chain',
};

describe('rigs as they stand on stages', () => {
  test.each(SETUPS)('%s', (what, line, text) => {
    const rig = gearOf(line, text);
    const want = reads(rig, text);
    expect(want).not.toBeNull();
    const ask = askOf(rig, AT);
    const { texts } = returned(combine(ask, scratchDrafts(ask.rig, ask.gear, []), PARTS));
    expect(texts.some((one) => reads(rig, one) === want)).toBe(!(what in OTHERWISE));

    const wired = wireChains(rig, parseChains(rig, text));
    if ('reason' in wired) throw new Error(wired.reason);
    const draft = presentDraft(wired.trial, AT);
    const told = draft && draftText(wired.trial, draft);
    expect(told && reads(wired.trial, told)).toBe(what.startsWith('I:') ? null : want);
  });
});
