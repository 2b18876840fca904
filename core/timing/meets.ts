// Where two ways of one sound meet: how late, how strong, and how turned the one is against the other.
import { blockIn, boxOf, derive, type Block, type Box } from '../model';
import { resolveIn, traceIn, type ForSignal, type Path, type Step } from '../signal';
import { weakly } from '../units';
import { levelsAlong } from '../level';
import { delayedAt, delaysAlong } from './delays';
import type { Apart } from './notch';

/** Two ways that come together in a wire, in a mixer, or before the ears. */
export type Meeting = Apart & {
  /** In a wire or mixer of this box; or by two loudspeakers, in the air. */
  readonly where: 'wire' | 'air';
  /** The box that they meet in; of two loudspeakers both. */
  readonly boxes: readonly Box[];
  /** Boxes that only the one passes behind where they part, the later one first. */
  readonly by: readonly (readonly Box[])[];
  /** They part and meet in one box: what the one passes hangs in a parallel loop of it. */
  readonly isLoop: boolean;
  /** Its level is a fader's: taken as alike. */
  readonly byFader: boolean;
};

/** Weaker than this by so much, dB, or later by more or less than these, s, it tells nothing. */
const WITHIN_DB = 10;
const LATE = { least: 0.1e-3, most: 30e-3 } as const;

/** Where each step of a way stands for the last time; ways of one setting have their steps in common. */
const placesOf = weakly(
  ({ steps }: Path): ReadonlyMap<Step, number> => new Map(steps.map((step, i) => [step, i] as const)),
);

/** How many blocks on the way turn the signal, up to a step of it. */
export function isTurned(of: ForSignal, { steps }: Path, upTo = steps.length): boolean {
  const resolved = resolveIn(of);
  const turns = steps.slice(0, upTo).filter((step) => {
    const box = step.type === 'block' ? boxOf(of, step.box) : undefined;
    const block = step.type === 'block' ? blockIn(box, step.block) : undefined;
    return box && block && resolved.blockState(box, block).state.inverts;
  });
  return turns.length % 2 === 1;
}

/** Where two ways part for the first time, and the first step behind that which both have. */
function apart(a: Path, b: Path): { parts: number; joins: readonly [number, number] | null } {
  const places = placesOf(b);
  let parts = 0;
  while (parts < a.steps.length && a.steps[parts] === b.steps[parts]) parts += 1;
  for (let i = parts; i < a.steps.length; i += 1) {
    const step = a.steps[i];
    const j = step && places.get(step);
    if (j !== undefined && j >= parts) return { parts, joins: [i, j] };
  }
  return { parts, joins: null };
}

const endsAs = (of: ForSignal, { output }: Path) => blockIn(boxOf(of, output.box), output.block)?.role;

/** Does a microphone stand on the way? Its level is what the desk makes of it. */
const isMiked = (of: ForSignal, { steps }: Path, upTo: number): boolean =>
  steps
    .slice(0, upTo)
    .some((step) => step.type === 'block' && blockIn(boxOf(of, step.box), step.block)?.role === 'mic');

/** The average that comes to a step of a way, dBu; null: it has no level there. */
function averageAt(of: ForSignal, path: Path, step: number): number | null {
  const passed = new Set(
    path.steps
      .slice(0, step)
      .flatMap((one) =>
        one.type === 'jack'
          ? [`${one.box}/${one.jack}`]
          : one.type === 'block'
            ? [`${one.box}/${one.block}`]
            : [],
      ),
  );
  return levelsAlong(of, path).stops.findLast(({ part }) => passed.has(part.id))?.averageDbu ?? null;
}

/** Boxes between two steps of a way. */
const boxesOf = (of: ForSignal, { steps }: Path, from: number, to: number): readonly Box[] => [
  ...new Set(
    steps.slice(from, to).flatMap((step) => (step.type === 'lead' ? [] : (boxOf(of, step.box) ?? []))),
  ),
];

function meeting(of: ForSignal, a: Path, b: Path): Meeting | null {
  const { parts, joins } = apart(a, b);
  const areBoth = (role: Block['role']) =>
    joins === null && [a, b].every((path) => endsAs(of, path) === role);
  const inAir = areBoth('speaker');
  // Two channels of one desk come together behind their faders.
  const inDesk = areBoth('mix') && a.output.box === b.output.box;
  if (joins === null && !inAir && !inDesk) return null;
  const [i, j] = joins ?? [a.steps.length, b.steps.length];
  const [first, second] = [delayedAt(delaysAlong(of, a), i - 1).ms, delayedAt(delaysAlong(of, b), j - 1).ms];
  const own = [boxesOf(of, a, parts, i), boxesOf(of, b, parts, j)] as const;
  const at = inDesk ? a.steps.at(-1) : a.steps[i];
  const box = at && at.type !== 'lead' ? boxOf(of, at.box) : undefined;
  const notIn = (boxes: readonly Box[], others: readonly Box[]) =>
    boxes.filter((one) => one !== box && !others.includes(one));
  const only = [notIn(...own), notIn(own[1], own[0])];
  const parted = a.steps[parts - 1];
  const isLoop =
    joins !== null &&
    only.some((boxes) => boxes.length > 0) &&
    parted?.type !== 'lead' &&
    parted?.box === box?.id;
  // What comes back is set against the dry signal by a blend, as two channels are by their faders.
  const byFader = inDesk || isLoop || isMiked(of, a, i) !== isMiked(of, b, j);
  const [left, right] = [averageAt(of, a, i), averageAt(of, b, j)];
  const weakerDb = byFader || left === null || right === null ? 0 : Math.abs(left - right);
  const seconds = Math.abs(first - second) / 1000;
  const unlike = isTurned(of, a, i) !== isTurned(of, b, j);
  const tells =
    weakerDb <= WITHIN_DB && (unlike ? seconds <= LATE.most : seconds >= LATE.least && seconds <= LATE.most);
  if (!tells) return null;
  const ends = [a, b].flatMap(({ output }) => boxOf(of, output.box) ?? []);
  return {
    where: inAir ? 'air' : 'wire',
    boxes: inAir ? ends : box ? [box] : [],
    // Of two that come at once the turned one is told of.
    by: first > second || (first === second && isTurned(of, a, i)) ? only : only.reverse(),
    seconds,
    weakerDb,
    unlike,
    isLoop,
    byFader,
  };
}

/**
 * Pairs of ways from one source that meet within 10 dB of each other and 0.1 to 30 ms, or turned against each other; one
 * of those that meet in one place by the same boxes, the latest first.
 */
export const meetingsIn = derive(['boxes', 'leads', 'variant', 'standing'], (of): readonly Meeting[] => {
  const { paths } = traceIn(of);
  const found = new Map<string, Meeting>();
  paths.forEach((a, i) => {
    for (const b of paths.slice(i + 1)) {
      if (a.source.box !== b.source.box) continue;
      const one = meeting(of, a, b);
      if (!one) continue;
      const ids = (boxes: readonly Box[]) => boxes.map(({ id }) => id).join();
      const key = `${one.where} ${ids(one.boxes)} ${one.by.map(ids).join('|')} ${one.unlike}`;
      const known = found.get(key);
      if (!known || known.seconds < one.seconds) found.set(key, one);
    }
  });
  return [...found.values()].sort((a, b) => Number(b.unlike) - Number(a.unlike) || b.seconds - a.seconds);
});
