import type { BlockInput, Wire } from '../model';
import { air, chain, input, mains, mainsIn, on, speakerOut, typical, type KindParts } from './parts';
import {
  AMP_INPUT,
  back,
  channel,
  CLEAN,
  foot,
  LEAD,
  LOOP_IN,
  loopOf,
  POWER,
  powerControls,
  preamp,
  send,
  SOLID_IN,
  SOLID_OUT,
  SPEAKER,
  toneStack,
  toTaps,
  VALVE,
} from './amplifier-parts';
import {
  bassHead,
  fourChannelHead,
  manyPinHead,
  parallelHead,
  plainHead,
  smallHead,
  switchableHead,
} from './heads';
import type { Kind } from './kind';

const valveCombo = (): KindParts => ({
  jacks: [
    input('input', 'INPUT', AMP_INPUT, { panel: 'top' }),
    send(),
    back(LOOP_IN, { normalledFrom: 'send' }),
    speakerOut('spk-8', 8, { ...VALVE, internalLoad: true, watts: typical(30) }),
    air,
    foot,
    mainsIn(),
  ],
  blocks: [preamp([CLEAN, LEAD]), POWER, SPEAKER],
  wires: [
    ...chain(new Set(['input', 'send']), 'input', 'preamp', 'send'),
    ...chain(new Set(['return', 'air']), 'return', 'power', 'speaker', 'air'),
    ...toTaps(8),
  ],
  controls: [...toneStack, ...powerControls],
  loops: [loopOf],
  power: mains(130),
});

/** Two power stages and two loudspeakers behind one preamp and a stereo loop with a switch. */
function stereoCombo(): KindParts {
  const two = (id: string, name: string, role: 'power' | 'speaker'): BlockInput => ({
    id,
    name,
    role,
    states: [on],
    state: 'on',
  });
  const ends: Wire[] = [
    ...chain(new Set(['air-l']), 'power-l', 'speaker-l', 'air-l'),
    ...chain(new Set(['air-r']), 'power-r', 'speaker-r', 'air-r'),
  ];
  const sendWires: Wire[] = [
    ...chain(new Set(['input']), 'input', 'preamp', 'divide'),
    { from: { block: 'divide', port: 'out2' }, to: { jack: 'send' } },
  ];
  const returns: Wire[] = [
    { from: { jack: 'return-l' }, to: { block: 'blend-l', port: 'in2' } },
    { from: { jack: 'return-r' }, to: { block: 'blend-r', port: 'in2' } },
    ...chain(new Set(), 'blend-l', 'power-l'),
    ...chain(new Set(), 'blend-r', 'power-r'),
  ];
  const blend = (id: string, name: string): BlockInput => ({
    id,
    name,
    role: 'merge',
    states: [on],
    state: 'on',
  });
  return {
    jacks: [
      input('input', 'INPUT', AMP_INPUT, { panel: 'front' }),
      send(SOLID_OUT),
      input('return-l', 'RETURN L MONO', SOLID_IN, { carries: 'line', normalledFrom: 'send' }),
      input('return-r', 'RETURN R', SOLID_IN, { carries: 'line', normalledFrom: 'return-l' }),
      { ...air, id: 'air-l', label: 'AIR L' },
      { ...air, id: 'air-r', label: 'AIR R' },
      mainsIn(),
    ],
    blocks: [
      preamp([channel('clean', 'clean', [10, 30], 18), channel('lead', 'lead', [30, 50], 18)]),
      { id: 'divide', name: 'Loop send', role: 'split', states: [on], state: 'on' },
      blend('blend-l', 'Blend L'),
      blend('blend-r', 'Blend R'),
      two('power-l', 'Power stage L', 'power'),
      two('power-r', 'Power stage R', 'power'),
      two('speaker-l', 'Loudspeaker L', 'speaker'),
      two('speaker-r', 'Loudspeaker R', 'speaker'),
    ],
    wires: [...sendWires, ...returns, ...ends],
    wiringName: 'Loop in series',
    otherWirings: [
      {
        id: 'parallel',
        name: 'Loop in parallel',
        wires: [
          ...sendWires,
          { from: { block: 'divide', port: 'out' }, to: { block: 'blend-l', port: 'in' } },
          { from: { block: 'divide', port: 'out' }, to: { block: 'blend-r', port: 'in' } },
          ...returns,
          ...ends,
        ],
      },
    ],
    controls: [
      ...toneStack,
      {
        id: 'master',
        label: 'MASTER',
        actsOn: { jack: 'return-l' },
        moves: ['return-l', 'return-r'],
        sets: 'level',
        law: { type: 'unknown' },
      },
    ],
    loops: [{ id: 'loop', name: 'Loop', sends: ['send'], returns: ['return-l', 'return-r'] }],
    power: mains(150),
  };
}

/** Heads and combos of other builds than the three of the house. */
export const AMPLIFIERS: readonly Kind[] = [
  {
    id: 'parallel-loop-head',
    name: 'Valve head, parallel loop',
    words: ['parallel loop head', 'head parallel loop', 'valve head parallel', 'parallel head'],
    hint: '50 W, loop beside the dry signal with a blend',
    place: 'backline',
    parts: parallelHead(),
  },
  {
    id: 'switchable-loop-head',
    name: 'Valve head, switchable loop',
    words: ['switchable loop head', 'head switchable loop', 'series parallel head'],
    hint: '50 W, loop in series or in parallel',
    place: 'backline',
    parts: switchableHead(),
  },
  {
    id: 'loopless-head',
    name: 'Valve head, no loop',
    words: [
      'loopless head',
      'head without loop',
      'head no loop',
      'old head',
      'vintage head',
      'non-master head',
    ],
    hint: '30 W, straight from preamp to power stage',
    place: 'backline',
    parts: plainHead(),
  },
  {
    id: 'four-channel-head',
    name: 'Four-channel head',
    revision: 3,
    words: ['four-channel head', 'four channel head', 'midi head', '4-channel head', 'high gain head'],
    hint: '100 W, MIDI, internal load, direct out with cabinet simulation',
    place: 'backline',
    parts: fourChannelHead(),
  },
  {
    id: 'many-pin-head',
    name: 'Valve head, seven-pin footswitch',
    words: ['seven-pin head', '7-pin head', 'special footswitch head', 'head with special footswitch'],
    hint: '60 W, channel and boost by the maker’s own switch lead; channels of unlike power',
    place: 'backline',
    parts: manyPinHead(),
  },
  {
    id: 'small-head',
    name: 'Small head',
    words: ['small head', 'mini head', 'bedroom head', 'low-watt head'],
    hint: '5 W, series loop, line out after it',
    place: 'backline',
    parts: smallHead(),
  },
  {
    id: 'valve-combo',
    name: 'Valve combo with loop',
    words: ['valve combo with loop', 'loop combo', 'tube combo', 'two-channel combo'],
    hint: '30 W, series loop, jack for another cabinet',
    place: 'backline',
    parts: valveCombo(),
  },
  {
    id: 'stereo-combo',
    name: 'Stereo combo',
    words: ['stereo combo', 'stereo solid-state combo', 'chorus combo'],
    hint: 'solid-state, two loudspeakers, loop in series or parallel',
    place: 'backline',
    parts: stereoCombo(),
  },
  {
    id: 'bass-head',
    name: 'Bass head',
    words: ['bass head', 'bass amp', 'bass amplifier'],
    hint: 'class D, 300 W, DI out',
    place: 'backline',
    parts: bassHead(),
  },
];
