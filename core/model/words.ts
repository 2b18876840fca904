import { boxOf, jackIn, jackOf } from './look-up';
import type { Block, Box, JackRef, Lead, Rig } from './types';
import { isTurned, onward, type Plugged } from './wiring';

type HasBoxes = Pick<Rig, 'boxes'>;

/** What a rig is called; one that came without a name is called that. */
export const titleWords = (title: string): string => (title.trim() === '' ? 'Rig without a name' : title);

/** A jack as sleeves, schedules and lists name it: tag and printed name, `MULTI SEND 1`. */
export function jackWords(rig: HasBoxes, ref: JackRef): string {
  const box = boxOf(rig, ref.box);
  const label = jackIn(box, ref.jack)?.label ?? '';
  return `${box?.tag ?? ''} ${label}`.trim();
}

/** A block in a sentence: `Delay of Multi-effects`; a pedal by its name. */
export const blockWords = (box: Pick<Box, 'name'>, block: Pick<Block, 'name'>): string =>
  block.name === box.name ? box.name : `${block.name} of ${box.name}`;

/** An end of a lead read out: `SEND 1 of Multi-effects`, or that it is loose. */
export const endWordsLong = (rig: HasBoxes, refs: readonly JackRef[]): string =>
  refs.length === 0
    ? 'loose'
    : refs
        .map((ref) => `${jackOf(rig, ref)?.label ?? ''} of ${boxOf(rig, ref.box)?.name ?? ''}`)
        .join(' or ');

/** An end of a lead: where it is plugged, the jacks it is shared by, or that it is loose. */
export const endWords = (rig: HasBoxes, refs: readonly JackRef[]): string =>
  refs.length === 0 ? 'loose' : refs.map((ref) => jackWords(rig, ref)).join(' or ');

/** How a lead lies, from output to input: `FUZZ OUT → MULTI INPUT`. */
export function laidWords(rig: HasBoxes, plugged: Pick<Plugged, 'from' | 'to'>): string {
  const { from, to } = onward(rig, plugged);
  return `${endWords(rig, from)} → ${endWords(rig, to)}`;
}

const SHIELD_WORDS: Readonly<Record<Exclude<Lead['break']['kind'], 'none'>, string>> = {
  lift: 'shield lifted',
  cap: 'shield by 10 nF',
  transformer: 'isolating transformer',
  'twin-core': 'twin-core, shield open',
};

/** What stands in the shield of a lead: `shield lifted at the far end`; empty: it is whole. */
export function shieldWords(rig: HasBoxes, plugged: Plugged): string {
  const { kind, end } = plugged.lead.break;
  if (kind === 'none') return '';
  const source = isTurned(rig, plugged) ? 'to' : 'from';
  const where = end === undefined ? '' : ` at the ${end === source ? 'source' : 'far'} end`;
  return `${SHIELD_WORDS[kind]}${where}`;
}
