import type { JackInput } from '../model';
import { fromGrid } from './grid';
import { input, mains, mainsIn, typical, type KindParts } from './parts';
import { back, phonesOn, PHONES, send, UNIT_IN, unitPower } from './unit';
import {
  at,
  DC,
  feet,
  loop,
  loopWires,
  MIDI,
  numbered,
  outputKnob,
  PEDAL,
  relay,
  row,
  toPair,
  USB,
} from './unit-parts';

/** Loops 1 and 2 go out before the converters: they stand first in the path, whatever is wished. */
export function fourLoops(): KindParts {
  const numbers = [1, 2, 3, 4];
  const converted = (jack: JackInput, n: number): JackInput => (n <= 2 ? { ...jack, converts: false } : jack);
  return {
    jacks: [
      input('input', 'INPUT', UNIT_IN, { converts: true }),
      ...numbers.flatMap((n) => [
        converted(send(`send-${n}`, `SEND ${n}`), n),
        converted(back(`return-${n}`, `RETURN ${n}`), n),
      ]),
      send('out-1-l', 'OUT 1 L'),
      send('out-1-r', 'OUT 1 R'),
      send('out-2-l', 'OUT 2 L'),
      send('out-2-r', 'OUT 2 R'),
      PHONES,
      ...MIDI,
      PEDAL,
      USB,
      relay(1),
      DC,
    ],
    blocks: [
      loop(1),
      loop(2),
      fromGrid('compressor'),
      fromGrid('drive'),
      loop(3),
      fromGrid('amp'),
      loop(4),
      fromGrid('cab'),
      fromGrid('chorus'),
      fromGrid('delay'),
      fromGrid('reverb'),
    ],
    wires: [
      { from: { jack: 'input' }, to: at('loop-1', 'in') },
      ...row(
        'loop-1',
        'loop-2',
        'compressor',
        'drive',
        'loop-3',
        'amp',
        'loop-4',
        'cab',
        'chorus',
        'delay',
        'reverb',
      ),
      ...numbers.flatMap(loopWires),
      ...toPair('reverb', 'out-1-l', 'out-1-r'),
      ...phonesOn('out-1-l', 'out-1-r'),
    ],
    controls: [outputKnob('out-1-l', 'out-1-r')],
    loops: numbers.map((n) => ({
      id: `loop-${n}`,
      name: `Loop ${n}`,
      sends: [`send-${n}`],
      returns: [`return-${n}`],
      stands: n <= 2 ? ('first' as const) : ('anywhere' as const),
    })),
    slots: { blocks: 16 },
    power: unitPower(800, 1500),
    tripMs: typical(0.5, 3),
    changeMs: typical(5, 60),
    ...feet(numbered(8), 16),
    midi: { countsFrom: 0, programs: 128, bankBytes: 'msb' },
  };
}

/** Inputs and outputs are blocks of the grid: three stereo pairs a side, no loop, so a row stands for each way through. */
export function rackUnit(): KindParts {
  const pairs = [1, 2, 3];
  const ins = pairs.flatMap((n) => [back(`in-${n}-l`, `IN ${n} L`), back(`in-${n}-r`, `IN ${n} R`)]);
  const outs = pairs.flatMap((n) => [send(`out-${n}-l`, `OUT ${n} L`), send(`out-${n}-r`, `OUT ${n} R`)]);
  return {
    jacks: [
      input('input', 'INSTRUMENT', UNIT_IN, { panel: 'front', converts: true }),
      ...ins,
      ...outs,
      { ...PHONES, panel: 'front' },
      ...MIDI,
      { id: 'midi-thru', label: 'MIDI THRU', direction: 'out', carries: 'midi', connector: 'din-5' },
      {
        id: 'digital',
        label: 'DIGITAL OUT',
        direction: 'out',
        carries: 'digital',
        connector: 'rca',
        channels: 2,
      },
      USB,
      PEDAL,
      relay(1),
      mainsIn(),
    ],
    blocks: [
      fromGrid('compressor'),
      fromGrid('drive'),
      fromGrid('amp'),
      fromGrid('cab'),
      fromGrid('chorus'),
      fromGrid('delay'),
      fromGrid('reverb'),
    ],
    wires: [
      { from: { jack: 'input' }, to: at('compressor', 'in') },
      ...row('compressor', 'drive', 'amp', 'cab'),
      { from: at('cab', 'out'), to: { jack: 'out-2-l' } },
      { from: { jack: 'in-1-l' }, to: at('chorus', 'in') },
      ...row('chorus', 'delay', 'reverb'),
      ...toPair('reverb', 'out-1-l', 'out-1-r'),
      ...phonesOn('out-1-l', 'out-1-r'),
    ],
    wiringName: 'Front and loop',
    otherWirings: [
      {
        id: 'one-row',
        name: 'All in one row',
        wires: [
          { from: { jack: 'input' }, to: at('compressor', 'in') },
          ...row('compressor', 'drive', 'amp', 'cab', 'chorus', 'delay', 'reverb'),
          ...toPair('reverb', 'out-1-l', 'out-1-r'),
          ...phonesOn('out-1-l', 'out-1-r'),
        ],
      },
    ],
    controls: [
      outputKnob('out-1-l', 'out-1-r'),
      {
        id: 'output-2',
        label: 'OUTPUT 2',
        actsOn: { jack: 'out-2-l' },
        moves: ['out-2-l', 'out-2-r'],
        sets: 'level',
        law: { type: 'unknown' },
      },
    ],
    slots: { blocks: 24 },
    power: mains(40),
    tripMs: typical(0.5, 2),
    changeMs: typical(5, 60),
    ...feet([]),
    midi: { countsFrom: 0, programs: 128, bankBytes: 'msb' },
  };
}
