import { adapterFor, plugFits, presents } from '../cables';
import type { EditCall } from '../edits';
import { derive, endAt, isLink, leadOf, pluggedIn } from '../model';
import {
  bestExchange,
  clashes,
  clashingLeads,
  crossingParts,
  exchangeData,
  exchangeEdit,
  exchangeFrom,
} from './exchange';
import {
  everyJack,
  isFree,
  jackPart,
  leadPart,
  type Found,
  type Rule,
  type View,
  type Wired,
} from './finding';
import { ring } from './rings';

/** A clash that no exchange clears, by its one lead. */
function alone(of: Wired, leadId: string): readonly Found[] {
  const lead = pluggedIn(of).find((p) => p.lead.id === leadId);
  const [from, to] = [endAt(of, lead?.from[0]), endAt(of, lead?.to[0])];
  if (!lead || !from || !to) return [];
  return [
    {
      severity: 'fault',
      parts: [leadPart(lead.lead), jackPart(from.box, from.jack), jackPart(to.box, to.jack)],
      data: {
        lead: lead.lead.id,
        from: `${from.box.id}/${from.jack.id}`,
        to: `${to.box.id}/${to.jack.id}`,
        direction: from.jack.direction,
      },
    },
  ];
}

/** WIRE-DIRECTION: output to output, input to input; one finding for each crossing of two leads. */
const direction: Rule = {
  code: 'WIRE-DIRECTION',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant', 'sounds', 'wants'], (of): readonly Found[] => {
    const found: Found[] = [];
    const clashing = new Set(clashingLeads(of));
    for (let open = [...clashing]; open.length > 0;) {
      const exchange = bestExchange(of, open.slice(0, 1), (after) => {
        const now = clashingLeads(after);
        return now.length < clashing.size && now.every((lead) => clashing.has(lead));
      });
      const [first = ''] = open;
      if (exchange)
        found.push({ severity: 'fault', parts: crossingParts(of, exchange), data: exchangeData(exchange) });
      else found.push(...alone(of, first));
      const told = exchange ? [exchange.a.lead, exchange.b.lead] : [first];
      open = open.filter((lead) => !told.includes(lead));
    }
    return found;
  }),
  *cures(view, { data = {} }) {
    if (data.a !== undefined) yield exchangeEdit(view, exchangeFrom(data));
    else if (data.lead !== undefined) yield* anotherJack(view, data.lead);
  },
};

/** Free jacks of the right direction on either box, nearest in kind first. */
function* anotherJack(view: View, leadId: string): Generator<EditCall> {
  const lead = pluggedIn(view).find((p) => p.lead.id === leadId);
  for (const side of ['to', 'from'] as const) {
    const [end, far] = [endAt(view, lead?.[side][0]), endAt(view, lead?.[side === 'to' ? 'from' : 'to'][0])];
    if (!end || !far) continue;
    const choices = end.box.jacks
      .filter((jack) => isFree(view, end.box, jack) && !clashes({ from: jack, to: far.jack }))
      .sort((a, b) => Number(b.carries === end.jack.carries) - Number(a.carries === end.jack.carries));
    for (const jack of choices)
      yield { edit: 'replug', arguments: { lead: leadId, side, at: [{ box: end.box.id, jack: jack.id }] } };
  }
}

/** WIRE-PLUG: a plug that does not fit its jack, adapters counted in. */
const plug: Rule = {
  code: 'WIRE-PLUG',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found[] =>
    pluggedIn(view).flatMap(({ lead, from, to }) => {
      if (isLink(lead)) return [];
      return (['from', 'to'] as const).flatMap((side): Found[] => {
        const given = presents(lead[side]);
        return (side === 'from' ? from : to).flatMap((ref): Found[] => {
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
                adapter: adapter?.name ?? '',
              },
            },
          ];
        });
      });
    }),
  ),
  *cures(view, { data = {} }) {
    const lead = leadOf(view, data.lead);
    const side = data.side === 'from' ? 'from' : 'to';
    const end = everyJack(view).find(({ box, jack }) => `${box.id}/${jack.id}` === data.jack);
    if (!lead || !end) return;
    const adapter = adapterFor(lead[side].plug.connector, end.jack.connector);
    if (adapter !== undefined)
      yield { edit: 'setAdapters', arguments: { lead: lead.id, side, adapters: adapter ? [adapter] : [] } };
  },
};

export const WIRE_RULES: readonly Rule[] = [direction, ring, plug];
