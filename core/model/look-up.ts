// Things by their id: one index for each list of the document, made when it is first asked for.
import { weakly } from '../units';
import type { Block, Box, Jack, JackRef, Lead, Rig } from './types';

type HasId = { readonly id: string };

const index = weakly(
  (list: readonly HasId[]): ReadonlyMap<string, HasId> => new Map(list.map((item) => [item.id, item])),
);

/** @param list not a draft of one: an index is kept as long as the list is */
const byId = <T extends HasId>(list: readonly T[]) => index(list) as ReadonlyMap<string, T>;

/** An id, where there is one. */
type Id = string | null | undefined;

const find = <T extends HasId>(list: readonly T[] | undefined, id: Id): T | undefined =>
  list && typeof id === 'string' ? byId(list).get(id) : undefined;

type HasBoxes = Pick<Rig, 'boxes'>;

/** Every box of the rig by its id. */
export const boxesById = (rig: HasBoxes): ReadonlyMap<string, Box> => byId(rig.boxes);
/** A box by its id; undefined: there is none, or no id is given. */
export const boxOf = (rig: HasBoxes, id: Id): Box | undefined => find(rig.boxes, id);
/** A lead by its id; undefined: there is none, or no id is given. */
export const leadOf = (rig: Pick<Rig, 'leads'>, id: Id): Lead | undefined => find(rig.leads, id);
/** A jack of a box by its id within the box; undefined where either is missing. */
export const jackIn = (box: Box | undefined, id: Id): Jack | undefined => find(box?.jacks, id);
/** A block of a box by its id within the box; undefined where either is missing. */
export const blockIn = (box: Box | undefined, id: Id): Block | undefined => find(box?.blocks, id);
/** The jack that is named, anywhere in the rig; undefined: the name leads nowhere. */
export const jackOf = (rig: HasBoxes, ref: JackRef): Jack | undefined =>
  jackIn(boxOf(rig, ref.box), ref.jack);

/** A block with the box that it is in, by `box/block`; undefined: the name leads nowhere. */
export function blockAt(
  rig: HasBoxes,
  key: string,
): { readonly box: Box; readonly block: Block } | undefined {
  const [boxId, blockId] = key.split('/');
  const box = boxOf(rig, boxId);
  const block = blockIn(box, blockId);
  return box && block ? { box, block } : undefined;
}

/** A jack with the box it is on. */
export type JackEnd = { readonly box: Box; readonly jack: Jack };

/** The jack that is named with the box it is on; undefined: there is no name, or it leads nowhere. */
export function endAt(rig: HasBoxes, ref: JackRef | undefined): JackEnd | undefined {
  const box = ref && boxOf(rig, ref.box);
  const jack = jackIn(box, ref?.jack);
  return box && jack ? { box, jack } : undefined;
}

/** A jack by its ids. */
export const refAt = ({ box, jack }: JackEnd): JackRef => ({ box: box.id, jack: jack.id });

/** Is a block a preamp of its own: an amplifier's, a pedal's, or a model of one? A double on another way is not. */
export const isPreamp = ({ role, twinOf }: Block): boolean =>
  (role === 'preamp' || role === 'ampModel') && twinOf === undefined;
