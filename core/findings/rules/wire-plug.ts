import { adapterFor, connectorName, plugFits, presents } from '../../cables';
import { derive, endAt, isLink, leadOf, pluggedIn, type Connector, type Side } from '../../model';
import { cure } from '../cure';
import { everyJack, jackPart, leadPart, type Found } from '../finding';
import { capitalFirst } from '../phrases';
import { rule } from '../rule';

type Data = {
  readonly lead: string;
  readonly side: Side;
  readonly jack: string;
  readonly plug: Connector;
  readonly socket: Connector;
  /** Its name; null: there is none that would do. */
  readonly adapter: string | null;
};

/** WIRE-PLUG: a plug that does not fit its jack, adapters counted in. */
export const plug = rule<Data>({
  code: 'WIRE-PLUG',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found<Data>[] =>
    pluggedIn(view).flatMap(({ lead, from, to }) => {
      if (isLink(lead)) return [];
      return (['from', 'to'] as const).flatMap((side): Found<Data>[] => {
        const given = presents(lead[side]);
        return (side === 'from' ? from : to).flatMap((ref): Found<Data>[] => {
          const end = endAt(view, ref);
          if (!end || (given !== null && plugFits(given, end.jack.connector))) return [];
          const adapter = adapterFor(lead[side].plug.connector, end.jack.connector);
          return [
            {
              severity: 'fault',
              parts: [leadPart(lead), jackPart(end.box, end.jack)],
              data: {
                lead: lead.id,
                side,
                jack: `${end.box.id}/${end.jack.id}`,
                plug: given ?? lead[side].plug.connector,
                socket: end.jack.connector,
                adapter: adapter?.name ?? null,
              },
            },
          ];
        });
      });
    }),
  ),
  words: ({ data }, say) => ({
    text: `${capitalFirst(say.parts('lead')[0] ?? '')}: ${connectorName(data.plug)} plug, ${connectorName(data.socket)} socket at ${say.jack(data.jack)}.`,
    why: data.adapter
      ? `It wants an adapter: ${data.adapter}.`
      : 'There is no adapter for it: another lead is needed.',
  }),
  *cures(view, { data }) {
    const lead = leadOf(view, data.lead);
    const { side } = data;
    const end = everyJack(view).find(({ box, jack }) => `${box.id}/${jack.id}` === data.jack);
    if (!lead || !end) return;
    const adapter = adapterFor(lead[side].plug.connector, end.jack.connector);
    if (adapter !== undefined)
      yield cure(view, {
        edit: 'setAdapters',
        arguments: { lead: lead.id, side, adapters: adapter ? [adapter] : [] },
      });
  },
});
