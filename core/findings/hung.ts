// What hangs in loops, and switching it.
import { blockAt, blockIn, boxOf, type Block, type BlockState, type Box } from '../model';
import {
  graphIn,
  isOn,
  resolveIn,
  type ForSignal,
  type Graph,
  type Node,
  type Path,
  type Section,
} from '../signal';
import { weakly } from '../units';
import { cure, type Cure } from './cure';
import { scopeOf, type Data, type Found, type View } from './finding';

export const isSectionOn = (section: Section) => isOn(section.state);

type Hung = { readonly box: Box; readonly block: Block };

/** The nodes that a signal leaving by a loop's send would pass. */
const nodesBehind = weakly((graph: Graph, box: string, loop: string): readonly Node[] => {
  const start = graph.nodes.findIndex(
    (n) => n.type === 'port' && n.box === box && n.block === loop && n.port === 'send',
  );
  const found: Node[] = [];
  const seen = new Set([start]);
  const queue = start < 0 ? [] : [start];
  for (let at = queue.shift(); at !== undefined; at = queue.shift())
    for (const edge of (graph.out[at] ?? []).map((n) => graph.edges[n])) {
      if (!edge || seen.has(edge.to)) continue;
      seen.add(edge.to);
      const node = graph.nodes[edge.to];
      if (node?.type === 'port' && node.box === box && node.block === loop) continue;
      if (node) found.push(node);
      queue.push(edge.to);
    }
  return found;
});

/** What hangs between a loop block's send and return: the blocks a signal leaving by the send would pass. */
export const hanging = (view: ForSignal, box: Box, loop: Block): readonly Hung[] =>
  nodesBehind(graphIn(view), box.id, loop.id).flatMap((node): Hung[] => {
    const owner = node.type === 'port' ? boxOf(view, node.box) : undefined;
    const block = node.type === 'port' ? blockIn(owner, node.block) : undefined;
    return owner && block ? [{ box: owner, block }] : [];
  });

type Loop = {
  readonly box: Box;
  readonly block: Block;
  readonly preamps: readonly { box: Box; block: Block }[];
  readonly on: boolean;
};

/** A real preamp that is at work: a pedal of that kind may be off. */
export const isPreampOn = (section: Section) => section.block.role === 'preamp' && isSectionOn(section);

/** Loop blocks that a path passes, on or off, with the real preamps at work that each of them can take out. */
export function loopsWithPreamp(view: ForSignal, path: Path): readonly Loop[] {
  const seen = new Set<Block>();
  return path.sections.flatMap((section) => {
    if (section.block.role !== 'loop' || seen.has(section.block)) return [];
    seen.add(section.block);
    const preamps = hanging(view, section.box, section.block).filter(
      ({ box, block }) => block.role === 'preamp' && isOn(resolveIn(view).blockState(box, block).state),
    );
    return preamps.length > 0
      ? [{ box: section.box, block: section.block, preamps, on: isSectionOn(section) }]
      : [];
  });
}

/** A block switched, where the sound in force keeps it. */
export const switchTo = (view: View, box: Box, block: Block, state: string): Cure =>
  cure(view, {
    edit: 'setBlockState',
    arguments: { box: box.id, block: block.id, state, scope: scopeOf(view) },
  });

/** Blocks of some ways that are off, each once, with the state that switches it on. */
export const blocksOff = (
  paths: readonly Path[],
  isMeant: (block: Block) => boolean,
  isWanted: (state: BlockState) => boolean = () => true,
): ReadonlyMap<Block, { readonly box: Box; readonly on: string }> =>
  new Map(
    paths.flatMap(({ sections }) =>
      sections.flatMap(({ box, block, state }) => {
        const on = block.states.find((one) => isOn(one) && isWanted(one));
        return isMeant(block) && !isOn(state) && on ? [[block, { box, on: on.id }] as const] : [];
      }),
    ),
  );

/** The same parts found on several ways are one finding. */
export const distinct = <D extends Data>(found: readonly Found<D>[]): readonly Found<D>[] => [
  ...new Map(found.map((f) => [f.parts.map((part) => part.id).join(' '), f])).values(),
];

/** @param model `box/block` */
export function* modelOff(view: View, model: string): Generator<Cure> {
  const at = blockAt(view, model);
  if (at?.block.states.some((state) => !isOn(state))) yield switchTo(view, at.box, at.block, 'off');
}
