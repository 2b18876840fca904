// Nothing clashes, rings or hangs loose, and yet something wanted is silent: what of one box puts it right.
import { boxOf, derive, jackKey, pluggedIn } from '../model';
import { traceIn } from '../signal';
import { inWords } from '../units';
import { bareOf } from './bare';
import { group, type Cure } from './cure';
import { candidatesOf, exchangeCure, exchanged, type Exchange } from './exchange';
import { boxPart, leadPart, type Found, type View } from './finding';
import { healsIn } from './loose';
import {
  bestMove,
  misplacedCure,
  misplacedFound,
  misplacedWords,
  MOST_TRIALS,
  moved,
  type Misplaced,
  type MisplacedData,
} from './misplaced';
import { capitalFirst } from './phrases';
import type { Say } from './rule';
import { bestTrial, compareScores, idleLeads, scoreOf, shapesOf, type Judged, type Score } from './score';
import { isWhole, suspectsIn } from './suspects';

/**
 * What puts right a wiring in which something wanted is silent: another inner wiring of a box, one plug moved, or two
 * of one box exchanged.
 */
export type Stray =
  | { readonly wiring: { readonly box: string; readonly patch: string } }
  | { readonly move: Misplaced }
  | { readonly exchange: Exchange };

/** Another inner wiring of one of these boxes that makes all right as it is plugged, and how many leads it leaves idle. */
function bestWiring(of: Judged, boxes: ReadonlySet<string>): { stray: Stray; idle: number } | null {
  const suspects = suspectsIn(of);
  for (const box of of.boxes.filter(({ id, patches }) => boxes.has(id) && patches.length > 1))
    for (const { id: patch } of box.patches.filter(({ id }) => id !== box.patch)) {
      const then = { ...of, boxes: of.boxes.map((one) => (one === box ? { ...one, patch } : one)) };
      if (isWhole(scoreOf(then), suspects))
        return { stray: { wiring: { box: box.id, patch } }, idle: idleLeads(then) };
    }
  return null;
}

/** The exchange of two plugs of one box, both inputs or both outputs, that makes all right. */
function bestSwap(of: Judged, leads: readonly string[]): { exchange: Exchange; score: Score } | null {
  const suspects = suspectsIn(of);
  // What carries a loudspeaker is told of by its load.
  const speaks = new Set(of.leads.flatMap(({ id, kind }) => (kind === 'speaker' ? [id] : [])));
  const trials = candidatesOf(of, leads)
    .filter(({ near, left, cleared }) => near === 0 && left + cleared === 0)
    .filter(({ a, b }) => !speaks.has(a.lead) && !speaks.has(b.lead))
    .slice(0, MOST_TRIALS)
    .map(({ a, b }) => ({ of: { a, b }, wired: exchanged(of, { a, b }) }));
  const best = bestTrial(of, trials, (score) => isWhole(score, suspects), idleLeads);
  return best && { exchange: best.of, score: best.score };
}

const searched = derive(['boxes', 'leads', 'variant', 'sounds', 'wants'], (of: Judged): Stray | null => {
  const ends = new Set(
    shapesOf(of).flatMap(({ sound }) => traceIn({ ...of, sound }).ends.map(({ box }) => box)),
  );
  const near = pluggedIn(of)
    .filter(
      ({ from, to }) =>
        from.length > 0 && to.length > 0 && [from, to].some((refs) => ends.has(refs[0]?.box ?? '')),
    )
    .map(({ lead }) => lead.id);
  const inner = bestWiring(of, ends);
  const move = bestMove(of, near);
  // Nothing need be pulled where the box can be wired inside as it is plugged, unless that passes by a lead.
  if (inner && (!move || inner.idle <= idleLeads(moved(of, move.move)))) return inner.stray;
  const swap = bestSwap(of, near);
  // Of two that do alike the one that moves less.
  if (swap && (!move || compareScores(swap.score, move.score) < 0)) return { exchange: swap.exchange };
  return move && { move: move.move };
});

/** The same where nothing clashes, rings or hangs loose: of leads at boxes where the signal ends. */
export const strayIn = (of: Judged): Stray | null =>
  suspectsIn(of).leads.length > 0 || scoreOf(of)[1] === 0 || healsIn(of).length > 0
    ? null
    : searched(bareOf(of));

/** Two plugs of one box in each other's jack; or a box that another of its inner wirings would lead through. */
export type StrayData =
  | MisplacedData
  | { readonly exchange: Exchange; readonly jacks: readonly string[] }
  | { readonly box: string; readonly rewire: string; readonly name: string };

export function strayFound(view: Judged, stray: Stray): Found<StrayData> {
  if ('move' in stray) return misplacedFound(stray.move, {});
  if ('wiring' in stray) {
    const { box: id, patch } = stray.wiring;
    const box = boxOf(view, id);
    const name = box?.patches.find((one) => one.id === patch)?.name ?? patch;
    return { severity: 'fault', parts: box ? [boxPart(box)] : [], data: { box: id, rewire: patch, name } };
  }
  const { exchange } = stray;
  const runs = [exchange.a, exchange.b].flatMap(({ lead, side }) => {
    const run = pluggedIn(view).find((one) => one.lead.id === lead);
    return run ? [{ lead: run.lead, at: run[side] }] : [];
  });
  return {
    severity: 'fault',
    parts: runs.map(({ lead }) => leadPart(lead)),
    data: { exchange, jacks: runs.flatMap(({ at }) => at.map(jackKey)) },
  };
}

export function strayWords(data: StrayData, say: Say): string {
  if ('exchange' in data)
    return `${capitalFirst(inWords(say.parts('lead')))} are in each other’s jack, ${inWords(data.jacks.map(say.jack))}`;
  if ('rewire' in data)
    return `${say.box(data.box)} is wired inside so that nothing leads from what is plugged in to what is plugged out; its wiring “${data.name}” does`;
  return misplacedWords(data, say);
}

export function strayCure(view: View, data: StrayData): Cure {
  if ('exchange' in data) return exchangeCure(view, data.exchange);
  if ('misplaced' in data) return misplacedCure(view, data);
  const { box, rewire, name } = data;
  return group(`Wire ${boxOf(view, box)?.name ?? box} inside as “${name}”`, [
    { edit: 'setPatch', arguments: { box, patch: rewire, scope: { layer: 'rest' } } },
  ]);
}
