// Which drafts are gone on with where parts make more than can be looked at.
import { itemsOf, type Draft, type Item } from './draft';
import { hasRole } from './items';
import { turnedIn } from './gear';
import type { Ask } from './part';
import { missing } from './parts/feed';

/** Drafts of one kind compete: by which amplifiers, with what around the preamp, and to which ends. */
function kindOf({ rig, gear }: Ask, draft: Draft): string {
  const items = itemsOf(draft);
  const preamp = draft.line.findIndex((item) => hasRole(rig, item, 'preamp'));
  const isUnit = ({ box }: Item) => gear.unit.some((item) => item.box === box);
  const around = preamp < 0 ? [] : [draft.line.slice(0, preamp), draft.line.slice(preamp)];
  const powers = items.filter((item) => hasRole(rig, item, 'power', 'preamp')).map(({ box }) => box);
  const ends = items.filter((item) => hasRole(rig, item, 'speaker', 'monitor', 'mix')).map(({ box }) => box);
  return [
    [...new Set(powers)].join(),
    around.map((row) => (row.some(isUnit) ? 'unit' : '')).join('/'),
    [...new Set(ends)].sort().join(),
  ].join('|');
}

/** What is known of a draft before it is a text: places not led to, then pairs turned, along each of its ways. */
function costOf(ask: Ask, draft: Draft): number {
  const { line, ways } = draft;
  const rows = ways.map(({ from, items }) => [...line.slice(0, from), ...items]);
  const turned = rows.map((row) => turnedIn(ask.of, row));
  return missing(ask, draft).length * 1_000 + Math.max(0, ...turned);
}

/** First and last by turns: those with the least and with the most put to them, of drafts that cost the same. */
const fromBothEnds = <T>(some: readonly T[]): readonly T[] =>
  some.flatMap((_, i) => some.at(i % 2 === 0 ? i / 2 : -(i + 1) / 2) ?? []);

/**
 * The drafts that are gone on with, as many of each kind: those that cost least, of those alike both the plain and the
 * full.
 * @param limit how many; where there are fewer, all of them
 */
export function goneOnWith(ask: Ask, drafts: readonly Draft[], limit: number): readonly Draft[] {
  if (drafts.length <= limit) return drafts;
  const kinds = new Map<string, Map<number, Draft[]>>();
  for (const draft of drafts) {
    const kind = kindOf(ask, draft);
    const byCost = kinds.get(kind) ?? new Map<number, Draft[]>();
    const cost = costOf(ask, draft);
    byCost.set(cost, [...(byCost.get(cost) ?? []), draft]);
    kinds.set(kind, byCost);
  }
  const rows = [...kinds.values()].map((byCost) =>
    [...byCost].sort(([a], [b]) => a - b).flatMap(([, alike]) => fromBothEnds(alike)),
  );
  const kept = new Set<Draft>();
  for (let i = 0; kept.size < limit && rows.some((row) => i < row.length); i += 1)
    for (const row of rows) {
      const draft = row[i];
      if (draft && kept.size < limit) kept.add(draft);
    }
  return drafts.filter((draft) => kept.has(draft));
}
