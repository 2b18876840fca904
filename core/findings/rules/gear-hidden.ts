import { derive, pluggedIn } from '../../model';
import { inWords } from '../../units';
import { boxPart, type Found } from '../finding';
import { rule } from '../rule';

type Data = { readonly box: string; readonly labels: readonly string[] };

/** GEAR-HIDDEN: a box that is plugged has a trim or switch inside whose setting nobody has written down. */
export const hiddenSetting = rule<Data>({
  code: 'GEAR-HIDDEN',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found<Data>[] => {
    const plugged = new Set(
      pluggedIn(view).flatMap(({ from, to }) => [...from, ...to].map(({ box }) => box)),
    );
    return view.boxes.flatMap((box): Found<Data>[] => {
      const open = box.hidden.filter(({ value }) => value.trim() === '').map(({ label }) => label);
      if (open.length === 0 || !plugged.has(box.id)) return [];
      return [{ severity: 'note', parts: [boxPart(box)], data: { box: box.id, labels: open } }];
    });
  }),
  words: ({ data }, say) => ({
    text: `Nobody has noted how ${inWords(data.labels)} of ${say.box(data.box)} is set.`,
    why: 'A spare that is set otherwise plays otherwise: what is inside must be copied too.',
  }),
});
