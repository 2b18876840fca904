// A placement of boxes in outlets as edits: plugs out first, then each where it goes.
import { layEdit, scopeIn } from '../cables';
import { applyEdit, type EditCall, type SingleEdit } from '../edits';
import { inNight, plugsAt, refAt, type Rig } from '../model';
import type { Assignment } from './assign';

const singles = (call: EditCall): readonly SingleEdit[] =>
  call.edit === 'together' ? call.arguments.edits : [call];

/**
 * The edits that bring every box to its outlet: leads that hang elsewhere are moved by their far end, boxes without one get a
 * lead; what no outlet can feed is unplugged from it.
 */
export function assignEdits(rig: Rig, variant: string | null, { boxes }: Assignment): readonly SingleEdit[] {
  const of = inNight(rig, variant);
  const scope = scopeIn(variant);
  const changed = boxes
    .filter(({ stays }) => !stays)
    .map((one) => {
      const [plug] = plugsAt(of, refAt(one.of));
      return { ...one, plug, side: plug?.side === 'to' ? ('from' as const) : ('to' as const) };
    });
  const out = changed.flatMap(({ plug, side }): readonly SingleEdit[] =>
    plug?.far ? [{ edit: 'unplug', arguments: { lead: plug.lead.id, side, ...scope } }] : [],
  );
  const done: SingleEdit[] = [...out];
  let trial = out.reduce((r, edit) => applyEdit(r, edit).rig, rig);
  for (const { of: own, at, plug, side } of changed) {
    if (!at) continue;
    const calls: readonly SingleEdit[] = plug
      ? [{ edit: 'replug', arguments: { lead: plug.lead.id, side, at: [refAt(at)], ...scope } }]
      : singles(layEdit(trial, variant, refAt(at), refAt(own)));
    for (const edit of calls) trial = applyEdit(trial, edit).rig;
    done.push(...calls);
  }
  return done;
}
