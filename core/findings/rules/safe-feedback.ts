import { blockIn, boxOf, derive, isLink, leadOf } from '../../model';
import { cyclesIn } from '../../signal';
import { blockPart, leadPart, scopeOf, type Found, type NoData, type View } from '../finding';
import { HOWLS_DB, ringExchange, ringGain, ringKey, ringKeys, TOLD_DB } from '../rings';
import { inWords } from '../../units';
import { crossingsIn } from '../crossings';
import { misplacedIn } from '../misplaced';
import { cure, type Cure } from '../cure';
import { rule } from '../rule';

/** SAFE-FEEDBACK: the signal comes round on itself, and no two crossed leads are the reason. */
export const feedback = rule<NoData>({
  code: 'SAFE-FEEDBACK',
  reads: 'sound',
  wrong: ringKeys,
  judge: derive(
    ['boxes', 'leads', 'variant', 'sound', 'sounds', 'wants'],
    (view): readonly Found<NoData>[] => {
      const seen = new Set<string>();
      return cyclesIn(view).flatMap((cycle): Found<NoData>[] => {
        const gain = ringGain(view, cycle);
        if (gain < TOLD_DB || seen.has(ringKey(cycle))) return [];
        seen.add(ringKey(cycle));
        const isCrossed =
          cycle.leads.length > 0 &&
          (misplacedIn(view) !== null || crossingsIn(view).length > 0 || ringExchange(view, cycle) !== null);
        if (isCrossed) return [];
        const blocks = cycle.blocks.flatMap(({ box: id, block: blockId }) => {
          const box = boxOf(view, id);
          const block = blockIn(box, blockId);
          return box && block ? [blockPart(box, block)] : [];
        });
        const leads = cycle.leads.flatMap((id) => leadOf(view, id) ?? []);
        return [
          {
            severity: gain >= HOWLS_DB ? 'danger' : 'caution',
            parts: [...blocks, ...leads.map(leadPart)],
            figures: [{ name: 'gain round', value: gain, unit: 'dB' }],
            data: {},
          },
        ];
      });
    },
  ),
  words: (finding, say) => ({
    text: `The signal comes round on itself through ${inWords(say.parts().slice(0, 4))}: ${say.figure('gain round')} round.`,
    why:
      finding.severity === 'danger'
        ? 'This can deafen and destroy gear: it howls. Volumes down before anything is switched on.'
        : 'A knob turned up and it howls.',
  }),
  *cures(view, { parts }) {
    for (const { type, id } of parts) if (type === 'block') yield* blockOff(view, id);
    for (const { type, id } of parts) {
      const lead = type === 'lead' ? leadOf(view, id) : undefined;
      if (lead && !isLink(lead)) yield cure(view, { edit: 'unplug', arguments: { lead: id, side: 'to' } });
    }
  },
});

function* blockOff(view: View, key: string): Generator<Cure> {
  const [box = '', block = ''] = key.split('/');
  const states = blockIn(boxOf(view, box), block)?.states ?? [];
  if (states.some((state) => state.id === 'off'))
    yield cure(view, {
      edit: 'setBlockState',
      arguments: { box, block, state: 'off', scope: scopeOf(view) },
    });
}
