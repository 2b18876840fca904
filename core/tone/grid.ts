// The frequencies at which tone is told.
import { curveOf } from '../circuit';
import { driven, partText, type Part } from '../network';
import { byText } from '../units';

const FROM_HZ = 80;
const POINTS_A_DECADE = 48;
const DECADES = 2;

/** 48 points a decade from 80 Hz to 8 kHz, both ends included. */
export const GRID: Float64Array = Float64Array.from(
  { length: POINTS_A_DECADE * DECADES + 1 },
  (_, i) => FROM_HZ * 10 ** (i / POINTS_A_DECADE),
);

/** What is said along a route, Hz. */
export const MARKS = [1_000, 3_000, 5_000, 8_000] as const;

/** Which of them treble is told by. */
export const FIVE_KHZ = MARKS.indexOf(5_000);

/** Where level is judged, and tone is none, Hz. */
export const LEVEL_HZ = 500;

/** The marks, and the frequency that they are told against. */
const MARKED = Float64Array.of(LEVEL_HZ, ...MARKS);

/** The grid, and behind it what is marked: one run gives both. */
export const ALL = Float64Array.of(...GRID, ...MARKED);

/** Parts kept with their response: an edit changes one or two of a rig's. */
const KEPT = 1_000;

/** Decibels of a part at some frequencies, behind a source of 1 V; solved once, whatever document it is of. */
const responseAt = (frequencies: Float64Array): ((part: Part) => Float64Array) =>
  byText(partText, (part) => curveOf(driven(part), part.ends, frequencies).magnitudeDb, KEPT);

/** At the grid's frequencies and those that are marked. Not to be written to. */
export const dbAtAll = responseAt(ALL);
/** At those that are marked, and the one they are told against. */
export const dbAtMarks = responseAt(MARKED);
/** Where a pickup may resonate, behind the level that it is told against. */
export const SEARCH: Float64Array = Float64Array.of(
  LEVEL_HZ,
  ...Float64Array.from({ length: 120 }, (_, i) => 700 * 10 ** (i / 84)),
);
export const dbInSearch = responseAt(SEARCH);

/** One array added to another, or taken from it, in place. */
export function add(to: Float64Array, what: Float64Array, sign: 1 | -1 = 1): Float64Array {
  for (let i = 0; i < to.length; i += 1) to[i] = (to[i] ?? 0) + sign * (what[i] ?? 0);
  return to;
}

/** Less what it is at 500 Hz. @param at index of that frequency in it */
export const lessLevel = (db: Float64Array, at: number): Float64Array => {
  const level = db[at] ?? 0;
  return db.map((value) => value - level);
};

/** Of what was solved at all of them the grid alone, 0 dB at 500 Hz. */
export const onGrid = (db: Float64Array): Float64Array => lessLevel(db, GRID.length).slice(0, GRID.length);
