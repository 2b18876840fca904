import { applyPatches, enablePatches, produceWithPatches, type Patch as DocumentPatch } from 'immer';
import { EDITS, EditError, type EditCall, type SingleEdit } from './edits';
import type { EditDefinition, RigDraft } from './edits/edit';
import { lengthChanges } from './lengths';
import type { Rig } from './types';

enablePatches();

export type { DocumentPatch };

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

/**
 * Applies one edit. Pure: the given rig is untouched, the result shares what did not change.
 * Every edit ends by setting the computed lengths it changed.
 * @throws EditError with a message for people if the edit cannot be done on this rig
 */
export function applyEdit(rig: Rig, call: EditCall): Applied {
  const calls = call.edit === 'together' ? call.arguments.edits : [call];
  const definitions = calls.map(definitionOf);
  const run = (draft: RigDraft) => {
    calls.forEach((single, i) => definitions[i]?.apply(draft, single.arguments));
  };
  let step: readonly [unknown, DocumentPatch[], DocumentPatch[]];
  try {
    step = produceWithPatches(rig as RigDraft, run);
  } catch (error) {
    throw error instanceof EditError
      ? error
      : new EditError(error instanceof Error ? error.message : String(error));
  }
  const edited = step[0] as Rig;
  const lengths = lengthChanges(rig, edited);
  const [final, more, moreInverse] = produceWithPatches(edited as RigDraft, (draft) => {
    // Read outside the draft: each lead read inside it costs a draft of its own.
    edited.leads.forEach((lead, i) => {
      const lengthM = lengths.get(lead.id);
      const changed = lengthM === undefined ? undefined : draft.leads[i];
      if (changed && lengthM !== undefined) changed.lengthM = lengthM;
    });
  });
  return {
    rig: final,
    patches: [...step[1], ...more],
    inverse: [...moreInverse, ...step[2]],
    label: call.edit === 'together' ? call.arguments.label : (definitions[0]?.label ?? ''),
    undoable: definitions.every((definition) => definition.undoable),
  };
}

/** The document with patches applied, sharing what they leave alone. Throws if they do not fit the document. */
export function patchRig(rig: Rig, patches: readonly DocumentPatch[]): Rig {
  return applyPatches(rig, patches as DocumentPatch[]);
}
