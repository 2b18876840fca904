// What puts a finding right, with the words on its button.
import type { EditCall, EditGroup, SingleEdit } from '../edits';
import {
  blockIn,
  boxOf,
  isPutAway,
  leadOf,
  nightIds,
  wiring,
  type JackRef,
  type Lead,
  type Rig,
} from '../model';
import { formatClock, formatQuantity, inWords } from '../units';
import type { View } from './finding';
import { partName } from './names';
import { leadWords } from './phrases';

/** An edit that may cure a finding, and what it does in words. */
export type Cure = { readonly edit: EditCall; readonly label: string };

/** The edits that cures are made of: each has words here. */
type CureEdit = Extract<
  SingleEdit,
  {
    edit:
      | 'plug'
      | 'replug'
      | 'unplug'
      | 'exchangeEnds'
      | 'setLeadKind'
      | 'setLeadLength'
      | 'setMode'
      | 'moveEarlier'
      | 'moveLater'
      | 'setAdapters'
      | 'wireInside'
      | 'setBlockState'
      | 'setControl'
      | 'setProgram'
      | 'setDialled'
      | 'setTrsType';
  }
>;

const at = (rig: Rig, refs: readonly JackRef[]) =>
  refs.map((ref) => partName(rig, { type: 'jack', id: `${ref.box}/${ref.jack}` })).join(' or ');

const lead = (rig: Rig, id: string) => partName(rig, { type: 'lead', id });

const byNumber = (rig: Rig, ids: readonly string[]) =>
  ids
    .toSorted((a, b) => (leadOf(rig, a)?.number ?? 0) - (leadOf(rig, b)?.number ?? 0))
    .map((id) => lead(rig, id));

function words(rig: Rig, call: CureEdit): string {
  switch (call.edit) {
    case 'plug':
      return `Plug a lead: ${at(rig, call.arguments.lead.from.at)} to ${at(rig, call.arguments.lead.to.at)}`;
    case 'replug':
      return `Re-plug ${lead(rig, call.arguments.lead)} into ${at(rig, call.arguments.at)}`;
    case 'unplug':
      return `Unplug ${lead(rig, call.arguments.lead)}`;
    case 'exchangeEnds':
      return `Exchange the plugs of ${inWords(byNumber(rig, [call.arguments.a.lead, call.arguments.b.lead]))}`;
    case 'setLeadKind':
      return `Make ${lead(rig, call.arguments.id)} ${leadWords(call.arguments.kind)}`;
    case 'setLeadLength':
      return `Take ${formatQuantity(call.arguments.lengthM, 'm')} for ${lead(rig, call.arguments.id)}`;
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
    case 'setProgram':
      return `Have ${partName(rig, { type: 'box', id: call.arguments.box })} show ${call.arguments.shown ?? 'nothing'}`;
    case 'setDialled':
      return `Dial ${call.arguments.dialled ?? 'nothing'} for ${partName(rig, { type: 'box', id: call.arguments.box })}`;
    case 'setTrsType':
      return `Take a lead of type ${call.arguments.type ?? 'unknown'}`;
    case 'setControl': {
      const { box, control, position } = call.arguments;
      const label = boxOf(rig, box)?.controls.find((c) => c.id === control)?.label ?? control;
      return `Start with ${label} of ${partName(rig, { type: 'box', id: box })} at ${position === null ? 'rest' : formatClock(position)}`;
    }
  }
}

/** Kinds of the leads that an edit moves the plugs of, or puts in another's place. */
function movedKinds(rig: Rig, edit: CureEdit): readonly (Lead['kind'] | undefined)[] {
  if (edit.edit === 'plug') return [edit.arguments.lead.kind];
  if (edit.edit === 'setLeadKind') return [edit.arguments.kind];
  if (edit.edit === 'replug' || edit.edit === 'unplug') return [leadOf(rig, edit.arguments.lead)?.kind];
  if (edit.edit === 'exchangeEnds')
    return [edit.arguments.a, edit.arguments.b].map((plug) => leadOf(rig, plug.lead)?.kind);
  return [];
}

/** A cure in the usual words; speaker leads are moved with the amplifier switched off. */
export function cure({ rig }: View, edit: CureEdit): Cure {
  const off = movedKinds(rig, edit).includes('speaker') ? ', amplifier switched off' : '';
  return { edit, label: `${words(rig, edit)}${off}` };
}

/** Edits that move plugs: in the base, where they name no night. */
const OF_PLUGS = [
  'plug',
  'replug',
  'unplug',
  'putAway',
  'exchangeEnds',
  'moveEarlier',
  'moveLater',
] as const satisfies readonly SingleEdit['edit'][];
type OfPlugs = Extract<SingleEdit, { readonly edit: (typeof OF_PLUGS)[number] }>;

const movesPlugs = (edit: SingleEdit): edit is OfPlugs => OF_PLUGS.some((name) => name === edit.edit);

/** An edit of plugs in a night, unless it says itself where. */
const inNightOf = (edit: SingleEdit, id: string): SingleEdit =>
  movesPlugs(edit) && !edit.arguments.scope
    ? ({ ...edit, arguments: { ...edit.arguments, scope: { layer: 'variant', id } } } as OfPlugs)
    : edit;

/** A cure for the night that is viewed alone: the base keeps its plugs where they are. */
export function inNightAlone({ variant }: View, { label, edit }: Cure): Cure {
  if (!variant) return { label, edit };
  if (edit.edit !== 'together') return { label, edit: inNightOf(edit, variant.id) };
  const edits = edit.arguments.edits.map((one) => inNightOf(one, variant.id));
  return { label, edit: { ...edit, arguments: { ...edit.arguments, edits } } };
}

/** The edits that one is made of. */
export const singles = (edit: EditCall): readonly SingleEdit[] =>
  edit.edit === 'together' ? edit.arguments.edits : [edit];

/** Whether it changes something for one night. */
export const isOfNight = ({ edit }: Cure, night: string): boolean =>
  singles(edit).some(({ arguments: args }) => {
    const scope = 'scope' in args ? args.scope : undefined;
    // A routing says by itself which night it is taken for.
    if ('variant' in args) return args.variant === night;
    return scope?.layer === 'variant' && scope.id === night;
  });

/** Whether it moves plugs in the base: every night that follows it there has them moved. */
export const isOfBase = ({ edit }: Cure): boolean =>
  singles(edit).some((one) =>
    one.edit === 'takeRouting' ? !one.arguments.variant : movesPlugs(one) && !one.arguments.scope,
  );

/** Whether it makes a lead another that is plugged in some other night too: what a lead is it is in every night. */
export const makesAnother = ({ rig, variant }: View, { edit }: Cure): boolean => {
  const others = nightIds(rig).filter((id) => id !== (variant?.id ?? null));
  const isUsed = (id: string) =>
    others.some((night) => wiring(rig, night).some((run) => run.lead.id === id && !isPutAway(run)));
  return singles(edit).some(
    (one) =>
      one.edit === 'setLeadKind' &&
      leadOf(rig, one.arguments.id)?.kind !== one.arguments.kind &&
      isUsed(one.arguments.id),
  );
};

/** A cure that is one act to the technician, and says so itself. */
export const group = (label: string, edits: readonly SingleEdit[]): Cure => ({
  edit: { edit: 'together', arguments: { label, edits } },
  label,
});

/** An act that was made elsewhere as a group of edits with a name of its own. */
export const act = (edit: EditGroup): Cure => ({ edit, label: edit.arguments.label });
