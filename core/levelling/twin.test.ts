// The chosen levels against documents that hold each set of modes.
import { expect, test } from '@jest/globals';
import type { EditCall } from '../edits';
import { headroomAt, levelsAlong, unlikeLevels } from '../level';
import { boxOf, jackIn, type Rig } from '../model';
import { jointsIn, resolveIn, traceIn } from '../signal';
import { build, edited, fourCable } from '../testing/build';
import { stand, withSounds } from '../testing/feet';
import { addLead, done, mode, planOf, settingOf, state, unityOf } from '../testing/levels';
import { Measure } from './measure';
import { waysOf } from './ways';

/** Judged anew, by documents alone: every set of modes laid into the rig, nothing kept from one to the next. */
function byHand(rig: Rig, jacks: readonly (readonly [string, string])[]) {
  const { limits } = rig.houseRules;
  const sets = jacks.reduce<readonly (readonly string[])[]>(
    (all, [box, jack]) =>
      all.flatMap((some) => jackIn(boxOf(rig, box), jack)!.modes.map(({ id }) => [...some, id])),
    [[]],
  );
  return sets
    .map((set) => {
      const trial = edited(rig, ...set.map((to, i) => mode(jacks[i]![0], jacks[i]![1], to)));
      const left = new Map<string, { left: number; wanted: number }>();
      let unlike = 0;
      let snr = Infinity;
      for (const { id } of trial.sounds) {
        const of = settingOf(trial, id);
        for (const path of traceIn(of).paths) {
          const { stops } = levelsAlong(of, path);
          snr = Math.min(snr, stops.at(-1)!.averageDbu - stops.at(-1)!.noiseDbu);
          for (const stop of stops) {
            const room = headroomAt(stop, limits);
            if (room && room.leftDb < (left.get(stop.part.id)?.left ?? Infinity))
              left.set(stop.part.id, { left: room.leftDb, wanted: room.wantedDb });
          }
        }
      }
      const of = settingOf(trial, trial.sounds[0]!.id);
      for (const { outputs, inputs } of new Set(jointsIn(of).values()))
        for (const { end } of inputs) {
          const at = ({ box, jack }: typeof end) => ({ jack, mode: resolveIn(of).jackMode(box, jack).mode });
          if (outputs.length === 1 && unlikeLevels(at(outputs[0]!), at(end))) unlike += 1;
        }
      const rooms = [...left.values()];
      const over = rooms.filter((room) => room.left < -0.05);
      const sum = (values: readonly number[]) => Math.round(values.reduce((a, b) => a + b, 0) * 10);
      return {
        set,
        score: [
          over.length,
          sum(over.map((room) => -room.left)),
          sum(rooms.map((room) => Math.max(0, room.wanted - Math.max(0, room.left)))),
          sum(unityOf(trial).map(({ offDb }) => Math.max(0, Math.abs(offDb) - limits.unityNoteDb))),
          unlike,
          -Math.round(snr),
          set.filter((to, i) => jackIn(boxOf(rig, jacks[i]![0]), jacks[i]![1])!.mode !== to).length,
        ],
      };
    })
    .sort((a, b) => a.score.map((x, i) => x - b.score[i]!).find((x) => x !== 0) ?? 0);
}

test.each([
  ['all at instrument', []],
  ['the front at line', [mode('multi-effects', 'send-1', 'line')]],
  [
    'the return at line, a drive on',
    [mode('multi-effects', 'return-1', 'line'), state('multi-effects', 'drive', 'on')],
  ],
  [
    'all at line, two sounds',
    [
      ...['send-1', 'return-1', 'out-1-l'].map((jack) => mode('multi-effects', jack, 'line')),
      addLead(undefined, { 'fuzz/fuzz': 'on' }),
    ],
  ],
] satisfies readonly [string, readonly EditCall[]][])(
  'the best of all sets of modes, against documents that hold each: %s',
  (_, edits) => {
    const rig = edited(fourCable(), ...edits);
    const jacks = ['send-1', 'return-1', 'out-1-l'].map((jack) => ['multi-effects', jack] as const);
    const all = byHand(rig, jacks);
    const [best] = all;
    expect(best!.score).not.toEqual(all.at(-1)!.score);
    const plan = planOf(rig);
    expect(plan.of).toBe(8);
    const after = done(rig, plan);
    const set = jacks.map(([box, jack]) => jackIn(boxOf(after, box), jack)!.mode);
    expect(all.find((one) => one.set.join() === set.join())!.score).toEqual(best!.score);
    expect(plan.then.over).toBe(best!.score[0]);
    expect(Math.round(plan.then.snrDb)).toBe(-best!.score[5]!);
  },
);

test('levels that are put together stretch by stretch are those of a document that holds all of its modes', () => {
  const rig = edited(
    build(
      'guitar, unit, valve head, cabinet 16, desk',
      'guitar/out > multi-effects/input',
      'multi-effects/send-1 > valve-head/input',
      'valve-head/send > multi-effects/return-1',
      'multi-effects/out-1-l > valve-head/return',
      'valve-head/spk-16 = cabinet/in',
      'multi-effects/out-2-l - desk/ch-1',
    ),
    state('multi-effects', 'loop-1', 'on'),
    {
      edit: 'wireInside',
      arguments: {
        box: 'multi-effects',
        patch: 'inside',
        wires: [
          ...fourCable().boxes.find(({ id }) => id === 'multi-effects')!.patches[0]!.wires,
          { from: { block: 'reverb', port: 'out' }, to: { jack: 'out-2-l' } },
        ],
      },
    },
  );
  const all = waysOf(rig, null);
  const measure = new Measure(all, rig.houseRules.limits);
  const bounds = all.choices.map(({ modes }) => modes.length);
  // Both ends of the lead to the desk have modes.
  expect(all.choices.map(({ key }) => key)).toEqual(
    expect.arrayContaining(['multi-effects/out-2-l', 'desk/ch-1']),
  );
  const sets = bounds.reduce<readonly (readonly number[])[]>(
    (some, bound) => some.flatMap((set) => Array.from({ length: bound }, (_, i) => [...set, i])),
    [[]],
  );
  expect(sets.length).toBe(2 ** all.choices.length);
  for (const modes of sets) {
    const trial = edited(
      rig,
      ...modes.map((to, i) => {
        const { box, jack, modes: own } = all.choices[i]!;
        return mode(box.id, jack.id, own[to]!.id);
      }),
    );
    all.ways.forEach(({ of, path }, i) => {
      const { stops } = levelsAlong(settingOf(trial, of.sound.id), path);
      const told = measure.onWay(i, { modes, knobs: all.knobs.map(() => null) })!.stops;
      const figures = (some: typeof stops) =>
        some.map(({ averageDbu, peakDbu, noiseDbu }) =>
          [averageDbu, peakDbu, noiseDbu].map((db) => Number(db.toFixed(9))),
        );
      expect(figures(told)).toEqual(figures(stops));
    });
  }
});

test('sounds that are alike on a way are looked at once; a block in another state makes one of its own', () => {
  const three = withSounds(fourCable(), 'One', 'Two', 'Three');
  const seen = (rig: Rig) => waysOf(rig, null).ways.map(({ sounds }) => sounds.map(({ id }) => id));
  expect(seen(three)).toEqual([['s0', 's1', 's2']]);
  expect(seen(stand(three, 's1', { 'multi-effects/drive': 'on' }))).toEqual([['s0', 's2'], ['s1']]);
});
