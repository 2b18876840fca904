// Pedals in the loops of a switcher, in their order.
import { isGrid, quoted } from '../../chain';
import { boxOf, type Box } from '../../model';
import { boxesIn, withLine, type Draft, type Item } from '../draft';
import { hasRole, isSwitcher, whole } from '../items';
import type { Ask, Part } from '../part';

/** The longest run of pedals by themselves in a line. */
function runOf(ask: Ask, line: readonly Item[]): readonly [number, number] | null {
  const isPedal = (item: Item) => {
    const box = boxOf(ask.rig, item.box);
    return (
      box !== undefined &&
      !isGrid(box) &&
      !item.kept &&
      !item.second &&
      hasRole(ask.rig, item, 'effect') &&
      box.blocks.every(({ category }) => category !== 'tuner') &&
      whole(box).blocks.length === item.blocks.length
    );
  };
  let best: readonly [number, number] | null = null;
  for (let from = 0; from < line.length;) {
    const behind = line.slice(from).findIndex((item) => !isPedal(item));
    const to = behind < 0 ? line.length : from + behind;
    if (to > from && (!best || to - from > best[1] - best[0])) best = [from, to];
    from = to + 1;
  }
  return best;
}

function looped({ rig }: Ask, draft: Draft, box: Box, [from, to]: readonly [number, number]): Draft {
  const loops = box.blocks.filter(({ role }) => role === 'loop');
  const pedals = draft.line.slice(from, to);
  // More pedals than loops: the first stay ahead, where they see the pickup.
  const ahead = pedals.slice(0, Math.max(0, pedals.length - loops.length));
  const held = pedals.slice(ahead.length);
  const words = box.blocks.flatMap(({ id, role }) => {
    if (role !== 'loop') return [id];
    const pedal = held[loops.findIndex((loop) => loop.id === id)];
    return pedal ? [`${id}(${quoted(boxOf(rig, pedal.box)?.tag ?? pedal.box)})`] : [];
  });
  const item: Item = {
    box: box.id,
    blocks: [],
    by: '>',
    kept: {
      text: `${quoted(box.tag)}[${words.join(' ')}]`,
      boxes: [box.id, ...held.map(({ box: id }) => id)],
    },
  };
  return withLine(draft, draft.line.toSpliced(from, to - from, ...ahead, item));
}

export const switcher: Part = {
  id: 'switcher',
  about: 'whether pedals hang in the loops of a switcher',
  vary: (ask, draft) => {
    const used = boxesIn(draft);
    const run = runOf(ask, draft.line);
    const boxes = ask.rig.boxes.filter((box) => isSwitcher(box) && !used.has(box.id));
    return run ? boxes.map((box) => ({ draft: looped(ask, draft, box, run) })) : [];
  },
};
