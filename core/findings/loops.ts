import type { Box, Jack } from '../rig';
import { isOn } from '../signal';
import { blockPart, boxPart, jackPart, leadsAt, scopeOf, type Found, type Rule, type View } from './finding';
import { hanging } from './models';

/** An amplifier with a loop: what its preamp goes out by, what its power stage comes in by. */
type Loop = {
  readonly box: Box;
  readonly inputs: readonly Jack[];
  readonly outs: readonly Jack[];
  readonly back: Jack;
};

function loopOf(view: View, box: Box): Loop | null {
  const { patch } = view.resolved.patch(box);
  const role = (id: string) => box.blocks.find((block) => block.id === id)?.role;
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

const isUsed = (view: View, box: Box, jack: Jack) =>
  leadsAt(view, box, jack).some(({ far }) => far !== undefined);

/** WIRE-HALFLOOP: the return used and the preamp with no way out is a fault; the send used as an output is a note. */
const halfLoop: Rule = {
  code: 'WIRE-HALFLOOP',
  reads: 'rig',
  judge: (view) =>
    view.rig.boxes.flatMap((box): Found[] => {
      const loop = loopOf(view, box);
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
};

/** Blocks that this sound sets on by itself: it wants them heard. */
const isAskedFor = (view: View, box: Box, block: Box['blocks'][number]) => {
  const { state, from } = view.resolved.blockState(box, block);
  return from === 'sound' && isOn(state) && block.states.length > 1;
};

/** WIRE-LOOPOFF: a loop block off in a sound where what hangs on it is needed: its only preamp, or what the sound asks for. */
const loopOff: Rule = {
  code: 'WIRE-LOOPOFF',
  reads: 'sound',
  judge: (view) =>
    view.rig.boxes.flatMap((box) =>
      box.blocks.flatMap((block): Found[] => {
        if (block.role !== 'loop' || isOn(view.resolved.blockState(box, block).state)) return [];
        const passed = view.trace.paths.some((path) => path.sections.some((s) => s.block === block));
        if (!passed) return [];
        const hangs = hanging(view, box, block);
        const hasModel = view.trace.paths.some((path) =>
          path.sections.some((s) => s.block.role === 'ampModel'),
        );
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
    ),
  *cures(view, { data = {} }) {
    const states = view.resolved.boxes.get(data.box ?? '')?.blocks.find((b) => b.id === data.block)?.states;
    const on = states?.find((state) => state.id !== 'off');
    if (on)
      yield {
        edit: 'setBlockState',
        arguments: {
          box: data.box ?? '',
          block: data.block ?? '',
          state: on.id,
          scope: scopeOf(view.setting.sound),
        },
      };
  },
};

export const LOOP_RULES: readonly Rule[] = [halfLoop, loopOff];
