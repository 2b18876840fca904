import { chain, dcIn, decibels, input, level, liftModes, lowVoltage, on, output, typical } from './parts';
import type { Kind } from './kind';
import {
  buffer,
  BUFFER_IN,
  BUFFER_OUT,
  fourAmpSelector,
  inputSelector,
  ISOLATED,
  junction,
  loopSwitcher,
  selector,
  splitter,
} from './switchers';

/** Boxes that send the signal one way or another, or only carry it on. */
export const SWITCHING: readonly Kind[] = [
  {
    id: 'two-buffer-hub',
    name: 'Two-buffer hub',
    words: ['two-buffer hub', 'buffer hub', 'double buffer', 'board buffer', 'dual buffer'],
    hint: 'a buffer into the board and one out of it',
    place: 'floor',
    parts: {
      jacks: [
        input('in', 'GUITAR', BUFFER_IN),
        output('to-board', 'TO BOARD', BUFFER_OUT),
        input('from-board', 'FROM BOARD', BUFFER_IN),
        output('out', 'TO AMP', BUFFER_OUT),
        dcIn(),
      ],
      blocks: [buffer('first', 'First buffer'), buffer('last', 'Last buffer')],
      wires: [
        ...chain(new Set(['in', 'to-board']), 'in', 'first', 'to-board'),
        ...chain(new Set(['from-board', 'out']), 'from-board', 'last', 'out'),
      ],
      power: lowVoltage(15),
    },
  },
  {
    id: 'line-driver',
    name: 'Line driver',
    words: ['line driver', 'line shifter', 'level shifter', 'balanced line driver'],
    hint: 'instrument to balanced line level for a long run',
    place: 'floor',
    parts: {
      jacks: [
        input('in', 'IN', BUFFER_IN),
        output(
          'out',
          'LINE OUT',
          { rOut: typical(50, 150), nominalDbu: decibels(4), maxDbu: decibels(16, 20) },
          { carries: 'line', connector: 'trs-635', balance: 'driven' },
        ),
        dcIn(),
      ],
      blocks: [
        buffer('driver', 'Line driver', {
          states: [{ ...on, gainSmallDb: decibels(10, 20), ceilingDbu: decibels(18) }],
        }),
      ],
      wires: chain(new Set(['in', 'out']), 'in', 'driver', 'out'),
      controls: [level('level', 'LEVEL', 'driver')],
      power: lowVoltage(40),
    },
  },
  {
    id: 'isolator',
    name: 'Isolator',
    words: ['isolator', 'iso', 'iso box', 'transformer isolator', 'hum isolator', 'ground isolator'],
    hint: 'passive transformer, polarity and lift',
    place: 'backline',
    parts: {
      jacks: [
        input('in', 'IN', { rIn: typical(10e3, 100e3), maxDbu: decibels(15, 20) }),
        output('out', 'OUT', {}, { ...ISOLATED, ...liftModes({ rOut: typical(150, 1000) }), mode: 'lifted' }),
      ],
      blocks: [
        buffer('transformer', 'Transformer', {
          states: [
            { id: 'normal', name: 'normal' },
            { id: 'turned', name: 'polarity turned', inverts: true },
          ],
          state: 'normal',
          passesUnpowered: true,
        }),
      ],
      wires: chain(new Set(['in', 'out']), 'in', 'transformer', 'out'),
    },
  },
  {
    id: 'splitter',
    name: 'Splitter',
    words: ['splitter', 'signal splitter', 'split box'],
    hint: 'buffered, two outputs at once, one isolated',
    place: 'floor',
    parts: splitter(),
  },
  {
    id: 'amp-selector',
    name: 'Amp selector',
    words: ['amp selector', 'amp switcher', 'aby', 'a/b/y', 'ab box', 'a/b', 'amp switch', 'selector'],
    hint: 'A, B or both, tuner out, B isolated',
    place: 'floor',
    parts: selector(),
  },
  {
    id: 'four-amp-selector',
    name: 'Four-amp selector',
    words: ['four-amp selector', 'four amp selector', '4 amp selector', 'amp matrix'],
    hint: 'one of four amplifiers or two in a row, all isolated',
    place: 'floor',
    parts: fourAmpSelector(),
  },
  {
    id: 'input-selector',
    name: 'Input selector',
    words: ['input selector', 'guitar selector', 'guitar switcher', 'instrument switcher'],
    hint: 'two instruments, one rig; level for the second',
    place: 'floor',
    parts: inputSelector(),
  },
  {
    id: 'loop-switcher-2',
    name: 'Two-loop switcher',
    words: ['two-loop switcher', 'loop switcher 2', '2-loop switcher', 'two loop switcher'],
    hint: 'two loops, own buffer, tuner out',
    place: 'floor',
    parts: loopSwitcher(2),
  },
  {
    id: 'loop-switcher-4',
    name: 'Four-loop switcher',
    words: [
      'loop switcher',
      'switcher',
      'four-loop switcher',
      'loop switcher 4',
      '4-loop switcher',
      'pedal switcher',
    ],
    hint: 'four loops with presets, own buffer, tuner out, MIDI',
    place: 'floor',
    parts: loopSwitcher(4),
  },
  {
    id: 'loop-switcher-8',
    name: 'Eight-loop switcher',
    words: ['eight-loop switcher', 'loop switcher 8', '8-loop switcher', 'eight loop switcher'],
    hint: 'eight loops with presets, own buffer, tuner out, MIDI',
    place: 'floor',
    parts: loopSwitcher(8),
  },
  {
    id: 'junction-box',
    name: 'Junction box',
    words: ['junction box', 'junction', 'interface box', 'patch bay', 'breakout box'],
    hint: 'through-jacks on the edge of a board',
    place: 'floor',
    parts: junction(false),
  },
  {
    id: 'normalled-junction',
    name: 'Normalled junction box',
    words: ['normalled junction box', 'normalled junction', 'junction with normals', 'switched junction'],
    hint: 'with nothing in the loop jacks the board is one chain',
    place: 'floor',
    parts: junction(true),
  },
];
