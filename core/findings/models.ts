import type { EditCall, SingleEdit } from '../edits';
import { blockIn, boxOf, derive, type Block, type Box } from '../model';
import {
  graphIn,
  isOn,
  traceIn,
  type ForSignal,
  type Graph,
  type Node,
  type Path,
  type Section,
} from '../signal';
import { weakly } from '../units';
import { blockPart, scopeOf, type Found, type Rule, type View } from './finding';

const on = (section: Section) => isOn(section.state);

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

/** Loop blocks that a path passes, on or off, with the real preamps each of them can take out. */
function loopsWithPreamp(view: ForSignal, path: Path): readonly Loop[] {
  const seen = new Set<Block>();
  return path.sections.flatMap((section) => {
    if (section.block.role !== 'loop' || seen.has(section.block)) return [];
    seen.add(section.block);
    const preamps = hanging(view, section.box, section.block).filter(({ block }) => block.role === 'preamp');
    return preamps.length > 0 ? [{ box: section.box, block: section.block, preamps, on: on(section) }] : [];
  });
}

const switchTo = (view: View, box: Box, block: Block, state: string): SingleEdit => ({
  edit: 'setBlockState',
  arguments: { box: box.id, block: block.id, state, scope: scopeOf(view) },
});

const distinct = (found: readonly Found[]): readonly Found[] => [
  ...new Map(found.map((f) => [f.parts.map((part) => part.id).join(' '), f])).values(),
];

/** MODEL-DOUBLE: an amp model ahead of a real preamp nothing takes out; a cabinet model ahead of any real preamp. */
const double: Rule = {
  code: 'MODEL-DOUBLE',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'sound'], (view): readonly Found[] =>
    distinct(
      traceIn(view).paths.flatMap((path) => {
        const removable = new Set(
          loopsWithPreamp(view, path).flatMap((loop) => loop.preamps.map((p) => p.block)),
        );
        return path.sections.flatMap((section, i): Found[] => {
          const { role } = section.block;
          if ((role !== 'ampModel' && role !== 'cabModel') || !on(section)) return [];
          const preamp = path.sections
            .slice(i + 1)
            .find(
              (later) =>
                later.block.role === 'preamp' && (role === 'cabModel' || !removable.has(later.block)),
            );
          if (!preamp) return [];
          return [
            {
              severity: 'caution',
              parts: [blockPart(section.box, section.block), blockPart(preamp.box, preamp.block)],
              data: {
                model: `${section.box.id}/${section.block.id}`,
                preamp: `${preamp.box.id}/${preamp.block.id}`,
                role,
              },
            },
          ];
        });
      }),
    ),
  ),
  *cures(view, found) {
    yield* modelOff(view, found);
  },
};

function* modelOff(view: View, { data = {} }: Found): Generator<EditCall> {
  const [boxId, blockId] = (data.model ?? '').split('/');
  const box = boxOf(view, boxId ?? '');
  const block = blockIn(box, blockId);
  if (box && block?.states.some((state) => state.id === 'off')) yield switchTo(view, box, block, 'off');
}

/** MODEL-TWOPRE: an amp model and a preamp that a loop block can take out are both on one path, or neither is. */
const twoPreamps: Rule = {
  code: 'MODEL-TWOPRE',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'sound'], (view): readonly Found[] =>
    distinct(
      traceIn(view).paths.flatMap((path) =>
        loopsWithPreamp(view, path).flatMap((loop) =>
          path.sections
            .filter((section) => section.block.role === 'ampModel' && on(section) === loop.on)
            .map((model): Found => ({
              severity: 'caution',
              parts: [
                blockPart(model.box, model.block),
                blockPart(loop.box, loop.block),
                ...loop.preamps.map((p) => blockPart(p.box, p.block)),
              ],
              data: {
                both: loop.on ? 'yes' : '',
                model: `${model.box.id}/${model.block.id}`,
                loop: `${loop.box.id}/${loop.block.id}`,
                preamp: `${loop.preamps[0]?.box.id}/${loop.preamps[0]?.block.id}`,
              },
            })),
        ),
      ),
    ),
  ),
  *cures(view, found) {
    const [boxId, blockId] = (found.data?.loop ?? '').split('/');
    const box = boxOf(view, boxId ?? '');
    const loop = blockIn(box, blockId);
    if (!box || !loop) return;
    if (found.data?.both) yield* modelOff(view, found);
    else yield switchTo(view, box, loop, 'on');
  },
};

/** MODEL-BOTHSPK: a cabinet model behind the last preamp, heard through a guitar cabinet. */
const bothSpeakers: Rule = {
  code: 'MODEL-BOTHSPK',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'sound'], (view): readonly Found[] =>
    distinct(
      traceIn(view).paths.flatMap((path) => {
        const heard = path.sections.at(-1);
        if (heard?.block.role !== 'speaker') return [];
        const last = path.sections.findLastIndex((section) => section.block.role === 'preamp');
        return path.sections
          .slice(last + 1)
          .filter((section) => section.block.role === 'cabModel' && on(section))
          .map((section): Found => ({
            severity: 'caution',
            parts: [blockPart(section.box, section.block), blockPart(heard.box, heard.block)],
            data: { model: `${section.box.id}/${section.block.id}`, cabinet: heard.box.id },
          }));
      }),
    ),
  ),
  *cures(view, found) {
    yield* modelOff(view, found);
  },
};

export const MODEL_RULES: readonly Rule[] = [double, twoPreamps, bothSpeakers];
