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
  const level = difference[LEVEL_AT] ?? 0;
  let worst = 0;
  for (let i = 0; i < LEVEL_AT; i += 1) {
    const db = (difference[i] ?? 0) - level;
    if (db > worst) worst = db;
    else if (i >= TREBLE_AT && -db > worst) worst = -db;
  }
  return worst;
}

/** How many ends of the ways have no buffer. */
function endsMissing(targets: readonly Target[], placed: readonly Placed[]): number {
  const taken = new Set(placed.map(({ position }) => position));
  const wanted = new Set(targets.flatMap(({ ends }) => ends.filter((end) => end !== null)));
  return [...wanted].filter((end) => !taken.has(end)).length;
}

const tenth = (db: number): number => Math.round(db * 10);

const schoolKey = (school: School, targets: readonly Target[], one: Measured): number => {
  if (school === 'fewest') return one.placed.length;
  return school === 'both ends' ? endsMissing(targets, one.placed) : tenth(one.worstDb);
};

/** Less than nothing that a figure can tell, dB. */
const SAME = 1e-9;

/** Is one better: sounds over the limit, the school, the worst, the sum; what was looked at first where all are alike. */
export function isBetter(school: School, targets: readonly Target[], one: Measured, than: Measured): boolean {
  if (one.over !== than.over) return one.over < than.over;
  const [a, b] = [one, than].map((each) => schoolKey(school, targets, each)) as [number, number];
  if (a !== b) return a < b;
  if (Math.abs(one.worstDb - than.worstDb) > SAME) return one.worstDb < than.worstDb;
  return Math.abs(one.sumDb - than.sumDb) > SAME && one.sumDb < than.sumDb;
}

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
  private readonly stack: At[];
  private readonly free: Float64Array[] = [];
  private readonly end = new Float64Array(LEVEL_AT + 1);

  constructor(
    private readonly target: Target,
    positions: number,
  ) {
    this.stretchOf = new Int32Array(positions).fill(-1);
    target.stretches.forEach(({ at }, k) => {
      for (const position of at) this.stretchOf[position] = k;
    });
    this.stack = [{ sum: target.straight.map((value) => -value), stretch: 0, from: -1, drives: -1 }];
  }

  private top(): At {
    return this.stack[this.stack.length - 1] as At;
  }

  /** Adds what lies between where the way stands and the end of a stretch. */
  private close(sum: Float64Array, at: At, upTo: number): void {
    for (let k = at.stretch; k < upTo; k += 1) {
      const own = this.target.stretches[k]?.db(
        k === at.stretch ? at.from : -1,
        k === at.stretch ? at.drives : -1,
        -1,
        -1,
      );
      if (own) for (let i = 0; i < sum.length; i += 1) sum[i] = (sum[i] ?? 0) + (own[i] ?? 0);
    }
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
    this.close(sum, at, stretch);
    const [from, drives] = at.stretch === stretch ? [at.from, at.drives] : [-1, -1];
    const own = this.target.stretches[stretch]?.db(from, drives, position, buffer);
    if (own) for (let i = 0; i < sum.length; i += 1) sum[i] = (sum[i] ?? 0) + (own[i] ?? 0);
    this.stack.push({ sum, stretch, from: position, drives: buffer });
  }

  back(): void {
    const gone = this.stack.pop();
    if (gone && gone.sum !== this.top().sum) this.free.push(gone.sum);
  }

  worst(): number {
    const at = this.top();
    this.end.set(at.sum);
    this.close(this.end, at, this.target.stretches.length);
    return worstOf(this.end);
  }
}

export type Found = {
  /** How many placements were looked at: all there are. */
  readonly looked: number;
  readonly best: Readonly<Record<School, Measured>>;
  readonly bare: Measured;
};

/** How many placements there are: of each number of buffers, the positions chosen times the orders of the buffers. */
export function countOf(positions: number, buffers: number): number {
  let [sum, product] = [1, 1];
  for (let k = 1; k <= Math.min(positions, buffers); k += 1) {
    product *= ((positions - k + 1) / k) * (buffers - k + 1);
    sum += product;
  }
  return Math.round(sum);
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
  const used = new Uint8Array(buffers);
  let looked = 0;
  const best: Partial<Record<School, Measured>> = {};
  let bare: Measured | null = null;

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
    const one: Measured = { placed, over, worstDb, sumDb };
    bare ??= { ...one, placed: [] };
    for (const school of BUFFER_SCHOOLS) {
      const known = best[school];
      if (!known || isBetter(school, targets, one, known)) best[school] = { ...one, placed: [...placed] };
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
        for (const walk of walks) walk.put(position, buffer);
        yield* from(i + 1);
        for (const walk of walks) walk.back();
        placed.pop();
        used[buffer] = 0;
      }
  }
  yield* from(0);
  const none: Measured = { placed: [], over: 0, worstDb: 0, sumDb: 0 };
  return {
    looked,
    best: {
      fewest: best.fewest ?? none,
      'both ends': best['both ends'] ?? none,
      figures: best.figures ?? none,
    },
    bare: bare ?? none,
  };
}
