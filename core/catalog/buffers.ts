import type { BlockInput, Figure } from '../model';
import { stereoPedal } from './colours';
import type { FigureSet, Kind } from './kind';
import { decibels, on, pedalParts, typical, type ModeFigures } from './parts';

const block = (more: Partial<BlockInput> = {}): BlockInput => ({
  id: 'buffer',
  name: 'Buffer',
  role: 'buffer',
  states: [on],
  state: 'on',
  ...more,
});

/** What a usual one takes and gives: the pickup sees an amplifier's input. */
const IN: ModeFigures = { rIn: typical(1e6), cIn: typical(10e-12, 30e-12), maxDbu: decibels(10) };
const OUT: ModeFigures = { rOut: typical(20, 250), maxDbu: decibels(10) };

const figureAt = (
  jack: 'in' | 'out',
  field: 'rIn' | 'rOut',
  figure: Figure,
): FigureSet['figures'][number] => ({
  at: { on: 'mode', jack, mode: 'as-built', field },
  figure,
});

const MAKES: readonly FigureSet[] = [
  {
    id: 'high-impedance',
    name: 'high-impedance',
    words: ['high-impedance', 'high impedance', 'for piezo'],
    figures: [figureAt('in', 'rIn', typical(4.7e6, 10e6))],
  },
  {
    id: 'output',
    name: 'output',
    words: ['output', 'long lead'],
    figures: [figureAt('out', 'rOut', typical(10, 50))],
  },
  {
    id: 'weak',
    name: 'weak',
    words: ['weak', 'single transistor'],
    figures: [figureAt('out', 'rOut', typical(500, 2000))],
  },
];

/** Always on, and nothing but a driver. The first is the usual one. */
export const BUFFERS: readonly Kind[] = [
  {
    id: 'buffer',
    name: 'Buffer',
    words: ['buffer'],
    hint: 'always on, low output impedance',
    place: 'floor',
    parts: pedalParts(block(), { in: IN, out: OUT, milliamps: 5 }),
    sets: MAKES,
  },
  {
    id: 'stereo-buffer',
    name: 'Stereo buffer',
    words: ['stereo buffer', 'twin buffer'],
    hint: 'left and right alike, each a buffer of its own',
    place: 'floor',
    parts: stereoPedal(block({ channelsIn: 2, channelsOut: 2 }), {
      milliamps: 10,
      controls: [],
      digital: false,
      in: IN,
      out: OUT,
    }),
  },
];
