import { derive, leadOf, type Jack } from '../../model';
import { jointsIn } from '../../signal';
import { cure, group } from '../cure';
import { isFree, jackPart, leadPart, type Found } from '../finding';
import { rule } from '../rule';
import { ofKind, runsOf } from '../runs';

type Data = {
  readonly lead: string;
  readonly side: 'from' | 'to';
  readonly out: string;
  readonly into: string;
};

const LOW_LEVEL: readonly Jack['carries'][] = ['phones', 'line', 'instrument', 'mic'];

/** SPK-PHONES: a headphone or line output into a passive cabinet: nothing drives it. */
export const phones = rule<Data>({
  code: 'SPK-PHONES',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found<Data>[] =>
    runsOf(view).flatMap(({ lead, from, to }): Found<Data>[] => {
      const [out, into] = from.jack.direction === 'in' ? [to, from] : [from, to];
      const passive = into.jack.direction === 'in' && into.jack.speaker?.isLoad === 'always';
      // By the tails of a Y it is what feeds them that drives the cabinet, or does not.
      const fed = jointsIn(view).get(`${into.box.id}/${into.jack.id}`)?.outputs ?? [];
      if (fed.some(({ jack }) => jack.carries === 'speaker')) return [];
      if (!passive || out.jack.direction === 'in' || !LOW_LEVEL.includes(out.jack.carries)) return [];
      return [
        {
          severity: 'fault',
          parts: [leadPart(lead), jackPart(out.box, out.jack), jackPart(into.box, into.jack)],
          data: {
            lead: lead.id,
            side: out === from ? 'from' : 'to',
            out: `${out.box.id}/${out.jack.id}`,
            into: `${into.box.id}/${into.jack.id}`,
          },
        },
      ];
    }),
  ),
  words: ({ data }, say) => ({
    text: `${say.jack(data.out)} goes into a passive cabinet, ${say.jack(data.into)}.`,
    why: 'A headphone or line output cannot drive a cabinet: it wants a power amplifier between them.',
  }),
  *cures(view, { data }) {
    const { side } = data;
    const lead = leadOf(view, data.lead);
    if (!lead) return;
    for (const box of view.boxes)
      for (const jack of box.jacks)
        if (jack.direction === 'out' && jack.speaker && isFree(view, box, jack))
          yield group(`Drive it from ${box.name}, amplifier switched off`, [
            { edit: 'replug', arguments: { lead: lead.id, side, at: [{ box: box.id, jack: jack.id }] } },
            ofKind(lead, 'speaker'),
          ]);
    yield cure(view, { edit: 'unplug', arguments: { lead: lead.id, side } });
  },
});
