import { derive } from '../../model';
import { deadKnobs } from '../../signal';
import { boxPart, type Found } from '../finding';
import { rule } from '../rule';

type Data = { readonly box: string; readonly controls: readonly string[] };

/** KNOB-DEAD: controls that do nothing in this routing, one line for each box. */
export const knobs = rule<Data>({
  code: 'KNOB-DEAD',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'sounds'], (view): readonly Found<Data>[] => {
    const dead = deadKnobs(view);
    return [...new Set(dead.map(({ box }) => box))].map((box) => ({
      severity: 'note',
      parts: [boxPart(box)],
      data: {
        box: box.id,
        controls: dead.flatMap((knob) => (knob.box === box ? [knob.control.id] : [])),
      },
    }));
  }),
  words: ({ data }, say) => ({
    text: `${say.controlsOf(data.box, data.controls)} of ${say.box(data.box)} do${data.controls.length > 1 ? '' : 'es'} nothing here.`,
    why: 'No way that is heard passes the part they act on, in any sound of this rig.',
  }),
});
