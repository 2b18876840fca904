import type { BlockInput, JackInput, Wire } from '../model';
import {
  chain,
  input,
  level,
  mains,
  mainsIn,
  mix,
  off,
  on,
  output,
  speakerOut,
  decibels,
  typical,
  type KindParts,
} from './parts';
import {
  AMP_INPUT,
  back,
  channel,
  CLEAN,
  CRUNCH,
  foot,
  LEAD,
  lineOut,
  LOOP_IN,
  loopOf,
  POWER,
  powerControls,
  preamp,
  send,
  SOLID_IN,
  SOLID_OUT,
  taps,
  toneStack,
  toTaps,
} from './amplifier-parts';

/** Dry beside the loop, the return added by a knob. */
export const parallelWires = (): readonly Wire[] => [
  ...chain(new Set(['input']), 'input', 'preamp', 'divide'),
  { from: { block: 'divide', port: 'out2' }, to: { jack: 'send' } },
  { from: { block: 'divide', port: 'out' }, to: { block: 'blend', port: 'in' } },
  { from: { jack: 'return' }, to: { block: 'blend', port: 'in2' } },
  ...chain(new Set(), 'blend', 'power'),
];
export const PARALLEL_BLOCKS: readonly BlockInput[] = [
  { id: 'divide', name: 'Loop send', role: 'split', states: [on], state: 'on' },
  { id: 'blend', name: 'Loop blend', role: 'merge', states: [on], state: 'on' },
];
export function parallelHead(): KindParts {
  return {
    jacks: [
      input('input', 'INPUT', AMP_INPUT, { panel: 'front' }),
      send(),
      back(),
      ...taps(50, 16, 8),
      foot,
      mainsIn(),
    ],
    blocks: [preamp([CLEAN, LEAD]), ...PARALLEL_BLOCKS, POWER],
    wires: [...parallelWires(), ...toTaps(16, 8)],
    controls: [...toneStack, mix('blend', 'LOOP BLEND', 'blend'), ...powerControls],
    loops: [loopOf],
    power: mains(180),
    dropM: 1.2,
  };
}

/** The same jacks with a switch: in series, or beside the dry signal. */
export function switchableHead(): KindParts {
  const parallel = parallelHead();
  const series: Wire[] = [
    ...chain(new Set(['input']), 'input', 'preamp', 'divide'),
    { from: { block: 'divide', port: 'out2' }, to: { jack: 'send' } },
    { from: { jack: 'return' }, to: { block: 'blend', port: 'in2' } },
    ...chain(new Set(), 'blend', 'power'),
    ...toTaps(16, 8),
  ];
  return {
    ...parallel,
    jacks: parallel.jacks.map((jack) => (jack.id === 'return' ? { ...jack, normalledFrom: 'send' } : jack)),
    wires: series,
    wiringName: 'Loop in series',
    otherWirings: [{ id: 'parallel', name: 'Loop in parallel', wires: [...parallel.wires] }],
  };
}

export const plainHead = (): KindParts => ({
  jacks: [input('input', 'INPUT', AMP_INPUT, { panel: 'front' }), ...taps(30, 16, 8), mainsIn()],
  blocks: [preamp([CLEAN, CRUNCH]), POWER],
  wires: [...chain(new Set(['input']), 'input', 'preamp', 'power'), ...toTaps(16, 8)],
  controls: [...toneStack, ...powerControls],
  power: mains(130),
  dropM: 1.2,
});

/** A load inside, by its switch. */
const INTERNAL_LOAD: Pick<JackInput, 'modes' | 'mode'> = {
  modes: [
    { id: 'load-out', name: 'internal load out' },
    { id: 'load-in', name: 'internal load in', internalLoad: true },
  ],
  mode: 'load-out',
};

/** Four channels by MIDI, a load inside that can be switched in, and a line out with cabinet simulation. */
export function fourChannelHead(): KindParts {
  return {
    jacks: [
      input('input', 'INPUT', AMP_INPUT, { panel: 'front' }),
      send(),
      back(LOOP_IN, { normalledFrom: 'send' }),
      ...taps(100, 16, 8, 4).map((jack, i) => (i === 0 ? { ...jack, ...INTERNAL_LOAD } : jack)),
      lineOut({ label: 'DIRECT OUT', connector: 'xlr-m', balance: 'transformer', ground: 'transformer' }),
      {
        id: 'midi-in',
        label: 'MIDI IN',
        direction: 'in',
        carries: 'midi',
        connector: 'din-5',
        ground: 'none',
      },
      { id: 'midi-thru', label: 'MIDI THRU', direction: 'out', carries: 'midi', connector: 'din-5' },
      foot,
      mainsIn(),
    ],
    blocks: [
      {
        ...preamp(
          [CLEAN, CRUNCH, LEAD, channel('ultra', 'ultra', [60, 80])].map((state, i) => ({
            ...state,
            program: String(i + 1),
          })),
        ),
        switchedBy: 'preset',
        contacts: [
          { id: 'tip', jack: 'foot', pole: 'tip', open: 'clean', closed: 'crunch' },
          { id: 'ring', jack: 'foot', pole: 'ring', closed: 'lead' },
        ],
      },
      POWER,
      { id: 'cab', name: 'Cabinet simulation', role: 'cabModel', states: [on, off], state: 'on' },
    ],
    wires: [
      ...chain(new Set(['input', 'send']), 'input', 'preamp', 'send'),
      ...chain(new Set(['return']), 'return', 'power'),
      ...toTaps(16, 8, 4),
      ...chain(new Set(['line-out']), 'power', 'cab', 'line-out'),
    ],
    controls: [...toneStack, ...powerControls],
    loops: [loopOf],
    power: mains(350),
    midi: { channel: 1, countsFrom: 1, programs: 128, bankBytes: 'none' },
    dropM: 1.2,
  };
}

/** Channel and boost by a socket of many pins that takes the maker's lead only; the channels differ in power. */
export function manyPinHead(): KindParts {
  return {
    jacks: [
      input('input', 'INPUT', AMP_INPUT, { panel: 'front' }),
      send(),
      back(LOOP_IN, { normalledFrom: 'send' }),
      ...taps(60, 16, 8),
      {
        ...foot,
        connector: 'din-7',
        switchVolts: typical(5, 12),
        notes: 'Looks like a MIDI socket and is none; may carry supply.',
      },
      mainsIn(),
    ],
    blocks: [
      {
        ...preamp([
          { ...CLEAN, powerSetting: 'full' },
          { ...LEAD, powerSetting: 'half' },
        ]),
        contacts: [{ id: 'tip', jack: 'foot', pole: 'tip', open: 'clean', closed: 'lead' }],
      },
      {
        id: 'boost',
        name: 'Boost',
        role: 'effect',
        category: 'booster',
        states: [{ ...on, gainSmallDb: decibels(3, 8) }, off],
        state: 'off',
        contacts: [{ id: 'ring', jack: 'foot', pole: 'ring', open: 'off', closed: 'on' }],
      },
      POWER,
    ],
    wires: [
      ...chain(new Set(['input', 'send']), 'input', 'preamp', 'boost', 'send'),
      ...chain(new Set(['return']), 'return', 'power'),
      ...toTaps(16, 8),
    ],
    // At its panel both are switched by hand; no foot has a switch there.
    switches: [],
    controls: [...toneStack, ...powerControls],
    loops: [loopOf],
    power: mains(220),
    dropM: 1.2,
  };
}

export const smallHead = (): KindParts => ({
  jacks: [
    input('input', 'INPUT', AMP_INPUT, { panel: 'front' }),
    send(),
    back(LOOP_IN, { normalledFrom: 'send' }),
    ...taps(5, 16, 8),
    lineOut(),
    mainsIn(),
  ],
  blocks: [preamp([CRUNCH]), POWER],
  wires: [
    ...chain(new Set(['input', 'send']), 'input', 'preamp', 'send'),
    ...chain(new Set(['return']), 'return', 'power'),
    ...chain(new Set(['return', 'line-out']), 'return', 'line-out'),
    ...toTaps(16, 8),
  ],
  controls: [...toneStack, level('master', 'MASTER', 'power')],
  power: mains(50),
  dropM: 0.8,
});

export const bassHead = (): KindParts => ({
  jacks: [
    input('input', 'INPUT', { rIn: typical(1e6, 10e6) }, { panel: 'front' }),
    send(SOLID_OUT),
    back(SOLID_IN, { normalledFrom: 'send' }),
    output(
      'di',
      'DI OUT',
      { rOut: typical(150, 600), nominalDbu: decibels(-40, -10) },
      { carries: 'mic', connector: 'xlr-m', balance: 'driven' },
    ),
    {
      ...speakerOut('spk', 8, {
        stage: 'class-d',
        bridged: 'unknown',
        minOhm: typical(4),
        watts: typical(300),
      }),
      label: 'SPK OUT',
      connector: 'speaker-twist',
      ground: 'none',
    },
    mainsIn(),
  ],
  blocks: [preamp([channel('clean', 'clean', [10, 40], 18)]), POWER],
  wires: [
    ...chain(new Set(['input', 'send', 'di']), 'input', 'preamp', 'send'),
    ...chain(new Set(['di']), 'preamp', 'di'),
    ...chain(new Set(['return', 'spk']), 'return', 'power', 'spk'),
  ],
  controls: [...toneStack, level('master', 'MASTER', 'power')],
  loops: [loopOf],
  power: mains(400),
});
