import { derive, everySound } from '../../model';
import { cyclesIn, type Cycle } from '../../signal';
import { inWords } from '../../units';
import { alongWith, crossingsIn, misplacedIn, toldByRing, type Crossing } from '../crossings';
import { crossingParts, exchangeCure, type Exchange } from '../exchange';
import type { Found } from '../finding';
import { misplacedCure, misplacedFound, misplacedWords, type MisplacedData } from '../misplaced';
import { capitalFirst } from '../phrases';
import { byLeads, ringExchange, ringGain, ringKeys } from '../rings';
import { rule } from '../rule';

type Data = (Crossing | MisplacedData) & {
  /** The leads of its rings. */
  readonly ring: readonly string[];
};

type Ring = { readonly cycle: Cycle; readonly gain: number };

const loudestOf = (rings: readonly Ring[]) => Math.max(...rings.map(({ gain }) => gain));
const leadsOf = (rings: readonly Ring[]) => [...new Set(rings.flatMap(({ cycle }) => cycle.leads))];

/** Of rings that the same leads close, by whichever plugs, the loudest. */
function oncePerLeads(found: readonly Found<Data>[]): readonly Found<Data>[] {
  const gainOf = ({ figures = [] }: Found<Data>) => figures[0]?.value ?? -Infinity;
  const loudest = new Map<string, Found<Data>>();
  for (const one of found) {
    const key = one.parts.map(({ id }) => id).join(' ');
    const other = loudest.get(key);
    if (!other || gainOf(one) > gainOf(other)) loudest.set(key, one);
  }
  return [...loudest.values()];
}

/** WIRE-RING: crossed leads close the signal on itself; told by the two leads whose exchange opens it again. */
export const ring = rule<Data>({
  code: 'WIRE-RING',
  cause: 1,
  reads: 'rig',
  wrong: (of) => everySound(of).flatMap(ringKeys),
  judge: derive(['boxes', 'leads', 'variant', 'sounds', 'wants'], (of): readonly Found<Data>[] => {
    const worst = new Map<string, Ring>();
    for (const one of everySound(of))
      for (const cycle of cyclesIn(one)) {
        const gain = ringGain(one, cycle);
        if (cycle.leads.length > 0 && gain > (worst.get(byLeads(cycle))?.gain ?? -Infinity))
          worst.set(byLeads(cycle), { cycle, gain });
      }
    const loud = (gain: number): Pick<Found, 'severity' | 'figures'> => ({
      severity: gain > 0 ? 'danger' : 'fault',
      figures: [{ name: 'gain round the ring', value: gain, unit: 'dB' }],
    });
    const told = (exchange: Exchange, rings: readonly Ring[], all: readonly Exchange[]): Found<Data> => ({
      ...loud(loudestOf(rings)),
      parts: crossingParts(of, exchange),
      data: { exchange, all, ring: leadsOf(rings) },
    });
    const rings = [...worst.values()];
    const misplaced = misplacedIn(of);
    if (rings.length > 0 && misplaced) {
      const found = misplacedFound(misplaced, loud(loudestOf(rings)));
      return [{ ...found, data: { ...found.data, ring: leadsOf(rings) } }];
    }
    const all = crossingsIn(of);
    if (rings.length > 0 && all.length > 0) {
      const found = toldByRing(of, all).map((exchange) => {
        const own = rings.filter(({ cycle }) =>
          [exchange.a.lead, exchange.b.lead].some((lead) => cycle.leads.includes(lead)),
        );
        return told(exchange, own.length > 0 ? own : rings, all);
      });
      return oncePerLeads(found);
    }
    const found = rings.flatMap((ring): Found<Data>[] => {
      const exchange = ringExchange(of, ring.cycle);
      return exchange ? [told(exchange, [ring], [exchange])] : [];
    });
    return oncePerLeads(found);
  }),
  words: (finding, say) => ({
    text:
      'misplaced' in finding.data
        ? `${misplacedWords(finding.data, say)}: as it is, the signal is closed on itself, ${say.figure('gain round the ring')} round.`
        : `${capitalFirst(inWords(say.parts('lead')))} are crossed and close the signal on itself, ${say.figure('gain round the ring')} round.`,
    why:
      finding.severity === 'danger'
        ? 'This can deafen and destroy gear: with more than 0 dB round the ring it howls at full power. Volumes down before anything is switched on.'
        : 'The signal comes round again through the same preamp; turned up, it howls.',
  }),
  along: (view, { data }) => ('misplaced' in data ? [] : alongWith(view, data)),
  *cures(view, { data }) {
    yield 'misplaced' in data ? misplacedCure(view, data) : exchangeCure(view, data.exchange);
  },
});
