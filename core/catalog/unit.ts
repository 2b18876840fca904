import type { BlockInput, JackInput, Wire } from '../model';
import { decibels, effect, input, levelModes, output, typical, type KindParts } from './parts';
import type { Kind } from './kind';

const UNIT_IN = { rIn: typical(1e6), cIn: typical(20e-12, 100e-12), maxDbu: decibels(8, 14) };
const INSTRUMENT_OUT = { rOut: typical(50, 1000), maxDbu: decibels(10) };
const LINE_OUT = { rOut: typical(50, 1000), maxDbu: decibels(18, 20) };
const INSTRUMENT_RETURN = { rIn: typical(22e3, 1e6), maxDbu: decibels(10) };
const LINE_RETURN = { rIn: typical(22e3, 1e6), maxDbu: decibels(18) };

const send = (id: string, label: string) =>
  output(id, label, {}, { converts: true, ...levelModes(INSTRUMENT_OUT, LINE_OUT) });
const back = (id: string, label: string) =>
  input(id, label, {}, { converts: true, ...levelModes(INSTRUMENT_RETURN, LINE_RETURN) });

const PHONES: JackInput = {
  id: 'phones',
  label: 'PHONES',
  direction: 'out',
  carries: 'phones',
  connector: 'trs-635',
  channels: 2,
  modes: [{ id: 'as-built', name: 'as built', rOut: typical(10, 50), maxDbu: decibels(10) }],
  mode: 'as-built',
};

/** The headphone output hears the main pair, plugged or not. */
const phonesOn = (left: string, right: string): readonly Wire[] => [
  { from: { jack: left }, to: { jack: 'phones' }, toChannel: 'left' },
  { from: { jack: right }, to: { jack: 'phones' }, toChannel: 'right' },
];

const preset = {
  switchedBy: 'preset',
  movable: true,
  bypassKind: 'buffered',
  passesUnpowered: false,
} as const;
const stereo = { channelsIn: 2, channelsOut: 2 };
const widening = { channelsIn: 1, channelsOut: 2 };

/** Blocks that can be put into the grid of a unit, as the inspector offers them. */
export const GRID_BLOCKS: readonly {
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

function fromGrid(id: string): BlockInput {
  const entry = GRID_BLOCKS.find((candidate) => candidate.id === id);
  if (!entry) throw new Error(`no block "${id}" in the catalogue`);
  return entry.block;
}

const WIRES: readonly Wire[] = [
  { from: { jack: 'input' }, to: { block: 'drive', port: 'in' } },
  { from: { block: 'drive', port: 'out' }, to: { block: 'loop-1', port: 'in' } },
  { from: { block: 'loop-1', port: 'send' }, to: { jack: 'send-1' } },
  { from: { jack: 'return-1' }, to: { block: 'loop-1', port: 'return' } },
  { from: { block: 'loop-1', port: 'out' }, to: { block: 'amp', port: 'in' } },
  { from: { block: 'amp', port: 'out' }, to: { block: 'cab', port: 'in' } },
  { from: { block: 'cab', port: 'out' }, to: { block: 'chorus', port: 'in' } },
  { from: { block: 'chorus', port: 'out' }, to: { block: 'delay', port: 'in' } },
  { from: { block: 'delay', port: 'out' }, to: { block: 'reverb', port: 'in' } },
  { from: { block: 'reverb', port: 'out' }, to: { jack: 'out-1-l' }, fromChannel: 'left' },
  { from: { block: 'reverb', port: 'out' }, to: { jack: 'out-1-r' }, fromChannel: 'right' },
  {
    from: { block: 'reverb', port: 'out' },
    to: { jack: 'out-1-l' },
    fromChannel: 'right',
    whileOpen: 'out-1-r',
  },
  ...phonesOn('out-1-l', 'out-1-r'),
];

function unit(): KindParts {
  return {
    jacks: [
      input('input', 'INPUT', UNIT_IN, { converts: true }),
      send('send-1', 'SEND 1'),
      back('return-1', 'RETURN 1'),
      send('send-2', 'SEND 2'),
      back('return-2', 'RETURN 2'),
      send('out-1-l', 'OUT 1 L'),
      send('out-1-r', 'OUT 1 R'),
      output(
        'out-2-l',
        'OUT 2 L',
        {},
        {
          converts: true,
          connector: 'xlr-m',
          carries: 'line',
          balance: 'driven',
          fixedUnity: true,
          ...levelModes(INSTRUMENT_OUT, LINE_OUT, 'line'),
        },
      ),
      output(
        'out-2-r',
        'OUT 2 R',
        {},
        {
          converts: true,
          connector: 'xlr-m',
          carries: 'line',
          balance: 'driven',
          fixedUnity: true,
          ...levelModes(INSTRUMENT_OUT, LINE_OUT, 'line'),
        },
      ),
      PHONES,
      {
        id: 'midi-in',
        label: 'MIDI IN',
        direction: 'in',
        carries: 'midi',
        connector: 'din-5',
        ground: 'none',
      },
      { id: 'midi-out', label: 'MIDI OUT', direction: 'out', carries: 'midi', connector: 'din-5' },
      { id: 'pedal', label: 'PEDAL', direction: 'in', carries: 'expression', connector: 'trs-635' },
      { id: 'dc', label: '9 V DC', direction: 'in', carries: 'dc', connector: 'barrel-21' },
    ],
    blocks: [
      fromGrid('drive'),
      { ...fromGrid('loop'), id: 'loop-1', name: 'Loop 1' },
      fromGrid('amp'),
      fromGrid('cab'),
      fromGrid('chorus'),
      fromGrid('delay'),
      fromGrid('reverb'),
    ],
    wires: WIRES,
    controls: [
      {
        id: 'output',
        label: 'OUTPUT',
        actsOn: { jack: 'out-1-l' },
        moves: ['out-1-l', 'out-1-r'],
        sets: 'level',
        law: { type: 'unknown' },
        position: null,
      },
      {
        id: 'send-level',
        label: 'SEND 1 LEVEL',
        actsOn: { jack: 'send-1' },
        sets: 'level',
        law: { type: 'unknown' },
        position: null,
      },
    ],
    power: {
      class: 'low',
      dcVolts: { low: 9, high: 9.6 },
      dcMilliamps: typical(500, 800),
      dcKind: 'dc',
      dcPolarity: 'centre-negative',
    },
    tripMs: typical(0.5, 3),
    slots: { blocks: 12 },
    loops: [
      { id: 'loop-1', name: 'Loop 1', sends: ['send-1'], returns: ['return-1'], stands: 'anywhere' },
      { id: 'loop-2', name: 'Loop 2', sends: ['send-2'], returns: ['return-2'], stands: 'anywhere' },
    ],
    midi: { countsFrom: 0, programs: 128, bankBytes: 'msb' },
  };
}

/** One path from the input to a stereo output, nothing to hang anything into. */
function smallUnit(): KindParts {
  const at = (block: string, port: 'in' | 'out') => ({ block, port });
  const row = ['drive', 'amp', 'cab', 'chorus', 'delay', 'reverb'];
  return {
    jacks: [
      input('input', 'INPUT', UNIT_IN, { converts: true }),
      send('out-l', 'OUT L MONO'),
      send('out-r', 'OUT R'),
      PHONES,
      { id: 'pedal', label: 'PEDAL', direction: 'in', carries: 'expression', connector: 'trs-635' },
      { id: 'dc', label: '9 V DC', direction: 'in', carries: 'dc', connector: 'barrel-21' },
    ],
    blocks: row.map(fromGrid),
    wires: [
      { from: { jack: 'input' }, to: at('drive', 'in') },
      ...row.slice(1).map((block, i) => ({ from: at(row[i] ?? '', 'out'), to: at(block, 'in') })),
      { from: at('reverb', 'out'), to: { jack: 'out-l' }, fromChannel: 'left' as const },
      { from: at('reverb', 'out'), to: { jack: 'out-r' }, fromChannel: 'right' as const },
      {
        from: at('reverb', 'out'),
        to: { jack: 'out-l' },
        fromChannel: 'right' as const,
        whileOpen: 'out-r',
      },
      ...phonesOn('out-l', 'out-r'),
    ],
    controls: [
      {
        id: 'output',
        label: 'OUTPUT',
        actsOn: { jack: 'out-l' },
        moves: ['out-l', 'out-r'],
        sets: 'level',
        law: { type: 'unknown' },
        position: null,
      },
    ],
    power: {
      class: 'low',
      dcVolts: { low: 9, high: 9.6 },
      dcMilliamps: typical(200, 500),
      dcKind: 'dc',
      dcPolarity: 'centre-negative',
    },
    tripMs: typical(1, 3),
    slots: { blocks: 8 },
  };
}

export const UNITS: readonly Kind[] = [
  {
    id: 'multi-effects',
    name: 'Multi-effects',
    words: [
      'unit',
      'multi-effects',
      'multi',
      'multieffects',
      'multi fx',
      'mfx',
      'floor unit',
      'modeller',
      'modeler',
      'effects unit',
    ],
    revision: 2,
    hint: 'two loops, a grid of blocks, two stereo outputs',
    place: 'floor',
    parts: unit(),
  },
  {
    id: 'small-unit',
    name: 'Small unit',
    words: ['small unit', 'compact unit', 'small multi', 'mini unit', 'small modeller'],
    revision: 2,
    hint: 'amp and cabinet model, no loops, stereo out',
    place: 'floor',
    parts: smallUnit(),
  },
];
