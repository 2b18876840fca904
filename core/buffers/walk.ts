// One way, walked along as buffers are put in and taken out again: how far it is from straight-in.
import { GRID } from '../tone';
import type { Target } from './targets';

/** Treble is judged from here, Hz; dull is what is lost from there on, a peak may be anywhere. */
const TREBLE_HZ = 1_000;
const TREBLE_AT = GRID.findIndex((hertz) => hertz >= TREBLE_HZ);
const LEVEL_AT = GRID.length;

/** Decibels over the grid, and behind it where level is judged: all of one length. */
type Curve = Float64Array;

/** Adds nothing. */
const NOTHING: Curve = new Float64Array(LEVEL_AT + 1);

/** How far a difference is from none: the most that is lost from 1 kHz on, or the highest peak, dB. */
export function worstOf(difference: Curve): number {
  return worstOfSum(difference, NOTHING, NOTHING, NOTHING, NOTHING);
}

// Each figure is asked for some hundred million times in a search: it is not proved to be there each time.

/** The same of a sum of five, which is not put down anywhere. */
function worstOfSum(a: Curve, b: Curve, c: Curve, d: Curve, e: Curve): number {
  const sum = (i: number) =>
    (a[i] as number) + (b[i] as number) + (c[i] as number) + (d[i] as number) + (e[i] as number);
  const level = sum(LEVEL_AT);
  let [highest, lowest] = [level, level];
  for (let i = 0; i < TREBLE_AT; i += 1) {
    const db = sum(i);
    if (db > highest) highest = db;
  }
  for (let i = TREBLE_AT; i < LEVEL_AT; i += 1) {
    const db = sum(i);
    if (db > highest) highest = db;
    else if (db < lowest) lowest = db;
  }
  return Math.max(highest - level, level - lowest);
}

function sumOf(into: Curve, a: Curve, b: Curve, c: Curve): Curve {
  for (let i = 0; i <= LEVEL_AT; i += 1) into[i] = (a[i] as number) + (b[i] as number) + (c[i] as number);
  return into;
}

/** What lies behind a place, in two parts. */
type Behind = readonly [Curve, Curve];

/** Where a way stands once some of its positions are filled. What it comes to is worked out when somebody asks. */
type At = {
  readonly before: At | null;
  readonly stretch: number;
  /** The place that it goes on from, and the buffer there; −1: from the driver. */
  readonly from: number;
  readonly drives: number;
  /** The sum of what lies behind the place. */
  sum: Curve | null;
  /** The same with the rest of the stretch, if nothing more is put into it. */
  ended: Curve | null;
  /** How far the whole way is from straight-in, with nothing more put in; less than 0: not known yet. */
  worst: number;
};

export class Walk {
  /** Positions of the way, by stretch; −1: on another way. */
  private readonly stretchOf: Int32Array;
  /** What the stretches between two come to without a buffer, by the first and the one they end ahead of. */
  private readonly runs: readonly (readonly Curve[])[];
  private readonly stack: At[];
  private readonly free: Curve[] = [];

  /** @param positions how many there are, on this way or on another */
  constructor(
    private readonly target: Target,
    positions: number,
  ) {
    this.stretchOf = new Int32Array(positions).fill(-1);
    const { stretches, straight } = target;
    stretches.forEach(({ at }, k) => {
      for (const position of at) this.stretchOf[position] = k;
    });
    this.runs = [...stretches, null].map((_, first) => {
      const sums = stretches.map(() => NOTHING);
      for (let k = first; k < stretches.length; k += 1)
        sums[k + 1] = sumOf(this.fresh(), sums[k] ?? NOTHING, this.cut(k, -1, -1, -1, -1), NOTHING);
      return sums;
    });
    const sum = straight.map((value) => -value);
    this.stack = [{ before: null, stretch: 0, from: -1, drives: -1, sum, ended: null, worst: -1 }];
  }

  put(position: number, buffer: number): void {
    const stretch = this.stretchOf[position] ?? -1;
    const before = this.top();
    this.stack.push(
      stretch < 0
        ? before
        : { before, stretch, from: position, drives: buffer, sum: null, ended: null, worst: -1 },
    );
  }

  /** Takes out what was put in last. */
  back(): void {
    const gone = this.stack.pop();
    if (!gone || gone === this.top()) return;
    if (gone.sum) this.free.push(gone.sum);
    if (gone.ended) this.free.push(gone.ended);
  }

  /** How far the way is from straight-in as it stands, dB. */
  worst(): number {
    const at = this.top();
    if (at.worst >= 0) return at.worst;
    const rest = this.run(at.stretch + 1, this.target.stretches.length);
    if (at.ended) at.worst = worstOfSum(at.ended, rest, NOTHING, NOTHING, NOTHING);
    else {
      const [a, b] = at.sum ? [at.sum, NOTHING] : this.behind(at);
      at.worst = worstOfSum(a, b, at.sum ? NOTHING : this.into(at), this.own(at), rest);
    }
    return at.worst;
  }

  private top(): At {
    return this.stack[this.stack.length - 1] as At;
  }

  private fresh(): Curve {
    return this.free.pop() ?? new Float64Array(LEVEL_AT + 1);
  }

  private cut(stretch: number, from: number, drives: number, to: number, takes: number): Curve {
    return this.target.stretches[stretch]?.db(from, drives, to, takes) ?? NOTHING;
  }

  private run(first: number, end: number): Curve {
    return this.runs[first]?.[end] ?? NOTHING;
  }

  /** From its place to the end of the stretch. */
  private own({ stretch, from, drives }: At): Curve {
    return this.cut(stretch, from, drives, -1, -1);
  }

  /** From the place before it, or from the driver of its stretch, to its place. */
  private into({ before, stretch, from, drives }: At): Curve {
    const isSame = before?.stretch === stretch;
    return this.cut(stretch, isSame ? before.from : -1, isSame ? before.drives : -1, from, drives);
  }

  /** Up to the place before it, or to the driver of its stretch. */
  private behind({ before, stretch }: At): Behind {
    if (!before) return [NOTHING, NOTHING];
    if (before.stretch === stretch) return [this.sum(before), NOTHING];
    before.ended ??= sumOf(this.fresh(), this.sum(before), this.own(before), NOTHING);
    return [before.ended, this.run(before.stretch + 1, stretch)];
  }

  private sum(at: At): Curve {
    at.sum ??= sumOf(this.fresh(), ...this.behind(at), this.into(at));
    return at.sum;
  }
}
