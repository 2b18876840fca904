import type { Block, Box, EditCall, SingleEdit } from '../rig';
import { graphOf, isOn, type Graph, type Path, type Section } from '../signal';
import { memoBy } from '../units';
import { blockPart, scopeOf, type Found, type Rule, type View } from './finding';

const on = (section: Section) => isOn(section.state);

/** What hangs between a loop block's send and return: the blocks a signal leaving by the send would pass. */
export const hanging = (view: View, box: Box, loop: Block): readonly Hung[] =>
  hangingIn(graphOf(view.rig, view.setting), view.resolved.boxes, box, loop);

type Hung = { readonly box: Box; readonly block: Block };

// Kept by the graph, which sounds share; the boxes of one graph are the same.
const hangingIn = memoBy(
  (graph: Graph, _boxes: ReadonlyMap<string, Box>, _box: Box, loop: Block) => [graph, loop],
  (graph: Graph, boxes: ReadonlyMap<string, Box>, box: Box, loop: Block): readonly Hung[] => {
    const start = graph.nodes.findIndex(
      (n) => n.type === 'port' && n.box === box.id && n.block === loop.id && n.port === 'send',
    );
    const found: Hung[] = [];
    const seen = new Set([start]);
    const queue = start < 0 ? [] : [start];
    for (let at = queue.shift(); at !== undefined; at = queue.shift())
      for (const edge of (graph.out[at] ?? []).map((n) => graph.edges[n])) {
        if (!edge || seen.has(edge.to)) continue;
        seen.add(edge.to);
        const node = graph.nodes[edge.to];
        if (node?.type === 'port' && node.box === box.id && node.block === loop.id) continue;
        const owner = node?.type === 'port' ? boxes.get(node.box) : undefined;
        const block = node?.type === 'port' ? owner?.blocks.find((b) => b.id === node.block) : undefined;
        if (owner && block) found.push({ box: owner, block });
        queue.push(edge.to);
      }
    return found;
  },
);

type Loop = {
  readonly box: Box;
  readonly block: Block;
  readonly preamps: readonly { box: Box; block: Block }[];
  readonly on: boolean;
};

/** Loop blocks that a path passes, on or off, with the real preamps each of them can take out. */
function loopsWithPreamp(view: View, path: Path): readonly Loop[] {
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
  arguments: { box: box.id, block: block.id, state, scope: scopeOf(view.setting.sound) },
});

const distinct = (found: readonly Found[]): readonly Found[] => [
  ...new Map(found.map((f) => [f.parts.map((part) => part.id).join(' '), f])).values(),
];

/** MODEL-DOUBLE: an amp model ahead of a real preamp nothing takes out; a cabinet model ahead of any real preamp. */
const double: Rule = {
  code: 'MODEL-DOUBLE',
  reads: 'sound',
  judge: (view) =>
    distinct(
      view.trace.paths.flatMap((path) => {
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
  *cures(view, found) {
    yield* modelOff(view, found);
  },
};

function* modelOff(view: View, { data = {} }: Found): Generator<EditCall> {
  const [boxId, blockId] = (data.model ?? '').split('/');
  const box = view.resolved.boxes.get(boxId ?? '');
  const block = box?.blocks.find((b) => b.id === blockId);
  if (box && block?.states.some((state) => state.id === 'off')) yield switchTo(view, box, block, 'off');
}

/** MODEL-TWOPRE: an amp model and a preamp that a loop block can take out are both on one path, or neither is. */
const twoPreamps: Rule = {
  code: 'MODEL-TWOPRE',
  reads: 'sound',
  judge: (view) =>
    distinct(
      view.trace.paths.flatMap((path) =>
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
  *cures(view, found) {
    const [boxId, blockId] = (found.data?.loop ?? '').split('/');
    const box = view.resolved.boxes.get(boxId ?? '');
    const loop = box?.blocks.find((b) => b.id === blockId);
    if (!box || !loop) return;
    if (found.data?.both) yield* modelOff(view, found);
    else yield switchTo(view, box, loop, 'on');
  },
};

/** MODEL-BOTHSPK: a cabinet model behind the last preamp, heard through a guitar cabinet. */
const bothSpeakers: Rule = {
  code: 'MODEL-BOTHSPK',
  reads: 'sound',
  judge: (view) =>
    distinct(
      view.trace.paths.flatMap((path) => {
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
  *cures(view, found) {
    yield* modelOff(view, found);
  },
};

export const MODEL_RULES: readonly Rule[] = [double, twoPreamps, bothSpeakers];
