import type { BlockInput } from '../model';
import { fromGrid } from './grid';
import type { Kind } from './kind';
import { fourLoops, rackUnit } from './large-units';
import { input, levelModes, output, typical, type KindParts } from './parts';
import { back, phonesOn, PHONES, send, UNIT_IN, unitPower } from './unit';
import {
  at,
  DC,
  feet,
  INSTRUMENT_OUT,
  LINE_OUT,
  loop,
  MIDI,
  numbered,
  outputKnob,
  PEDAL,
  relay,
  row,
  toPair,
} from './unit-parts';

const AHEAD = ['wah', 'compressor', 'drive', 'gate'];
const AFTER = ['volume', 'chorus', 'delay', 'reverb'];

/** No amp model: effects in two groups, divided by the amplifier's preamp, and relays for its channels. */
function effectsUnit(): KindParts {
  return {
    jacks: [
      input('input', 'INPUT', UNIT_IN, { converts: true }),
      send('send', 'SEND'),
      back('return', 'RETURN'),
      send('out-l', 'OUT L MONO'),
      send('out-r', 'OUT R'),
      relay(1),
      relay(2),
      PEDAL,
      ...MIDI,
      DC,
    ],
    blocks: [
      fromGrid('wah'),
      fromGrid('compressor'),
      fromGrid('drive'),
      fromGrid('gate'),
      fromGrid('volume'),
      fromGrid('chorus'),
      fromGrid('delay'),
      fromGrid('reverb'),
    ],
    wires: [
      { from: { jack: 'input' }, to: at('wah', 'in') },
      ...row(...AHEAD),
      { from: at('gate', 'out'), to: { jack: 'send' } },
      { from: { jack: 'return' }, to: at('volume', 'in') },
      ...row(...AFTER),
      ...toPair('reverb', 'out-l', 'out-r'),
    ],
    wiringName: 'Ahead and after',
    otherWirings: [
      {
        id: 'one-row',
        name: 'All in one row',
        wires: [
          { from: { jack: 'input' }, to: at('wah', 'in') },
          ...row(...AHEAD, ...AFTER),
          ...toPair('reverb', 'out-l', 'out-r'),
        ],
      },
    ],
    controls: [outputKnob('out-l', 'out-r')],
    slots: { blocks: 8 },
    power: unitPower(200, 400),
    tripMs: typical(1, 3),
    changeMs: typical(5, 60),
    ...feet(numbered(3), 32),
    midi: { countsFrom: 1, programs: 128, bankBytes: 'none' },
  };
}

/** One loop for a stereo box, by two jacks a side. */
function stereoLoopUnit(): KindParts {
  const stereoLoop: BlockInput = { ...loop(1), name: 'Stereo loop', channelsIn: 2, channelsOut: 2 };
  return {
    jacks: [
      input('input', 'INPUT', UNIT_IN, { converts: true }),
      send('send-l', 'SEND L MONO'),
      send('send-r', 'SEND R'),
      back('return-l', 'RETURN L MONO'),
      { ...back('return-r', 'RETURN R'), normalledFrom: 'return-l' },
      send('out-l', 'OUT L MONO'),
      send('out-r', 'OUT R'),
      output(
        'balanced-l',
        'XLR L',
        {},
        {
          converts: true,
          connector: 'xlr-m',
          carries: 'line',
          balance: 'driven',
          ...levelModes(INSTRUMENT_OUT, LINE_OUT, 'line'),
        },
      ),
      output(
        'balanced-r',
        'XLR R',
        {},
        {
          converts: true,
          connector: 'xlr-m',
          carries: 'line',
          balance: 'driven',
          ...levelModes(INSTRUMENT_OUT, LINE_OUT, 'line'),
        },
      ),
      PHONES,
      ...MIDI,
      PEDAL,
      DC,
    ],
    blocks: [
      fromGrid('compressor'),
      fromGrid('drive'),
      fromGrid('amp'),
      fromGrid('cab'),
      stereoLoop,
      fromGrid('delay'),
      fromGrid('reverb'),
    ],
    wires: [
      { from: { jack: 'input' }, to: at('compressor', 'in') },
      ...row('compressor', 'drive', 'amp', 'cab', 'loop-1', 'delay', 'reverb'),
      { from: at('loop-1', 'send'), to: { jack: 'send-l' }, fromChannel: 'left' },
      { from: at('loop-1', 'send'), to: { jack: 'send-r' }, fromChannel: 'right' },
      { from: { jack: 'return-l' }, to: at('loop-1', 'return'), toChannel: 'left' },
      { from: { jack: 'return-r' }, to: at('loop-1', 'return'), toChannel: 'right' },
      ...toPair('reverb', 'out-l', 'out-r'),
      ...toPair('reverb', 'balanced-l', 'balanced-r'),
      ...phonesOn('out-l', 'out-r'),
    ],
    controls: [outputKnob('out-l', 'out-r', 'balanced-l', 'balanced-r')],
    loops: [
      {
        id: 'loop-1',
        name: 'Stereo loop',
        sends: ['send-l', 'send-r'],
        returns: ['return-l', 'return-r'],
      },
    ],
    slots: { blocks: 10 },
    power: unitPower(400, 800),
    tripMs: typical(0.5, 3),
    changeMs: typical(5, 60),
    ...feet(numbered(6), 20),
    midi: { countsFrom: 0, programs: 128, bankBytes: 'none' },
  };
}

/** Units of other builds than the two of the house. */
export const MORE_UNITS: readonly Kind[] = [
  {
    id: 'four-loop-unit',
    name: 'Four-loop unit',
    revision: 3,
    words: ['four-loop unit', 'four loop unit', '4-loop unit', 'large unit', 'big unit', 'flagship unit'],
    hint: 'four loops, two of them analogue and first only',
    place: 'floor',
    parts: fourLoops(),
  },
  {
    id: 'rack-unit',
    name: 'Rack unit',
    revision: 3,
    words: ['rack unit', 'rack', 'rack modeller', 'rack modeler', 'rack multi-effects'],
    hint: 'in and out blocks instead of loops, three stereo pairs',
    place: 'backline',
    parts: rackUnit(),
  },
  {
    id: 'effects-unit',
    name: 'Effects-only unit',
    revision: 3,
    words: ['effects-only unit', 'effects only', 'effects only unit', 'stompbox unit', 'multi stomp'],
    hint: 'ahead and after groups, two relays, no amp model',
    place: 'floor',
    parts: effectsUnit(),
  },
  {
    id: 'stereo-loop-unit',
    name: 'Stereo-loop unit',
    words: ['stereo-loop unit', 'stereo loop unit', 'unit with stereo loop'],
    revision: 4,
    hint: 'one stereo loop, amp and cabinet model',
    place: 'floor',
    parts: stereoLoopUnit(),
  },
];
