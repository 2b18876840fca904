import type { JackInput, Wire } from '../model';
import {
  air,
  chain,
  decibels,
  input,
  lowVoltage,
  mains,
  mainsIn,
  on,
  output,
  typical,
  type ControlInput,
  type KindParts,
} from './parts';
import type { Kind } from './kind';
import { activeDi } from './links';

const MIC_OR_LINE: Pick<JackInput, 'modes' | 'mode'> = {
  modes: [
    { id: 'mic', name: 'mic', rIn: typical(1500, 3000), nominalDbu: decibels(-50, -20) },
    { id: 'line', name: 'line', rIn: typical(10e3, 20e3), nominalDbu: decibels(4), maxDbu: decibels(22) },
  ],
  mode: 'mic',
};
const BALANCED_OUT = { rOut: typical(75, 300), nominalDbu: decibels(4), maxDbu: decibels(20, 24) };
const XLR_OUT: Partial<JackInput> = { carries: 'line', connector: 'xlr-m', balance: 'driven' };

const micIn = (n: number): JackInput => ({
  id: `ch-${n}`,
  label: `CH ${n}`,
  direction: 'in',
  carries: 'mic',
  connector: 'combo',
  balance: 'driven',
  ...MIC_OR_LINE,
  // One switch for all.
  phantom: { is: 'off', switch: '48 V' },
});

const gain = (n: number): ControlInput => ({
  id: `gain-${n}`,
  label: `GAIN ${n}`,
  actsOn: { jack: `ch-${n}` },
  sets: 'level',
  law: { type: 'unknown' },
});

/** Channels of a small desk: one switch feeds 48 V to all of its mic inputs. */
function smallDesk(): KindParts {
  const numbers = [1, 2];
  return {
    jacks: [
      ...numbers.map(micIn),
      input('line-l', 'LINE L', { rIn: typical(10e3, 20e3), nominalDbu: decibels(4) }, { carries: 'line' }),
      input(
        'line-r',
        'LINE R',
        { rIn: typical(10e3, 20e3), nominalDbu: decibels(4) },
        {
          carries: 'line',
          normalledFrom: 'line-l',
        },
      ),
      output('main-l', 'MAIN L', BALANCED_OUT, XLR_OUT),
      output('main-r', 'MAIN R', BALANCED_OUT, XLR_OUT),
      {
        ...output('phones', 'PHONES', { rOut: typical(10, 50), maxDbu: decibels(10) }),
        carries: 'phones',
        connector: 'trs-635',
        channels: 2,
      },
      mainsIn(),
    ],
    blocks: [
      ...numbers.map((n) => ({
        id: `mix-${n}`,
        name: `Channel ${n}`,
        role: 'mix' as const,
        states: [on],
        state: 'on',
      })),
      {
        id: 'mix-3',
        name: 'Channel 3',
        role: 'mix',
        channelsIn: 2,
        channelsOut: 2,
        states: [on],
        state: 'on',
      },
    ],
    wires: [
      ...numbers.flatMap((n): Wire[] => [
        { from: { jack: `ch-${n}` }, to: { block: `mix-${n}`, port: 'in' } },
        { from: { block: `mix-${n}`, port: 'out' }, to: { jack: 'main-l' } },
        { from: { block: `mix-${n}`, port: 'out' }, to: { jack: 'main-r' } },
      ]),
      { from: { jack: 'line-l' }, to: { block: 'mix-3', port: 'in' }, toChannel: 'left' },
      { from: { jack: 'line-r' }, to: { block: 'mix-3', port: 'in' }, toChannel: 'right' },
      { from: { block: 'mix-3', port: 'out' }, to: { jack: 'main-l' }, fromChannel: 'left' },
      { from: { block: 'mix-3', port: 'out' }, to: { jack: 'main-r' }, fromChannel: 'right' },
      { from: { jack: 'main-l' }, to: { jack: 'phones' }, toChannel: 'left' },
      { from: { jack: 'main-r' }, to: { jack: 'phones' }, toChannel: 'right' },
    ],
    controls: numbers.map(gain),
    power: mains(25),
  };
}

/** Where the stage's lines go into a multicore: preamps, no mix. */
function stageBox(): KindParts {
  const numbers = [1, 2, 3, 4];
  return {
    jacks: [
      ...numbers.map((n): JackInput => ({
        ...micIn(n),
        connector: 'xlr-f',
        label: `IN ${n}`,
        modes: [],
        mode: null,
      })),
      ...numbers.map((n) =>
        output(`out-${n}`, `TO DESK ${n}`, {}, { carries: 'mic', connector: 'xlr-m', balance: 'driven' }),
      ),
      ...[1, 2].map((n) =>
        input(`back-${n}`, `FROM DESK ${n}`, {}, { carries: 'line', connector: 'xlr-f', balance: 'driven' }),
      ),
      ...[1, 2].map((n) => output(`stage-${n}`, `STAGE ${n}`, {}, XLR_OUT)),
    ],
    blocks: [],
    wires: [
      ...numbers.map((n): Wire => ({ from: { jack: `ch-${n}` }, to: { jack: `out-${n}` } })),
      ...[1, 2].map((n): Wire => ({ from: { jack: `back-${n}` }, to: { jack: `stage-${n}` } })),
    ],
  };
}

function audioInterface(): KindParts {
  return {
    jacks: [
      ...[1, 2].map((n): JackInput => ({
        ...micIn(n),
        label: `IN ${n}`,
        converts: true,
        modes: [
          ...(MIC_OR_LINE.modes ?? []),
          { id: 'instrument', name: 'instrument', rIn: typical(470e3, 1e6), maxDbu: decibels(8, 14) },
        ],
      })),
      output('out-l', 'OUT L', BALANCED_OUT, {
        carries: 'line',
        connector: 'trs-635',
        balance: 'driven',
        converts: true,
      }),
      output('out-r', 'OUT R', BALANCED_OUT, {
        carries: 'line',
        connector: 'trs-635',
        balance: 'driven',
        converts: true,
      }),
      {
        ...output('phones', 'PHONES', { rOut: typical(10, 50), maxDbu: decibels(10) }),
        carries: 'phones',
        connector: 'trs-635',
        channels: 2,
      },
      { id: 'usb', label: 'USB', direction: 'both', carries: 'usb', connector: 'usb-c' },
    ],
    blocks: [1, 2].map((n) => ({
      id: `mix-${n}`,
      name: `Input ${n}`,
      role: 'mix' as const,
      states: [on],
      state: 'on',
    })),
    wires: [
      { from: { jack: 'ch-1' }, to: { block: 'mix-1', port: 'in' } },
      { from: { jack: 'ch-2' }, to: { block: 'mix-2', port: 'in' } },
      { from: { block: 'mix-1', port: 'out' }, to: { jack: 'out-l' } },
      { from: { block: 'mix-2', port: 'out' }, to: { jack: 'out-r' } },
      { from: { jack: 'out-l' }, to: { jack: 'phones' }, toChannel: 'left' },
      { from: { jack: 'out-r' }, to: { jack: 'phones' }, toChannel: 'right' },
    ],
    controls: [gain(1), gain(2)],
    tripMs: typical(1, 6),
    power: lowVoltage(500),
  };
}

type Microphone = {
  readonly wantsPhantom: NonNullable<JackInput['wantsPhantom']>;
  readonly nominal: readonly [number, number];
};

const microphone = ({ wantsPhantom, nominal }: Microphone): KindParts => ({
  jacks: [
    { ...air, direction: 'in', mult: false },
    output(
      'out',
      'OUT',
      { rOut: typical(50, 300), nominalDbu: decibels(...nominal) },
      { carries: 'mic', connector: 'xlr-m', balance: 'driven', wantsPhantom },
    ),
  ],
  blocks: [{ id: 'capsule', name: 'Capsule', role: 'mic', states: [on], state: 'on' }],
  wires: chain(new Set(['air', 'out']), 'air', 'capsule', 'out'),
});

/** What a feed goes through on its way into the house. */
export const DESKS: readonly Kind[] = [
  {
    id: 'small-desk',
    name: 'Small desk',
    words: ['small desk', 'small mixer', 'rehearsal mixer', 'rehearsal desk', 'compact mixer'],
    hint: 'two mic channels and a stereo line, 48 V for all at once',
    place: 'desk',
    parts: smallDesk(),
  },
  {
    id: 'stage-box',
    name: 'Stage box',
    words: ['stage box', 'stagebox', 'multicore', 'snake'],
    hint: 'four lines to the desk, two back',
    place: 'backline',
    parts: stageBox(),
  },
  {
    id: 'audio-interface',
    name: 'Audio interface',
    words: ['audio interface', 'interface', 'recording interface', 'sound card', 'usb interface'],
    hint: 'two inputs for mic, line or instrument, headphones, USB',
    place: 'desk',
    parts: audioInterface(),
  },
  {
    id: 'condenser-mic',
    name: 'Condenser microphone',
    words: ['condenser', 'condenser mic', 'condenser microphone'],
    hint: 'wants 48 V, hears more than the loudspeaker',
    place: 'backline',
    parts: microphone({
      nominal: [-40, -20],
      wantsPhantom: 'wanted',
    }),
  },
  {
    id: 'ribbon-mic',
    name: 'Ribbon microphone',
    words: ['ribbon', 'ribbon mic', 'ribbon microphone'],
    hint: 'quiet, never 48 V',
    place: 'backline',
    parts: microphone({
      nominal: [-60, -40],
      wantsPhantom: 'never',
    }),
  },
  {
    id: 'stereo-di',
    name: 'Stereo DI',
    words: ['stereo di', 'dual di', 'double di', 'stereo di box'],
    hint: 'two active channels, pads, through jacks, lifts',
    place: 'floor',
    parts: activeDi(['L', 'R']),
  },
];
