// Speaker level where nothing is made for it, however it came there: one line, and a cure that puts the rig back.
import { describe, expect, test } from '@jest/globals';
import type { JackRef, Rig } from '../model';
import { build, edited, fourCable } from '../testing/build';
import { curedOnce, freeJacks, joins, linesOf, plugsOf, swapped, swapWords } from '../testing/mended';
import { replug, swap } from '../testing/short-edits';
import { cureOf } from './index';

const soaked = () =>
  build(
    'guitar, od, valve head, attenuator, cab 16',
    'guitar/out > overdrive/in',
    'overdrive/out > valve-head/input',
    'valve-head/spk-16 = attenuator/in',
    'attenuator/out = cabinet/in',
  );

const atDesk = () =>
  build(
    'guitar, tuner, unit, valve head, cab 16, mic, desk',
    'guitar/out > tuner/in',
    'tuner/out > multi-effects/input',
    'multi-effects/out-1-l > valve-head/input',
    'valve-head/spk-16 = cabinet/in',
    'cabinet/air ~ microphone/air',
    'microphone/out - desk/ch-1',
  );

const RIGS: readonly (readonly [string, () => Rig])[] = [
  ['four-cable', fourCable],
  ['through an attenuator', soaked],
  ['a unit in front, a microphone at the desk', atDesk],
  [
    'a delay in the loop',
    () =>
      build(
        'guitar, tuner, delay, valve head, cab 16',
        'guitar/out > tuner/in',
        'tuner/out > valve-head/input',
        'valve-head/send > digital-delay/in',
        'digital-delay/out > valve-head/return',
        'valve-head/spk-16 = cabinet/in',
      ),
  ],
];

/** What is told of a rig beyond what is told of the sound one, and whether its cure restores it. */
function outcome(sound: Rig, wrong: Rig) {
  const known = new Set(linesOf(sound).map(({ finding }) => finding.code));
  return {
    codes: linesOf(wrong).flatMap(({ finding: { code } }) => (known.has(code) ? [] : [code])),
    isRestored: joins(curedOnce(wrong)) === joins(sound),
  };
}

describe.each(RIGS)('%s', (_name, make) => {
  test('law: a speaker lead’s plug and any other exchanged are one danger, and exchanged again', () => {
    const sound = make();
    const plugs = plugsOf(sound);
    const pairs = plugs
      .filter(({ isSpeaker }) => isSpeaker)
      .flatMap((a) => plugs.filter((b) => !b.isSpeaker).map((b) => ({ a, b })));
    expect(pairs.length).toBeGreaterThan(8);
    const bad = pairs.filter((pair) => {
      const { codes, isRestored } = outcome(sound, swapped(sound, pair));
      return codes.join() !== 'SAFE-SPKOUT' || !isRestored;
    });
    expect(bad.map(swapWords)).toEqual([]);
  });

  test('law: a signal lead’s plug in a free tap is one danger, and goes back where it was', () => {
    const sound = make();
    const taps = freeJacks(sound).filter(
      ({ jack }) => jack.carries === 'speaker' && jack.direction === 'out',
    );
    const cases = plugsOf(sound)
      .filter(({ isSpeaker, end }) => !isSpeaker && end.box.id !== 'microphone' && end.box.id !== 'desk')
      .flatMap(({ lead, side }) => taps.map(({ key }) => ({ lead, side, key })));
    expect(cases.length).toBeGreaterThan(3);
    const bad = cases.filter(({ lead, side, key }) => {
      const { codes, isRestored } = outcome(sound, edited(sound, replug(lead, side, key)));
      return codes.join() !== 'SAFE-SPKOUT' || !isRestored;
    });
    expect(bad).toEqual([]);
  });
});

test('law: a cabinet’s lead taken from a jack that gives no speaker level is put into a speaker output', () => {
  const cases = RIGS.flatMap(([name, make]) => {
    const sound = make();
    const { lead } = plugsOf(sound).find(({ end }) => end.box.id === 'cabinet')!;
    return freeJacks(sound)
      .filter(({ jack }) => jack.speaker === undefined)
      .map(({ key }) => ({ name, key, sound, wrong: edited(sound, replug(lead, 'from', key)) }));
  });
  expect(cases.length).toBeGreaterThan(20);
  const bad = cases.filter(
    ({ sound, wrong }) =>
      outcome(sound, wrong).codes[0] !== 'SAFE-NOLOAD' || outcome(sound, curedOnce(wrong)).codes.length > 0,
  );
  expect(bad.map(({ name, key }) => `${name}: ${key}`)).toEqual([]);
});

test.each([
  ['multi-effects/out-2-l', 'SPK-PHONES'],
  ['multi-effects/return-2', 'WIRE-DIRECTION'],
])('so it is of a stage that may run without a load: from %s', (key, code) => {
  const sound = build(
    'guitar, unit, power amp, cab 8 300w',
    'guitar/out > multi-effects/input',
    'multi-effects/out-1-l > power-amp/in',
    'power-amp/spk = cabinet/in',
  );
  const wrong = edited(sound, replug('lead-3', 'from', key));
  const { codes, isRestored } = outcome(sound, wrong);
  expect([codes[0], isRestored]).toEqual([code, true]);
});

test('whatever else is crossed: each by its own line, and all are put right', () => {
  const sound = atDesk();
  const wrong = edited(sound, swap('lead-1', 'to', 'lead-2', 'from'), swap('lead-3', 'to', 'lead-4', 'to'));
  expect(linesOf(wrong).map(({ finding }) => finding.code)).toEqual(['SAFE-SPKOUT', 'WIRE-DIRECTION']);
  expect(cureOf(wrong, linesOf(wrong)[0]!.finding)!.edit).toEqual(swap('lead-4', 'to', 'lead-3', 'to'));
  expect(joins(curedOnce(curedOnce(wrong)))).toBe(joins(sound));
});

test('a speaker lead in an input of a unit is never said to belong in its return', () => {
  const wrong = edited(fourCable(), swap('lead-2', 'to', 'lead-6', 'to'));
  const moves = linesOf(wrong).flatMap(({ finding, brings }) =>
    [finding, ...brings].flatMap(({ data }) =>
      'misplaced' in data ? [data.misplaced as { to: JackRef }] : [],
    ),
  );
  expect(moves).toEqual([]);
});
