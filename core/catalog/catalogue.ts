import { blockSchema, type Block } from '../model';
import { BACKLINE } from './backline';
import { INSTRUMENTS } from './instruments';
import type { Kind } from './kind';
import { LINKS } from './links';
import { MONITORS } from './monitors';
import { PEDALS } from './pedals';
import { TAILS } from './tails';
import { TREADLES } from './treadles';
import { OUTBOARD, TWICE } from './outboard';
import { GRID_BLOCKS, UNITS } from './unit';

/** Kinds as people look for them, in the order the signal usually meets them. A new kind is one more entry in a list. */
export const CATALOGUE_GROUPS: readonly { readonly name: string; readonly kinds: readonly Kind[] }[] = [
  { name: 'Instruments', kinds: INSTRUMENTS },
  { name: 'Radio, DI, supply', kinds: LINKS },
  { name: 'Under the foot', kinds: TREADLES },
  { name: 'Pedals', kinds: PEDALS },
  { name: 'Units', kinds: [...UNITS, ...OUTBOARD, ...TWICE] },
  { name: 'Backline, desk', kinds: BACKLINE },
  { name: 'Monitors, loads', kinds: MONITORS },
  { name: 'Leads with more ends', kinds: TAILS },
];

/** Every kind, in the order of the groups. */
export const CATALOGUE: readonly Kind[] = CATALOGUE_GROUPS.flatMap(({ kinds }) => kinds);

/** What a grid can take: for the inspector's list. */
export const gridChoices = (): readonly { readonly id: string; readonly name: string }[] =>
  GRID_BLOCKS.map(({ id, name }) => ({ id, name }));

/** A block for a unit's grid, under an id of its own. Throws on a choice that does not exist. */
export function makeGridBlock(choice: string, id: string, name: string): Block {
  const entry = GRID_BLOCKS.find((candidate) => candidate.id === choice);
  if (!entry) throw new Error(`no block "${choice}" in the catalogue`);
  return blockSchema.parse({ ...entry.block, id, name });
}
