// Rules for sounds: kept and broken in each, the player's own, those that the wiring and the sounds suggest.
import { describe, expect, test } from '@jest/globals';
import { cureOf, judge, report } from '../findings';
import { inNight, inSetting, type Rig, type SoundRule } from '../model';
import { build, edited } from '../testing/build';
import { linkedStage, of, stand, withSounds } from '../testing/feet';
import { judgeRule, proposedRules, ruleLines } from './index';

const rule = (kind: SoundRule['kind'], ...keys: string[]): SoundRule => ({
  id: 'own',
  kind,
  members: keys.map((key) => {
    const [box = '', block = ''] = key.split('/');
    return { box, block };
  }),
  words: '',
});
const verdicts = (rig: Rig, own: SoundRule) =>
  rig.sounds.map(({ id }) => judgeRule(inSetting(rig, { variant: null, sound: id }), own).isKept);

const pedals = () =>
  withSounds(
    build(
      'guitar, fuzz, od, delay, combo',
      'guitar/out > fuzz/in',
      'fuzz/out > overdrive/in',
      'overdrive/out > digital-delay/in',
      'digital-delay/out > combo/input',
    ),
    'One',
    'Two',
    'Three',
  );
const FUZZ = 'fuzz/fuzz';
const DRIVE = 'overdrive/drive';
const some = () => stand(stand(pedals(), 's1', { [FUZZ]: 'on' }), 's2', { [FUZZ]: 'on', [DRIVE]: 'on' });

describe('in every sound', () => {
  test('exactly one, together, and never at once, by what is at work', () => {
    expect(verdicts(some(), rule('one', FUZZ, DRIVE))).toEqual([false, true, false]);
    expect(verdicts(some(), rule('together', FUZZ, DRIVE))).toEqual([true, false, true]);
    expect(verdicts(some(), rule('never', FUZZ, DRIVE))).toEqual([true, true, false]);
  });

  test('what is on beside the way of the signal is not at work', () => {
    const beside = edited(some(), { edit: 'removeBox', arguments: { id: 'overdrive' } });
    const rig = { ...some(), leads: beside.leads };
    expect(verdicts(rig, rule('never', FUZZ, DRIVE))).toEqual([true, true, true]);
  });

  test('a sound in which nothing is heard breaks no rule', () => {
    const rig = stand(
      withSounds(
        build('guitar, tuner, combo', 'guitar/out > tuner/in', 'tuner/out > combo/input'),
        'One',
        'Two',
      ),
      's1',
      { 'tuner/tuner': 'tuning' },
    );
    expect(verdicts(rig, rule('one', 'combo/preamp', 'tuner/tuner'))).toEqual([true, true]);
  });

  test('setup B: no delay while both amplifiers sound is the player’s own rule', () => {
    const stage = linkedStage(
      'four-loop-switcher/send-2 > digital-delay/in',
      'digital-delay/out > four-loop-switcher/return-2',
    );
    const wet = stand(stage, 's2', { 'four-loop-switcher/loop-2': 'on', 'digital-delay/delay': 'on' });
    const own = {
      ...rule('never', 'digital-delay/delay', 'combo/power', 'combo-2/power'),
      words: 'no delay while both amplifiers sound',
    };
    expect(verdicts(stage, own)).toEqual([true, true, true]);
    expect(verdicts(wet, own)).toEqual([true, true, false]);
    const [line] = ruleLines(of({ ...wet, soundRules: [own] }));
    expect([line!.words, line!.broken]).toEqual([
      own.words,
      [
        {
          sound: 's2',
          name: 'Both',
          how: 'Delay of Digital delay, Power stage of Combo and Power stage of Combo 2 at once',
        },
      ],
    ]);
  });

  test('a state that counts: of a channel only that one', () => {
    const rig = stand(
      withSounds(
        build(
          'guitar, od, valve head, cab 16',
          'guitar/out > overdrive/in',
          'overdrive/out > valve-head/input',
          'valve-head/spk-16 = cabinet/in',
        ),
        'One',
        'Two',
      ),
      's1',
      { 'valve-head/preamp': 'lead', [DRIVE]: 'on' },
    );
    const own = { ...rule('never', DRIVE, 'valve-head/preamp'), states: { 'valve-head/preamp': 'lead' } };
    expect(verdicts(rig, own)).toEqual([true, false]);
    expect(verdicts(stand(rig, 's1', { 'valve-head/preamp': 'clean' }), own)).toEqual([true, true]);
  });
});

describe('cures', () => {
  const broken = (kind: SoundRule['kind'], rig: Rig) =>
    judge({ ...rig, soundRules: [rule(kind, FUZZ, DRIVE)] }, null).filter(
      ({ code }) => code === 'SOUND-RULE',
    );

  test.each(['one', 'together', 'never'] as const)('%s is mended in the sound that breaks it', (kind) => {
    const rig = { ...some(), soundRules: [rule(kind, FUZZ, DRIVE)] };
    const found = broken(kind, some());
    expect(found.length).toBeGreaterThan(0);
    for (const finding of found) {
      const cure = cureOf(rig, finding)!;
      const after = edited(rig, cure.edit);
      const [line] = ruleLines(inNight(after, null));
      expect(line!.broken.map(({ sound }) => sound)).not.toContain(finding.sound);
    }
  });
});

test('two preamps at once that a rule forbids too are one line', () => {
  const base = withSounds(
    build(
      'guitar, unit, valve head, cab 16',
      'guitar/out > multi-effects/input',
      'multi-effects/send-1 > valve-head/input',
      'valve-head/send > multi-effects/return-1',
      'multi-effects/out-1-l > valve-head/return',
      'valve-head/spk-16 = cabinet/in',
    ),
    'One',
  );
  const both = stand(base, 's0', { 'multi-effects/loop-1': 'on', 'multi-effects/amp': 'on' });
  const rig = { ...both, soundRules: [rule('one', 'valve-head/preamp', 'multi-effects/amp')] };
  const codes = (lines: readonly { code: string; under?: readonly { code: string }[] }[]) =>
    lines.map(({ code }) => code).filter((code) => ['MODEL-TWOPRE', 'SOUND-RULE'].includes(code));
  expect(ruleLines(of(rig))[0]!.broken).toHaveLength(1);
  expect(codes(report(rig, null, 's0'))).toEqual(['MODEL-TWOPRE']);
});

describe('proposed', () => {
  test('one preamp of those that sounds go through; effects that sounds have together; none twice', () => {
    const two = stand(
      stand(
        withSounds(
          build(
            'guitar, delay, delay, unit, combo',
            'guitar/out > digital-delay/in',
            'digital-delay/out > digital-delay-2/in',
            'digital-delay-2/out > multi-effects/input',
            'multi-effects/out-1-l > combo/input',
          ),
          'One',
          'Two',
        ),
        's1',
        { 'multi-effects/amp': 'on', 'digital-delay/delay': 'off', 'digital-delay-2/delay': 'off' },
      ),
      's0',
      { 'digital-delay/delay': 'on', 'digital-delay-2/delay': 'on' },
    );
    const lines = proposedRules(of(two));
    expect(lines.map(({ words }) => words)).toEqual([
      'exactly one of Amp model of Multi-effects and Preamp of Combo',
      'Delay of Digital delay and Delay of Digital delay 2 together',
    ]);
    expect(lines[0]!.broken.map(({ name, how }) => [name, how])).toEqual([
      ['Two', 'Amp model of Multi-effects and Preamp of Combo at once'],
    ]);
    const taken = { ...two, soundRules: lines.map((line) => line.rule) };
    expect(proposedRules(of(taken))).toEqual([]);
  });
});
