import { describe, expect, test } from '@jest/globals';
import type { EditCall } from '../edits';
import { levelsAlong } from '../level';
import { boxOf, type Rig } from '../model';
import { resolveIn, traceIn } from '../signal';
import { build, edited, fourCable } from '../testing/build';
import { addLead, done, planOf, range, settingOf, state, turned } from '../testing/levels';

describe('sounds and guitars', () => {
  /** A unit whose delay has a level of its own, which presets recall. */
  const withDelayLevel = (rig: Rig): Rig => ({
    ...rig,
    boxes: rig.boxes.map((box) =>
      box.id === 'multi-effects'
        ? {
            ...box,
            controls: [
              ...box.controls,
              {
                id: 'delay-level',
                label: 'DELAY LEVEL',
                actsOn: { block: 'delay' },
                sets: 'level',
                law: { type: 'db', lo: -20, hi: 20 },
                position: 0.5,
                basis: null,
              },
            ],
          }
        : box,
    ),
  });
  const average = (rig: Rig, sound: string) => {
    const of = settingOf(rig, sound);
    return levelsAlong(of, traceIn(of).paths[0]!).stops.at(-1)!.averageDbu;
  };

  test('a sound wished louder is brought there by a level that a preset recalls, in that sound alone', () => {
    const clean = edited(
      fourCable(),
      state('fuzz', 'fuzz', 'off'),
      addLead(3, { 'multi-effects/delay': 'on' }),
    );
    const rig = withDelayLevel(clean);
    expect(average(rig, 'lead') - average(rig, 'sound-1')).toBeCloseTo(0, 1);
    const plan = planOf(rig);
    const line = plan.sets.find(({ what }) => what === 'DELAY LEVEL of Multi-effects')!;
    expect(line.sounds).toEqual(['lead']);
    expect(line.why).toBe('Lead is wished +3 dB against Sound 1');
    const after = done(rig, plan);
    // Told at the loudspeaker, behind the ceiling of the power stage: as near as that lets it.
    expect(plan.sounds[0]!.words).toMatch(/^Lead at .*: 0 dB against Sound 1, wished \+3\./);
    expect(average(after, 'lead')).toBeGreaterThan(average(rig, 'lead'));
    expect(average(after, 'sound-1')).toBeCloseTo(average(rig, 'sound-1'), 6);
  });

  test('without one it says so, and nothing is set', () => {
    const plan = planOf(edited(fourCable(), addLead(3)));
    expect(plan.sounds).toEqual([
      { words: expect.stringMatching(/No level that a preset recalls.*by hand\.$/), isRight: false },
    ]);
    expect(plan.sets).toEqual([]);
    expect(planOf(edited(fourCable(), addLead(1))).sounds[0]!.isRight).toBe(true);
  });

  const twoGuitars = (range0: boolean): Rig => {
    const rig = build(
      'guitar, baritone, unit, valve head, cabinet 16',
      'guitar/out+baritone/out > multi-effects/input',
      'multi-effects/out-1-l > valve-head/input',
      'valve-head/spk-16 = cabinet/in',
    );
    const low = boxOf(rig, 'baritone')!.blocks[0]!;
    const quieter = low.pickups.flatMap(({ id, averageDbu, peakDbu }) =>
      (
        [
          ['averageDbu', averageDbu!.value],
          ['peakDbu', peakDbu!.value],
        ] as const
      ).map(([field, value]): EditCall => ({
        edit: 'setFigure',
        arguments: {
          box: 'baritone',
          at: { on: 'pickup', block: low.id, pickup: id, field },
          figure: { value: value - 9, source: 'manual' },
        },
      })),
    );
    return edited(
      rig,
      ...quieter,
      ...(range0
        ? [range('multi-effects', 'output', -40, 20), turned('multi-effects', 'output', 2 / 3)]
        : []),
      addLead(0),
      { edit: 'setGuitar', arguments: { sound: 'lead', guitar: 'baritone', pickup: null } },
    );
  };

  test('what one guitar has less is made up at one place that all pass, in its sounds', () => {
    const rig = twoGuitars(true);
    const plan = planOf(rig);
    const much = Number(/([\d.]+) dB softer/.exec(plan.guitars[0]!)![1]);
    expect(much).toBeGreaterThan(4);
    const line = plan.sets.find(({ sounds }) => sounds.includes('lead'))!;
    expect(line.what).toBe('OUTPUT of Multi-effects');
    const after = done(rig, plan);
    const at = (of: Rig, sound: string) =>
      resolveIn(settingOf(of, sound)).control(
        boxOf(of, 'multi-effects')!,
        boxOf(of, 'multi-effects')!.controls.find(({ id }) => id === 'output')!,
      ).position!;
    // 60 dB from end to end.
    expect((at(after, 'lead') - at(after, 'sound-1')) * 60).toBeCloseTo(much, 0);
    // Made up it is no fault of the insertion, and there is nothing more to set.
    const again = planOf(after);
    expect(again.sets).toEqual([]);
    expect(again.today.unityDb ?? 0).toBeLessThan(0.5);
  });

  test('where the one place is of unknown law, by how much is told', () => {
    const plan = planOf(twoGuitars(false));
    expect(plan.guitars[0]).toMatch(
      /softer than the first guitar: by OUTPUT of Multi-effects \+[\d.]+ dB, by ear/,
    );
    expect(plan.sets).toEqual([]);
  });
});
