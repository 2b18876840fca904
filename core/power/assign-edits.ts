// A placement of boxes in outlets as edits: plugs out first, then each where it goes.
import { layEdit, scopeIn } from '../cables';
import { applyEdit, type EditCall, type SingleEdit } from '../edits';
import { inNight, plugsAt, refAt, type Rig } from '../model';
import type { Assignment } from './assign';

type Side = 'from' | 'to';
const otherSide = (side: Side): Side => (side === 'to' ? 'from' : 'to');

const singles = (call: EditCall): readonly SingleEdit[] =>
  call.edit === 'together' ? call.arguments.edits : [call];

/**
 * The edits that bring every box to its outlet: leads that hang elsewhere are moved by their far end, boxes without one get a
 * lead; what no outlet can feed is unplugged from it. What hangs loose in an outlet that is wanted, or does not belong in
 * the jack of a box that is fed anew, is taken out.
 */
export function assignEdits(rig: Rig, variant: string | null, { boxes }: Assignment): readonly SingleEdit[] {
  const of = inNight(rig, variant);
  const scope = scopeIn(variant);
  const pulled = (lead: string, side: Side): SingleEdit => ({
    edit: 'unplug',
    arguments: { lead, side, ...scope },
  });
  const changed = boxes
    .filter(({ stays }) => !stays)
    .map((one) => {
      const plugs = plugsAt(of, refAt(one.of));
      return { ...one, plugs, plug: plugs.find(({ lead }) => lead.kind === 'dc') };
    });
  const done: SingleEdit[] = changed.flatMap(({ at, plugs, plug }) => [
    ...plugs.flatMap((one) => {
      if (one !== plug) return [pulled(one.lead.id, one.side)];
      return one.far ? [pulled(one.lead.id, otherSide(one.side))] : [];
    }),
    ...(at && !at.jack.mult
      ? plugsAt(of, refAt(at)).flatMap(({ lead, side, far }) => (far ? [] : [pulled(lead.id, side)]))
      : []),
  ]);
  let trial = done.reduce((r, edit) => applyEdit(r, edit).rig, rig);
  for (const { of: own, at, plug } of changed) {
    if (!at) continue;
    const calls: readonly SingleEdit[] = plug
      ? [
          {
            edit: 'replug',
            arguments: { lead: plug.lead.id, side: otherSide(plug.side), at: [refAt(at)], ...scope },
          },
        ]
      : singles(layEdit(trial, variant, refAt(at), refAt(own)));
    for (const edit of calls) trial = applyEdit(trial, edit).rig;
    done.push(...calls);
  }
  return done;
}
