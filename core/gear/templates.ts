// What the panel begins a new part as: the usual jacks and blocks of the trade, to be put right where they differ.
import { blockSchema, jackSchema, type BlockInput, type JackInput } from '../model';

type Template<T> = { readonly id: string; readonly name: string; readonly part: T };

const asBuilt = { modes: [{ id: 'as-built', name: 'as built' }], mode: 'as-built' };
const assumed = (value: number) => ({ value, source: 'assumed' as const });

const audio = (label: string, direction: 'in' | 'out', more: Partial<JackInput> = {}): JackInput => ({
  id: 'new',
  label,
  direction,
  carries: 'instrument',
  connector: 'ts-635',
  ...asBuilt,
  ...more,
});

const bare = (
  label: string,
  direction: JackInput['direction'],
  carries: JackInput['carries'],
  connector: JackInput['connector'],
  more: Partial<JackInput> = {},
): JackInput => ({ id: 'new', label, direction, carries, connector, ...more });

export const JACK_TEMPLATES: readonly Template<JackInput>[] = [
  { id: 'input', name: 'Input', part: audio('IN', 'in') },
  { id: 'output', name: 'Output', part: audio('OUT', 'out') },
  { id: 'send', name: 'Send', part: audio('SEND', 'out', { carries: 'line' }) },
  { id: 'return', name: 'Return', part: audio('RETURN', 'in', { carries: 'line' }) },
  {
    id: 'balanced',
    name: 'Balanced output',
    part: audio('LINE OUT', 'out', { carries: 'line', connector: 'xlr-m', balance: 'driven' }),
  },
  {
    id: 'speaker-out',
    name: 'Loudspeaker output',
    part: bare('SPK 8 Ω', 'out', 'speaker', 'ts-635', { ground: 'chassis', speaker: { ohm: assumed(8) } }),
  },
  {
    id: 'speaker-in',
    name: 'Loudspeaker input',
    part: bare('SPK IN', 'in', 'speaker', 'ts-635', {
      ground: 'none',
      speaker: { ohm: assumed(8), isLoad: 'always' },
    }),
  },
  { id: 'dc', name: 'Supply input', part: bare('9 V DC', 'in', 'dc', 'barrel-21') },
  {
    id: 'dc-outlet',
    name: 'Supply outlet',
    part: bare('OUT 1', 'out', 'dc', 'barrel-21', { dcOutlet: { volts: assumed(9), group: null } }),
  },
  { id: 'mains', name: 'Mains inlet', part: bare('MAINS', 'in', 'mains', 'mains', { ground: 'chassis' }) },
  { id: 'midi', name: 'MIDI input', part: bare('MIDI IN', 'in', 'midi', 'din-5', { ground: 'none' }) },
  { id: 'switch', name: 'Footswitch jack', part: bare('FOOTSWITCH', 'in', 'switch', 'trs-635') },
  { id: 'expression', name: 'Expression jack', part: bare('EXP', 'in', 'expression', 'trs-635') },
];

const on = { id: 'on', name: 'on' };
const off = { id: 'off', name: 'off' };

const block = (id: string, name: string, role: BlockInput['role'], more: Partial<BlockInput> = {}) => ({
  id,
  name,
  part: { id: 'new', name, role, states: [on], state: 'on', ...more } satisfies BlockInput,
});

export const BLOCK_TEMPLATES: readonly Template<BlockInput>[] = [
  block('effect', 'Effect', 'effect', {
    category: 'overdrive',
    states: [on, off],
    movable: true,
    bypassKind: 'true',
  }),
  block('preamp', 'Preamp', 'preamp', {
    states: [
      { id: 'clean', name: 'clean' },
      { id: 'lead', name: 'lead' },
    ],
    state: 'clean',
  }),
  block('power', 'Power stage', 'power'),
  block('loop', 'Loop', 'loop', { states: [on, off], movable: true }),
  block('buffer', 'Buffer', 'buffer'),
  block('split', 'Split', 'split'),
  block('merge', 'Merge', 'merge'),
  block('amp-model', 'Amp model', 'ampModel', { states: [on, off], movable: true }),
  block('cab-model', 'Cabinet model', 'cabModel', { states: [on, off], movable: true }),
  block('pickups', 'Pickups', 'source', { pickups: [{ id: 'pickup', name: 'Pickup' }] }),
  block('speaker', 'Loudspeaker', 'speaker'),
  block('mute', 'Mute', 'mute', { states: [on, { ...off, mutes: true }] }),
];

export const jackFrom = (template: string) =>
  jackSchema.parse((JACK_TEMPLATES.find(({ id }) => id === template) ?? JACK_TEMPLATES[0])?.part);

export const blockFrom = (template: string) =>
  blockSchema.parse((BLOCK_TEMPLATES.find(({ id }) => id === template) ?? BLOCK_TEMPLATES[0])?.part);
