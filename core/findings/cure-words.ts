import type { EditCall, SingleEdit } from '../edits';
import { blockIn, boxOf, type JackRef, type Rig } from '../model';
import { formatClock, formatQuantity } from '../units';
import { partName } from './names';

const at = (rig: Rig, refs: readonly JackRef[]) =>
  refs.map((ref) => partName(rig, { type: 'jack', id: `${ref.box}/${ref.jack}` })).join(' or ');

const lead = (rig: Rig, id: string) => partName(rig, { type: 'lead', id });

function single(rig: Rig, call: SingleEdit): string {
  switch (call.edit) {
    case 'plug':
      return `Plug a lead: ${at(rig, call.arguments.lead.from.at)} to ${at(rig, call.arguments.lead.to.at)}`;
    case 'replug':
      return `Re-plug ${lead(rig, call.arguments.lead)} into ${at(rig, call.arguments.at)}`;
    case 'unplug':
      return `Unplug ${lead(rig, call.arguments.lead)}`;
    case 'exchangeEnds':
      return `Exchange the plugs of ${lead(rig, call.arguments.a.lead)} and ${lead(rig, call.arguments.b.lead)}`;
    case 'setLeadKind':
      return `Make ${lead(rig, call.arguments.id)} a ${call.arguments.kind} lead`;
    case 'setLeadLength':
      return `Take ${lead(rig, call.arguments.id)} ${formatQuantity(call.arguments.lengthM, 'm')} long`;
    case 'setMode': {
      const { box, jack, mode } = call.arguments;
      return `Set ${at(rig, [{ box, jack }])} to ${mode ?? 'rest'}`;
    }
    case 'moveEarlier':
    case 'moveLater':
      return `Move it ${call.edit === 'moveEarlier' ? 'earlier' : 'later'}: ${call.arguments.moves.map((move) => lead(rig, move.lead)).join(', ')} re-plugged`;
    case 'setAdapters':
      return `Put an adapter on ${lead(rig, call.arguments.lead)}`;
    case 'wireInside':
      return `Change the path inside ${partName(rig, { type: 'box', id: call.arguments.box })}`;
    case 'setBlockState': {
      const { box, block, state } = call.arguments;
      const name = blockIn(boxOf(rig, box), block)?.states.find((s) => s.id === state)?.name;
      return `Set ${partName(rig, { type: 'block', id: `${box}/${block}` })} to ${name ?? state ?? 'rest'}`;
    }
    case 'setControl': {
      const { box, control, position } = call.arguments;
      const label = boxOf(rig, box)?.controls.find((c) => c.id === control)?.label ?? control;
      return `Start with ${label} of ${partName(rig, { type: 'box', id: box })} at ${position === null ? 'rest' : formatClock(position)}`;
    }
    default:
      return 'Cure';
  }
}

/** What a cure does, for its button. */
export function cureWords(rig: Rig, call: EditCall): string {
  if (call.edit !== 'together') return single(rig, call);
  // A cure that is one act to the technician says so itself.
  if (/^(Take|Put|Drive) /.test(call.arguments.label)) return call.arguments.label;
  return call.arguments.edits.map((part) => single(rig, part)).join('; ');
}
