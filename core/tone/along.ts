// Tone along a route: what leads, pedals that are off, buffers and knobs change against the guitar played straight in.
import type { JackRef, Lead, Reads } from '../model';
import { partUpTo, wholeOf, type Stretch } from '../network';
import type { Path } from '../signal';
import { weakly } from '../units';
import { add, ALL, dbAtAll, dbAtMarks, FIVE_KHZ, GRID, MARKS, onGrid } from './grid';
import { partsOf, type RoutePart } from './parts';

/** The difference where it is worst, dB at Hz. */
export type Extreme = { readonly hz: number; readonly db: number };

/** A lead of the route. */
export type ToneStep = {
  readonly lead: Lead;
  /** The jack that the way reaches by it. */
  readonly to: JackRef;
  /** Difference from straight-in up to here, at 1, 3, 5 and 8 kHz, dB. */
  readonly marksDb: readonly number[];
  /** What this lead, with what hangs on it, adds to it at 5 kHz, dB; negative: treble is lost. */
  readonly ownDb: number;
};

export type ToneRoute = {
  readonly parts: readonly RoutePart[];
  readonly steps: readonly ToneStep[];
  /** Difference from straight-in at the grid's frequencies, dB, none at 500 Hz. */
  readonly difference: Float64Array;
  /** The whole route, and straight-in, at the grid's frequencies, dB, 0 at 500 Hz. */
  readonly response: Float64Array;
  readonly straight: Float64Array;
  /** The difference at 1, 3, 5 and 8 kHz, dB. */
  readonly marksDb: readonly number[];
  /** The least difference from 1 to 8 kHz, and the greatest of all. */
  readonly dull: Extreme;
  readonly peak: Extreme;
};

/** Treble is judged from here, Hz. */
const TREBLE_HZ = 1_000;

/** Where 500 Hz stands in what is marked. */
const LEVEL_AT = 0;

const NOTHING: readonly number[] = MARKS.map(() => 0);

/** What is marked of a curve, or of the sum of two, against its level. */
function marks(db: Float64Array, plus?: Float64Array): readonly number[] {
  const at = (i: number) => (db[i] ?? 0) + (plus?.[i] ?? 0);
  const level = at(LEVEL_AT);
  return MARKS.map((_, i) => at(LEVEL_AT + 1 + i) - level);
}

const marked = (db: Float64Array) => db.slice(GRID.length);

export const stretchDb = ({ segment, ends }: Stretch): Float64Array => dbAtAll(wholeOf(segment, ends));

/** A whole stretch at what is marked; ways of several sounds go by the same one. */
const markedOf = weakly((stretch: Stretch): Float64Array => marked(stretchDb(stretch)));

/** What a stretch loses at 5 kHz against 500 Hz by all that it is, dB; negative: treble is lost. */
export const trebleOf = weakly((stretch: Stretch): number => marks(markedOf(stretch))[FIVE_KHZ] ?? 0);

/** Leads of one stretch, each with the difference up to it. @param ahead of the stretch, less straight-in of its part */
function stepsOf(stretch: Stretch, ahead: Float64Array, isFirst: boolean): readonly ToneStep[] {
  // Behind the last of its leads it is the whole stretch, which is solved anyhow.
  const upTo = (count: number) =>
    count === stretch.leads.length ? markedOf(stretch) : dbAtMarks(partUpTo(stretch, count));
  // Straight-in has a lead of its own: the first one is told against that, not against none.
  let before = isFirst ? NOTHING : marks(dbAtMarks(partUpTo(stretch, 0)), ahead);
  return stretch.leads.map(({ lead, to }, i): ToneStep => {
    const now = marks(upTo(i + 1), ahead);
    const ownDb = (now[FIVE_KHZ] ?? 0) - (before[FIVE_KHZ] ?? 0);
    before = now;
    return { lead, to, marksDb: now, ownDb };
  });
}

/** The frequency where a curve is least (or greatest) from one on. */
function extreme(db: Float64Array, isBetter: (a: number, b: number) => boolean, from = 0): Extreme {
  const first = GRID.findIndex((hz) => hz >= from);
  let at = first;
  for (let i = first; i < db.length; i += 1) if (isBetter(db[i] ?? 0, db[at] ?? 0)) at = i;
  return { hz: GRID[at] ?? 0, db: db[at] ?? 0 };
}

/** Tone along a route of some parts. */
const toneOf = weakly((parts: readonly RoutePart[]): ToneRoute => {
  const whole = new Float64Array(ALL.length);
  const straight = new Float64Array(ALL.length);
  const ahead: { readonly stretch: Stretch; readonly db: Float64Array }[] = [];
  for (const { stretches, reference } of parts) {
    add(straight, dbAtAll(reference.part));
    for (const stretch of stretches) {
      ahead.push({ stretch, db: add(marked(whole), marked(straight), -1) });
      add(whole, stretchDb(stretch));
    }
  }
  let steps: readonly ToneStep[] | null = null;
  const all = add(whole.slice(), straight, -1);
  const difference = onGrid(all);
  return {
    parts,
    // Lead by lead it is asked for where it is shown, or where something is over a limit.
    get steps() {
      steps ??= ahead.flatMap(({ stretch, db }, i) => stepsOf(stretch, db, i === 0));
      return steps;
    },
    difference,
    response: onGrid(whole),
    straight: onGrid(straight),
    marksDb: marks(marked(all)),
    dull: extreme(difference, (a, b) => a < b, TREBLE_HZ),
    peak: extreme(difference, (a, b) => a > b),
  };
});

/**
 * Difference from straight-in along one path of a setting. Front: guitar to the first preamp's input, against one lead of
 * the house into it (into the box that must see the pickup where one is on; of an active source, 1 m of it); then each
 * loop from its send to its return against both joined, added. What a stage that is on does to tone is left out.
 * @returns null: no lead carries tone on it
 */
export function toneAlong(
  of: Reads<'boxes' | 'leads' | 'variant' | 'standing' | 'houseRules'>,
  path: Path,
): ToneRoute | null {
  const parts = partsOf(of, path);
  return parts.length === 0 ? null : toneOf(parts);
}
