import { EDITS, EditError, type EditCall, type SingleEdit } from './named';
import type { EditDefinition } from './edit';
import { differences, produce, type RigDraft, type DocumentPatch, type Rig } from '../model';
import { lengthChanges } from '../lengths';

export type Applied = {
  readonly rig: Rig;
  readonly patches: readonly DocumentPatch[];
  /** What takes the edit back: applied to `rig` it gives the document before, deeply equal. */
  readonly inverse: readonly DocumentPatch[];
  readonly label: string;
  readonly undoable: boolean;
};

const definitionOf = (call: SingleEdit): EditDefinition<unknown> => {
  if (!Object.hasOwn(EDITS, call.edit)) throw new EditError(`There is no edit "${String(call.edit)}".`);
  return EDITS[call.edit] as EditDefinition<unknown>;
};

const callsOf = (call: EditCall): readonly SingleEdit[] =>
  call.edit === 'together' ? call.arguments.edits : [call];

/**
 * The document as an edit would make it, for judging what it brings: not checked, so never to be stored.
 * Pure: the given rig is untouched, the result shares what did not change.
 * @throws EditError with a message for people if the edit cannot be done on this rig
 */
export function trialOf(rig: Rig, call: EditCall): Rig {
  const calls = callsOf(call);
  const definitions = calls.map(definitionOf);
  let edited: Rig;
  let lengths: ReadonlyMap<string, number>;
  try {
    edited = produce(rig as RigDraft, (draft) => {
      calls.forEach((single, i) => definitions[i]?.apply(draft, single.arguments));
    });
    lengths = lengthChanges(rig, edited);
  } catch (error) {
    if (error instanceof EditError) throw error;
    const said = error instanceof Error ? error.message : String(error);
    throw new EditError(`This cannot be done on this rig (${said}).`);
  }
  if (lengths.size === 0) return edited;
  return {
    ...edited,
    leads: edited.leads.map((lead) => {
      const lengthM = lengths.get(lead.id);
      return lengthM === undefined ? lead : { ...lead, lengthM };
    }),
  };
}

/** Why a changed document could not be read again, in words; null if it could. `before` passes reading. */
export type ChangeCheck = (before: Rig, after: Rig) => string | null;

/**
 * Applies one edit by a check that the caller brings: the one in force needs every schema, which a page fetches late.
 * Pure: the given rig is untouched, the result shares what did not change.
 * @throws EditError with a message for people if the edit cannot be done on this rig
 */
export function applyBy(check: ChangeCheck, rig: Rig, call: EditCall): Applied {
  const edited = trialOf(rig, call);
  const refused = check(rig, edited);
  if (refused !== null) throw new EditError(refused);
  const definitions = callsOf(call).map(definitionOf);
  return {
    rig: edited,
    patches: differences(rig, edited),
    inverse: differences(edited, rig),
    label: call.edit === 'together' ? call.arguments.label : (definitions[0]?.label ?? ''),
    undoable: definitions.every((definition) => definition.undoable),
  };
}
