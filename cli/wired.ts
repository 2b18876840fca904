import type { RoutingChange } from '../core/edits';
import { leadOf, type Rig } from '../core/model';

/** The leads that a change touches, by number. */
export type Touched = {
  readonly fetch: readonly number[];
  readonly move: readonly number[];
  readonly putAway: readonly number[];
};

/** @param trial the rig with the change, which has the numbers of the leads to fetch too */
export function touchedBy(trial: Rig, { put, move, away }: RoutingChange): Touched {
  const numbers = (ids: readonly string[]) =>
    ids.flatMap((id) => leadOf(trial, id)?.number ?? []).sort((a, b) => a - b);
  return {
    fetch: numbers(put.map(({ id }) => id)),
    move: numbers(move.map(({ lead }) => lead)),
    putAway: numbers(away),
  };
}

/** `leads: fetch 9; move 2, 3`. */
export function touchedLine({ fetch, move, putAway }: Touched): string {
  const words = [
    ['fetch', fetch],
    ['move', move],
    ['put away', putAway],
  ] as const;
  const parts = words.flatMap(([what, leads]) => (leads.length > 0 ? [`${what} ${leads.join(', ')}`] : []));
  return parts.length > 0 ? `leads: ${parts.join('; ')}` : 'no lead moves';
}
