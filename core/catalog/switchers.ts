// What is inside boxes that send the signal one way or another.
import type { BlockInput, JackInput, Wire } from '../model';
import {
  chain,
  dcIn,
  decibels,
  input,
  level,
  lowVoltage,
  off,
  on,
  output,
  typical,
  type KindParts,
} from './parts';
import { feet, numbered } from './unit-parts';

export const BUFFER_IN = { rIn: typical(1e6), cIn: typical(10e-12, 30e-12), maxDbu: decibels(10) };
export const BUFFER_OUT = { rOut: typical(20, 250), maxDbu: decibels(10) };

export const buffer = (id: string, name: string, more: Partial<BlockInput> = {}): BlockInput => ({
  id,
  name,
  role: 'buffer',
  states: [on],
  state: 'on',
  ...more,
});

const from = (block: string, port: 'out' | 'out2' | 'send'): Wire['from'] => ({ block, port });
const to = (block: string, port: 'in' | 'in2' | 'return'): Wire['to'] => ({ block, port });

/** A transformer's other winding: the ground ends here. */
export const ISOLATED = { ground: 'transformer' as const };

/** A buffer's own output that hears the input before any switch. */
const tunerOut = output('tuner', 'TUNER OUT', BUFFER_OUT);

const TUNER_MUTE: BlockInput = {
  id: 'mute',
  name: 'Mute',
  role: 'mute',
  states: [
    { id: 'off', name: 'through' },
    { id: 'muted', name: 'muted, tuning', mutes: true },
  ],
  state: 'off',
  passesUnpowered: false,
};

/** One in, so many outputs: which of them hear it. */
export function splitter(): KindParts {
  return {
    jacks: [
      input('in', 'IN', BUFFER_IN),
      output('out-a', 'OUT A', BUFFER_OUT),
      output('out-b', 'OUT B ISO', { rOut: typical(150, 1000), maxDbu: decibels(10) }, ISOLATED),
      dcIn(),
    ],
    blocks: [
      buffer('buffer', 'Buffer'),
      { id: 'split', name: 'Split', role: 'split', states: [on], state: 'on' },
    ],
    wires: [
      ...chain(new Set(['in']), 'in', 'buffer', 'split'),
      { from: from('split', 'out'), to: { jack: 'out-a' } },
      { from: from('split', 'out2'), to: { jack: 'out-b' } },
    ],
    hidden: [{ id: 'polarity', label: 'POLARITY B', value: 'normal' }],
    power: lowVoltage(30),
  };
}

/** A switcher's contacts lead. */
const REMOTE: JackInput = {
  id: 'remote',
  label: 'REMOTE',
  direction: 'in',
  carries: 'switch',
  connector: 'trs-635',
};

/** A, B or both, with a tuner out and one side through a transformer. */
export function selector(): KindParts {
  return {
    jacks: [
      input('in', 'IN', BUFFER_IN),
      output('out-a', 'OUT A', BUFFER_OUT),
      output('out-b', 'OUT B ISO', { rOut: typical(150, 1000), maxDbu: decibels(10) }, ISOLATED),
      tunerOut,
      REMOTE,
      dcIn(),
    ],
    blocks: [
      buffer('buffer', 'Buffer'),
      TUNER_MUTE,
      {
        id: 'select',
        name: 'Selector',
        role: 'split',
        states: [
          { id: 'a', name: 'A', passes: ['in', 'out'] },
          { id: 'b', name: 'B', passes: ['in', 'out2'] },
          { id: 'both', name: 'A and B', passes: ['in', 'out', 'out2'] },
        ],
        state: 'a',
        contacts: [
          { id: 'tip', jack: 'remote', pole: 'tip', open: 'a', closed: 'b' },
          { id: 'ring', jack: 'remote', pole: 'ring', closed: 'both' },
        ],
      },
    ],
    wires: [
      ...chain(new Set(['in', 'tuner']), 'in', 'buffer', 'tuner'),
      ...chain(new Set(), 'buffer', 'mute', 'select'),
      { from: from('select', 'out'), to: { jack: 'out-a' } },
      { from: from('select', 'out2'), to: { jack: 'out-b' } },
    ],
    hidden: [{ id: 'polarity', label: 'POLARITY B', value: 'normal' }],
    power: lowVoltage(40),
  };
}

/** Two in, one out: guitars that share a rig. */
export function inputSelector(): KindParts {
  return {
    jacks: [
      input('in-a', 'IN A', BUFFER_IN),
      input('in-b', 'IN B', BUFFER_IN),
      output('out', 'OUT', BUFFER_OUT),
      tunerOut,
      dcIn(),
    ],
    blocks: [
      {
        id: 'select',
        name: 'Selector',
        role: 'merge',
        states: [
          { id: 'a', name: 'A', passes: ['in', 'out'] },
          { id: 'b', name: 'B', passes: ['in2', 'out'] },
        ],
        state: 'a',
      },
      buffer('buffer', 'Buffer'),
      TUNER_MUTE,
    ],
    wires: [
      { from: { jack: 'in-a' }, to: to('select', 'in') },
      { from: { jack: 'in-b' }, to: to('select', 'in2') },
      ...chain(new Set(['tuner']), 'select', 'buffer', 'tuner'),
      ...chain(new Set(['out']), 'buffer', 'mute', 'out'),
    ],
    controls: [level('gain-b', 'LEVEL B', 'select')],
    power: lowVoltage(30),
  };
}

const loopJacks = (n: number): readonly JackInput[] => [
  output(`send-${n}`, `SEND ${n}`, {}),
  input(`return-${n}`, `RETURN ${n}`, {}),
];

const loopBlock = (n: number): BlockInput => ({
  id: `loop-${n}`,
  name: `Loop ${n}`,
  role: 'loop',
  states: [on, off],
  state: 'off',
  bypassKind: 'relay',
  switchedBy: 'preset',
  passesUnpowered: true,
});

/** Pedals in loops that relays take in and out; its own buffer ahead can be taken out too. */
export function loopSwitcher(count: number): KindParts {
  const numbers = Array.from({ length: count }, (_, i) => i + 1);
  const jacks = numbers.flatMap(loopJacks);
  return {
    jacks: [
      input('in', 'IN', BUFFER_IN),
      ...jacks,
      output('out', 'OUT', {}),
      tunerOut,
      ...(count > 2
        ? [
            {
              id: 'midi-in',
              label: 'MIDI IN',
              direction: 'in',
              carries: 'midi',
              connector: 'din-5',
              ground: 'none',
            } as const,
            {
              id: 'midi-out',
              label: 'MIDI OUT',
              direction: 'out',
              carries: 'midi',
              connector: 'din-5',
            } as const,
            {
              id: 'control',
              label: 'CONTROL',
              direction: 'out',
              carries: 'switch',
              connector: 'trs-635',
              ground: 'none',
            } as const,
          ]
        : []),
      dcIn(),
    ],
    blocks: [
      buffer('buffer', 'Buffer', {
        states: [on, off],
        bypassKind: 'relay',
        ...(count > 2 ? { switchedBy: 'preset' as const } : {}),
      }),
      ...numbers.map(loopBlock),
      TUNER_MUTE,
    ],
    wires: [
      ...chain(new Set(['in', 'tuner']), 'in', 'buffer', 'tuner'),
      ...chain(new Set(['out']), 'buffer', ...numbers.map((n) => `loop-${n}`), 'mute', 'out'),
      ...numbers.flatMap((n): Wire[] => [
        { from: from(`loop-${n}`, 'send'), to: { jack: `send-${n}` } },
        { from: { jack: `return-${n}` }, to: to(`loop-${n}`, 'return') },
      ]),
    ],
    loops: numbers.map((n) => ({
      id: `loop-${n}`,
      name: `Loop ${n}`,
      sends: [`send-${n}`],
      returns: [`return-${n}`],
    })),
    slots: { blocks: count },
    power: lowVoltage(30 + 20 * count),
    ...(count > 2
      ? {
          changeMs: typical(2, 10),
          ...feet(numbered(count), 8),
          midi: { countsFrom: 1, programs: 128, bankBytes: 'none' as const },
        }
      : {
          switches: numbers.map((n) => ({
            id: `switch-${n}`,
            label: `LOOP ${n}`,
            does: 'steps' as const,
            blocks: [`loop-${n}`],
          })),
        }),
  };
}

/** One guitar to one of four amplifiers: three selectors in a row. */
export function fourAmpSelector(): KindParts {
  const pick = (id: string, name: string): BlockInput => ({
    id,
    name,
    role: 'split',
    states: [
      { id: 'here', name: 'on', passes: ['in', 'out'] },
      { id: 'on-to-next', name: 'off', passes: ['in', 'out2'] },
      { id: 'both', name: 'with the next', passes: ['in', 'out', 'out2'] },
    ],
    state: id === 'pick-1' ? 'here' : 'on-to-next',
    switchedBy: 'preset',
  });
  const outs = [1, 2, 3, 4].map((n) =>
    output(`out-${n}`, `AMP ${n}`, { rOut: typical(150, 1000), maxDbu: decibels(10) }, ISOLATED),
  );
  return {
    jacks: [input('in', 'IN', BUFFER_IN), ...outs, tunerOut, dcIn()],
    blocks: [
      buffer('buffer', 'Buffer'),
      pick('pick-1', 'Amp 1'),
      pick('pick-2', 'Amp 2'),
      pick('pick-3', 'Amp 3'),
    ],
    wires: [
      ...chain(new Set(['in', 'tuner']), 'in', 'buffer', 'tuner'),
      ...chain(new Set(), 'buffer', 'pick-1'),
      { from: from('pick-1', 'out'), to: { jack: 'out-1' } },
      { from: from('pick-1', 'out2'), to: to('pick-2', 'in') },
      { from: from('pick-2', 'out'), to: { jack: 'out-2' } },
      { from: from('pick-2', 'out2'), to: to('pick-3', 'in') },
      { from: from('pick-3', 'out'), to: { jack: 'out-3' } },
      { from: from('pick-3', 'out2'), to: { jack: 'out-4' } },
    ],
    changeMs: typical(2, 10),
    ...feet(numbered(4)),
    power: lowVoltage(60),
  };
}

/** Through-jacks on the edge of a board. @param normalled the loop jacks are joined until something is plugged in */
export function junction(normalled: boolean): KindParts {
  const passive = (id: string, label: string, direction: 'in' | 'out', more: Partial<JackInput> = {}) =>
    direction === 'in' ? input(id, label, {}, more) : output(id, label, {}, more);
  // With nothing from the amplifier's send the front of the board goes on into its loop part, and that to the input.
  const chained = normalled ? { normalledFrom: 'from-front' } : {};
  const only = normalled ? { whilePlugged: 'amp-send' } : {};
  return {
    jacks: [
      passive('guitar', 'GUITAR', 'in'),
      passive('to-front', 'TO BOARD', 'out'),
      passive('from-front', 'FROM FRONT', 'in'),
      passive('amp-in', 'AMP IN', 'out'),
      passive('amp-send', 'AMP SEND', 'in', chained),
      passive('to-loop', 'TO LOOP', 'out'),
      passive('from-loop', 'FROM LOOP', 'in'),
      passive('amp-return', 'AMP RETURN', 'out'),
    ],
    blocks: [],
    wires: [
      { from: { jack: 'guitar' }, to: { jack: 'to-front' } },
      { from: { jack: 'from-front' }, to: { jack: 'amp-in' }, ...only },
      { from: { jack: 'amp-send' }, to: { jack: 'to-loop' } },
      { from: { jack: 'from-loop' }, to: { jack: 'amp-return' } },
      ...(normalled ? [{ from: { jack: 'from-loop' }, to: { jack: 'amp-in' }, whileOpen: 'amp-send' }] : []),
    ],
  };
}
