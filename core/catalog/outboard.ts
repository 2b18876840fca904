import {
  chain,
  dcIn,
  decibels,
  effect,
  input,
  lowVoltage,
  on,
  output,
  typical,
  type KindParts,
  mix,
  other,
  level,
} from './parts';
import type { Kind } from './kind';

const LINE_IN = { rIn: typical(470e3, 1e6), maxDbu: decibels(10, 14) };
const LINE_OUT = { rOut: typical(100, 1000), maxDbu: decibels(10, 14) };
const converts = { converts: true };
const STEREO = { channelsIn: 2, channelsOut: 2 };

/** Mono in or stereo in, stereo out; the left jacks alone are mono. */
function midiDelay(): KindParts {
  const delay = (port: 'in' | 'out') => ({ block: 'delay', port });
  return {
    jacks: [
      input('in-l', 'IN L MONO', LINE_IN, converts),
      input('in-r', 'IN R', LINE_IN, { ...converts, normalledFrom: 'in-l' }),
      output('out-l', 'OUT L MONO', LINE_OUT, converts),
      output('out-r', 'OUT R', LINE_OUT, converts),
      {
        id: 'midi-in',
        label: 'MIDI IN',
        direction: 'in',
        carries: 'midi',
        connector: 'din-5',
        ground: 'none',
      },
      { id: 'midi-thru', label: 'MIDI THRU', direction: 'out', carries: 'midi', connector: 'din-5' },
      { id: 'exp', label: 'EXP', direction: 'in', carries: 'expression', connector: 'trs-635' },
      {
        id: 'dc',
        label: '9 V DC',
        direction: 'in',
        carries: 'dc',
        connector: 'barrel-21',
      },
    ],
    blocks: [
      effect(
        'delay',
        'Delay',
        'delay',
        { mix: 0.3 },
        { ...STEREO, bypassKind: 'buffered', switchedBy: 'preset' },
      ),
    ],
    wires: [
      { from: { jack: 'in-l' }, to: delay('in'), toChannel: 'left' },
      { from: { jack: 'in-r' }, to: delay('in'), toChannel: 'right' },
      { from: delay('out'), to: { jack: 'out-l' }, fromChannel: 'left' },
      { from: delay('out'), to: { jack: 'out-r' }, fromChannel: 'right' },
      { from: delay('out'), to: { jack: 'out-l' }, fromChannel: 'right', whileOpen: 'out-r' },
    ],
    controls: [other('time', 'TIME', 'delay'), mix('mix', 'MIX', 'delay'), level('level', 'LEVEL', 'delay')],
    power: lowVoltage(300),
    tripMs: typical(1, 3),
    changeMs: typical(2, 30),
    midi: { channel: 1, countsFrom: 0, programs: 128, bankBytes: 'none' },
  };
}

const jacksOf = (...ids: readonly string[]) => new Set(ids);
const PEDAL_IN = { rIn: typical(470e3, 1e6), maxDbu: decibels(8) };
const PEDAL_OUT = { rOut: typical(100, 1000) };

/** What listens to the guitar passes it on to what is noisy; what comes back is let through or not. */
function fourJackGate(): KindParts {
  const jacks = jacksOf('in', 'send', 'return', 'out');
  return {
    jacks: [
      input('in', 'INPUT', PEDAL_IN),
      output('send', 'SEND', PEDAL_OUT),
      input('return', 'RETURN', PEDAL_IN),
      output('out', 'OUTPUT', PEDAL_OUT),
      dcIn(),
    ],
    blocks: [
      { id: 'sense', name: 'Sense', role: 'buffer', states: [on], state: 'on' },
      effect('gate', 'Gate', 'gate', {}, { bypassKind: 'buffered' }),
    ],
    wires: [...chain(jacks, 'in', 'sense', 'send'), ...chain(jacks, 'return', 'gate', 'out')],
    controls: [other('threshold', 'THRESHOLD', 'gate'), other('release', 'RELEASE', 'gate')],
    power: lowVoltage(20),
  };
}

/** Two channels that share a box and nothing else: one ahead of a preamp, one in its loop. */
function twoChannelEqualiser(): KindParts {
  const jacks = jacksOf('in-a', 'out-a', 'in-b', 'out-b');
  const channel = (id: string, name: string) =>
    effect(id, `Channel ${name}`, 'eq', { ceilingDbu: decibels(10) }, { bypassKind: 'buffered' });
  return {
    jacks: [
      input('in-a', 'IN A', PEDAL_IN),
      output('out-a', 'OUT A', PEDAL_OUT),
      input('in-b', 'IN B', PEDAL_IN),
      output('out-b', 'OUT B', PEDAL_OUT),
      dcIn(),
    ],
    blocks: [channel('eq-a', 'A'), channel('eq-b', 'B')],
    wires: [...chain(jacks, 'in-a', 'eq-a', 'out-a'), ...chain(jacks, 'in-b', 'eq-b', 'out-b')],
    controls: [level('level-a', 'LEVEL A', 'eq-a'), level('level-b', 'LEVEL B', 'eq-b')],
    power: lowVoltage(90),
  };
}

/** Boxes with two ways through them: the signal comes by twice. */
export const TWICE: readonly Kind[] = [
  {
    id: 'four-jack-gate',
    name: 'Four-jack gate',
    words: ['four-jack gate', 'four jack gate', '4-jack gate', 'loop gate'],
    hint: 'listens at INPUT, gates between RETURN and OUTPUT',
    place: 'floor',
    parts: fourJackGate(),
  },
  {
    id: 'two-channel-eq',
    name: 'Two-channel equaliser',
    words: ['two-channel eq', 'two-channel equaliser', 'dual eq', 'two channel eq'],
    hint: 'two channels of their own: ahead of the preamp and in its loop',
    place: 'floor',
    parts: twoChannelEqualiser(),
  },
];

/** Units that stand in another unit's loop and change program with it. */
export const OUTBOARD: readonly Kind[] = [
  {
    id: 'midi-delay',
    name: 'MIDI delay',
    words: ['midi delay', 'delay unit', 'outboard', 'outboard delay'],
    revision: 3,
    hint: 'stereo, presets by MIDI',
    place: 'floor',
    parts: midiDelay(),
  },
];
