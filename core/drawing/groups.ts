import type { Item } from './primitives';

/** What moves together: everything of one box, everything of one lead. Its key stays the same from drawing to drawing. */
export type Group = { readonly key: string; readonly items: readonly Item[] };

const partOf = (item: Item) => ('part' in item ? item.part : undefined);

function keyOf(item: Item): string {
  const part = partOf(item);
  if (!part) return '';
  if (part.type === 'lead') return item.type === 'sleeve' ? `sleeve:${part.id}` : `lead:${part.id}`;
  return `box:${part.id.split('/')[0] ?? ''}`;
}

const RANKS = ['lead:', 'box:', 'sleeve:'] as const;
const rankOf = (key: string) => (key === '' ? 0 : RANKS.findIndex((start) => key.startsWith(start)) + 1);

/**
 * The items of a drawing by what they belong to: frames first, then leads, boxes, sleeves, so that what lies on top is
 * drawn last. In the order of their keys, not of the route: an edit of one box leaves all others where they are.
 */
export function groupsOf(items: readonly Item[]): readonly Group[] {
  const groups = new Map<string, Item[]>();
  for (const item of items) {
    const key = keyOf(item);
    const group = groups.get(key);
    if (group) group.push(item);
    else groups.set(key, [item]);
  }
  return [...groups]
    .map(([key, own]) => ({ key, items: own }))
    .sort((a, b) => rankOf(a.key) - rankOf(b.key) || (a.key < b.key ? -1 : 1));
}
