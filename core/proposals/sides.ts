// The two sides of a box that has two of something: power stages, loudspeakers.
import { type Block, type Box } from '../model';
import { weakly } from '../units';
import type { Item } from './draft';

/** What each side passes by itself, in the order of the box. */
type Sides = { readonly left: readonly string[]; readonly right: readonly string[] };

/** Blocks that are met from one on along the wires inside, it included. */
function met(box: Box, from: string, back: boolean): ReadonlySet<string> {
  const wires = box.patches.find(({ id }) => id === box.patch)?.wires ?? [];
  const found = new Set([from]);
  for (const id of found)
    for (const wire of wires) {
      const [here, there] = back ? [wire.to, wire.from] : [wire.from, wire.to];
      if ('block' in here && here.block === id && 'block' in there) found.add(there.block);
    }
  return found;
}

/** The sides of a box that has two of a role; null: it has one, or several. */
export const sidesOf = weakly((box: Box, role: Block['role']): Sides | null => {
  const [l, r, ...others] = box.blocks.filter((block) => block.role === role).map(({ id }) => id);
  if (l === undefined || r === undefined || others.length > 0) return null;
  const [left, right] = [l, r].map((id) => new Set([...met(box, id, true), ...met(box, id, false)]));
  const own = (some: ReadonlySet<string> | undefined, other: ReadonlySet<string> | undefined) =>
    box.blocks.map(({ id }) => id).filter((id) => some?.has(id) && !other?.has(id));
  return {
    left: own(left, right),
    right: own(right, left),
  };
});

/** An item that has its other side. */
export type Paired = Item & { readonly second: NonNullable<Item['second']> };

/** Both sides of a box as one item, left and right. */
export const bothOf = (box: Box, { left, right }: Sides): Paired => ({
  box: box.id,
  blocks: left,
  by: '>>',
  second: { box: box.id, blocks: right },
});
