import { instanceOf, modelSchema, type Box, type Instance, type Model } from '../model';
import { weakly } from '../units';
import type { KindParts } from './parts';

/** An entry of the catalogue: a kind of gear with typical figures. */
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
  readonly parts: KindParts;
};

/** The model that a kind stands for, with every figure marked as assumed. Throws if the entry does not pass the schema. */
export const modelOf = weakly((kind: Kind): Model => {
  const { wires, ...facts } = kind.parts;
  return modelSchema.parse({
    id: kind.id,
    revision: kind.revision ?? 1,
    kind: kind.name,
    ...facts,
    patches: [{ id: 'inside', name: 'Inside', wires }],
  });
});

/** A box of this kind for a rig. */
export const makeBox = (kind: Kind, given: Instance): Box => {
  const box = instanceOf(modelOf(kind), given);
  return kind.part ? { ...box, part: kind.part } : box;
};
