import type { BlockInput, JackInput, Wire } from '../model';
import {
  air,
  chain,
  decibels,
  guessed,
  level,
  liftModes,
  mains,
  mainsIn,
  off,
  on,
  output,
  typical,
  type KindParts,
} from './parts';
import type { Kind } from './kind';

const heard = (id: string, name: string, channels: 1 | 2): BlockInput => ({
  id,
  name,
  role: 'monitor',
  channelsIn: channels,
  states: [on],
  state: 'on',
});

const LINE_OR_MIC: Pick<JackInput, 'modes' | 'mode'> = {
  modes: [
    { id: 'mic', name: 'mic', rIn: typical(1500, 3000), nominalDbu: decibels(-50, -20) },
    { id: 'line', name: 'line', rIn: typical(10e3, 20e3), nominalDbu: decibels(4), maxDbu: decibels(20) },
  ],
  mode: 'line',
};

/** A loudspeaker with its amplifier, for everything that is no guitar cabinet. */
const poweredSpeaker = (more: readonly JackInput[]): KindParts => ({
  jacks: [
    {
      id: 'in',
      label: 'IN',
      direction: 'in',
      carries: 'line',
      connector: 'combo',
      balance: 'driven',
      ...LINE_OR_MIC,
    },
    ...more,
    air,
    mainsIn(),
  ],
  blocks: [heard('speaker', 'Full-range loudspeaker', 1)],
  wires: [
    ...chain(new Set(['in', 'air']), 'in', 'speaker', 'air'),
    ...more.map(({ id }): Wire => ({ from: { jack: 'in' }, to: { jack: id } })),
  ],
  controls: [level('level', 'LEVEL', 'speaker')],
  power: mains(150),
});

/** What a feed ends in that is no guitar cabinet: full-range, for the stage or for two ears. */
export const MONITORS: readonly Kind[] = [
  {
    id: 'powered-speaker',
    name: 'Powered speaker',
    words: ['powered speaker', 'full-range', 'full range', 'active speaker', 'powered monitor'],
    revision: 2,
    hint: 'full-range, mic or line in, no guitar cabinet',
    place: 'backline',
    parts: poweredSpeaker([]),
  },
  {
    id: 'wedge',
    name: 'Wedge',
    words: ['wedge', 'monitor', 'stage monitor', 'floor monitor'],
    hint: 'powered, on the stage floor, a through jack to the next',
    place: 'player',
    parts: poweredSpeaker([
      output('through', 'THROUGH', {}, { carries: 'line', connector: 'xlr-m', balance: 'driven' }),
    ]),
  },
  {
    id: 'in-ear-pack',
    name: 'In-ear pack',
    words: ['in-ear pack', 'in-ear', 'in ear', 'ears', 'iem', 'ear pack', 'in-ears'],
    hint: 'wired pack at the belt, stereo, level and limiter',
    place: 'player',
    parts: {
      jacks: [
        {
          id: 'in',
          label: 'IN',
          direction: 'in',
          carries: 'line',
          connector: 'trs-635',
          channels: 2,
          modes: [
            {
              id: 'as-built',
              name: 'as built',
              rIn: typical(10e3, 20e3),
              nominalDbu: decibels(4),
              maxDbu: decibels(18, 22),
            },
          ],
          mode: 'as-built',
        },
      ],
      blocks: [
        {
          id: 'limiter',
          name: 'Limiter',
          role: 'buffer',
          channelsIn: 2,
          channelsOut: 2,
          states: [{ ...on, ceilingDbu: decibels(4) }, off],
          state: 'on',
        },
        heard('ears', 'Ears', 2),
      ],
      wires: chain(new Set(['in']), 'in', 'limiter', 'ears'),
      controls: [level('volume', 'VOLUME', 'ears')],
    },
  },
  {
    id: 'headphones',
    name: 'Headphones',
    words: ['headphones', 'phones', 'cans'],
    hint: 'stereo, at a headphone output',
    place: 'player',
    parts: {
      jacks: [
        {
          id: 'in',
          label: 'PLUG',
          direction: 'in',
          carries: 'phones',
          connector: 'trs-635',
          channels: 2,
          ground: 'none',
          modes: [{ id: 'as-built', name: 'as built', rIn: typical(32, 250) }],
          mode: 'as-built',
        },
      ],
      blocks: [heard('ears', 'Ears', 2)],
      wires: chain(new Set(['in']), 'in', 'ears'),
    },
  },
  {
    id: 'load-box',
    name: 'Load box',
    words: ['load box', 'load', 'dummy load'],
    hint: '8 Ω, 100 W, with cabinet simulation and a line out',
    place: 'backline',
    parts: {
      jacks: [
        {
          id: 'in',
          label: 'SPK IN 8 Ω',
          direction: 'in',
          carries: 'speaker',
          connector: 'ts-635',
          ground: 'none',
          speaker: { isLoad: 'always', ohm: typical(8), watts: typical(100) },
        },
        output(
          'line-out',
          'LINE OUT',
          { rOut: typical(100, 600), nominalDbu: decibels(-10, 4) },
          { carries: 'line', connector: 'xlr-m', balance: 'transformer', ground: 'transformer' },
        ),
      ],
      blocks: [
        {
          id: 'load',
          name: 'Load',
          role: 'buffer',
          states: [{ ...on, gainSmallDb: decibels(-24, -18) }],
          state: 'on',
          passesUnpowered: true,
        },
        { id: 'cab', name: 'Cabinet simulation', role: 'cabModel', states: [on, off], state: 'on' },
      ],
      wires: chain(new Set(['in', 'line-out']), 'in', 'load', 'cab', 'line-out'),
    },
  },
  {
    id: 'speaker-tap',
    name: 'Speaker tap',
    words: ['speaker tap', 'tap', 'speaker di', 'line-out box', 'speaker line out'],
    hint: 'beside a cabinet, no load: through jack, line out',
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
          speaker: { isLoad: 'never', watts: guessed(200, 100, 400) },
        },
        {
          id: 'through',
          label: 'THROUGH',
          direction: 'out',
          carries: 'speaker',
          connector: 'ts-635',
          ground: 'none',
        },
        output(
          'line-out',
          'LINE OUT',
          {},
          {
            carries: 'mic',
            connector: 'xlr-m',
            balance: 'transformer',
            ...liftModes({ rOut: typical(150, 600), nominalDbu: decibels(-40, -20) }),
          },
        ),
      ],
      blocks: [
        {
          id: 'tap',
          name: 'Tap',
          role: 'buffer',
          states: [{ ...on, gainSmallDb: decibels(-50, -36) }],
          state: 'on',
          passesUnpowered: true,
        },
        { id: 'cab', name: 'Cabinet simulation', role: 'cabModel', states: [on, off], state: 'on' },
      ],
      wires: [
        { from: { jack: 'in' }, to: { jack: 'through' } },
        ...chain(new Set(['in', 'line-out']), 'in', 'tap', 'cab', 'line-out'),
      ],
    },
  },
  {
    id: 'attenuator',
    name: 'Attenuator',
    words: ['attenuator', 'power soak', 'soak'],
    hint: '8 Ω, between head and cabinet',
    place: 'backline',
    parts: {
      jacks: [
        {
          id: 'in',
          label: 'SPK IN 8 Ω',
          direction: 'in',
          carries: 'speaker',
          connector: 'ts-635',
          ground: 'none',
          speaker: { isLoad: 'with-cabinet', ohm: typical(8), watts: typical(100) },
        },
        {
          id: 'out',
          label: 'SPK OUT',
          direction: 'out',
          carries: 'speaker',
          connector: 'ts-635',
          ground: 'none',
        },
      ],
      blocks: [
        {
          id: 'attenuator',
          name: 'Attenuator',
          role: 'buffer',
          states: [
            { id: 'full', name: '0 dB' },
            { id: 'less', name: '-8 dB', gainSmallDb: decibels(-8) },
            { id: 'quiet', name: '-16 dB', gainSmallDb: decibels(-16) },
            // Nothing is given on: it takes all the power by itself.
            { id: 'load', name: 'load', mutes: true, isLoad: 'always' },
          ],
          state: 'less',
          passesUnpowered: true,
        },
      ],
      wires: chain(new Set(['in', 'out']), 'in', 'attenuator', 'out'),
    },
  },
];
