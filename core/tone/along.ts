// Tone along a route: what leads, pedals that are off, buffers and knobs change against the guitar played straight in.
import { derive, type JackRef, type Lead, type Reads } from '../model';
import { partUpTo, wholeOf, type Stretch } from '../network';
import type { Path } from '../signal';
import { add, ALL, dbAtAll, dbAtMarks, GRID, lessLevel, MARKS } from './grid';
import { partsOf, type RoutePart } from './parts';

/** The difference where it is worst, dB at Hz. */
export type Extreme = { readonly hz: number; readonly db: number };

/** A lead of the route. */
export type ToneStep = {
  readonly lead: Lead;
  /** The jack that the way reaches by it. */
  readonly to: JackRef;
  /** Which part and stretch of the route it is in. */
  readonly part: number;
  readonly stretch: number;
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

const FIVE_KHZ = 2;
/** Treble is judged from here, Hz. */
const TREBLE_HZ = 1_000;

/** Where 500 Hz stands in what is marked, and in the grid with the marks behind it. */
const LEVEL_AT = 0;
const LEVEL_IN_ALL = GRID.length;

const NOTHING: readonly number[] = MARKS.map(() => 0);

const marks = (db: Float64Array): readonly number[] => [...lessLevel(db, LEVEL_AT).slice(1)];

const marked = (db: Float64Array) => db.slice(GRID.length);

export const stretchDb = ({ segment, ends }: Stretch): Float64Array => dbAtAll(wholeOf(segment, ends));

/** Leads of one stretch, each with the difference up to it. @param ahead of the stretch, less straight-in of its part */
function stepsOf(
  stretch: Stretch,
  ahead: Float64Array,
  at: { readonly part: number; readonly stretch: number },
): readonly ToneStep[] {
  // Straight-in has a lead of its own: the first one is told against that, not against none.
  const isFirst = at.part === 0 && at.stretch === 0;
  // Behind the last of its leads it is the whole stretch, which is solved anyhow.
  const upTo = (count: number) =>
    count === stretch.leads.length ? marked(stretchDb(stretch)) : dbAtMarks(partUpTo(stretch, count));
  let before = isFirst ? NOTHING : marks(add(Float64Array.from(dbAtMarks(partUpTo(stretch, 0))), ahead));
  return stretch.leads.map(({ lead, to }, i): ToneStep => {
    const now = marks(add(Float64Array.from(upTo(i + 1)), ahead));
    const ownDb = (now[FIVE_KHZ] ?? 0) - (before[FIVE_KHZ] ?? 0);
    before = now;
    return { lead, to, ...at, marksDb: now, ownDb };
  });
}

/** The frequency where a curve is least (or greatest) among those that count. */
function extreme(db: Float64Array, isBetter: (a: number, b: number) => boolean, from = 0): Extreme {
  let best: Extreme | null = null;
  db.forEach((value, i) => {
    const hz = GRID[i] ?? 0;
    if (hz >= from && (best === null || isBetter(value, best.db))) best = { hz, db: value };
  });
  return best ?? { hz: LEVEL_AT, db: 0 };
}

const grid = (db: Float64Array): Float64Array => lessLevel(db, LEVEL_IN_ALL).slice(0, GRID.length);

/**
 * Difference from straight-in along one path of a setting. Front: guitar to the first preamp's input, against one lead of
 * the house into it (into the box that must see the pickup where one is on; of an active source, 1 m of it); then each
 * loop from its send to its return against both joined, added. What a stage that is on does to tone is left out.
 * @returns null: no lead carries tone on it
 */
export const toneAlong = derive(
  ['boxes', 'leads', 'variant', 'sound', 'houseRules'],
  (of: Reads<'boxes' | 'leads' | 'variant' | 'sound' | 'houseRules'>, path: Path): ToneRoute | null => {
    const parts = partsOf(of, path);
    if (parts.length === 0) return null;
    const whole = new Float64Array(ALL.length);
    const straight = new Float64Array(ALL.length);
    const steps: ToneStep[] = [];
    parts.forEach(({ stretches, reference }, part) => {
      add(straight, dbAtAll(reference.part));
      for (const [i, stretch] of stretches.entries()) {
        const ahead = add(marked(whole), marked(straight), -1);
        steps.push(...stepsOf(stretch, ahead, { part, stretch: i }));
        add(whole, stretchDb(stretch));
      }
    });
    const all = add(Float64Array.from(whole), straight, -1);
    const difference = grid(all);
    return {
      parts,
      steps,
      difference,
      response: grid(whole),
      straight: grid(straight),
      marksDb: marks(marked(all)),
      dull: extreme(difference, (a, b) => a < b, TREBLE_HZ),
      peak: extreme(difference, (a, b) => a > b),
    };
  },
);
