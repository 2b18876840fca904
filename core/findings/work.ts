// What of a box is there to be worked, and where that comes out.
import { actsOnBlock, isAudio, type Block, type Box, type Jack } from '../model';
import { resolveIn } from '../signal';
import { weakly } from '../units';
import type { Wired } from './finding';

/** Whether a block is there to be worked: a switch or a knob acts on it, and it is more than a buffer. */
const isWorked = (box: Box, block: Block): boolean =>
  block.role !== 'buffer' &&
  (block.states.length > 1 || box.controls.some((control) => actsOnBlock(control, block.id)));

/** The blocks of a box that are there to be worked. */
export const workedIn = weakly(
  (box: Box): ReadonlySet<string> =>
    new Set(box.blocks.filter((block) => isWorked(box, block)).map(({ id }) => id)),
);

/** The outputs of a box behind any block that is there to be worked, in printed order; sends are none. */
export function outputsOfWork(of: Wired, box: Box): readonly Jack[] {
  const { wires } = resolveIn({ ...of, sound: null }).innerWiring(box).patch;
  const behind = new Set(workedIn(box));
  // A set that grows while it is walked takes in what stands behind what it took in.
  for (const id of behind)
    for (const { from, to } of wires)
      if ('block' in from && from.block === id && 'block' in to) behind.add(to.block);
  const fed = new Set(
    wires.flatMap(({ from, to }) =>
      'block' in from && from.port !== 'send' && 'jack' in to && behind.has(from.block) ? [to.jack] : [],
    ),
  );
  return box.jacks.filter((jack) => fed.has(jack.id) && isAudio(jack));
}

/** Whether an output gives what comes in and nothing of what the box does, though another one gives that. */
export function isAside(of: Wired, box: Box, jack: Jack): boolean {
  const outputs = jack.direction === 'out' ? outputsOfWork(of, box) : [];
  const { wires } = resolveIn({ ...of, sound: null }).innerWiring(box).patch;
  const isSend = wires.some(
    ({ from, to }) => 'block' in from && from.port === 'send' && 'jack' in to && to.jack === jack.id,
  );
  return outputs.length > 0 && !isSend && !outputs.includes(jack);
}
