// What a passage is: which roles its blocks have, what a box is passed by.
import { blocksOf, isGrid } from '../chain';
import { blockIn, boxOf, isAudio, type Block, type Box, type Jack, type Reads } from '../model';
import type { Item } from './draft';

type Of = Reads<'boxes'>;

export const hasRole = (of: Of, { box, blocks }: Item, ...roles: readonly Block['role'][]): boolean =>
  blocks.some((id) => {
    const role = blockIn(boxOf(of, box), id)?.role;
    return role !== undefined && roles.includes(role);
  });

/** All that a box is passed by; the cabinet model of an amplifier's line out is no part of its way to the loudspeaker. */
export function wayOf(box: Box): readonly string[] {
  const drives = box.blocks.some(({ role }) => role === 'power');
  return blocksOf(box).filter((id) => !drives || blockIn(box, id)?.role !== 'cabModel');
}

export const whole = (box: Box): Item => ({ box: box.id, blocks: wayOf(box), by: '>' });

/** A row of loops that pedals hang in, and no unit. */
export const isSwitcher = (box: Box): boolean =>
  !isGrid(box) && box.blocks.some(({ role }) => role === 'loop');

/** Outputs by leads that are no sends of its loops. */
export function outputsBeside(box: Box): readonly Jack[] {
  const sends = new Set((box.loops ?? []).flatMap((loop) => loop.sends));
  return box.jacks.filter(
    (jack) => jack.direction === 'out' && isAudio(jack) && jack.carries !== 'air' && !sends.has(jack.id),
  );
}

/** Echoes and reverbs that stand last in a line, of some boxes only where that is asked. */
export function lateIn(
  of: Of,
  line: readonly Item[],
  isOf: (box: string) => boolean = () => true,
): readonly Item[] {
  const isLate = ({ box, blocks }: Item) =>
    isOf(box) &&
    blocks.some((id) => {
      const category = blockIn(boxOf(of, box), id)?.category;
      return category === 'delay' || category === 'reverb';
    });
  return line.slice(line.findLastIndex((item) => !isLate(item)) + 1);
}
