import { expect, test } from '@jest/globals';
import type { EditCall } from '../edits';
import type { Rig } from '../model';
import { build, edited, fourCable } from '../testing/build';
import { worthLookingUp, type WorthLine } from './worth';

function worth(rig: Rig): readonly WorthLine[] {
  const steps = worthLookingUp(rig, null);
  for (let next = steps.next(); ; next = steps.next()) if (next.done) return next.value;
}

/** A small one: the guitar by a pedal that is off into a combo; a buffer lies beside it. */
const rig = (): Rig =>
  build('guitar, od, buffer, combo', 'guitar/out > overdrive/in', 'overdrive/out > combo/input');
const known = (value: number): EditCall => ({
  edit: 'setFigure',
  arguments: {
    box: 'combo',
    at: { on: 'mode', jack: 'input', mode: 'as-built', field: 'cIn' },
    figure: { value, source: 'measured', date: '2026-11-28' },
  },
});

test('what its range moves is told in dB, the most telling first; what moves nothing is left out', () => {
  const lines = worth(rig());
  // The pedal is off and lets the guitar by; the buffer is in no way: what they are said to be changes nothing.
  expect(lines.map(({ box, key }) => `${box} ${key}`)).toEqual([
    'combo mode/input/as-built/cIn',
    'combo state/preamp/clean/gainSmallDb',
  ]);
  const [load, gain] = lines;
  // The input's capacitance moves the peak of the pickup, and with it where a buffer would help.
  expect(load).toMatchObject({ low: 50e-12, high: 150e-12, buffers: true, findings: 0 });
  expect(load!.toneDb).toBeGreaterThan(0.2);
  // 20 dB from end to end, less what the power stage no longer gives.
  expect(gain).toMatchObject({ low: 10, high: 30, toneDb: 0 });
  expect(gain!.levelDb).toBeGreaterThan(10);
  expect(gain!.levelDb).toBeLessThanOrEqual(20);
});

test('what decides a finding stands before what only moves a level', () => {
  const lines = worth(fourCable());
  const watts = lines.findIndex(({ key }) => key === 'speaker/in/watts');
  const gain = lines.findIndex(({ key }) => key === 'state/preamp/clean/gainSmallDb');
  expect(lines[watts]).toMatchObject({ box: 'cabinet', findings: 1, levelDb: 0 });
  expect(gain).toBeGreaterThan(watts);
});

test('placing buffers is counted with what is tried: it never stands at its end', () => {
  const steps = [...worthLookingUp(rig(), null)];
  expect(steps.map(({ looked }) => looked)).toEqual(steps.map((_, i) => i + 1));
  expect(new Set(steps.map(({ of }) => of)).size).toBe(1);
  expect(steps.at(-1)!.looked).toBeLessThanOrEqual(steps[0]!.of);
  // Two of them move the tone, or one does: their ends are placed behind the last guess.
  expect(steps.length).toBeGreaterThan(steps[0]!.of - 6);
});

test('what has been measured is a guess no longer', () => {
  expect(worth(edited(rig(), known(90e-12))).map(({ key }) => key)).toEqual([
    'state/preamp/clean/gainSmallDb',
  ]);
});
