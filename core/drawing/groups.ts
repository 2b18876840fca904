import type { Item, Point } from './primitives';

/**
 * What moves together: everything of one box, of one lead, of one loom. Its key stays the same from drawing to drawing;
 * its items are told from the point where it stands, so that what is only moved is the same items elsewhere.
 */
export type Group = { readonly key: string; readonly at: Point; readonly items: readonly Item[] };

const ORIGIN: Point = { x: 0, y: 0 };

const partOf = (item: Item) => ('part' in item ? item.part : undefined);

function keyOf(item: Item): string {
  const part = partOf(item);
  if (!part) return '';
  if (part.type === 'lead') return item.type === 'sleeve' ? `sleeve:${part.id}` : `lead:${part.id}`;
  if (part.type === 'loom') return `loom:${part.id}`;
  return `box:${part.id.split('/')[0] ?? ''}`;
}

const RANKS = ['lead:', 'loom:', 'box:', 'sleeve:'] as const;
const rankOf = (key: string) => (key === '' ? 0 : RANKS.findIndex((start) => key.startsWith(start)) + 1);

/** An item as seen from another point: its coordinates less those of `from`, px. */
function seenFrom<T extends Item>(item: T, from: Point): T {
  const less = ({ x, y }: Point): Point => ({ x: x - from.x, y: y - from.y });
  if (item.type === 'path') return { ...item, points: item.points.map(less), hops: item.hops.map(less) };
  if (item.type === 'rule') return { ...item, from: less(item.from), to: less(item.to) };
  return { ...item, ...less(item) };
}

/** Where a group stands: at its plate; without one, where its first item begins. */
function placeOf(items: readonly Item[]): Point {
  const first = items.find(({ type }) => type === 'plate') ?? items[0];
  if (first === undefined) return ORIGIN;
  if (first.type === 'rule') return first.from;
  const { x, y } = first.type === 'path' ? (first.points[0] ?? ORIGIN) : first;
  return { x, y };
}

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
    .map(([key, own]): Group => {
      const at = key === '' ? ORIGIN : placeOf(own);
      return { key, at, items: key === '' ? own : own.map((item) => seenFrom(item, at)) };
    })
    .sort((a, b) => rankOf(a.key) - rankOf(b.key) || (a.key < b.key ? -1 : 1));
}
