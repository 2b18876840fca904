// Finding one's way inside a box: from blocks to the jacks they are wired to.
import { jackIn, type Block, type Box, type Jack, type JackRef } from '../model';

export const ref = (box: Box, jack: Jack | undefined): JackRef | null =>
  jack ? { box: box.id, jack: jack.id } : null;

export const wiresOf = (box: Box) => box.patches.find((patch) => patch.id === box.patch)?.wires ?? [];
export const blocksOf = (box: Box, role: Block['role']) => box.blocks.filter((block) => block.role === role);
export const isWired = (jack: Jack) =>
  jack.carries === 'instrument' || jack.carries === 'line' || jack.carries === 'mic';

/** The jack a wire leads from into this block, and the jacks it leads to. */
export function jackInto(box: Box, block: Block): Jack | undefined {
  const wire = wiresOf(box).find((w) => 'block' in w.to && w.to.block === block.id && 'jack' in w.from);
  const id = wire && 'jack' in wire.from ? wire.from.jack : null;
  return jackIn(box, id);
}

export function jacksOutOf(box: Box, block: Block): readonly Jack[] {
  const ids = wiresOf(box).flatMap((w) =>
    'block' in w.from && w.from.block === block.id && 'jack' in w.to ? [w.to.jack] : [],
  );
  return box.jacks.filter((jack) => ids.includes(jack.id));
}

/** Output jacks that hear a jack by an inner wire alone. */
export const jacksOn = (box: Box, from: string): readonly Jack[] => {
  const ids = wiresOf(box).flatMap((w) =>
    'jack' in w.from && w.from.jack === from && 'jack' in w.to ? [w.to.jack] : [],
  );
  return box.jacks.filter((jack) => ids.includes(jack.id));
};
