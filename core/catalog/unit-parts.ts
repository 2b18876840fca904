// What units are made of beside their grids.
import type { BlockInput, JackInput, Wire } from '../model';
import { fromGrid } from './grid';
import { decibels, typical, type ControlInput, type KindParts } from './parts';

export const LINE_OUT = { rOut: typical(50, 1000), maxDbu: decibels(18, 20) };
export const INSTRUMENT_OUT = { rOut: typical(50, 1000), maxDbu: decibels(10) };

export const MIDI: readonly JackInput[] = [
  { id: 'midi-in', label: 'MIDI IN', direction: 'in', carries: 'midi', connector: 'din-5', ground: 'none' },
  { id: 'midi-out', label: 'MIDI OUT', direction: 'out', carries: 'midi', connector: 'din-5' },
];
export const PEDAL: JackInput = {
  id: 'pedal',
  label: 'PEDAL',
  direction: 'in',
  carries: 'expression',
  connector: 'trs-635',
};
export const DC: JackInput = {
  id: 'dc',
  label: '9 V DC',
  direction: 'in',
  carries: 'dc',
  connector: 'barrel-21',
};
export const USB: JackInput = {
  id: 'usb',
  label: 'USB',
  direction: 'both',
  carries: 'usb',
  connector: 'usb-b',
};
export const relay = (n: number): JackInput => ({
  id: `relay-${n}`,
  label: `RELAY ${n}`,
  direction: 'out',
  carries: 'switch',
  connector: 'trs-635',
  ground: 'none',
  tip: 'either',
});

/** Switches whose acts the rig says; with several banks also those that go from one to the next, and the time of echoes. */
export const feet = (labels: readonly string[], banks = 1): Pick<KindParts, 'switches' | 'banks'> => ({
  switches: [
    ...labels.map((label) => ({ id: `switch-${label.toLowerCase()}`, label, does: 'free' as const })),
    ...(banks > 1
      ? [
          { id: 'bank-down', label: 'BANK ▼', does: 'bank-down' as const },
          { id: 'bank-up', label: 'BANK ▲', does: 'bank-up' as const },
        ]
      : []),
  ],
  ...(banks > 1 ? { banks: { count: banks } } : {}),
});

/** `1` to as many. */
export const numbered = (count: number): readonly string[] =>
  Array.from({ length: count }, (_, i) => String(i + 1));

export const at = (block: string, port: 'in' | 'out' | 'send' | 'return') => ({ block, port });

/** Blocks in a row. */
export const row = (...blocks: readonly string[]): readonly Wire[] =>
  blocks.slice(1).map((block, i) => ({ from: at(blocks[i] ?? '', 'out'), to: at(block, 'in') }));

/** The last block to a pair of outputs; the left one alone is mono. */
export const toPair = (block: string, left: string, right: string): readonly Wire[] => [
  { from: at(block, 'out'), to: { jack: left }, fromChannel: 'left' },
  { from: at(block, 'out'), to: { jack: right }, fromChannel: 'right' },
  { from: at(block, 'out'), to: { jack: left }, fromChannel: 'right', whileOpen: right },
];

export const loop = (n: number): BlockInput => ({ ...fromGrid('loop'), id: `loop-${n}`, name: `Loop ${n}` });
export const loopWires = (n: number): readonly Wire[] => [
  { from: at(`loop-${n}`, 'send'), to: { jack: `send-${n}` } },
  { from: { jack: `return-${n}` }, to: at(`loop-${n}`, 'return') },
];

export const outputKnob = (...moves: readonly [string, ...string[]]): ControlInput => ({
  id: 'output',
  label: 'OUTPUT',
  actsOn: { jack: moves[0] },
  moves: [...moves],
  sets: 'level',
  law: { type: 'unknown' },
});
