import { loomsOf, pickUp, removeEdit, scopeIn, type Hand, type Loom } from '../cables';
import type { EditCall } from '../edits';
import { jacksInLayer, type Layer } from '../layers';
import {
  blockIn,
  boxOf,
  endWordsLong,
  jackIn,
  jackKey,
  nightIds,
  wiring,
  type Block,
  type Box,
  type LoomPart,
  type Part,
  type Plugged,
  type Rig,
  type Scope,
  type Setting,
  type Side,
} from '../model';
import type { RouteLine } from '../routes';
import { isOn, resolve } from '../signal';

/** What is looked at: a box, a lead, a jack, a block or a loom; null: nothing. */
export type Selection = Part | LoomPart | null;

const inner = (selection: Selection): string | undefined => selection?.id.split('/')[1];

/** The id of the box that is selected, itself or by one of its parts. */
export const boxIdOf = (selection: Selection): string | null =>
  selection && selection.type !== 'lead' && selection.type !== 'loom'
    ? (selection.id.split('/')[0] ?? null)
    : null;

/** The box that is selected, itself or by one of its parts. */
export const selectedBox = (rig: Rig, selection: Selection): Box | undefined =>
  boxOf(rig, boxIdOf(selection) ?? undefined);

/** The lead that is selected, as it is plugged in a variant. */
export const leadSelected = (rig: Rig, variant: string | null, selection: Selection): Plugged | undefined =>
  selection?.type === 'lead' ? wiring(rig, variant).find(({ lead }) => lead.id === selection.id) : undefined;

/** The loom that is selected, as a variant has it. */
export const loomSelected = (rig: Rig, variant: string | null, selection: Selection): Loom | undefined =>
  selection?.type === 'loom' ? loomsOf(rig, variant).find(({ id }) => id === selection.id) : undefined;

/** The part one step further along a route, or its first where nothing of it is selected; null at its end. */
export function alongRoute(lines: readonly RouteLine[], selection: Selection, by: 1 | -1): Part | null {
  const at = lines.findIndex((line) =>
    line.parts.some((part) => part.type === selection?.type && part.id === selection.id),
  );
  return lines[at < 0 ? 0 : at + by]?.part ?? null;
}

/** The next jack of the selected box that a layer is about; the box itself behind the last. */
export function alongJacks(rig: Rig, layer: Layer, selection: Selection, by: 1 | -1): Selection {
  const box = selectedBox(rig, selection);
  if (!box) return null;
  const jacks = jacksInLayer(box, layer);
  const at = selection?.type === 'jack' ? jacks.findIndex(({ id }) => id === inner(selection)) : -1;
  const next = jacks[at < 0 ? (by > 0 ? 0 : jacks.length - 1) : at + by];
  return next ? { type: 'jack', id: `${box.id}/${next.id}` } : { type: 'box', id: box.id };
}

/**
 * What is picked up by plugging from what is selected: a lead's loose end, else its far plug; a jack's plug or the
 * beginning of a new lead; of a box its first free jack of the layer, outputs first.
 * @returns why not, in words, where there is nothing to take; null where nothing is selected
 */
export function handFrom(
  rig: Rig,
  variant: string | null,
  layer: Layer,
  selection: Selection,
): Hand | string | null {
  const entry = leadSelected(rig, variant, selection);
  if (entry) {
    const side = entry.to.length > 0 && entry.from.length === 0 ? 'from' : 'to';
    return { kind: 'plug', lead: entry.lead.id, side };
  }
  const box = selectedBox(rig, selection);
  if (!box) return null;
  const own = selection?.type === 'jack' ? inner(selection) : undefined;
  const held = new Set(wiring(rig, variant).flatMap(({ from, to }) => [...from, ...to].map(jackKey)));
  const free = jacksInLayer(box, layer).filter((jack) => !held.has(`${box.id}/${jack.id}`));
  const jack = own ?? (free.find((j) => j.direction === 'out') ?? free[0])?.id;
  return jack === undefined
    ? `Every jack of ${box.name} holds a lead: choose one of them first.`
    : pickUp(rig, variant, { box: box.id, jack });
}

/** The block of a box that its foot switch is about: the one that can be off, else the one with most states. */
export const mainBlock = (box: Box): Block | undefined =>
  box.blocks.find((block) => block.states.some((state) => !isOn(state))) ??
  box.blocks.find((block) => block.states.length > 1);

/** The selected block, or the main one of the selected box, in its next state; null where it has one only. */
export function bypassEdit(rig: Rig, setting: Setting, scope: Scope, selection: Selection): EditCall | null {
  const box = selectedBox(rig, selection);
  if (!box) return null;
  const chosen = selection?.type === 'block' ? blockIn(box, inner(selection)) : undefined;
  const block = chosen && chosen.states.length > 1 ? chosen : mainBlock(box);
  if (!block) return null;
  const { state } = resolve(rig, setting).blockState(box, block);
  const next = block.states[(block.states.indexOf(state) + 1) % block.states.length];
  return next
    ? { edit: 'setBlockState', arguments: { box: box.id, block: block.id, state: next.id, scope } }
    : null;
}

/** Is a whole box selected? A jack of it, or one block of several, is no box: removing must not take it all away. */
export const isWhole = (rig: Rig, selection: Selection): boolean =>
  selection?.type === 'box' ||
  (selection?.type === 'block' && selectedBox(rig, selection)?.blocks.length === 1);

/**
 * Takes the selected box or lead out of the rig; null where neither is selected. In a variant a lead is put away: it
 * stays what it is on other nights.
 */
export function removeSelected(rig: Rig, variant: string | null, selection: Selection): EditCall | null {
  const box = isWhole(rig, selection) ? selectedBox(rig, selection) : undefined;
  if (box) return removeEdit(rig, box.id);
  const entry = leadSelected(rig, variant, selection);
  if (!entry) return null;
  if (variant === null) return { edit: 'removeLead', arguments: { id: entry.lead.id } };
  return { edit: 'putAway', arguments: { lead: entry.lead.id, ...scopeIn(variant) } };
}

/** Loosens one end of the selected lead; null where it is loose already. */
export function unplugEdit(
  rig: Rig,
  variant: string | null,
  selection: Selection,
  side: Side,
): EditCall | null {
  const entry = leadSelected(rig, variant, selection);
  if (!entry || entry[side].length === 0) return null;
  return { edit: 'unplug', arguments: { lead: entry.lead.id, side, ...scopeIn(variant) } };
}

/** The sound before or after one, round and round. @param sound null: all of them, so the first or the last */
export function otherSound(rig: Rig, sound: string | null, by: 1 | -1): string | null {
  const at = rig.sounds.findIndex(({ id }) => id === sound);
  const next = at < 0 && by < 0 ? -1 : at + by;
  return rig.sounds.at(next % rig.sounds.length)?.id ?? null;
}

/** The night after one, the base behind the last variant; null: the base. */
export function otherVariant(rig: Rig, variant: string | null): string | null {
  const all = nightIds(rig);
  return all[(all.indexOf(variant) + 1) % all.length] ?? null;
}

const FOLDS = ['auto', 'open', 'folded'] as const;
/** What a box does after it is set so. */
export const FOLD_WORDS = {
  auto: 'Fold and open with the map',
  open: 'Keep open',
  folded: 'Keep folded',
} as const;

/** How a box folds after the next press. */
export const nextFold = (box: Box | undefined): Box['folded'] =>
  FOLDS[(FOLDS.indexOf(box?.folded ?? 'auto') + 1) % FOLDS.length] ?? 'auto';

/** Sets a box to fold as it does after the next press. */
export const foldEdit = (box: Box): EditCall => ({
  edit: 'setFolded',
  arguments: { id: box.id, folded: nextFold(box) },
});

/** What is selected, in words to be read out: `Lead 7, SEND of Valve head to RETURN 1 of Multi-effects`. */
export function selectionWords(rig: Rig, variant: string | null, selection: Selection): string {
  const entry = leadSelected(rig, variant, selection);
  if (entry)
    return `Lead ${entry.lead.number}, ${endWordsLong(rig, entry.from)} to ${endWordsLong(rig, entry.to)}`;
  const loom = loomSelected(rig, variant, selection);
  if (loom) return `Loom ${loom.name}, leads ${loom.leads.map(({ number }) => number).join(', ')}`;
  const box = selectedBox(rig, selection);
  if (!box) return '';
  const part =
    selection?.type === 'jack'
      ? jackIn(box, inner(selection))?.label
      : selection?.type === 'block'
        ? blockIn(box, inner(selection))?.name
        : undefined;
  return part === undefined ? box.name : `${part} of ${box.name}`;
}
