// A tuner that listens at an output of its own, and is no part of the way.
import { isGrid } from '../../chain';
import { blockIn, boxOf, jackIn, type Box } from '../../model';
import { withLine, type Draft, type Item } from '../draft';
import type { Ask, Part } from '../part';

const isTuner = ({ rig }: Ask, { box, blocks }: Item) =>
  blocks.some((id) => blockIn(boxOf(rig, box), id)?.category === 'tuner');

/** How many of a row of blocks lie ahead of an output beside the way; 0: there is none. */
function aside(box: Box, blocks: readonly string[]): number {
  const wires = box.patches.find(({ id }) => id === box.patch)?.wires ?? [];
  const givesOut = (id: string) =>
    wires.some(
      ({ from, to }) =>
        'block' in from && from.block === id && 'jack' in to && jackIn(box, to.jack)?.direction === 'out',
    );
  return blocks.slice(0, -1).findIndex(givesOut) + 1;
}

function listening(ask: Ask, draft: Draft): readonly Draft[] {
  const tuner = draft.line.find((item) => isTuner(ask, item));
  if (!tuner) return [];
  const bare = withLine(
    draft,
    draft.line.filter((item) => item !== tuner),
  );
  return bare.line.flatMap((item, at) => {
    const box = boxOf(ask.rig, item.box);
    const ahead = box && !isGrid(box) && !item.kept ? aside(box, item.blocks) : 0;
    if (ahead === 0) return [];
    const parts = [item.blocks.slice(0, ahead), item.blocks.slice(ahead)].map((blocks): Item => ({
      ...item,
      blocks,
    }));
    const ends = bare.ways.map((way) => (way.from > at ? { ...way, from: way.from + 1 } : way));
    return [
      {
        ...bare,
        line: bare.line.toSpliced(at, 1, ...parts),
        ways: [...ends, { from: at + 1, items: [tuner] }],
      },
    ];
  });
}

export const tuner: Part = {
  id: 'tuner',
  about: 'whether the tuner listens at an output of its own',
  vary: (ask, draft) => listening(ask, draft).map((one) => ({ draft: one })),
};
