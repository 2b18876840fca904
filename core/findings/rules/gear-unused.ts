import { takeOutEdit } from '../../cables';
import { isOneInOneOut } from '../../lengths';
import { derive, everySound, type Block } from '../../model';
import { isOn, resolveIn, traceIn } from '../../signal';
import { act } from '../cure';
import { boxPart, type Found } from '../finding';
import { rule } from '../rule';

type Data = { readonly box: string; readonly bypass: Block['bypassKind'] };

/** Tuners and loopers are off in every sound by their nature. */
const BY_HAND: readonly (string | undefined)[] = ['tuner', 'looper', 'volume'];

/** The boxes that some way of one sound passes, and the blocks that are at work in it. */
const atWork = derive(['boxes', 'leads', 'variant', 'standing'], (view) => {
  const resolved = resolveIn(view);
  return {
    passed: new Set(traceIn(view).paths.flatMap((path) => path.sections.map(({ box }) => box))),
    on: new Set(
      view.boxes.flatMap((box) => box.blocks.filter((block) => isOn(resolved.blockState(box, block).state))),
    ),
  };
});

/** GEAR-UNUSED: a box in the path that no sound uses. With one sound nothing is known of use. */
export const unused = rule<Data>({
  code: 'GEAR-UNUSED',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'sounds'], (view): readonly Found<Data>[] => {
    if (view.sounds.length < 2) return [];
    const sounds = everySound(view).map(atWork);
    return view.boxes.flatMap((box): Found<Data>[] => {
      const effects = box.blocks.filter((block) => block.role === 'effect');
      const passed = sounds.some((sound) => sound.passed.has(box));
      if (!isOneInOneOut(box) || effects.length === 0 || !passed) return [];
      const idle = effects.every(
        (block) =>
          !BY_HAND.includes(block.category) &&
          block.states.length > 1 &&
          sounds.every((sound) => !sound.on.has(block)),
      );
      if (!idle) return [];
      const bypass = effects[0]?.bypassKind ?? 'none';
      return [{ severity: 'note', parts: [boxPart(box)], data: { box: box.id, bypass } }];
    });
  }),
  words: ({ data }, say) => ({
    text: `${say.box(data.box)} is on in no sound.`,
    why:
      data.bypass === 'buffered'
        ? 'It stands in the path as a buffer only. Out of it: one lead less, one box less to fail.'
        : 'Out of the path: one lead and two contacts less, one box less to fail.',
  }),
  *cures(view, { data }) {
    const call = takeOutEdit(view.rig, view.variant?.id ?? null, data.box);
    if (call) yield act(call);
  },
});
