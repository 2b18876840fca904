// A junction box at the edge of the board: what comes to it and leaves it goes through its jacks.
import { quoted } from '../../chain';
import { isAudio, type Box } from '../../model';
import { boxesIn, endsOf, withLine, type Draft, type Item } from '../draft';
import { hasRole } from '../items';
import type { Ask, Part } from '../part';

/** The jacks that a box's through ways leave by, in its order; none: it is no such box. */
function throughs(box: Box): readonly string[] {
  const wires = box.patches.find(({ id }) => id === box.patch)?.wires ?? [];
  if (box.blocks.length > 0) return [];
  return box.jacks
    .filter((jack) => jack.direction === 'out' && isAudio(jack))
    .filter(({ id }) => wires.some(({ from, to }) => 'jack' in from && 'jack' in to && to.jack === id))
    .map(({ id }) => id);
}

function passed(ask: Ask, draft: Draft, box: Box): Draft | null {
  const jacks = throughs(box).map((jack): Item => ({
    box: box.id,
    blocks: [],
    by: '>',
    kept: { text: `${quoted(box.tag)}:${jack}`, boxes: [box.id] },
  }));
  const [toFront, ampIn, toLoop, ampReturn] = jacks;
  const { line } = draft;
  const ends = endsOf(draft);
  if (!toFront || !ampIn || ends.length !== 1) return null;
  const preamp = line.findIndex((item) => hasRole(ask.rig, item, 'preamp', 'ampModel') && !item.kept);
  const behind = preamp < 0 ? [] : line.slice(preamp + 1);
  const own = line[preamp];
  if (behind.length > 0 && own && toLoop && ampReturn)
    return withLine(draft, [toFront, ...line.slice(0, preamp), ampIn, own, toLoop, ...behind, ampReturn]);
  const front = own && behind.length === 0 ? preamp : line.length;
  return withLine(draft, [toFront, ...line.slice(0, front), ampIn, ...line.slice(front)]);
}

export const junction: Part = {
  id: 'junction',
  about: 'whether the board is plugged by its junction box',
  vary: (ask, draft) => {
    const used = boxesIn(draft);
    return ask.rig.boxes
      .filter((box) => throughs(box).length > 1 && !used.has(box.id))
      .flatMap((box) => {
        const made = passed(ask, draft, box);
        return made ? [{ draft: made }] : [];
      });
  },
};
