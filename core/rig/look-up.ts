// Things by their id: one index for each list of the document, made when it is first asked for.
import { weakly } from '../units';
import type { Block, Box, Jack, JackRef, Lead, Rig } from './types';

/** @param list not a draft of one: an index is kept as long as the list is */
const byId = weakly(
  <T extends { readonly id: string }>(list: readonly T[]): ReadonlyMap<string, T> =>
    new Map(list.map((item) => [item.id, item])),
) as <T extends { readonly id: string }>(list: readonly T[]) => ReadonlyMap<string, T>;

type HasBoxes = Pick<Rig, 'boxes'>;

/** Every box of the rig by its id. */
export const boxesById = (rig: HasBoxes): ReadonlyMap<string, Box> => byId(rig.boxes);
export const boxOf = (rig: HasBoxes, id: string | undefined): Box | undefined =>
  id === undefined ? undefined : byId(rig.boxes).get(id);
export const leadOf = (rig: Pick<Rig, 'leads'>, id: string | undefined): Lead | undefined =>
  id === undefined ? undefined : byId(rig.leads).get(id);
export const jackIn = (box: Box | undefined, id: string | null | undefined): Jack | undefined =>
  box && id !== undefined && id !== null ? byId(box.jacks).get(id) : undefined;
export const blockIn = (box: Box | undefined, id: string | undefined): Block | undefined =>
  box && id !== undefined ? byId(box.blocks).get(id) : undefined;
export const jackOf = (rig: HasBoxes, ref: JackRef): Jack | undefined =>
  jackIn(boxOf(rig, ref.box), ref.jack);

/** A jack with the box it is on. */
export type JackEnd = { readonly box: Box; readonly jack: Jack };

export function endAt(rig: HasBoxes, ref: JackRef | undefined): JackEnd | undefined {
  const box = ref && boxOf(rig, ref.box);
  const jack = jackIn(box, ref?.jack);
  return box && jack ? { box, jack } : undefined;
}
