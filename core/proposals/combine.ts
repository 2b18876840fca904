// Parts put together: every combination of them, on what is wired and on all gear in a line.
import { goneOnWith } from './beam';
import { endsOf, type Draft } from './draft';
import type { Ask, Part } from './part';
import { earsBy } from './parts/ears';
import { doubled, feed } from './parts/feed';
import { host } from './parts/host';
import { insert } from './parts/insert';
import { instrument } from './parts/instrument';
import { junction } from './parts/junction';
import { load } from './parts/load';
import { order, outboard } from './parts/order';
import { second } from './parts/second';
import { slave } from './parts/slave';
import { switcher } from './parts/switcher';
import { tap } from './parts/tap';
import { tuner } from './parts/tuner';
import { wide } from './parts/wide';
import { wrap } from './parts/wrap';
import { draftText } from './written';

/** Every part, in the order in which they are put together. */
export const PARTS: readonly Part[] = [
  host,
  order,
  outboard,
  insert,
  load,
  slave,
  second,
  tuner,
  switcher,
  tap,
  feed,
  doubled,
  wide,
  wrap,
  junction,
  earsBy,
  instrument,
];

type Combined = {
  /** How many were put together, those that were not gone on with among them. */
  readonly combined: number;
  readonly texts: readonly string[];
  readonly reasons: ReadonlyMap<string, string>;
};

/** So many drafts are gone on with from part to part. */
const LIMIT = 240;

/**
 * Combinations of parts on what is wired and on all gear in a line, each text once. Where there are more than can be looked
 * at, only some of each kind are gone on with; what is handed in is always. Tells how many there are so far, part by part.
 */
export function* combine(
  ask: Ask,
  bases: readonly Draft[],
  parts: readonly Part[],
): Generator<number, Combined> {
  const reasons = new Map<string, string>();
  let dropped = 0;
  let drafts = new Map<string, Draft>();
  const add = (to: Map<string, Draft>, draft: Draft) => {
    const text = draftText(ask.rig, draft);
    if (text !== null && !to.has(text)) to.set(text, draft);
  };
  for (const draft of bases) add(drafts, draft);
  const handedIn = new Map(drafts);
  for (const part of parts) {
    const made: Draft[] = [];
    for (const draft of drafts.values())
      for (const one of part.vary(ask, draft))
        if ('draft' in one) made.push(one.draft);
        // The amplifier that something can hang in is asked first, and says it.
        else if (!reasons.has(one.family)) reasons.set(one.family, one.reason);
    const next = new Map(handedIn);
    const all = [...drafts.values(), ...made];
    const some = goneOnWith(ask, all, LIMIT);
    dropped += all.length - some.length;
    for (const draft of some) add(next, draft);
    drafts = next;
    yield drafts.size + dropped;
  }
  const closed = [...drafts].filter(([, draft]) => endsOf(draft).every(({ items }) => items.length > 0));
  return { combined: closed.length + dropped, texts: closed.map(([text]) => text), reasons };
}
