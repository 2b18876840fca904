import {
  decibels,
  effect,
  input,
  lowVoltage,
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
    midi: { channel: 1, countsFrom: 0, programs: 128, bankBytes: 'none' },
  };
}

/** Units that stand in another unit's loop and change program with it. */
export const OUTBOARD: readonly Kind[] = [
  {
    id: 'midi-delay',
    name: 'MIDI delay',
    words: ['midi delay', 'delay unit', 'outboard', 'outboard delay', 'stereo delay'],
    revision: 2,
    hint: 'stereo, presets by MIDI',
    place: 'floor',
    parts: midiDelay(),
  },
];
