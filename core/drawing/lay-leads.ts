import { recently } from '../units';
import type { Point, Rect } from './primitives';
import { Router, type RouteEnd } from './router';

/** Everything the ways of leads hang on, as plain numbers: where plates and words stand, and what is to be joined. */
type Ground = {
  readonly width: number;
  readonly height: number;
  readonly plates: readonly Rect[];
  /** Words that leads go round where they can. */
  readonly words: readonly Rect[];
  /** From end to end, in the order in which they are laid; leads of one number may run on each other. */
  readonly runs: readonly { readonly from: RouteEnd; readonly to: RouteEnd; readonly number: number }[];
};

const end = ({ x, y, side }: RouteEnd): RouteEnd => ({ x, y, side });
const rect = ({ x, y, w, h }: Rect): Rect => ({ x, y, w, h });

function lay({ width, height, plates, words, runs }: Ground): readonly (readonly Point[] | null)[] {
  const router = new Router(width, height);
  for (const plate of plates) router.block(plate);
  for (const word of words) router.avoid(word);
  return runs.map(({ from, to, number }) => router.route(from, to, number));
}

/** Grounds kept: the map at both details, its layers and the paper's. */
const KEPT = 16;
const known = recently(lay, KEPT);

/**
 * The way of each run, or null where there is none. Nearly all the time of a drawing goes here, and most edits
 * move neither a plate nor a lead: the ways of a ground are kept.
 */
export const layLeads = ({
  width,
  height,
  plates,
  words,
  runs,
}: Ground): readonly (readonly Point[] | null)[] =>
  known({
    width,
    height,
    plates: plates.map(rect),
    words: words.map(rect),
    runs: runs.map(({ from, to, number }) => ({ from: end(from), to: end(to), number })),
  });
