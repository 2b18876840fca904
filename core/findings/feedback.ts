import type { EditCall } from '../edits';
import { blockIn, boxOf, derive, isLink, leadOf } from '../model';
import { cyclesIn, type Cycle } from '../signal';
import { blockPart, leadPart, scopeOf, type Found, type Rule, type View } from './finding';
import { ringExchange, ringGain } from './rings';

const DANGER_DB = -3;
const CAUTION_DB = -10;

const keyOf = (cycle: Cycle) =>
  [...cycle.leads, ...cycle.blocks.map(({ box, block }) => `${box}/${block}`)].sort().join(' ');

/** SAFE-FEEDBACK: the signal comes round on itself, and no two crossed leads are the reason. */
export const feedback: Rule = {
  code: 'SAFE-FEEDBACK',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'sound', 'sounds', 'wants'], (view): readonly Found[] => {
    const seen = new Set<string>();
    return cyclesIn(view).flatMap((cycle): Found[] => {
      const gain = ringGain(view, cycle);
      if (gain < CAUTION_DB || seen.has(keyOf(cycle))) return [];
      seen.add(keyOf(cycle));
      if (cycle.leads.length > 0 && ringExchange(view, cycle)) return [];
      const blocks = cycle.blocks.flatMap(({ box: id, block: blockId }) => {
        const box = boxOf(view, id);
        const block = blockIn(box, blockId);
        return box && block ? [blockPart(box, block)] : [];
      });
      const leads = cycle.leads.flatMap((id) => leadOf(view, id) ?? []);
      return [
        {
          severity: gain >= DANGER_DB ? 'danger' : 'caution',
          parts: [...blocks, ...leads.map(leadPart)],
          figures: [{ name: 'gain round', value: gain, unit: 'dB' }],
        },
      ];
    });
  }),
  *cures(view, { parts }) {
    for (const { type, id } of parts) if (type === 'block') yield* blockOff(view, id);
    for (const { type, id } of parts) {
      const lead = type === 'lead' ? leadOf(view, id) : undefined;
      if (lead && !isLink(lead)) yield { edit: 'unplug', arguments: { lead: id, side: 'to' } };
    }
  },
};

function* blockOff(view: View, key: string): Generator<EditCall> {
  const [box = '', block = ''] = key.split('/');
  const states = blockIn(boxOf(view, box), block)?.states ?? [];
  if (states.some((state) => state.id === 'off'))
    yield {
      edit: 'setBlockState',
      arguments: { box, block, state: 'off', scope: scopeOf(view) },
    };
}
