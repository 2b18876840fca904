import {
  instanceOf,
  modelSchema,
  produce,
  setFigureAt,
  type Box,
  type Figure,
  type FigurePath,
  type Instance,
  type Model,
} from '../model';
import { weakly } from '../units';
import type { KindParts } from './parts';

/** Figures that tell one make of a kind from another, jacks, blocks and limits being the same. */
export type FigureSet = {
  readonly id: string;
  readonly name: string;
  /** What people call it, small letters. */
  readonly words: readonly string[];
  readonly figures: readonly { readonly at: FigurePath; readonly figure: Figure }[];
  /** Ohms of its pots, by control. */
  readonly pots?: Readonly<Record<string, number>>;
};

/** What a box can be made of: an entry of the catalogue with typical figures, or a model of one's own. */
export type Kind = {
  readonly id: string;
  readonly name: string;
  /** What people call it, small letters; the first is the usual word. */
  readonly words: readonly string[];
  readonly hint: string;
  /** Where such a box stands as a rule. */
  readonly place: 'player' | 'floor' | 'backline' | 'desk';
  /** Kinds that come along with it: a transmitter is of no use without its receiver. */
  readonly with?: readonly string[];
  /** Raised whenever its figures change: a rig can offer what is newer. 1 where it never did. */
  readonly revision?: number;
  /** A lead with three ends or more: a joint, no box of its own. */
  readonly part?: 'lead';
  /** Makes of it that differ in figures alone; one of each group is chosen at entry. */
  readonly sets?: readonly FigureSet[];
} & (
  | { readonly parts: KindParts }
  | {
      /** One's own: offered before what is typical. */
      readonly model: Model;
    }
);

/** The jacks of a kind, as far as they are written down. */
export const jacksOfKind = (kind: Kind): KindParts['jacks'] =>
  'model' in kind ? kind.model.jacks : kind.parts.jacks;

/**
 * The model that a kind stands for: one's own as it is, an entry of the catalogue with every figure marked as assumed.
 * Throws if the entry does not pass the schema.
 */
export const modelOf = weakly((kind: Kind): Model => {
  if ('model' in kind) return kind.model;
  const { wires, wiringName = 'Inside', otherWirings = [], ...facts } = kind.parts;
  return modelSchema.parse({
    id: kind.id,
    revision: kind.revision ?? 1,
    kind: kind.name,
    ...facts,
    patches: [{ id: 'inside', name: wiringName, wires }, ...otherWirings],
  });
});

/** A box of this kind for a rig, with the figures of the sets that were chosen. */
export function makeBox(kind: Kind, given: Instance, sets: readonly FigureSet[] = []): Box {
  const made = instanceOf(modelOf(kind), given);
  const box = kind.part ? { ...made, part: kind.part } : made;
  if (sets.length === 0) return box;
  return produce(box, (draft) => {
    for (const { figures, pots = {} } of sets) {
      for (const { at, figure } of figures) setFigureAt(draft, at, figure);
      for (const control of draft.controls) {
        const ohm = pots[control.id];
        if (ohm !== undefined && control.law.type === 'pot') control.law.ohm = ohm;
      }
    }
  });
}
