import { derive, type Jack, type JackEnd } from '../../model';
import { cure } from '../cure';
import { everyJack, jackPart, leadPart, type Found } from '../finding';
import { rule } from '../rule';
import { drivenBy, undrivenIn } from '../undriven';

type Data = { readonly lead: string; readonly out: string; readonly into: string };

const key = ({ box, jack }: JackEnd) => `${box.id}/${jack.id}`;

const LOW_LEVEL: readonly Jack['carries'][] = ['phones', 'line', 'instrument', 'mic'];

/** SPK-PHONES: a headphone or line output into a passive cabinet: nothing drives it. */
export const phones = rule<Data>({
  code: 'SPK-PHONES',
  cause: 2,
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found<Data>[] =>
    undrivenIn(view)
      .filter(({ out: { jack } }) => jack.direction !== 'in' && LOW_LEVEL.includes(jack.carries))
      .map(({ lead, out, into }) => ({
        severity: 'fault',
        parts: [leadPart(lead), jackPart(out.box, out.jack), jackPart(into.box, into.jack)],
        data: { lead: lead.id, out: key(out), into: key(into) },
      })),
  ),
  words: ({ data }, say) => ({
    text: `${say.jack(data.out)} goes into a passive cabinet, ${say.jack(data.into)}.`,
    why: 'A headphone or line output cannot drive a cabinet: it wants a power amplifier between them.',
  }),
  *cures(view, { data }) {
    const run = undrivenIn(view).find(({ lead }) => lead.id === data.lead);
    if (!run) return;
    yield* drivenBy(view, run, everyJack(view));
    yield cure(view, { edit: 'unplug', arguments: { lead: data.lead, side: run.side } });
  },
});
