// A placement of boxes in outlets as edits: plugs out first, then each where it goes.
import { layEdit, scopeIn } from '../cables';
import { trial, trialOf, type EditCall, type SingleEdit } from '../edits';
import { inNight, otherSide, plugsAt, refAt, type Rig, type Side } from '../model';
import type { Assigned, Assignment } from './assign';

const singles = (call: EditCall): readonly SingleEdit[] =>
  call.edit === 'together' ? call.arguments.edits : [call];

type Done = { readonly edits: readonly SingleEdit[] } | { readonly refused: Assigned };

function editsFor(rig: Rig, variant: string | null, boxes: readonly Assigned[]): Done {
  const of = inNight(rig, variant);
  const scope = scopeIn(variant);
  const pulled = (lead: string, side: Side): SingleEdit => ({
    edit: 'unplug',
    arguments: { lead, side, ...scope },
  });
  const changed = boxes.map((one) => {
    const plugs = plugsAt(of, refAt(one.of));
    return { one, plugs, plug: plugs.find(({ lead }) => lead.kind === 'dc') };
  });
  const edits: SingleEdit[] = changed.flatMap(({ one: { at }, plugs, plug }) => [
    ...plugs.flatMap((own) => {
      if (own !== plug) return [pulled(own.lead.id, own.side)];
      return own.far ? [pulled(own.lead.id, otherSide(own.side))] : [];
    }),
    ...(at && !at.jack.mult
      ? plugsAt(of, refAt(at)).flatMap(({ lead, side, far }) => (far ? [] : [pulled(lead.id, side)]))
      : []),
  ]);
  let now = edits.reduce(trialOf, rig);
  for (const { one, plug } of changed) {
    if (!one.at) continue;
    const at = refAt(one.at);
    const calls: readonly SingleEdit[] = plug
      ? [
          {
            edit: 'replug',
            arguments: { lead: plug.lead.id, side: otherSide(plug.side), at: [at], ...scope },
          },
        ]
      : singles(layEdit(now, variant, at, refAt(one.of)));
    for (const edit of calls) {
      const next = trial(now, edit);
      if (!next) return { refused: one };
      now = next;
    }
    edits.push(...calls);
  }
  return { edits };
}

/**
 * The edits that bring every box to its outlet: leads that hang elsewhere are moved by their far end, boxes without one get a
 * lead; what no outlet can feed is unplugged from it. What hangs loose in an outlet that is wanted, or does not belong in
 * the jack of a box that is fed anew, is taken out. A box that cannot be plugged so, as in a variant of the base another
 * lead is in its jack, stays as it is.
 */
export function assignEdits(rig: Rig, variant: string | null, { boxes }: Assignment): readonly SingleEdit[] {
  let left = boxes.filter(({ stays }) => !stays);
  for (;;) {
    const done = editsFor(rig, variant, left);
    if ('edits' in done) return done.edits;
    left = left.filter((one) => one !== done.refused);
  }
}
