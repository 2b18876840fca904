import type { JackInput } from '../model';
import {
  chain,
  dcIn,
  decibels,
  input,
  liftModes,
  lowVoltage,
  mains,
  mainsIn,
  on,
  output,
  padModes,
  typical,
  type KindParts,
} from './parts';
import type { Kind } from './kind';

const radioJack = (id: string, direction: 'in' | 'out'): JackInput => ({
  id,
  label: 'RADIO',
  direction,
  carries: 'radio',
  connector: 'none',
  ground: 'none',
});

const supplyOutlet = (milliamps: number, i: number): JackInput => ({
  id: `out-${i + 1}`,
  label: `OUT ${i + 1}`,
  direction: 'out',
  carries: 'dc',
  connector: 'barrel-21',
  ground: 'lifted',
  dcOutlet: {
    volts: typical(9),
    milliamps: typical(milliamps),
    polarity: 'centre-negative',
    group: null,
  },
});

/** Channels of an active DI, each with a pad, a through jack and a ground lift. @param sides '' for one alone */
export const activeDi = (sides: readonly ('' | 'L' | 'R')[]): KindParts => {
  const each = sides.map((side) => ({
    end: side === '' ? '' : `-${side.toLowerCase()}`,
    name: side === '' ? '' : ` ${side}`,
  }));
  return {
    jacks: each.flatMap(({ end, name }) => [
      input(`in${end}`, `IN${name}`, {}, padModes({ rIn: typical(1e6, 10e6), maxDbu: decibels(8) }, -20)),
      output(`through${end}`, `THROUGH${name}`, {}),
      output(
        `out${end}`,
        `OUT${name}`,
        {},
        {
          carries: 'mic',
          connector: 'xlr-m',
          balance: 'driven',
          wantsPhantom: 'wanted',
          ...liftModes({ rOut: typical(150, 600) }),
        },
      ),
    ]),
    blocks: each.map(({ end, name }) => ({
      id: `stage${end}`,
      name: `Line driver${name}`,
      role: 'buffer',
      states: [{ ...on, gainSmallDb: decibels(-20, -10), ceilingDbu: decibels(-5) }],
      state: 'on',
    })),
    wires: each.flatMap(({ end }) => [
      ...chain(new Set([`in${end}`, `out${end}`]), `in${end}`, `stage${end}`, `out${end}`),
      { from: { jack: `in${end}` }, to: { jack: `through${end}` } },
    ]),
  };
};

/** What carries the signal from one world into another: over the air, or from instrument level to a desk's lines. */
export const LINKS: readonly Kind[] = [
  {
    id: 'radio-transmitter',
    name: 'Radio transmitter',
    words: ['transmitter', 'radio', 'wireless', 'radio pair', 'wireless pair', 'beltpack', 'belt pack'],
    hint: 'digital, on battery; its receiver comes with it',
    place: 'player',
    with: ['radio-receiver'],
    parts: {
      jacks: [input('in', 'IN', { rIn: typical(1e6), maxDbu: decibels(8, 10) }), radioJack('radio', 'out')],
      blocks: [{ id: 'transmitter', name: 'Transmitter', role: 'buffer', states: [on], state: 'on' }],
      wires: chain(new Set(['in', 'radio']), 'in', 'transmitter', 'radio'),
    },
  },
  {
    id: 'radio-receiver',
    name: 'Radio receiver',
    words: ['receiver', 'radio receiver', 'wireless receiver'],
    hint: 'digital, acts as a buffer, breaks the ground path',
    place: 'floor',
    parts: {
      jacks: [
        radioJack('radio', 'in'),
        output('out', 'OUT', { rOut: typical(100, 1000), maxDbu: decibels(8, 10) }),
        dcIn(),
      ],
      blocks: [
        {
          id: 'receiver',
          name: 'Receiver',
          role: 'buffer',
          states: [{ ...on, latencyMs: typical(2, 5) }],
          state: 'on',
        },
      ],
      wires: chain(new Set(['radio', 'out']), 'radio', 'receiver', 'out'),
      power: lowVoltage(200),
    },
  },
  {
    id: 'passive-di',
    name: 'Passive DI',
    words: ['di', 'di box', 'passive di', 'direct box'],
    revision: 2,
    hint: 'transformer, through jack, ground lift',
    place: 'floor',
    parts: {
      jacks: [
        input('in', 'IN', { rIn: typical(50e3, 150e3), maxDbu: decibels(20) }),
        output('through', 'THROUGH', {}),
        output(
          'out',
          'OUT',
          {},
          {
            carries: 'mic',
            connector: 'xlr-m',
            balance: 'transformer',
            ...liftModes({ rOut: typical(150, 300) }),
          },
        ),
      ],
      blocks: [
        {
          id: 'transformer',
          name: 'Transformer',
          role: 'buffer',
          states: [{ ...on, gainSmallDb: decibels(-30, -20), ceilingDbu: decibels(-5) }],
          state: 'on',
          passesUnpowered: true,
        },
      ],
      wires: [
        ...chain(new Set(['in', 'out']), 'in', 'transformer', 'out'),
        { from: { jack: 'in' }, to: { jack: 'through' } },
      ],
    },
  },
  {
    id: 'active-di',
    name: 'Active DI',
    words: ['active di', 'active direct box'],
    revision: 2,
    hint: 'high input impedance, needs phantom or a battery',
    place: 'floor',
    parts: activeDi(['']),
  },
  {
    id: 'supply',
    name: 'Supply',
    words: ['supply', 'power supply', 'psu', 'power'],
    revision: 2,
    hint: 'eight isolated 9 V outlets',
    place: 'floor',
    parts: {
      jacks: [mainsIn(), ...[100, 100, 100, 100, 100, 100, 500, 500].map(supplyOutlet)],
      blocks: [],
      wires: [],
      power: { ...mains(30), class: 'II', dcTotalMilliamps: typical(1600) },
    },
  },
];
