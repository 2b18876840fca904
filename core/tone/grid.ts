// The frequencies at which tone is told.
import { curveOf } from '../circuit';
import type { Part } from '../network';

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

/** Where level is judged, and tone is none, Hz. */
export const LEVEL_HZ = 500;

/** The marks, and the frequency that they are told against. */
export const MARKED = Float64Array.of(LEVEL_HZ, ...MARKS);

/** The grid, and behind it what is marked: one run gives both. */
export const ALL = Float64Array.of(...GRID, ...MARKED);

/** Decibels of a part at some frequencies, behind a source of 1 V. */
export function dbOf({ elements, ends }: Part, frequencies: Float64Array): Float64Array {
  const source = { kind: 'V', name: 'v1', from: 'drv', to: '0', value: 1, phase: 0 } as const;
  return curveOf({ title: '', elements: [source, ...elements], sweep: null }, ends, frequencies).magnitudeDb;
}

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
