// What the core takes for its work; each printed with its budget. Bundled and run by perf.mjs.
import { readFileSync, writeFileSync } from 'node:fs';
import { placeBuffers } from '../core/buffers';
import { heldFrom, offersFor, usualIn } from '../core/chain';
import { drawMap } from '../core/drawing';
import { judge, report } from '../core/findings';
import { solverOf } from '../core/circuit';
import { cardsOf, planSearch, type Plan } from '../core/planner';
import { applyEdit, trialOf } from '../core/edits';
import {
  changesWithin,
  controlView,
  numbersView,
  pressesView,
  proposeSwitches,
  proveSounds,
} from '../core/control';
import { readRig, writeRig } from '../core/file';
import { chooseLevels } from '../core/levelling';
import { everySound, inNight, inSetting, makeSound, type Rig } from '../core/model';
import { humAlong, planHum } from '../core/hum';
import { levelsAlong } from '../core/level';
import { settingsOf, statesIn, trace, traceIn } from '../core/signal';
import { build } from '../core/testing/build';
import { calledStage } from '../core/testing/called-stage';
import { largeRig } from '../core/testing/large-rig';
import { toneTried } from '../core/tone';
import { outcome } from '../core/units';
import { boardOfBuffers, manyLoops, miswired, passiveRun } from './perf-rigs';

type Result = {
  readonly what: string;
  readonly value: number;
  readonly budget: number;
  readonly unit: string;
};

/** The median of several runs, milliseconds; each run gets a document no cache has seen. */
function median(rig: Rig, runs: number, work: (rig: Rig) => unknown): number {
  const times = Array.from({ length: runs }, () => {
    const fresh = { ...rig, boxes: [...rig.boxes], leads: [...rig.leads] };
    const start = performance.now();
    work(fresh);
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return times[Math.floor(times.length / 2)] ?? 0;
}

const analyse = (rig: Rig) => {
  for (const setting of settingsOf(rig, null)) trace(rig, setting);
  report(rig, null, rig.sounds[0]?.id ?? null);
};

const large = largeRig();
const results: Result[] = [];
const add = (what: string, value: number, budget: number, unit = 'ms') =>
  results.push({ what, value, budget, unit });

const size = `${large.boxes.length} boxes, ${large.leads.length} leads, ${large.sounds.length} sounds`;
add('the first full analysis of a process', median(large, 1, analyse), 500);
// The engine compiles what runs often while it runs: what comes then is measured behind these.
median(large, 25, analyse);
add(`full analysis, nothing known (${size})`, median(large, 15, analyse), 50);
// Some of its sounds stand alike, and share what is worked out for one of them.
const unlike = large.sounds.reduce((rig, { id }, i) => toggled(rig, i, id), large);
add('the same, no two sounds alike', median(unlike, 15, analyse), 50);

/** Which thing to switch in each turn so that no set of things that are on comes twice: the bits of a Gray code. */
const switchedIn = (turn: number): number => 31 - Math.clz32((turn + 1) & -(turn + 1));

/** Another pedal of a sound on or off; the tuner that mutes is left alone. */
function toggled(rig: Rig, n: number, sound = 'sound-2'): Rig {
  const pedals = rig.boxes.filter(
    ({ blocks: [block] }) =>
      block?.role === 'effect' && block.states.length === 2 && !block.states.some(({ mutes }) => mutes),
  );
  const box = pedals[(n * 7) % pedals.length];
  const block = box?.blocks[0];
  if (!box || !block) throw new Error('no pedal to switch');
  const { state } = statesIn(inSetting(rig, { variant: null, sound })).blockState(box, block);
  const other = block.states.find(({ id }) => id !== state.id)?.id ?? state.id;
  return trialOf(rig, {
    edit: 'setBlockState',
    arguments: { box: box.id, block: block.id, state: other, scope: { layer: 'sound', id: sound } },
  });
}

/** The median time of some work on a rig after each of so many toggles, milliseconds. */
function afterToggles(rig: Rig, turns: number, work: (rig: Rig) => unknown): number {
  let at = rig;
  work(at);
  const times = Array.from({ length: turns }, (_, turn) => {
    at = toggled(at, switchedIn(turn));
    const start = performance.now();
    work(at);
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return times[Math.floor(turns / 2)] ?? 0;
}

add('full analysis after one edit', afterToggles(large, 30, analyse), 8);

/** A sound's pedal switched; the time to judge every sound anew. */
const rejudged = (boxes: number, sounds: number): number =>
  afterToggles(largeRig(boxes, sounds), 21, (rig) => judge(rig, null));
for (const sounds of [8, 33, 65])
  add(`judged anew after one toggle, 40 boxes, ${sounds} sounds`, rejudged(40, sounds), 8);
for (const boxes of [160, 400])
  add(`the same, ${boxes} boxes, 8 sounds`, rejudged(boxes, 8), (8 * boxes) / 40);

for (const plugs of [1, 4, 16])
  add(
    `findings of the rig with ${plugs} plugs exchanged`,
    median(miswired(large, plugs), 3, (r) => report(r, null, 'sound-1')),
    300,
  );

add(
  'an edit of a lead tried, 40 boxes',
  median(large, 15, (r) => {
    for (const { id } of r.leads) trialOf(r, { edit: 'putAway', arguments: { lead: id } });
  }) / large.leads.length,
  0.5,
);

const view = { open: [], names: 'few', marks: {} } as const;
const setting = { variant: null, sound: 'sound-1' };
add(
  'layout of the map',
  median(large, 15, (r) => drawMap({ rig: r, setting, width: 1008, level: 0, view })),
  30,
);

const fourteen = build(
  'guitar, tuner, fuzz, od x3, chorus x3, delay x3, buffer x3, unit, valve head, cab 16, mic, desk',
);
add(
  'list of routings, 14 pedals',
  median(fourteen, 5, (r) => cardsOf(r)),
  2000,
);

const eight = Array.from({ length: 7 }, (_, i) => makeSound(`more-${i}`, `More ${i}`)).reduce(
  (r, sound, i) => applyEdit(r, { edit: 'addSound', arguments: { sound, index: i + 1 } }).rig,
  fourteen,
);
const planned = (r: Rig, isDone: (plan: Plan) => boolean) => {
  for (const { plan } of planSearch(r, null)) if (isDone(plan)) return;
};
add(
  'plan, 14 pedals, 8 sounds: the first routing',
  median(eight, 3, (r) => planned(r, ({ lines }) => lines.some(({ inForce }) => !inForce))),
  500,
);
add(
  'plan, 14 pedals, 8 sounds: every family',
  median(eight, 3, (r) => planned(r, () => false)),
  2000,
);

const twenty = largeRig(20, 4);
const rest = { variant: null, wirings: {} };
const pedal = heldFrom(twenty, rest, { type: 'box', id: 'overdrive' });
if (pedal)
  add(
    `prices of the ${offersFor(twenty, rest, pedal).length} gaps for one stop, 20 boxes`,
    median(twenty, 9, (r) => offersFor(r, rest, pedal)),
    60,
  );

add(
  'the usual order, 20 boxes',
  median(twenty, 5, (r) => usualIn(r, rest)),
  300,
);

const points = Float64Array.from({ length: 400 }, (_, i) => 20 * 1_000 ** (i / 399));
const solver = solverOf(passiveRun(), ['out']);
const runs = Array.from({ length: 400 }, () => {
  const start = performance.now();
  solver.run(points);
  return performance.now() - start;
}).slice(300);
add('response of a passive run of 25 nodes, 400 points', runs.sort((x, y) => x - y)[50] ?? 0, 0.5);

let tryM = 3;
add(
  'tone with a lead tried longer, 20 boxes, 4 sounds',
  median(twenty, 41, (r) => {
    const lead = r.leads.find(({ kind }) => kind === 'instrument');
    tryM += 0.1;
    const edits = lead
      ? [{ edit: 'setLeadLength', arguments: { id: lead.id, lengthM: tryM, by: 'hand' } } as const]
      : [];
    toneTried(r, setting, { route: 0, part: null, edits });
  }),
  16,
);

/** To the end of a search. */
function levelled(rig: Rig) {
  return outcome(chooseLevels(rig, null));
}
const pit = readRig(readFileSync('demo/pit-chair.humrig.json', 'utf8'));
if (!pit.ok) throw new Error('the demo cannot be read');
add(`output levels: ${levelled(pit.rig).of} sets of modes`, median(pit.rig, 3, levelled), 2000);

const placing = (r: Rig): number => outcome(placeBuffers(r, null)).looked;
const board = boardOfBuffers();
add(`buffers: ${placing(board)} placements`, median(board, 3, placing), 2000);

/** Hum at every output of every sound; traces and levels are what it stands on, and are there. */
function humOf(rig: Rig): number {
  const times = Array.from({ length: 9 }, () => {
    const fresh = { ...rig, boxes: [...rig.boxes], leads: [...rig.leads] };
    const sounds = everySound(inNight(fresh, null)).map((of) => ({ of, paths: traceIn(of).paths }));
    for (const { of, paths } of sounds) for (const path of paths) levelsAlong(of, path);
    const start = performance.now();
    for (const { of, paths } of sounds) for (const path of paths) humAlong(of, path);
    return performance.now() - start;
  }).sort((a, b) => a - b);
  return times[4] ?? 0;
}
add('hum at every output, all sources, levels known', humOf(large), 30);

const humCured = (r: Rig): number => outcome(planHum(r, null)).tried;
const loops = manyLoops();
add(`cures of hum: ${humCured(loops)} sets of up to four acts`, median(loops, 3, humCured), 2000);

/** Forty boxes and sixty sounds, called as it is proposed. */
const show = largeRig(40, 60);
const night = (r: Rig) => inNight(r, null);
const called: Rig = { ...show, switchPlan: proposeSwitches(night(show)).plan };
const second = (r: Rig) => ({ ...night(r), sound: r.sounds[1] ?? null });
for (const [what, budget, work] of [
  ['switches proposed, 60 sounds', 2000, (r: Rig) => proposeSwitches(night(r))],
  ['presses from each of 60 sounds to each', 1000, (r: Rig) => pressesView(night(r))],
  ['presses over the wish, 60 sounds', 50, (r: Rig) => changesWithin(night(r), 1)],
  ['one press in time', 100, (r: Rig) => controlView(second(r), null, null)],
] as const)
  add(`${what}, 40 boxes`, median(called, 3, work), budget);

/** Sixty sounds that call a delay and a relay box by number. */
const stage = calledStage();
const sixty = Array.from({ length: 60 }, (_, i) => ({
  ...makeSound(`n${i}`, `Number ${i}`),
  programs: { 'midi-delay': String(i), 'relay-footswitch': String(i % 2) },
}));
const numbered: Rig = { ...stage, sounds: sixty, switchPlan: [] };
add(
  'numbers of 60 sounds',
  median(numbered, 5, (r) => numbersView(night(r))),
  50,
);
add(
  '60 sounds and their changes, byte by byte',
  median(numbered, 5, (r) => proveSounds(night(r))),
  200,
);

const [out, soundsOut] = process.argv.slice(2);
if (out) writeFileSync(out, writeRig(large));
if (soundsOut)
  writeFileSync(soundsOut, writeRig({ ...largeRig(40, 60), id: 'sixty-sounds', title: 'Sixty sounds' }));
process.stdout.write(JSON.stringify(results));
