// Every placement of some buffers in some positions, each judged by the exact response of all sounds.
import { GRID } from '../tone';
import type { Slot } from './slots';
import type { Target } from './targets';

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

/** Treble is judged from here, Hz; dull is what is lost from there on, a peak may be anywhere. */
const TREBLE_HZ = 1_000;
const TREBLE_AT = GRID.findIndex((hertz) => hertz >= TREBLE_HZ);
const LEVEL_AT = GRID.length;

/** How far a difference is from none: the most that is lost from 1 kHz on, or the highest peak, dB. */
export function worstOf(difference: Float64Array): number {
  return worstOfSum(difference, NOTHING, NOTHING);
}

const NOTHING = new Float64Array(LEVEL_AT + 1);

/** The same of a sum of three, which is not put down anywhere. */
function worstOfSum(a: Float64Array, b: Float64Array, c: Float64Array): number {
  const level = (a[LEVEL_AT] ?? 0) + (b[LEVEL_AT] ?? 0) + (c[LEVEL_AT] ?? 0);
  let [highest, lowest] = [level, level];
  for (let i = 0; i < TREBLE_AT; i += 1) {
    const db = (a[i] ?? 0) + (b[i] ?? 0) + (c[i] ?? 0);
    if (db > highest) highest = db;
  }
  for (let i = TREBLE_AT; i < LEVEL_AT; i += 1) {
    const db = (a[i] ?? 0) + (b[i] ?? 0) + (c[i] ?? 0);
    if (db > highest) highest = db;
    else if (db < lowest) lowest = db;
  }
  return Math.max(highest - level, level - lowest);
}

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

const addTo = (sum: Float64Array, what: Float64Array | undefined): void => {
  if (what) for (let i = 0; i < sum.length; i += 1) sum[i] = (sum[i] ?? 0) + (what[i] ?? 0);
};

/** Where a way stands once some of its positions are filled: the sum of what lies behind it, and where it goes on from. */
type At = {
  readonly sum: Float64Array;
  readonly stretch: number;
  readonly from: number;
  readonly drives: number;
};

/** One target, walked along as buffers are put in and taken out again. */
class Walk {
  /** Positions of the way, by stretch; −1: on another way. */
  private readonly stretchOf: Int32Array;
  /** What the stretches from each on come to without a buffer. */
  private readonly rest: readonly Float64Array[];
  private readonly stack: At[];
  private readonly free: Float64Array[] = [];

  constructor(
    private readonly target: Target,
    positions: number,
  ) {
    this.stretchOf = new Int32Array(positions).fill(-1);
    const { stretches, straight } = target;
    stretches.forEach(({ at }, k) => {
      for (const position of at) this.stretchOf[position] = k;
    });
    const rest = [NOTHING];
    for (const { db } of [...stretches].reverse()) {
      const sum = Float64Array.from(rest[0] ?? NOTHING);
      addTo(sum, db(-1, -1, -1, -1));
      rest.unshift(sum);
    }
    this.rest = rest;
    this.stack = [{ sum: straight.map((value) => -value), stretch: 0, from: -1, drives: -1 }];
  }

  private top(): At {
    return this.stack[this.stack.length - 1] as At;
  }

  put(position: number, buffer: number): void {
    const stretch = this.stretchOf[position] ?? -1;
    const at = this.top();
    if (stretch < 0) {
      this.stack.push(at);
      return;
    }
    const sum = this.free.pop() ?? new Float64Array(LEVEL_AT + 1);
    sum.set(at.sum);
    const { stretches } = this.target;
    let [from, drives] = [at.from, at.drives];
    for (let k = at.stretch; k < stretch; k += 1) {
      addTo(sum, stretches[k]?.db(from, drives, -1, -1));
      [from, drives] = [-1, -1];
    }
    addTo(sum, stretches[stretch]?.db(from, drives, position, buffer));
    this.stack.push({ sum, stretch, from: position, drives: buffer });
  }

  back(): void {
    const gone = this.stack.pop();
    if (gone && gone.sum !== this.top().sum) this.free.push(gone.sum);
  }

  worst(): number {
    const { sum, stretch, from, drives } = this.top();
    const own = this.target.stretches[stretch]?.db(from, drives, -1, -1) ?? NOTHING;
    return worstOfSum(sum, own, this.rest[stretch + 1] ?? NOTHING);
  }
}

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
  const walks = targets.map((target) => new Walk(target, positions));
  const sounds = [...new Set(targets.flatMap((target) => target.sounds))];
  const soundsOf = targets.map((target) => target.sounds.map((sound) => sounds.indexOf(sound)));
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
    walks.forEach((walk, t) => {
      const worst = walk.worst();
      for (const sound of soundsOf[t] ?? []) if (worst > (worstBy[sound] ?? 0)) worstBy[sound] = worst;
    });
    let [over, worstDb, sumDb] = [0, 0, 0];
    for (const worst of worstBy) {
      if (worst > limitDb) over += 1;
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
    for (const walk of walks) walk.put(position, buffer);
  };
  const back = (): void => {
    const gone = placed.pop();
    if (!gone) return;
    for (const walk of walks) walk.back();
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
