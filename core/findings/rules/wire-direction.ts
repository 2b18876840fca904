import { derive, endAt, pluggedIn } from '../../model';
import { inWords } from '../../units';
import { alongWith, clearsClash, crossingsIn, misplacedIn, toldByRing, type Crossing } from '../crossings';
import type { Cure } from '../cure';
import {
  bestExchange,
  clashes,
  clashingLeads,
  crossingParts,
  exchangeCure,
  replugCure,
  shareOfTrials,
  type Exchange,
} from '../exchange';
import { everyJack, isFree, jackPart, leadPart, type Found, type View, type Wired } from '../finding';
import { misplacedCure, misplacedFound, misplacedWords, type MisplacedData } from '../misplaced';
import { capitalFirst } from '../phrases';
import { rule } from '../rule';
import { serviceClashes, serviceCures, serviceMoves } from '../service-leads';
import { suspectsIn } from '../suspects';
import { drivenBy, undrivenIn } from '../undriven';

type Data =
  | MisplacedData
  | (Crossing & { readonly clash: boolean })
  | {
      readonly lead: string;
      readonly from: string;
      readonly to: string;
      readonly direction: string;
    };

/** A clash that no exchange clears, by its one lead. */
function alone(of: Wired, leadId: string): readonly Found<Data>[] {
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

/** Two leads between two of a kind that one exchange puts right. */
const crossing = (of: Wired, exchange: Exchange): Found<Data> => ({
  severity: 'fault',
  parts: crossingParts(of, exchange),
  data: { exchange, all: [exchange], clash: true },
});

/** WIRE-DIRECTION: output to output, input to input; one finding for each crossing of two leads. */
export const direction = rule<Data>({
  code: 'WIRE-DIRECTION',
  cause: 1,
  reads: 'rig',
  wrong: clashingLeads,
  judge: derive(['boxes', 'leads', 'variant', 'sounds', 'wants'], (of): readonly Found<Data>[] => {
    const misplaced = misplacedIn(of);
    const service = serviceClashes(of).flatMap(({ lead, with: exchange }) =>
      exchange ? [crossing(of, exchange)] : alone(of, lead),
    );
    const suspects = suspectsIn(of);
    // Where a ring is closed too, the ring tells of it.
    if (misplaced) return suspects.ringing.length > 0 ? service : [misplacedFound(misplaced, {}), ...service];
    const found: Found<Data>[] = [];
    const clashing = new Set(clashingLeads(of));
    const most = shareOfTrials(suspects.clashing.length / 2);
    // What one or two exchanges explain is told by them; more are looked for one by one.
    const all = crossingsIn(of);
    const ringing = toldByRing(of, all);
    const known = all.filter((exchange) => !ringing.includes(exchange));
    for (const exchange of known)
      found.push({
        severity: 'fault',
        parts: crossingParts(of, exchange),
        data: { exchange, all, clash: clearsClash(of, exchange) },
      });
    const explained = all.flatMap(({ a, b }) => [a.lead, b.lead]);
    for (let open = suspects.clashing.filter((lead) => !explained.includes(lead)); open.length > 0;) {
      const exchange = bestExchange(of, open.slice(0, 1), {
        most,
        accept: (after) => {
          const now = clashingLeads(after);
          return now.length < clashing.size && now.every((lead) => clashing.has(lead));
        },
      });
      const [first = ''] = open;
      if (exchange) found.push(crossing(of, exchange));
      else found.push(...alone(of, first));
      const told = exchange ? [exchange.a.lead, exchange.b.lead] : [first];
      open = open.filter((lead) => !told.includes(lead));
    }
    return [...found, ...service];
  }),
  words: ({ data }, say) =>
    'misplaced' in data
      ? {
          text: `${misplacedWords(data, say)}: as it is, nothing flows.`,
          why: 'Output into output, or input into input: one plug is in the wrong jack of its box.',
        }
      : 'exchange' in data
        ? {
            text: `${capitalFirst(inWords(say.parts('lead')))} are crossed${data.clash ? ': output into output, input into input' : ' too'}.`,
            why: `${data.clash ? 'Nothing flows between two jacks of one direction.' : 'With the other crossing put right these two would still stand in each other’s place.'} Exchanging two plugs puts both right.`,
          }
        : {
            text: `${capitalFirst(say.parts('lead')[0] ?? '')} joins two ${data.direction === 'out' ? 'outputs' : 'inputs'}: ${say.jack(data.from)} and ${say.jack(data.to)}.`,
            why: 'Nothing flows between two jacks of one direction.',
          },
  along: (view, { data }) => ('exchange' in data ? alongWith(view, data) : []),
  *cures(view, { data }) {
    if ('misplaced' in data) yield misplacedCure(view, data);
    else if ('exchange' in data) {
      const service = serviceCures(view, data.exchange);
      yield* service.length > 0 ? service : [exchangeCure(view, data.exchange)];
    } else {
      const run = undrivenIn(view).find(({ lead }) => lead.id === data.lead);
      if (run) yield* drivenBy(view, run, everyJack(view));
      yield* serviceMoves(view, data.lead);
      yield* anotherJack(view, data.lead);
    }
  },
});

/** Free jacks of the right direction on either box, nearest in kind first. */
function* anotherJack(view: View, leadId: string): Generator<Cure> {
  const lead = pluggedIn(view).find((p) => p.lead.id === leadId);
  for (const side of ['to', 'from'] as const) {
    const [end, far] = [endAt(view, lead?.[side][0]), endAt(view, lead?.[side === 'to' ? 'from' : 'to'][0])];
    if (!end || !far) continue;
    const choices = end.box.jacks
      .filter((jack) => isFree(view, end.box, jack) && !clashes({ from: jack, to: far.jack }))
      .sort((a, b) => Number(b.carries === end.jack.carries) - Number(a.carries === end.jack.carries));
    for (const jack of choices) yield replugCure(view, leadId, side, { box: end.box.id, jack: jack.id });
  }
}
