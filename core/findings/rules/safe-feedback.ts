import { blockIn, boxOf, derive, leadOf, refAt } from '../../model';
import { airCyclesIn, cyclesIn, type Cycle, type ForSignal } from '../../signal';
import { blockPart, leadPart, scopeOf, type Found, type View } from '../finding';
import { HOWLS_DB, ringExchange, ringGain, ringKey, ringKeys, TOLD_DB } from '../rings';
import { inWords } from '../../units';
import { crossingsIn, misplacedIn } from '../crossings';
import { cure, type Cure } from '../cure';
import { rule } from '../rule';
import { runsOf, sideAt } from '../runs';

type Data = { readonly air: boolean };

/** Blocks and leads of a ring, in its order. */
const partsOf = (of: ForSignal, cycle: Cycle): Found['parts'] => [
  ...cycle.blocks.flatMap(({ box: id, block: blockId }) => {
    const box = boxOf(of, id);
    const block = blockIn(box, blockId);
    return box && block ? [blockPart(box, block)] : [];
  }),
  ...cycle.leads.flatMap((id) => leadOf(of, id) ?? []).map(leadPart),
];

/** Rings of a sound that no two crossed leads are the reason of. */
const ringsTold = derive(
  ['boxes', 'leads', 'variant', 'standing', 'sounds', 'wants'],
  (view): readonly Found<Data>[] => {
    const seen = new Set<string>();
    const wired = cyclesIn(view).flatMap((cycle): Found<Data>[] => {
      const gain = ringGain(view, cycle);
      if (gain < TOLD_DB || seen.has(ringKey(cycle))) return [];
      seen.add(ringKey(cycle));
      const isCrossed =
        cycle.leads.length > 0 &&
        (misplacedIn(view) !== null || crossingsIn(view).length > 0 || ringExchange(view, cycle) !== null);
      if (isCrossed) return [];
      return [
        {
          severity: gain >= HOWLS_DB ? 'danger' : 'caution',
          parts: partsOf(view, cycle),
          figures: [{ name: 'gain round', value: gain, unit: 'dB' }],
          data: { air: false },
        },
      ];
    });
    const overAir = airCyclesIn(view).map((cycle): Found<Data> => ({
      severity: 'caution',
      parts: partsOf(view, cycle),
      data: { air: true },
    }));
    return [...wired, ...overAir];
  },
);

/** SAFE-FEEDBACK: the signal comes round on itself, and no two crossed leads are the reason. */
export const feedback = rule<Data>({
  code: 'SAFE-FEEDBACK',
  reads: 'sound',
  wrong: ringKeys,
  // Whose fault a ring is takes a look at every sound: where there is none nobody asks.
  judge: (of) => (cyclesIn(of).length + airCyclesIn(of).length === 0 ? [] : ringsTold(of)),
  words: (finding, say) =>
    finding.data.air
      ? {
          text: `What the microphone hears comes back to it over the air, through ${inWords(say.parts('block').slice(0, 4))}.`,
          why: 'Turned up far enough it howls: the microphone behind the loudspeaker, the aux low at first, ears instead of a wedge.',
        }
      : {
          text: `The signal comes round on itself through ${inWords(say.parts().slice(0, 4))}: ${say.figure('gain round')} round.`,
          why:
            finding.severity === 'danger'
              ? 'This can deafen and destroy gear: it howls. Volumes down before anything is switched on.'
              : 'A knob turned up and it howls.',
        },
  *cures(view, { parts, data }) {
    if (data.air) return;
    for (const { type, id } of parts) if (type === 'block') yield* blockOff(view, id);
    for (const { type, id } of parts) {
      const run = type === 'lead' ? runsOf(view).find(({ lead }) => lead.id === id) : undefined;
      if (run)
        yield cure(view, { edit: 'unplug', arguments: { lead: id, side: sideAt(view, id, refAt(run.to)) } });
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
