// Why chains cannot be wired, in words.
import type { RoutingChange } from '../edits';
import { blockIn, boxOf, misplaced, misplacedLoops, rowsOf, type Box, type Rig } from '../model';
import { stopsOf, type Chain, type Knot } from './chain';
import type { Unfit } from './fit';
import { knotWords } from './words';

/** Why chains cannot be wired: where, and in words. */
export type Refusal = { readonly box: string | null; readonly reason: string; readonly stereo: boolean };

/** A unit that would get another block with no room for it. */
export function overfull(rig: Rig, blocks: RoutingChange['blocks']): Refusal | null {
  for (const { box: id } of blocks) {
    const box = boxOf(rig, id);
    const [room, taken] = [box?.slots?.blocks, box?.blocks.filter(({ movable }) => movable).length ?? 0];
    if (box && room !== undefined && taken > room)
      return {
        box: id,
        stereo: false,
        reason: `${box.name} has room for ${room} blocks; it would have ${taken}.`,
      };
  }
  return null;
}

/** A unit that is laid anew with a loop where it cannot stand. */
export function outOfPlace(laid: readonly Box[]): Refusal | null {
  for (const box of laid) {
    const wires = box.patches.find(({ id }) => id === box.patch)?.wires ?? [];
    const rows = rowsOf(box, wires);
    const reason = misplacedLoops(box, rows).length > 0 ? misplaced(box, rows) : null;
    if (reason !== null) return { box: box.id, stereo: false, reason };
  }
  return null;
}

/** Leads that close a ring: as long as they do, no order can be told of what they pass, and none is changed. */
export function crossed(rig: Rig, [knot]: readonly Knot[]): Refusal | null {
  if (!knot) return null;
  const words = knotWords(rig, knot);
  const reason = `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;
  return { box: knot.boxes[0] ?? null, stereo: false, reason };
}

/** A block is passed once, a loop gone out by and come back by once. */
export function twice(rig: Rig, chains: readonly Chain[]): Refusal | null {
  const seen = new Set<string>();
  for (const { box: id, blocks, loop } of chains.flatMap(stopsOf))
    for (const block of blocks) {
      const key = `${id}/${block} ${loop?.side ?? ''}`;
      if (!seen.has(key)) {
        seen.add(key);
        continue;
      }
      const box = boxOf(rig, id);
      const name = blockIn(box, block)?.name ?? block;
      const what = name === box?.name ? name : `${name} of ${box?.name ?? id}`;
      return { box: id, stereo: false, reason: `${what} stands in the order twice.` };
    }
  return null;
}

/** What a place finds no jacks for. */
export const refusalOf = (rig: Rig, { box: id, blocks, reason, stereo }: Unfit): Refusal => {
  const box = boxOf(rig, id);
  const what = blocks.map((block) => blockIn(box, block)?.name ?? block).join(', ');
  const through = what === '' ? '' : ` through ${what}`;
  const how = stereo ? ' in stereo' : '';
  const words =
    reason === 'no way'
      ? `no way${through}${how} as it is asked for`
      : reason === 'taken'
        ? `no jack left for a way${through}${how}`
        : reason === 'speaker'
          ? 'no way to stand there: a speaker output goes to loudspeakers and loads only, and nothing else goes to those'
          : `no ${reason} left`;
  return { box: id, stereo, reason: `${box?.name ?? id} has ${words}.` };
};
