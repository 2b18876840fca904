import type { JackInput, Wire } from '../model';
import { fromGrid } from './grid';
import { decibels, input, levelModes, output, typical, type KindParts } from './parts';
import type { Kind } from './kind';
import { feet } from './unit-parts';

export const UNIT_IN = { rIn: typical(1e6), cIn: typical(20e-12, 100e-12), maxDbu: decibels(8, 14) };
const INSTRUMENT_OUT = { rOut: typical(50, 1000), maxDbu: decibels(10) };
const LINE_OUT = { rOut: typical(50, 1000), maxDbu: decibels(18, 20) };
const INSTRUMENT_RETURN = { rIn: typical(22e3, 1e6), maxDbu: decibels(10) };
const LINE_RETURN = { rIn: typical(22e3, 1e6), maxDbu: decibels(18) };

/** An output with a switch between instrument and line level. */
export const send = (id: string, label: string) =>
  output(id, label, {}, { converts: true, ...levelModes(INSTRUMENT_OUT, LINE_OUT) });
/** A return with the same switch. */
export const back = (id: string, label: string) =>
  input(id, label, {}, { converts: true, ...levelModes(INSTRUMENT_RETURN, LINE_RETURN) });

export const PHONES: JackInput = {
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
export const phonesOn = (left: string, right: string): readonly Wire[] => [
  { from: { jack: left }, to: { jack: 'phones' }, toChannel: 'left' },
  { from: { jack: right }, to: { jack: 'phones' }, toChannel: 'right' },
];

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
    power: unitPower(500, 800),
    tripMs: typical(0.5, 3),
    slots: { blocks: 12 },
    loops: [
      { id: 'loop-1', name: 'Loop 1', sends: ['send-1'], returns: ['return-1'], stands: 'anywhere' },
      { id: 'loop-2', name: 'Loop 2', sends: ['send-2'], returns: ['return-2'], stands: 'anywhere' },
    ],
    changeMs: typical(5, 60),
    ...feet(['A', 'B', 'C', 'D'], 32),
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
    power: unitPower(200, 500),
    tripMs: typical(1, 3),
    slots: { blocks: 8 },
    changeMs: typical(5, 60),
    ...feet(['A', 'B', 'C'], 10),
  };
}

/** What feeds a unit: nine volts on a barrel. */
export const unitPower = (low: number, high: number): KindParts['power'] => ({
  class: 'low',
  dcVolts: { low: 9, high: 9.6 },
  dcMilliamps: typical(low, high),
  dcKind: 'dc',
  dcPolarity: 'centre-negative',
});

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
    revision: 4,
    hint: 'two loops, a grid of blocks, two stereo outputs',
    place: 'floor',
    parts: unit(),
  },
  {
    id: 'small-unit',
    name: 'Small unit',
    words: ['small unit', 'compact unit', 'small multi', 'mini unit', 'small modeller'],
    revision: 4,
    hint: 'amp and cabinet model, no loops, stereo out',
    place: 'floor',
    parts: smallUnit(),
  },
];
