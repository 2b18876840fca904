import { describe, expect, test } from '@jest/globals';
import type { EditCall } from '../edits';
import { inSetting, type Rig, type Scope } from '../model';
import { trace } from '../signal';
import { edited, fourCable } from '../testing/build';
import { levelsAlong } from './along';

const REST: Scope = { layer: 'rest' };
const SOUND = { variant: null, sound: 'sound-1' } as const;
const mode = (jack: string, to: string): EditCall => ({
  edit: 'setMode',
  arguments: { box: 'multi-effects', jack, mode: to, scope: REST },
});
const most = (jack: string, of: string, value: number): EditCall => ({
  edit: 'setFigure',
  arguments: {
    box: 'multi-effects',
    at: { on: 'mode', jack, mode: of, field: 'maxDbu' },
    figure: { value, source: 'manual' },
  },
});
const stops = (rig: Rig) => levelsAlong(inSetting(rig, SOUND), trace(rig, SOUND).paths[0]!).stops;
/** What a unit adds from its input to its first send, dB. */
const added = (rig: Rig) => {
  const at = (jack: string) => stops(rig).find(({ part }) => part.id === `multi-effects/${jack}`)!.averageDbu;
  return at('send-1') - at('input');
};

describe('from converter to converter', () => {
  test('like modes are at unity where the figures are guesses; line at the output is what its maximum has more', () => {
    expect(added(fourCable())).toBeCloseTo(0, 6);
    expect(added(edited(fourCable(), mode('send-1', 'line')))).toBeCloseTo(9, 6);
  });

  test('looked up on both sides, full scale in is full scale out', () => {
    expect(
      added(edited(fourCable(), most('input', 'as-built', 12.5), most('send-1', 'instrument', 8))),
    ).toBeCloseTo(-4.5, 6);
    expect(added(edited(fourCable(), most('input', 'as-built', 12.5)))).toBeCloseTo(0, 6);
  });
});

test('an amplifier as numbers clips as a preamp does, and leaves a driven signal 18 dB under full scale', () => {
  const rig = edited(
    fourCable(),
    most('input', 'as-built', 12),
    { edit: 'setBlockState', arguments: { box: 'multi-effects', block: 'amp', state: 'on', scope: REST } },
    {
      edit: 'setBlockState',
      arguments: { box: 'multi-effects', block: 'loop-1', state: 'off', scope: REST },
    },
  );
  const model = stops(rig).find(({ label }) => label === 'Amp model')!;
  expect(model.meantToClip).toBe(true);
  expect(model.averageDbu).toBeCloseTo(12 - 18, 6);
  expect(model.peakDbu).toBeCloseTo(12 - 12, 6);
});
