// Every placement of some buffers in some positions, each judged by the exact response of all sounds.
import { GRID } from '../tone';
import type { Target } from './targets';

/** A buffer in a position, by their numbers. */
export type Placed = { readonly position: number; readonly buffer: number };

export type Measured = {
  readonly placed: readonly Placed[];
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
  readonly buffers: number;
  readonly targets: readonly Target[];
  readonly limitDb: number;
  /** Positions that no buffer may stand in. */
  readonly barred: ReadonlySet<number>;
  /** At most so many are placed at once. */
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
  if (school === 'fewest') return one.placed.length;
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

/** How many placements there are: of each number of buffers, the positions chosen times the orders of the buffers. */
export function countOf(positions: number, buffers: number, most = buffers): number {
  let [sum, product] = [1, 1];
  for (let k = 1; k <= Math.min(positions, buffers, most); k += 1) {
    product *= ((positions - k + 1) / k) * (buffers - k + 1);
    sum += product;
  }
  return Math.round(sum);
}

/** How many buffers may be placed at once so that there are no more than so many placements; one at least. */
export function mostWithin(positions: number, buffers: number, placements: number): number {
  let most = Math.min(positions, buffers);
  while (most > 1 && countOf(positions, buffers, most) > placements) most -= 1;
  return most;
}

/**
 * Looks at every placement: each buffer in at most one position, each position with at most one.
 * @yields how many were looked at, now and then
 * @returns the best by each school; where all is alike the one whose positions come first
 */
export function* searchAll({
  positions,
  buffers,
  targets,
  limitDb,
  barred,
  most,
}: Space): Generator<number, Found> {
  const walks = targets.map((target) => new Walk(target, positions));
  const open = Array.from({ length: positions }, (_, i) => i).filter((i) => !barred.has(i));
  const sounds = [...new Set(targets.flatMap((target) => target.sounds))];
  const soundsOf = targets.map((target) => target.sounds.map((sound) => sounds.indexOf(sound)));
  const worstBy = new Float64Array(sounds.length);
  const placed: Placed[] = [];
  const ends = endsOf(targets);
  let missing = ends.size;
  const used = new Uint8Array(buffers);
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
    const one: Measured = { placed, over, worstDb, sumDb, missing };
    for (const school of BUFFER_SCHOOLS) {
      const known = best[school];
      if (!known || isBetter(school, one, known)) best[school] = { ...one, placed: [...placed] };
    }
  };

  function* from(first: number): Generator<number, void> {
    judge();
    if (looked % 4096 === 0) yield looked;
    if (placed.length === Math.min(buffers, most)) return;
    for (let i = first; i < open.length; i += 1)
      for (let buffer = 0; buffer < buffers; buffer += 1) {
        if (used[buffer]) continue;
        const position = open[i] ?? 0;
        used[buffer] = 1;
        placed.push({ position, buffer });
        if (ends.has(position)) missing -= 1;
        for (const walk of walks) walk.put(position, buffer);
        yield* from(i + 1);
        for (const walk of walks) walk.back();
        placed.pop();
        if (ends.has(position)) missing += 1;
        used[buffer] = 0;
      }
  }
  yield* from(0);
  const none: Measured = { placed: [], over: 0, worstDb: 0, sumDb: 0, missing };
  return {
    looked,
    best: {
      fewest: best.fewest ?? none,
      'both ends': best['both ends'] ?? none,
      figures: best.figures ?? none,
    },
  };
}
