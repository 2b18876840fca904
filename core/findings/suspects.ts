// Leads that are wrong by themselves, and when a trial wiring is all right again.
import { derive } from '../model';
import { cyclesIn } from '../signal';
import { clashingRuns, isForSound } from './exchange';
import { byLeads } from './rings';
import { halfLoops, shapesOf, type Score } from './score';

/** What is wrong with a wiring before anybody is asked whose fault it is. */
export type Suspects = {
  /** Leads for sound between two of a kind. */
  readonly clashing: readonly string[];
  /** Leads that close a ring in some sound. */
  readonly ringing: readonly string[];
  /** All of these. */
  readonly leads: readonly string[];
  /** Rings inside boxes: no lead opens them. */
  readonly inner: number;
  /** Loops with a lead in one of their jacks alone. */
  readonly halfLoops: number;
};

export const suspectsIn = derive(['boxes', 'leads', 'variant', 'sounds'], (of): Suspects => {
  const clashing = clashingRuns(of)
    .filter((run) => isForSound(of, run))
    .map(({ lead }) => lead.id);
  const cycles = shapesOf(of).flatMap(({ sound }) => cyclesIn({ ...of, sound }));
  const ringing = [...new Map(cycles.map((cycle) => [byLeads(cycle), cycle.leads])).values()].flat();
  return {
    clashing,
    leads: [...new Set([...clashing, ...ringing])],
    ringing,
    inner: cycles.filter(({ leads }) => leads.length === 0).length,
    halfLoops: halfLoops(of),
  };
});

/** No lead closes a ring any more. */
export const isOpenAgain = (score: Score, { inner }: Suspects): boolean => score[0] <= inner;

/**
 * Everything wanted sounds, nothing goes into itself or past its preamp, every box is met in the order of its jacks, no
 * more loops are half than were; some effect may be out of use.
 */
export const isWhole = (score: Score, suspects: Suspects): boolean => {
  const [, unheard, intoItself, withoutPreamp, , half, , inversions] = score;
  return (
    isOpenAgain(score, suspects) &&
    unheard + intoItself + withoutPreamp + inversions === 0 &&
    half <= suspects.halfLoops
  );
};
