import {
  boxOf,
  derive,
  everySound,
  isLink,
  pluggedIn,
  type InnerEnd,
  type JackRef,
  type Reads,
  type Sound,
  type Wire,
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
import type { Wired } from './finding';

/**
 * How well a wiring does, best least: rings, then what is not heard, then leads from a box into itself, then power
 * stages that hear no preamp, then effects that are on and passed by, then loops with a lead in one of their jacks
 * alone, then jacks visited against their order.
 */
export type Score = readonly [
  cycles: number,
  unheard: number,
  intoItself: number,
  withoutPreamp: number,
  passedBy: number,
  halfLoops: number,
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

/** Boxes print their jacks in the order the signal is meant to meet them; each step back counts. */
function inversions(of: Reads<'boxes'>, path: Path): number {
  const last = new Map<string, number>();
  let n = 0;
  for (const step of path.steps) {
    if (step.type !== 'jack') continue;
    const at = boxOf(of, step.box)?.jacks.findIndex((jack) => jack.id === step.jack) ?? 0;
    if (at < (last.get(step.box) ?? 0)) n += 1;
    last.set(step.box, at);
  }
  return n;
}

/** Leads that join two jacks of one box: nothing hangs between. */
const intoItself = (of: Wired): number =>
  pluggedIn(of).filter(
    ({ lead, from, to }) => !isLink(lead) && from[0]?.box !== undefined && from[0].box === to[0]?.box,
  ).length;

/** Loops of boxes that a lead goes out by and none comes back, or the other way round: by the wirings at rest. */
export function halfLoops(of: Wired): number {
  const held = new Set(
    pluggedIn(of).flatMap(({ from, to }) => [...from, ...to].map(({ box, jack }) => `${box}/${jack}`)),
  );
  return of.boxes.reduce((sum, box) => {
    const wires = box.patches.find(({ id }) => id === box.patch)?.wires ?? [];
    const loops = box.blocks.filter(({ role }) => role === 'loop');
    return sum + loops.filter(({ id }) => isHalf(box.id, id, wires, held)).length;
  }, 0);
}

/** Whether just one way of a loop block, out or back, has a lead. */
function isHalf(box: string, block: string, wires: readonly Wire[], held: ReadonlySet<string>): boolean {
  const isHeld = (jack: string | null) => jack !== null && held.has(`${box}/${jack}`);
  const jackOf = (end: InnerEnd) => ('jack' in end ? end.jack : null);
  const isPort = (end: InnerEnd, port: string) => 'block' in end && end.block === block && end.port === port;
  const out = wires.some(({ from, to }) => isPort(from, 'send') && isHeld(jackOf(to)));
  const back = wires.some(({ from, to }) => isPort(to, 'return') && isHeld(jackOf(from)));
  return out !== back;
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

/** @param shapes of this wiring, or of one that differs from it only in where leads are plugged */
export function scoreOf(
  of: Wired & Reads<'sounds' | 'wants'>,
  shapes: readonly Shape[] = shapesOf(of),
): Score {
  const wanted = wantedOutputs(of);
  const total: [number, number, number, number, number, number, number] = [
    0,
    0,
    intoItself(of),
    0,
    0,
    halfLoops(of),
    0,
  ];
  for (const { sound, count } of shapes) {
    const { cycles, paths } = traceIn({ ...of, sound });
    total[0] += count * cycles.length;
    total[1] += count * wanted.filter((output) => !isHeard(paths, output)).length;
    for (const path of paths.slice(0, MOST_PATHS)) {
      total[3] += count * Number(lacksPreamp(path));
      total[6] += count * inversions(of, path);
    }
    total[4] += count * passedBy({ ...of, sound }, paths);
  }
  return total;
}

/** Does the first do better by more than the order in which boxes are met? */
export function doesBetter(a: Score, b: Score): boolean {
  const at = a.findIndex((value, i) => value !== b[i]);
  return at >= 0 && at < a.length - 1 && (a[at] ?? 0) < (b[at] ?? 0);
}

/** Below 0 where the first does better. */
export const compareScores = (a: Score, b: Score): number =>
  a[0] - b[0] || a[1] - b[1] || a[2] - b[2] || a[3] - b[3] || a[4] - b[4] || a[5] - b[5] || a[6] - b[6];
