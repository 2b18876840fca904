import { jacksOf } from '../layers';
import { resolveIn, type ForSignal } from '../signal';
import { openedAt, type MapLead } from './model';

/** The leads of supply, as they are plugged in a setting. */
export function powerLeads(rig: ForSignal): readonly MapLead[] {
  const resolved = resolveIn(rig);
  const belongs = (ref: { box: string; jack: string } | undefined) => {
    const box = ref && resolved.boxes.get(ref.box);
    return box !== undefined && jacksOf(box, 'power').some((jack) => jack.id === ref?.jack);
  };
  return resolved.runs.flatMap(({ lead, from, to }): MapLead[] => {
    if (!belongs(from) && !belongs(to)) return [];
    return [
      {
        id: lead.id,
        number: lead.number,
        kind: lead.kind,
        from,
        to,
        others: [],
        flows: true,
        opened: openedAt(lead, false),
      },
    ];
  });
}
