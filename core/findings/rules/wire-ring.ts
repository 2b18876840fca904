import { derive, everySound } from '../../model';
import { cyclesIn, type Cycle } from '../../signal';
import { inWords } from '../../units';
import { alongWith, clearsClash, crossingsIn, type Crossing } from '../crossings';
import { crossingParts, exchangeCure, type Exchange } from '../exchange';
import type { Found } from '../finding';
import { capitalFirst } from '../phrases';
import { byLeads, ringExchange, ringGain, ringKeys } from '../rings';
import { rule } from '../rule';

/** WIRE-RING: crossed leads close the signal on itself; told by the two leads whose exchange opens it again. */
export const ring = rule<Crossing>({
  code: 'WIRE-RING',
  cause: 1,
  reads: 'rig',
  wrong: (of) => everySound(of).flatMap(ringKeys),
  judge: derive(['boxes', 'leads', 'variant', 'sounds', 'wants'], (of): readonly Found<Crossing>[] => {
    const worst = new Map<string, { cycle: Cycle; gain: number }>();
    for (const one of everySound(of))
      for (const cycle of cyclesIn(one)) {
        const gain = ringGain(one, cycle);
        if (cycle.leads.length > 0 && gain > (worst.get(byLeads(cycle))?.gain ?? -Infinity))
          worst.set(byLeads(cycle), { cycle, gain });
      }
    const told = (exchange: Exchange, gain: number, all: readonly Exchange[]): Found<Crossing> => ({
      severity: gain > 0 ? 'danger' : 'fault',
      parts: crossingParts(of, exchange),
      figures: [{ name: 'gain round the ring', value: gain, unit: 'dB' }],
      data: { exchange, all },
    });
    const rings = [...worst.values()];
    const all = crossingsIn(of);
    if (rings.length > 0 && all.length > 0) {
      const loudest = Math.max(...rings.map(({ gain }) => gain));
      return all
        .filter((exchange) => !clearsClash(of, exchange))
        .map((exchange) => {
          const own = rings.filter(({ cycle }) =>
            [exchange.a.lead, exchange.b.lead].some((lead) => cycle.leads.includes(lead)),
          );
          return told(exchange, own.length > 0 ? Math.max(...own.map(({ gain }) => gain)) : loudest, all);
        });
    }
    return rings.flatMap(({ cycle, gain }): Found<Crossing>[] => {
      const exchange = ringExchange(of, cycle);
      return exchange ? [told(exchange, gain, [exchange])] : [];
    });
  }),
  words: (finding, say) => ({
    text: `${inWords(say.parts('lead').map(capitalFirst))} are crossed and close the signal on itself, ${say.figure('gain round the ring')} round.`,
    why:
      finding.severity === 'danger'
        ? 'This can deafen and destroy gear: with more than 0 dB round the ring it howls at full power. Volumes down before anything is switched on.'
        : 'The signal comes round again through the same preamp; turned up, it howls.',
  }),
  along: (view, { data }) => alongWith(view, data),
  *cures(view, { data }) {
    yield exchangeCure(view, data.exchange);
  },
});
