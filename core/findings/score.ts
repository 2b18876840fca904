import {
  blockIn,
  boxOf,
  derive,
  everySound,
  hasGrid,
  isAudio,
  isLink,
  jackIn,
  jackKey,
  loopEnds,
  pluggedIn,
  rowsOf,
  type Box,
  type Jack,
  type JackRef,
  type Reads,
  type Sound,
} from '../model';
import {
  graphIn,
  isOn,
  resolveIn,
  traceIn,
  wantedOutputs,
  type ForSignal,
  type Graph,
  type Path,
  type WantedOutput,
} from '../signal';
import { jacksAlong } from '../inside';
import { weakly } from '../units';
import type { Wired } from './finding';

/**
 * How well a wiring does, best least: rings, then what is not heard, then leads from a box into itself, then power
 * stages that hear no preamp, then effects that are on and passed by, then loops with a lead in one of their jacks
 * alone, then pickups in an input that is none for them, then jacks visited against their order.
 */
export type Score = readonly [
  cycles: number,
  unheard: number,
  intoItself: number,
  withoutPreamp: number,
  passedBy: number,
  halfLoops: number,
  loaded: number,
  inversions: number,
];

/** A loudspeaker is named by its air, which lies behind where the path ends. */
function isLoudspeakerOf(path: Path, at: JackRef | null): boolean {
  const last = path.sections.at(-1);
  return (
    last?.block.role === 'speaker' &&
    last.box.id === at?.box &&
    last.box.jacks.some((jack) => jack.id === at.jack && jack.carries === 'air')
  );
}

const HEARD_BY = { loudspeaker: 'speaker', desk: 'mix', monitor: 'monitor' } as const;

export const isHeard = (paths: readonly Path[], wanted: WantedOutput): boolean =>
  paths.some((path) => {
    if (wanted.kind === 'named')
      return (
        path.steps.some((s) => s.type === 'jack' && s.box === wanted.at?.box && s.jack === wanted.at.jack) ||
        isLoudspeakerOf(path, wanted.at)
      );
    return path.sections.at(-1)?.block.role === HEARD_BY[wanted.kind];
  });

/**
 * The order in which a signal is meant to meet the jacks of a box: as they are printed, or, where the paths inside can
 * be drawn, row after row.
 */
const orderOf = weakly((box: Box): readonly string[] => {
  const printed = box.jacks.map(({ id }) => id);
  if (!hasGrid(box)) return printed;
  const wires = box.patches.find(({ id }) => id === box.patch)?.wires ?? [];
  return [...new Set([...jacksAlong(rowsOf(box, wires)), ...printed])];
});

/** Each step back from the order in which the jacks of a box are meant to be met counts. */
function inversions(of: Reads<'boxes'>, path: Path): number {
  const last = new Map<string, number>();
  let n = 0;
  for (const step of path.steps) {
    const box = step.type === 'jack' ? boxOf(of, step.box) : undefined;
    if (step.type !== 'jack' || !box) continue;
    const at = orderOf(box).indexOf(step.jack);
    if (at < (last.get(step.box) ?? 0)) n += 1;
    last.set(step.box, at);
  }
  return n;
}

/** Below this an input loads a pickup so that it is no input for one, ohm. */
const LEAST_FOR_PICKUP = 200e3;

/** Whether a pickup goes straight into a return or a line input of a box that has an input for it. */
function isLoaded(of: ForSignal, { source, steps }: Path): boolean {
  const block = blockIn(boxOf(of, source.box), source.block);
  const first = steps.find((step) => step.type === 'jack' && step.box !== source.box);
  const box = first?.type === 'jack' ? boxOf(of, first.box) : undefined;
  const jack = first?.type === 'jack' ? jackIn(box, first.jack) : undefined;
  if (!box || !jack || !block || block.pickups.length === 0) return false;
  const loadOf = (one: Jack) => resolveIn(of).jackMode(box, one).mode?.rIn?.value;
  const isFor = (one: Jack) => (loadOf(one) ?? 0) >= LEAST_FOR_PICKUP;
  // A fuzz loads the pickup and is meant to: only where the box has an input for one beside it.
  return (
    loadOf(jack) !== undefined &&
    !isFor(jack) &&
    box.jacks.some((one) => one.direction === 'in' && isAudio(one) && isFor(one))
  );
}

/** Leads that join two jacks of one box: nothing hangs between. */
const intoItself = (of: Wired): number =>
  pluggedIn(of).filter(
    ({ lead, from, to }) => !isLink(lead) && from[0]?.box !== undefined && from[0].box === to[0]?.box,
  ).length;

/** The loops of a box by its wiring at rest. */
const loopsAtRest = weakly((box: Box) =>
  loopEnds(box, box.patches.find(({ id }) => id === box.patch)?.wires ?? []).map(({ out, back }) => ({
    out: out.map((jack) => jackKey({ box: box.id, jack })),
    back: back.map((jack) => jackKey({ box: box.id, jack })),
  })),
);

/** Loops of boxes that a lead goes out by and none comes back, or the other way round: by the wirings at rest. */
export function halfLoops(of: Wired): number {
  const loops = of.boxes.flatMap(loopsAtRest);
  if (loops.length === 0) return 0;
  const held = new Set(pluggedIn(of).flatMap(({ from, to }) => [...from, ...to].map(jackKey)));
  const isHeld = (jack: string) => held.has(jack);
  return loops.filter(({ out, back }) => out.some(isHeld) !== back.some(isHeld)).length;
}

/** A way through a power stage of a box with a preamp of its own, and through no preamp at all. */
const lacksPreamp = (path: Path): boolean =>
  path.sections.every(({ block }) => block.role !== 'preamp') &&
  path.sections.some(
    ({ box, block }) => block.role === 'power' && box.blocks.some(({ role }) => role === 'preamp'),
  );

/** Effects that are on in a sound and that no way to anything heard passes. */
function passedBy(of: ForSignal, paths: readonly Path[]): number {
  const met = new Set(paths.flatMap(({ sections }) => sections.map(({ block }) => block)));
  const resolved = resolveIn(of);
  return of.boxes.reduce(
    (sum, box) =>
      sum +
      box.blocks.filter(
        (block) => block.role === 'effect' && !met.has(block) && isOn(resolved.blockState(box, block).state),
      ).length,
    0,
  );
}

/** Paths of which the steps are looked at; the first ones say enough. */
const MOST_PATHS = 4;

/** What a wiring is scored by. */
export type Judged = Wired & Reads<'sounds' | 'wants'>;

/** Sounds that share their signal graph do alike, in this wiring and in every other: one of them, and how many. */
export type Shape = { readonly sound: Sound; readonly count: number };

export const shapesOf = derive(['boxes', 'leads', 'variant', 'sounds'], (of): readonly Shape[] => {
  const shapes = new Map<Graph, Shape>();
  for (const one of everySound(of)) {
    const graph = graphIn(one);
    const known = shapes.get(graph);
    shapes.set(graph, { sound: known?.sound ?? one.sound, count: (known?.count ?? 0) + 1 });
  }
  return [...shapes.values()];
});

/** The score after each shape: what stands already, so that no part of it gets less. */
function* scoresSoFar(of: Judged, shapes: readonly Shape[]): Generator<Score, void> {
  const wanted = wantedOutputs(of);
  const [into, half] = [intoItself(of), halfLoops(of)];
  const total = { cycles: 0, unheard: 0, withoutPreamp: 0, passedBy: 0, loaded: 0, inversions: 0 };
  const soFar = (): Score => {
    const { cycles, unheard, withoutPreamp, passedBy: passed, loaded, inversions: back } = total;
    return [cycles, unheard, into, withoutPreamp, passed, half, loaded, back];
  };
  if (shapes.length === 0) yield soFar();
  for (const { sound, count } of shapes) {
    const one = { ...of, sound };
    const { cycles, paths } = traceIn(one);
    total.cycles += count * cycles.length;
    total.unheard += count * wanted.filter((output) => !isHeard(paths, output)).length;
    for (const path of paths.slice(0, MOST_PATHS)) {
      total.withoutPreamp += count * Number(lacksPreamp(path));
      total.loaded += count * Number(isLoaded(one, path));
      total.inversions += count * inversions(of, path);
    }
    total.passedBy += count * passedBy(one, paths);
    yield soFar();
  }
}

/** @param shapes of this wiring, or of one that differs from it only in where leads are plugged */
export function scoreOf(of: Judged, shapes: readonly Shape[] = shapesOf(of)): Score {
  let last: Score = [0, 0, 0, 0, 0, 0, 0, 0];
  for (const score of scoresSoFar(of, shapes)) last = score;
  return last;
}

/** Leads by which nothing that is heard comes in any sound: those that carry no signal count in every wiring alike. */
export function idleLeads(of: Judged): number {
  const travelled = new Set(
    shapesOf(of).flatMap(({ sound }) =>
      traceIn({ ...of, sound }).paths.flatMap(({ steps }) =>
        steps.flatMap((step) => (step.type === 'lead' ? [step.lead] : [])),
      ),
    ),
  );
  return pluggedIn(of).filter(({ lead }) => !travelled.has(lead.id)).length;
}

/** A wiring to try, and what it is the trial of. */
export type Trial<T> = { readonly of: T; readonly wired: Wired };

/**
 * The trial that does best; null: none is acceptable. The likeliest are looked at first, and of the others no more sounds
 * than it takes to see that they do worse.
 * @param from the wiring that the trials differ from only in where leads are plugged
 * @param accepts whether a score will do: of one that will not, no worse one may
 * @param tie of those that do alike the one with the least of this, of a wiring; of those alike in this too the first
 */
export function bestTrial<T>(
  from: Judged,
  trials: readonly Trial<T>[],
  accepts: (score: Score) => boolean = () => true,
  tie: ((of: Judged) => number) | null = null,
): { readonly of: T; readonly score: Score } | null {
  const shapes = shapesOf(from);
  const sounds = shapes.map(({ sound }) => sound);
  const begun = trials.flatMap(({ of, wired }, i) => {
    const judged = { ...from, ...wired, sounds };
    const scores = scoresSoFar(judged, shapes);
    const { value: score } = scores.next();
    return score ? [{ of, i, judged, scores, score }] : [];
  });
  let best: (typeof begun)[number] | null = null;
  for (const trial of begun.sort((a, b) => compareScores(a.score, b.score) || a.i - b.i)) {
    const rival = best;
    const against = () => (rival ? compareScores(trial.score, rival.score) : -1);
    const mayWin = () => accepts(trial.score) && (against() || (tie ? -1 : trial.i - (rival?.i ?? 0))) < 0;
    let over = false;
    while (!over && mayWin()) {
      const { value: score } = trial.scores.next();
      if (score) trial.score = score;
      else over = true;
    }
    if (!over) continue;
    const apart =
      rival && tie && against() === 0 ? tie(trial.judged) - tie(rival.judged) || trial.i - rival.i : -1;
    if (apart < 0) best = trial;
  }
  return best && { of: best.of, score: best.score };
}

/** Effects on and passed by, by a score. */
export const passedByIn = ([, , , , passed]: Score): number => passed;

/** Does the first do better by more than the order in which boxes are met? */
export function doesBetter(a: Score, b: Score): boolean {
  const at = a.findIndex((value, i) => value !== b[i]);
  return at >= 0 && at < a.length - 1 && (a[at] ?? 0) < (b[at] ?? 0);
}

/** Below 0 where the first does better. */
export function compareScores(a: Score, b: Score): number {
  const at = a.findIndex((value, i) => value !== b[i]);
  return at < 0 ? 0 : (a[at] ?? 0) - (b[at] ?? 0);
}
