// Whatever was edited, an analysis that remembers says what one that has never seen the rig says.
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { isDeepStrictEqual } from 'node:util';
import { patchUp } from '../bench';
import { pickUp, plugAnswers } from '../cables';
import { drawMap, drawProfile } from '../drawing';
import { LAYERS } from '../layers';
import { routeNames } from '../routes';
import { cureOf, judge, report } from '../findings';
import { groundLoops } from '../hum';
import { leadLevels } from '../level';
import { labelsOf, rigState, scheduleOf } from '../papers';
import { thingsOf } from '../search';
import { assumedFigures, cardsOf } from '../planner';
import { neededLength } from '../lengths';
import { inNight, inSetting, isAudio, type Rig, type Setting } from '../model';
import { deadKnobs, resolve, settingsOf, trace, unmetWishes, wantedOutputs } from '../signal';
import { callSeed, playCalls } from './any-edit';
import { editSeeds, playEdits } from './arbitrary';
import { fourCable } from './build';
import { rigForEdits } from './edit-cases';
import { gear, hands, rigOf, spoiled, wiredWays } from './gear';

type Analysis = (rig: Rig, night: string | null, setting: Setting, n: number) => unknown;

const view = { open: [], names: 'all', marks: {} } as const;

/** What every screen and paper asks of a rig. The slow ones are asked after some edits only. */
const ANALYSES: readonly (readonly [every: number, name: string, Analysis])[] = [
  [1, 'judge', (rig, night) => judge(rig, night)],
  [4, 'report', (rig, night, { sound }) => report(rig, night, sound)],
  [
    16,
    'cure',
    (rig, night) =>
      judge(rig, night)
        .slice(0, 2)
        .map((finding) => cureOf(rig, finding)),
  ],
  [
    1,
    'trace',
    (rig, _, setting) => {
      const { paths, ends, cycles, truncated } = trace(rig, setting);
      const shown = paths.map(({ steps, sections, stereo }) => [
        stereo,
        steps,
        sections.map((s) => [s.box.id, s.block.id, s.state.id, s.side, s.stereo]),
      ]);
      return [shown, ends, cycles.map(({ leads, blocks }) => [leads, blocks]), truncated];
    },
  ],
  [
    1,
    'resolve',
    (rig, _, setting) => {
      const { boxes, runs, blockState, jackMode, control, innerWiring } = resolve(rig, setting);
      return rig.boxes.map((box) => [
        boxes.get(box.id)?.tag,
        innerWiring(box).patch.id,
        box.blocks.map((block) => [blockState(box, block).state.id, blockState(box, block).from]),
        box.jacks.map((jack) => [jackMode(box, jack).mode?.id, jackMode(box, jack).from]),
        box.controls.map((one) => control(box, one)),
        runs.map(({ lead, from, to }) => [lead.id, lead.number, from, to]),
      ]);
    },
  ],
  [1, 'levels', (rig, _, setting) => [...leadLevels(inSetting(rig, setting))]],
  [
    1,
    'dead knobs',
    (rig, night) => deadKnobs(inNight(rig, night)).map(({ box, control }) => [box.id, control.id]),
  ],
  [
    1,
    'undone wishes',
    (rig, night) =>
      unmetWishes(inNight(rig, night)).map(({ box, block, wish, sounds }) => [
        box.id,
        block.id,
        wish,
        sounds,
      ]),
  ],
  [1, 'wanted', (rig, night) => wantedOutputs(inNight(rig, night))],
  [1, 'ground loops', (rig, night) => groundLoops(rig, night)],
  [1, 'lengths', (rig) => rig.leads.map((lead) => neededLength(rig, lead))],
  [3, 'routes', (rig, _, setting) => routeNames(rig, setting)],
  [3, 'schedule', (rig, night) => scheduleOf(rig, night)],
  [3, 'labels', (rig, night) => labelsOf(rig, night)],
  [3, 'walk', (rig, night) => patchUp(rig, night)],
  [3, 'things', (rig, night) => [thingsOf(rig, night), rigState(rig)]],
  [
    5,
    'plugging',
    (rig, night, _, n) => {
      const jacks = rig.boxes.flatMap((box) =>
        box.jacks.filter(isAudio).map((jack) => ({ box: box.id, jack: jack.id })),
      );
      const jack = jacks[n % Math.max(1, jacks.length)];
      return jack ? plugAnswers(rig, night, pickUp(rig, night, jack)) : null;
    },
  ],
  [
    6,
    'map',
    (rig, _, setting, n) => {
      const { id: layer } = LAYERS[n % LAYERS.length] ?? { id: 'signal' };
      const level = (['fit', 0, 1, 2] as const)[n % 4] ?? 'fit';
      return drawMap({ rig, setting, layer, width: 1008, level, view });
    },
  ],
  [
    6,
    'profile',
    (rig, _, setting, n) =>
      drawProfile({ rig, setting, route: 0, layer: n % 2 ? 'level' : 'signal', width: 900, height: 170 }),
  ],
  [40, 'cards', (rig) => cardsOf(rig)],
  [40, 'assumed', (rig) => assumedFigures(rig)],
];

const met = { edits: 0, compared: new Map<string, number>() };

function compare(rig: Rig) {
  met.edits += 1;
  const n = met.edits;
  const nights = [null, ...rig.variants.map(({ id }) => id)];
  const night = nights[n % nights.length] ?? null;
  const settings = settingsOf(rig, night);
  const setting = settings[n % settings.length] ?? { variant: night, sound: 'all' };
  // Nothing that is remembered hangs on the parts of a copy.
  const cold = structuredClone(rig);
  for (const [every, name, analysis] of ANALYSES) {
    if (n % every !== 0) continue;
    const warm = analysis(rig, night, setting, n);
    const fresh = analysis(cold, night, setting, n);
    met.compared.set(name, (met.compared.get(name) ?? 0) + 1);
    if (!isDeepStrictEqual(warm, fresh)) expect({ name, result: warm }).toEqual({ name, result: fresh });
  }
}

const starts = fc.oneof(
  fc.constant(rigForEdits()),
  fc.constant(fourCable()),
  fc.tuple(gear, fc.nat(), hands).map(([g, n, spoils]) => {
    const ways = wiredWays(rigOf(g));
    return spoiled(ways[n % Math.max(1, ways.length)]?.rig ?? rigOf(g), spoils);
  }),
);

test('after any edits every analysis, warm, is what it is cold', () => {
  fc.assert(
    fc.property(
      starts,
      editSeeds,
      fc.array(callSeed, { minLength: 12, maxLength: 30 }),
      (start, seeds, calls) => {
        const edited = playEdits(start, seeds, (_, { rig: after }) => compare(after));
        playCalls(edited, calls, compare);
      },
    ),
    { numRuns: 240 },
  );
  expect(met.edits).toBeGreaterThan(2000);
  expect([...met.compared.keys()].sort()).toEqual(ANALYSES.map(([, name]) => name).sort());
  for (const [every, name] of ANALYSES)
    expect(met.compared.get(name)).toBeGreaterThan((0.8 * met.edits) / every);
}, 120_000);
