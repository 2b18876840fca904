// Every placement of some buffers in some positions, each judged by the exact response of all sounds.
import type { Slot } from './slots';
import type { Target } from './targets';
import { Walk } from './walk';

/** A buffer in a position, by their numbers. */
export type Placed = { readonly position: number; readonly buffer: number };

export type Measured = {
  readonly placed: readonly Placed[];
  /** How many boxes that is: one with two sides stands in two positions. */
  readonly boxes: number;
  /** Sounds over the limit. */
  readonly over: number;
  /** The worst difference from straight-in of any sound, and the sum of those of all, dB. */
  readonly worstDb: number;
  readonly sumDb: number;
  /** Ends of the ways that have no buffer. */
  readonly missing: number;
};

/** Where good technicians disagree: as few as possible, one at each end, or wherever the figures call for one. */
export type School = 'fewest' | 'both ends' | 'figures';
export const BUFFER_SCHOOLS: readonly School[] = ['fewest', 'both ends', 'figures'];

export type Space = {
  readonly positions: number;
  /** In an order that every way goes along. */
  readonly slots: readonly Slot[];
  /** Sides of each buffer, and the numbers of those that may be placed. */
  readonly sides: readonly (1 | 2)[];
  readonly among: readonly number[];
  readonly targets: readonly Target[];
  readonly limitDb: number;
  /** At most so many boxes are placed at once. */
  readonly most: number;
};

const tenth = (db: number): number => Math.round(db * 10);

const schoolKey = (school: School, one: Measured): number => {
  if (school === 'fewest') return one.boxes;
  return school === 'both ends' ? one.missing : tenth(one.worstDb);
};

/** Less than nothing that a figure can tell, dB. */
const SAME = 1e-9;

/** Is one better: sounds over the limit, the school, the worst, the sum; what was looked at first where all are alike. */
export function isBetter(school: School, one: Measured, than: Measured): boolean {
  if (one.over !== than.over) return one.over < than.over;
  const [a, b] = [schoolKey(school, one), schoolKey(school, than)];
  if (a !== b) return a < b;
  if (Math.abs(one.worstDb - than.worstDb) > SAME) return one.worstDb < than.worstDb;
  return Math.abs(one.sumDb - than.sumDb) > SAME && one.sumDb < than.sumDb;
}

/** Positions that are an end of some way. */
export const endsOf = (targets: readonly Target[]): ReadonlySet<number> =>
  new Set(targets.flatMap(({ ends }) => ends.filter((end) => end !== null)));

export type Found = {
  /** How many placements were looked at: all there are. */
  readonly looked: number;
  readonly best: Readonly<Record<School, Measured>>;
};

/**
 * Looks at every placement: each buffer in at most one slot, each slot with what fills it or nothing.
 * @yields how many were looked at, now and then
 * @returns the best by each school; where all is alike the one whose positions come first
 */
export function* searchAll({
  positions,
  slots,
  sides,
  among,
  targets,
  limitDb,
  most,
}: Space): Generator<number, Found> {
  const sounds = [...new Set(targets.flatMap((target) => target.sounds))];
  const walks = targets.map((target) => ({
    walk: new Walk(target, positions),
    of: target.sounds.map((sound) => sounds.indexOf(sound)),
  }));
  const worstBy = new Float64Array(sounds.length);
  const placed: Placed[] = [];
  const ends = endsOf(targets);
  let missing = ends.size;
  const used = new Uint8Array(sides.length);
  const singles = among.filter((buffer) => sides[buffer] === 1);
  let boxes = 0;
  let looked = 0;
  const best: Partial<Record<School, Measured>> = {};

  const judge = (): void => {
    looked += 1;
    worstBy.fill(0);
    // Every school asks first how many sounds are over the limit: with more than the best has it is none.
    const leastOver = best.fewest?.over ?? sounds.length;
    let over = 0;
    for (const { walk, of } of walks) {
      const worst = walk.worst();
      for (const sound of of) {
        const known = worstBy[sound] ?? 0;
        if (worst <= known) continue;
        if (known <= limitDb && worst > limitDb) over += 1;
        worstBy[sound] = worst;
      }
      if (over > leastOver) return;
    }
    let [worstDb, sumDb] = [0, 0];
    for (const worst of worstBy) {
      if (worst > worstDb) worstDb = worst;
      sumDb += worst;
    }
    const one: Measured = { placed, boxes, over, worstDb, sumDb, missing };
    for (const school of BUFFER_SCHOOLS) {
      const known = best[school];
      if (!known || isBetter(school, one, known)) best[school] = { ...one, placed: [...placed] };
    }
  };

  const put = (position: number, buffer: number): void => {
    used[buffer] = 1;
    placed.push({ position, buffer });
    if (ends.has(position)) missing -= 1;
    for (const { walk } of walks) walk.put(position, buffer);
  };
  const back = (): void => {
    const gone = placed.pop();
    if (!gone) return;
    for (const { walk } of walks) walk.back();
    if (ends.has(gone.position)) missing += 1;
    used[gone.buffer] = 0;
  };

  function* from(first: number): Generator<number, void> {
    judge();
    if (looked % 4096 === 0) yield looked;
    if (boxes >= Math.min(among.length, most)) return;
    for (let i = first; i < slots.length; i += 1) {
      const slot = slots[i];
      if (!slot) continue;
      const { left, right, takesTwins } = slot;
      for (const buffer of among) {
        if (used[buffer] || (sides[buffer] === 2 ? !takesTwins : right !== null)) continue;
        put(left, buffer);
        if (right !== null) put(right, buffer);
        boxes += 1;
        yield* from(i + 1);
        boxes -= 1;
        if (right !== null) back();
        back();
      }
      if (right === null || boxes + 2 > most) continue;
      for (const a of singles)
        for (const b of singles) {
          if (a === b || used[a] || used[b]) continue;
          put(left, a);
          put(right, b);
          boxes += 2;
          yield* from(i + 1);
          boxes -= 2;
          back();
          back();
        }
    }
  }
  yield* from(0);
  const none: Measured = { placed: [], boxes: 0, over: 0, worstDb: 0, sumDb: 0, missing };
  return {
    looked,
    best: {
      fewest: best.fewest ?? none,
      'both ends': best['both ends'] ?? none,
      figures: best.figures ?? none,
    },
  };
}
