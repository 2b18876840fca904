import type { BlockInput, JackInput, Wire } from '../model';
import {
  air,
  chain,
  decibels,
  drive,
  guessed,
  input,
  level,
  mains,
  mainsIn,
  on,
  output,
  speakerOut,
  tone,
  typical,
  type ControlInput,
  type KindParts,
} from './parts';
import type { FigureSet, Kind } from './kind';

const AMP_INPUT = { rIn: typical(1e6), cIn: typical(50e-12, 150e-12) };
const VALVE_STAGE = { needsLoad: true, stage: 'valve' as const };

const cleanChannel = {
  id: 'clean',
  name: 'clean',
  gainSmallDb: decibels(10, 30),
  ceilingDbu: decibels(20),
};
const preampStates = [
  cleanChannel,
  { id: 'lead', name: 'lead', gainSmallDb: decibels(55, 80), ceilingDbu: decibels(20) },
];

const preampControls = [
  drive('gain', 'GAIN', 'preamp'),
  tone('bass', 'BASS', 'preamp'),
  tone('middle', 'MIDDLE', 'preamp'),
  tone('treble', 'TREBLE', 'preamp'),
];

function valveHead(): KindParts {
  const jacks = new Set(['input', 'send', 'return', 'spk-16', 'spk-8', 'spk-4']);
  const watts = typical(20);
  return {
    jacks: [
      input('input', 'INPUT', AMP_INPUT, { panel: 'front' }),
      output('send', 'SEND', { rOut: typical(1e3, 50e3), nominalDbu: decibels(-20, 4) }, { carries: 'line' }),
      input(
        'return',
        'RETURN',
        { rIn: typical(22e3, 1e6), nominalDbu: decibels(-20, 4) },
        { carries: 'line', normalledFrom: 'send' },
      ),
      speakerOut('spk-16', 16, { ...VALVE_STAGE, watts }),
      speakerOut('spk-8', 8, { ...VALVE_STAGE, watts }),
      speakerOut('spk-4', 4, { ...VALVE_STAGE, watts }),
      { id: 'foot', label: 'FOOTSWITCH', direction: 'in', carries: 'switch', connector: 'ts-635' },
      mainsIn(),
    ],
    blocks: [
      { id: 'preamp', name: 'Preamp', role: 'preamp', states: preampStates, state: 'clean' },
      { id: 'power', name: 'Power stage', role: 'power', states: [on], state: 'on' },
    ],
    wires: [
      ...chain(jacks, 'input', 'preamp', 'send'),
      ...chain(jacks, 'return', 'power', 'spk-16'),
      ...chain(jacks, 'power', 'spk-8'),
      ...chain(jacks, 'power', 'spk-4'),
    ],
    controls: [...preampControls, level('master', 'MASTER', 'power'), tone('presence', 'PRESENCE', 'power')],
    power: mains(110),
    dropM: 1.2,
  };
}

function combo(): KindParts {
  const jacks = new Set(['input', 'air']);
  return {
    jacks: [input('input', 'INPUT', AMP_INPUT, { panel: 'top' }), air, mainsIn()],
    blocks: [
      { id: 'preamp', name: 'Preamp', role: 'preamp', states: [cleanChannel], state: 'clean' },
      { id: 'power', name: 'Power stage', role: 'power', states: [on], state: 'on' },
      { id: 'speaker', name: 'Loudspeaker', role: 'speaker', states: [on], state: 'on' },
    ],
    wires: chain(jacks, 'input', 'preamp', 'power', 'speaker', 'air'),
    controls: [...preampControls, level('master', 'MASTER', 'power')],
    power: mains(90),
  };
}

/** Series loop, and a line out tapped after it; the loudspeaker stays on. */
function solidCombo(): KindParts {
  const jacks = new Set(['input', 'send', 'return', 'line-out', 'air']);
  return {
    jacks: [
      input('input', 'INPUT', AMP_INPUT, { panel: 'front' }),
      output('send', 'SEND', { rOut: typical(100, 1000), nominalDbu: decibels(-10) }, { carries: 'line' }),
      input(
        'return',
        'RETURN',
        { rIn: typical(22e3, 100e3), nominalDbu: decibels(-10) },
        { carries: 'line', normalledFrom: 'send' },
      ),
      output(
        'line-out',
        'LINE OUT',
        { rOut: typical(100, 1000), nominalDbu: decibels(-10, 4) },
        { carries: 'line' },
      ),
      air,
      mainsIn(),
    ],
    blocks: [
      {
        id: 'preamp',
        name: 'Preamp',
        role: 'preamp',
        states: [
          { id: 'clean', name: 'clean', gainSmallDb: decibels(10, 30), ceilingDbu: decibels(18) },
          { id: 'lead', name: 'lead', gainSmallDb: decibels(30, 50), ceilingDbu: decibels(18) },
        ],
        state: 'clean',
      },
      { id: 'power', name: 'Power stage', role: 'power', states: [on], state: 'on' },
      { id: 'speaker', name: 'Loudspeaker', role: 'speaker', states: [on], state: 'on' },
    ],
    wires: [
      ...chain(jacks, 'input', 'preamp', 'send'),
      ...chain(jacks, 'return', 'power', 'speaker', 'air'),
      ...chain(jacks, 'return', 'line-out'),
    ],
    controls: [...preampControls, level('master', 'MASTER', 'power')],
    power: mains(100),
  };
}

function deskChannel(n: number): { jack: JackInput; block: BlockInput; wire: Wire } {
  const id = `ch-${n}`;
  return {
    jack: {
      id,
      label: `CH ${n}`,
      direction: 'in',
      carries: 'mic',
      connector: 'combo',
      balance: 'driven',
      modes: [
        { id: 'mic', name: 'mic', rIn: typical(1500, 3000), nominalDbu: decibels(-50, -20) },
        { id: 'line', name: 'line', rIn: typical(10e3, 20e3), nominalDbu: decibels(4), maxDbu: decibels(22) },
      ],
      mode: 'mic',
      phantom: { is: 'off' },
    },
    block: { id: `mix-${n}`, name: `Channel ${n}`, role: 'mix', states: [on], state: 'on' },
    wire: { from: { jack: id }, to: { block: `mix-${n}`, port: 'in' as const } },
  };
}

const jackLevel = (id: string, label: string, jack: string): ControlInput => ({
  id,
  label,
  actsOn: { jack },
  sets: 'level',
  law: { type: 'unknown' },
});

/** Channels that are heard in the house, each of them on every aux too. */
function desk(): KindParts {
  const channels = [1, 2, 3, 4].map(deskChannel);
  const auxes = [1, 2].map((n) =>
    output(
      `aux-${n}`,
      `AUX ${n}`,
      { rOut: typical(75, 150), nominalDbu: decibels(4), maxDbu: decibels(20, 24) },
      { carries: 'line', connector: 'xlr-m', balance: 'driven' },
    ),
  );
  return {
    jacks: [...channels.map((channel) => channel.jack), ...auxes, mainsIn()],
    blocks: channels.map((channel) => channel.block),
    wires: channels.flatMap((channel): readonly Wire[] => [
      channel.wire,
      ...auxes.map((aux): Wire => ({
        from: { block: channel.block.id, port: 'out' },
        to: { jack: aux.id },
      })),
    ]),
    controls: [
      ...channels.map((channel, i) => jackLevel(`gain-${i + 1}`, `GAIN ${i + 1}`, channel.jack.id)),
      ...auxes.map((aux) => jackLevel(`${aux.id}-level`, aux.label, aux.id)),
    ],
    power: mains(60),
  };
}

/** Cabinets by their loudspeakers: watts and ohms as such a one usually has them. */
const CABINETS: readonly FigureSet[] = (
  [
    ['1x12', 60, 8],
    ['2x12', 120, 8],
    ['4x12', 240, 16],
    ['1x10', 40, 8],
    ['2x10', 80, 8],
    ['4x10', 160, 8],
    ['1x15', 100, 8],
  ] as const
).map(([id, watts, ohm]) => ({
  id,
  name: id.replace('x', ' × '),
  words: [id],
  figures: [
    { at: { on: 'speaker', jack: 'in', field: 'watts' }, figure: guessed(watts, watts / 3, watts * 2) },
    { at: { on: 'speaker', jack: 'in', field: 'ohm' }, figure: guessed(ohm, 4, 16) },
  ],
}));

export const BACKLINE: readonly Kind[] = [
  {
    id: 'valve-head',
    name: 'Valve head',
    words: ['head', 'valve head', 'amp', 'amplifier', 'amp head', 'tube head'],
    hint: '20 W, series loop, taps 16, 8 and 4 Ω',
    place: 'backline',
    parts: valveHead(),
  },
  {
    id: 'combo',
    name: 'Combo',
    words: ['combo', 'valve combo', 'clean combo'],
    hint: 'without a loop, loudspeaker inside',
    place: 'backline',
    parts: combo(),
  },
  {
    id: 'solid-combo',
    name: 'Solid-state combo',
    words: ['solid-state combo', 'solid state combo', 'transistor combo', 'transistor amp', 'ss combo'],
    hint: 'series loop, line out after it, loudspeaker inside',
    place: 'backline',
    parts: solidCombo(),
  },
  {
    id: 'cabinet',
    name: 'Cabinet',
    words: ['cabinet', 'cab', 'speaker cabinet'],
    hint: '16 Ω, 60 W',
    place: 'backline',
    parts: {
      jacks: [
        {
          id: 'in',
          label: 'SPK IN',
          direction: 'in',
          carries: 'speaker',
          connector: 'ts-635',
          ground: 'none',
          speaker: { isLoad: 'always', ohm: guessed(16, 4, 16), watts: guessed(60, 20, 300) },
        },
        air,
      ],
      blocks: [{ id: 'speaker', name: 'Loudspeaker', role: 'speaker', states: [on], state: 'on' }],
      wires: chain(new Set(['in', 'air']), 'in', 'speaker', 'air'),
    },
    sets: CABINETS,
  },
  {
    id: 'microphone',
    name: 'Microphone',
    words: ['microphone', 'mic', 'dynamic mic'],
    hint: 'dynamic, in front of a loudspeaker',
    place: 'backline',
    parts: {
      jacks: [
        {
          id: 'air',
          label: 'AIR',
          direction: 'in',
          carries: 'air',
          connector: 'none',
          panel: 'front',
          ground: 'none',
        },
        output(
          'out',
          'OUT',
          { rOut: typical(150, 600), nominalDbu: decibels(-50, -30) },
          { carries: 'mic', connector: 'xlr-m', balance: 'transformer' },
        ),
      ],
      blocks: [{ id: 'capsule', name: 'Capsule', role: 'mic', states: [on], state: 'on' }],
      wires: chain(new Set(['air', 'out']), 'air', 'capsule', 'out'),
    },
  },
  {
    id: 'desk',
    name: 'Desk',
    words: ['desk', 'mixer', 'mixing desk', 'console', 'house'],
    revision: 2,
    hint: 'four channels, mic or line, two auxes',
    place: 'desk',
    parts: desk(),
  },
];
