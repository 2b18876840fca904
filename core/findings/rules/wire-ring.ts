import { derive, everySound } from '../../model';
import { cyclesIn, type Cycle } from '../../signal';
import { inWords } from '../../units';
import { crossingParts, exchangeCure, type Exchange } from '../exchange';
import type { Found } from '../finding';
import { capitalFirst } from '../phrases';
import { byLeads, ringExchange, ringGain, ringKeys } from '../rings';
import { rule } from '../rule';

type Data = { readonly exchange: Exchange };

/** WIRE-RING: crossed leads close the signal on itself; told by the two leads whose exchange opens it again. */
export const ring = rule<Data>({
  code: 'WIRE-RING',
  cause: 1,
  reads: 'rig',
  wrong: (of) => everySound(of).flatMap(ringKeys),
  judge: derive(['boxes', 'leads', 'variant', 'sounds', 'wants'], (of): readonly Found<Data>[] => {
    const worst = new Map<string, { cycle: Cycle; gain: number }>();
    for (const one of everySound(of))
      for (const cycle of cyclesIn(one)) {
        const gain = ringGain(one, cycle);
        if (cycle.leads.length > 0 && gain > (worst.get(byLeads(cycle))?.gain ?? -Infinity))
          worst.set(byLeads(cycle), { cycle, gain });
      }
    return [...worst.values()].flatMap(({ cycle, gain }): Found<Data>[] => {
      const exchange = ringExchange(of, cycle);
      if (!exchange) return [];
      return [
        {
          severity: gain > 0 ? 'danger' : 'fault',
          parts: crossingParts(of, exchange),
          figures: [{ name: 'gain round the ring', value: gain, unit: 'dB' }],
          data: { exchange },
        },
      ];
    });
  }),
  words: (finding, say) => ({
    text: `${inWords(say.parts('lead').map(capitalFirst))} are crossed and close the signal on itself, ${say.figure('gain round the ring')} round.`,
    why:
      finding.severity === 'danger'
        ? 'This can deafen and destroy gear: with more than 0 dB round the ring it howls at full power. Volumes down before anything is switched on.'
        : 'The signal comes round again through the same preamp; turned up, it howls.',
  }),
  *cures(view, { data }) {
    yield exchangeCure(view, data.exchange);
  },
});
