// Blocks that a unit's grid takes: what the inside of a unit is made of, apart from the catalogue of boxes.
import { blockSchema, type Block, type BlockInput } from '../model';
import { decibels, effect } from './parts';

const preset = {
  switchedBy: 'preset',
  movable: true,
  bypassKind: 'buffered',
  passesUnpowered: false,
} as const;
const stereo = { channelsIn: 2, channelsOut: 2 };
const widening = { channelsIn: 1, channelsOut: 2 };

/** Blocks that can be put into the grid of a unit, as the inspector offers them. */
const GRID_BLOCKS: readonly {
  readonly id: string;
  readonly name: string;
  readonly block: BlockInput;
}[] = [
  {
    id: 'compressor',
    name: 'Compressor',
    block: effect('compressor', 'Compressor', 'compressor', {}, { ...preset, state: 'off' }),
  },
  { id: 'wah', name: 'Wah', block: effect('wah', 'Wah', 'wah', {}, { ...preset, state: 'off' }) },
  {
    id: 'drive',
    name: 'Drive',
    block: effect(
      'drive',
      'Drive',
      'overdrive',
      { gainSmallDb: decibels(20, 41), ceilingDbu: decibels(-3) },
      { ...preset, state: 'off', meantToClip: true },
    ),
  },
  { id: 'eq', name: 'Equaliser', block: effect('eq', 'Equaliser', 'eq', {}, { ...preset, state: 'off' }) },
  { id: 'gate', name: 'Gate', block: effect('gate', 'Gate', 'gate', {}, { ...preset, state: 'off' }) },
  { id: 'volume', name: 'Volume', block: effect('volume', 'Volume', 'volume', {}, { ...preset }) },
  {
    id: 'amp',
    name: 'Amp model',
    block: {
      id: 'amp',
      name: 'Amp model',
      role: 'ampModel',
      states: [
        { id: 'on', name: 'on', gainSmallDb: decibels(10, 60) },
        { id: 'off', name: 'off' },
      ],
      state: 'off',
      ...preset,
    },
  },
  {
    id: 'cab',
    name: 'Cabinet model',
    block: {
      id: 'cab',
      name: 'Cabinet model',
      role: 'cabModel',
      states: [
        { id: 'on', name: 'on' },
        { id: 'off', name: 'off' },
      ],
      state: 'off',
      ...preset,
    },
  },
  {
    id: 'chorus',
    name: 'Chorus',
    block: effect('chorus', 'Chorus', 'chorus', {}, { ...preset, ...widening, state: 'off' }),
  },
  { id: 'delay', name: 'Delay', block: effect('delay', 'Delay', 'delay', {}, { ...preset, ...stereo }) },
  { id: 'reverb', name: 'Reverb', block: effect('reverb', 'Reverb', 'reverb', {}, { ...preset, ...stereo }) },
  {
    id: 'loop',
    name: 'Loop',
    block: {
      id: 'loop',
      name: 'Loop',
      role: 'loop',
      states: [
        { id: 'on', name: 'on' },
        { id: 'off', name: 'off' },
      ],
      state: 'off',
      ...preset,
    },
  },
];

/** A block of the grid as a unit is delivered with it. Throws on an id that does not exist. */
export function fromGrid(id: string): BlockInput {
  const entry = GRID_BLOCKS.find((candidate) => candidate.id === id);
  if (!entry) throw new Error(`no block "${id}" in the catalogue`);
  return entry.block;
}

/** What a grid can take: for the inspector's list. */
export const gridChoices = (): readonly { readonly id: string; readonly name: string }[] =>
  GRID_BLOCKS.map(({ id, name }) => ({ id, name }));

/** A block for a unit's grid, under an id of its own. Throws on a choice that does not exist. */
export function makeGridBlock(choice: string, id: string, name: string): Block {
  const entry = GRID_BLOCKS.find((candidate) => candidate.id === choice);
  if (!entry) throw new Error(`no block "${choice}" in the catalogue`);
  return blockSchema.parse({ ...entry.block, id, name });
}
