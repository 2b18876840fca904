import type { Draft } from 'immer';
import { basisOf, clone, type RigDraft, type Scope, type Side } from '../model';

export type BoxDraft = RigDraft['boxes'][number];
export type LeadDraft = RigDraft['leads'][number];
type LayerDraft = RigDraft['sounds'][number]['state'];

/** An edit that cannot be done on this document; the message is for people. Nothing has changed then. */
export class EditError extends Error {
  override name = 'EditError';
}

/** A named, pure change of the document. It replays from its arguments alone. */
export type EditDefinition<A> = {
  /** What the undo menu calls it. */
  readonly label: string;
  /** Ticks of a walk are saved like all else, but the rig's undo passes over them. */
  readonly undoable: boolean;
  readonly apply: (draft: RigDraft, args: A) => void;
};

export const edit = <A>(
  label: string,
  apply: (draft: RigDraft, args: A) => void,
  options: { undoable?: boolean } = {},
): EditDefinition<A> => ({ label, apply, undoable: options.undoable ?? true });

export function must<T>(value: T | null | undefined, message: string): T {
  if (value === null || value === undefined) throw new EditError(message);
  return value;
}

export function demand(condition: boolean, message: string): asserts condition {
  if (!condition) throw new EditError(message);
}

export const byId = <T extends { id: string }>(list: readonly T[], id: string, what: string): T =>
  must(
    list.find((item) => item.id === id),
    `There is no ${what} "${id}" in this rig.`,
  );

export const boxIn = (draft: RigDraft, id: string): BoxDraft => byId(draft.boxes, id, 'box');
export const leadIn = (draft: RigDraft, id: string): LeadDraft => byId(draft.leads, id, 'lead');

export const isNewId = (list: readonly { id: string }[], id: string, what: string) =>
  demand(!list.some((item) => item.id === id), `There is a ${what} "${id}" already.`);

/** A deep, mutable copy for the draft: arguments stay untouched by later edits. */
export const copy = <T>(value: T): Draft<T> => clone(value) as Draft<T>;

/** The layer above rest that a scope names. */
export function layerOf(draft: RigDraft, scope: Exclude<Scope, { layer: 'rest' }>): LayerDraft {
  return scope.layer === 'sound'
    ? byId(draft.sounds, scope.id, 'sound').state
    : byId(draft.variants, scope.id, 'variant').state;
}

/** What a setting of a box is noted in, as it is wired in its scope. */
export const wiredNow = (draft: RigDraft, { box, scope }: { box: string; scope: Scope }): string =>
  basisOf(draft, scope.layer === 'variant' ? byId(draft.variants, scope.id, 'variant') : null, box);

/** Leads never differ by sound: a sound's scope means the base wiring here. */
export const variantOf = (scope: Scope | undefined): string | null =>
  scope?.layer === 'variant' ? scope.id : null;

/** Refuses what is no end of a lead: arguments may come from anywhere, and what is written to must be its own. */
export const mustBeSide = (side: Side): Side => {
  demand(side === 'from' || side === 'to', `A lead has the ends from and to, not "${String(side)}".`);
  return side;
};

/** Puts an item into a list, at its end where there is no such place. */
export function insertAt<T>(list: T[], item: T, index: number) {
  list.splice(Math.max(0, Math.min(list.length, index)), 0, item);
}
