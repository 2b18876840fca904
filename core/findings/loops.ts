import { blockIn, boxOf, derive, type Box, type Jack } from '../model';
import { isOn, resolveIn, traceIn, type ForSignal } from '../signal';
import { blockPart, boxPart, jackPart, leadsAt, scopeOf, type Found, type Rule, type Wired } from './finding';
import { hanging } from './models';

/** An amplifier with a loop: what its preamp goes out by, what its power stage comes in by. */
type Loop = {
  readonly box: Box;
  readonly inputs: readonly Jack[];
  readonly outs: readonly Jack[];
  readonly back: Jack;
};

function loopOf(view: ForSignal, box: Box): Loop | null {
  const { patch } = resolveIn(view).patch(box);
  const role = (id: string) => blockIn(box, id)?.role;
  const jacks = (ids: readonly string[]) => box.jacks.filter((jack) => ids.includes(jack.id));
  const into = (wanted: string) =>
    patch.wires.flatMap(({ from, to }) =>
      'block' in to && role(to.block) === wanted && 'jack' in from ? [from.jack] : [],
    );
  const outs = patch.wires.flatMap(({ from, to }) =>
    'block' in from && role(from.block) === 'preamp' && 'jack' in to ? [to.jack] : [],
  );
  const back = jacks(into('power')).find((jack) => jack.normalledFrom !== undefined);
  return back && outs.length > 0 ? { box, back, outs: jacks(outs), inputs: jacks(into('preamp')) } : null;
}

const isUsed = (view: Wired, box: Box, jack: Jack) =>
  leadsAt(view, box, jack).some(({ far }) => far !== undefined);

/** WIRE-HALFLOOP: the return used and the preamp with no way out is a fault; the send used as an output is a note. */
const halfLoop: Rule = {
  code: 'WIRE-HALFLOOP',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found[] =>
    view.boxes.flatMap((box): Found[] => {
      const loop = loopOf({ ...view, sound: null }, box);
      if (!loop) return [];
      const used = (jack: Jack) => isUsed(view, box, jack);
      const [send] = loop.outs;
      const data = { box: box.id, back: `${box.id}/${loop.back.id}`, send: `${box.id}/${send?.id ?? ''}` };
      if (used(loop.back) && !loop.outs.some(used) && loop.inputs.some(used))
        return [{ severity: 'fault', parts: [jackPart(box, loop.back), boxPart(box)], data }];
      const sends = loop.outs.find(used);
      return sends && !used(loop.back)
        ? [{ severity: 'note', parts: [jackPart(box, sends), boxPart(box)], data: { ...data, alone: 'yes' } }]
        : [];
    }),
  ),
};

/** Blocks that this sound sets on by itself: it wants them heard. */
const isAskedFor = (view: ForSignal, box: Box, block: Box['blocks'][number]) => {
  const { state, from } = resolveIn(view).blockState(box, block);
  return from === 'sound' && isOn(state) && block.states.length > 1;
};

/** WIRE-LOOPOFF: a loop block off in a sound where what hangs on it is needed: its only preamp, or what the sound asks for. */
const loopOff: Rule = {
  code: 'WIRE-LOOPOFF',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'sound'], (view): readonly Found[] => {
    const resolved = resolveIn(view);
    const { paths } = traceIn(view);
    return view.boxes.flatMap((box) =>
      box.blocks.flatMap((block): Found[] => {
        if (block.role !== 'loop' || isOn(resolved.blockState(box, block).state)) return [];
        const passed = paths.some((path) => path.sections.some((s) => s.block === block));
        if (!passed) return [];
        const hangs = hanging(view, box, block);
        const hasModel = paths.some((path) => path.sections.some((s) => s.block.role === 'ampModel'));
        const needed = hangs.find(
          (h) => (h.block.role === 'preamp' && !hasModel) || isAskedFor(view, h.box, h.block),
        );
        return needed
          ? [
              {
                severity: 'fault',
                parts: [blockPart(box, block), blockPart(needed.box, needed.block)],
                data: {
                  box: box.id,
                  block: block.id,
                  needed: `${needed.box.id}/${needed.block.id}`,
                  preamp: needed.block.role === 'preamp' ? 'yes' : '',
                },
              },
            ]
          : [];
      }),
    );
  }),
  *cures(view, { data = {} }) {
    const states = blockIn(boxOf(view, data.box), data.block)?.states;
    const on = states?.find((state) => state.id !== 'off');
    if (on)
      yield {
        edit: 'setBlockState',
        arguments: {
          box: data.box ?? '',
          block: data.block ?? '',
          state: on.id,
          scope: scopeOf(view),
        },
      };
  },
};

export const LOOP_RULES: readonly Rule[] = [halfLoop, loopOff];
