import type { BlockInput, JackInput, Wire } from '../model';
import {
  air,
  decibels,
  guessed,
  input,
  level,
  mains,
  mainsIn,
  on,
  speakerOut,
  typical,
  type KindParts,
} from './parts';
import type { Kind } from './kind';

const POWER_IN = { rIn: typical(10e3, 100e3), nominalDbu: decibels(-10, 4), maxDbu: decibels(18, 22) };
const SIDES = ['L', 'R'] as const;
const SIDE = { L: 'l', R: 'r' } as const;

const sideOf = (side: string): Pick<JackInput, 'side'> =>
  side === '' ? {} : { side: side === 'L' ? 'left' : 'right' };

const block = (id: string, name: string, role: 'power' | 'speaker'): BlockInput => ({
  id,
  name,
  role,
  states: [on],
  state: 'on',
});

type Stage = {
  readonly watts: number;
  /** Taps of a valve stage, or the least load of another. */
  readonly taps?: readonly number[];
  readonly least?: number;
  readonly stage: 'valve' | 'solid' | 'class-d';
  readonly bridged?: 'yes' | 'no';
  readonly va: number;
};

const outsOf = (of: Stage, side: string): readonly JackInput[] => {
  const facts = {
    stage: of.stage,
    watts: typical(of.watts),
    needsLoad: of.stage === 'valve',
    bridged: of.bridged ?? ('no' as const),
  };
  const end = side === '' ? '' : `-${side.toLowerCase()}`;
  if (of.taps)
    return of.taps.map((ohm) => {
      const jack = speakerOut(`spk-${ohm}${end}`, ohm, facts);
      return { ...jack, ...sideOf(side), label: side === '' ? jack.label : `${side} ${jack.label}` };
    });
  const least = of.least ?? 4;
  return [
    {
      ...speakerOut(`spk${end}`, 8, { ...facts, minOhm: typical(least) }),
      ...sideOf(side),
      label: side === '' ? 'SPK OUT' : `SPK ${side}`,
      ground: 'none',
    },
  ];
};

/** A power stage by itself, with a level control ahead of it. @param sides none for mono */
function powerAmplifier(of: Stage, sides: readonly ('L' | 'R')[]): KindParts {
  const each = sides.length === 0 ? [''] : sides;
  const id = (base: string, side: string) => (side === '' ? base : `${base}-${SIDE[side as 'L' | 'R']}`);
  const outs = each.map((side) => outsOf(of, side));
  return {
    jacks: [
      ...each.map((side) =>
        input(id('in', side), side === '' ? 'IN' : `IN ${side}`, POWER_IN, {
          ...sideOf(side),
          carries: 'line',
          connector: 'combo',
          balance: 'driven',
        }),
      ),
      ...outs.flat(),
      mainsIn(),
    ],
    blocks: each.map((side) =>
      block(id('power', side), side === '' ? 'Power stage' : `Power stage ${side}`, 'power'),
    ),
    wires: each.flatMap((side, i): Wire[] => [
      { from: { jack: id('in', side) }, to: { block: id('power', side), port: 'in' } },
      ...(outs[i] ?? []).map((jack): Wire => ({
        from: { block: id('power', side), port: 'out' },
        to: { jack: jack.id },
      })),
    ]),
    controls: each.map((side) =>
      level(id('volume', side), side === '' ? 'VOLUME' : `VOLUME ${side}`, id('power', side)),
    ),
    power: mains(of.va),
  };
}

const handedOn = (id: string, label: string): JackInput => ({
  id,
  label,
  direction: 'out',
  carries: 'speaker',
  connector: 'ts-635',
  ground: 'none',
});

const spkIn = (id: string, label: string, ohm: number, watts: number): JackInput => ({
  id,
  label,
  direction: 'in',
  carries: 'speaker',
  connector: 'ts-635',
  ground: 'none',
  speaker: { isLoad: 'always', ohm: guessed(ohm, 4, 16), watts: guessed(watts, 20, 300) },
});

/** Switched to mono both halves are in series on the one jack. */
const MONO: Pick<JackInput, 'modes' | 'mode'> = {
  modes: [
    { id: 'stereo', name: 'stereo' },
    { id: 'mono', name: 'mono', ohm: guessed(16, 8, 32), watts: guessed(120, 40, 600) },
  ],
  mode: 'stereo',
};

/** Two halves, each a load of its own. */
function stereoCabinet(): KindParts {
  return {
    jacks: SIDES.flatMap((side): JackInput[] => [
      {
        ...spkIn(`in-${SIDE[side]}`, side === 'L' ? 'SPK IN L / MONO' : 'SPK IN R', 8, 60),
        ...sideOf(side),
        ...(side === 'L' ? MONO : {}),
      },
      { ...air, id: `air-${SIDE[side]}`, label: `AIR ${side}` },
    ]),
    blocks: SIDES.map((side) => block(`speaker-${SIDE[side]}`, `Loudspeaker ${side}`, 'speaker')),
    wires: SIDES.flatMap((side): Wire[] => [
      { from: { jack: `in-${SIDE[side]}` }, to: { block: `speaker-${SIDE[side]}`, port: 'in' } },
      { from: { block: `speaker-${SIDE[side]}`, port: 'out' }, to: { jack: `air-${SIDE[side]}` } },
    ]),
  };
}

/** A through jack puts the next cabinet beside it. */
function throughCabinet(): KindParts {
  return {
    jacks: [spkIn('in', 'SPK IN', 8, 120), handedOn('through', 'THROUGH'), air],
    blocks: [block('speaker', 'Loudspeaker', 'speaker')],
    wires: [
      { from: { jack: 'in' }, to: { jack: 'through' } },
      { from: { jack: 'in' }, to: { block: 'speaker', port: 'in' } },
      { from: { block: 'speaker', port: 'out' }, to: { jack: 'air' } },
    ],
  };
}

/** One amplifier, two cabinets: whether the second is there before the first is gone is a fact of the make. */
function speakerSwitcher(): KindParts {
  return {
    jacks: [
      {
        ...handedOn('in', 'AMP IN'),
        direction: 'in',
        speaker: { isLoad: 'never', switching: 'unknown', watts: guessed(200, 100, 400) },
      },
      handedOn('out-a', 'CAB A'),
      handedOn('out-b', 'CAB B'),
    ],
    blocks: [
      {
        id: 'select',
        name: 'Selector',
        role: 'split',
        states: [
          { id: 'a', name: 'A', passes: ['in', 'out'] },
          { id: 'b', name: 'B', passes: ['in', 'out2'] },
        ],
        state: 'a',
        passesUnpowered: true,
      },
    ],
    wires: [
      { from: { jack: 'in' }, to: { block: 'select', port: 'in' } },
      { from: { block: 'select', port: 'out' }, to: { jack: 'out-a' } },
      { from: { block: 'select', port: 'out2' }, to: { jack: 'out-b' } },
    ],
  };
}

/** Power stages without a preamp, and cabinets of other builds. */
export const POWER_AMPS: readonly Kind[] = [
  {
    id: 'valve-power-amp',
    name: 'Valve power amp',
    words: ['valve power amp', 'valve power amplifier', 'tube power amp'],
    hint: 'stereo, 2 × 50 W, taps 16 and 8 Ω a side',
    place: 'backline',
    parts: powerAmplifier({ watts: 50, taps: [16, 8], stage: 'valve', va: 300 }, SIDES),
  },
  {
    id: 'mono-power-amp',
    name: 'Power amp',
    words: ['power amp', 'power amplifier', 'mono power amp', 'solid-state power amp', 'pedalboard amp'],
    hint: 'solid-state, mono, 100 W from 4 Ω',
    place: 'backline',
    parts: powerAmplifier({ watts: 100, least: 4, stage: 'solid', va: 150 }, []),
  },
  {
    id: 'stereo-power-amp',
    name: 'Stereo power amp',
    words: ['stereo power amp', 'stereo power amplifier', 'solid-state stereo power amp'],
    hint: 'solid-state, 2 × 100 W from 4 Ω',
    place: 'backline',
    parts: powerAmplifier({ watts: 100, least: 4, stage: 'solid', va: 300 }, SIDES),
  },
  {
    id: 'class-d-power-amp',
    name: 'Class-D power amp',
    words: ['class-d power amp', 'class d power amp', 'class d', 'bridged power amp', 'digital power amp'],
    hint: 'mono, 200 W, bridged: both sides of its jack are live',
    place: 'backline',
    parts: powerAmplifier({ watts: 200, least: 8, stage: 'class-d', bridged: 'yes', va: 250 }, []),
  },
  {
    id: 'stereo-class-d',
    name: 'Stereo class-D power amp',
    words: ['stereo class-d power amp', 'stereo class d', 'class d stereo'],
    hint: '2 × 100 W, each side bridged',
    place: 'backline',
    parts: powerAmplifier({ watts: 100, least: 8, stage: 'class-d', bridged: 'yes', va: 250 }, SIDES),
  },
  {
    id: 'stereo-cabinet',
    name: 'Stereo cabinet',
    words: ['stereo cabinet', 'stereo cab', 'cab stereo'],
    hint: 'two halves of 8 Ω, 60 W each',
    place: 'backline',
    parts: stereoCabinet(),
  },
  {
    id: 'through-cabinet',
    name: 'Cabinet with through',
    words: ['cabinet with through', 'cab with through', 'daisy-chain cab'],
    hint: '8 Ω, 120 W, a through jack for another beside it',
    place: 'backline',
    parts: throughCabinet(),
  },
  {
    id: 'speaker-switcher',
    name: 'Speaker switcher',
    words: ['speaker switcher', 'cabinet switcher', 'cab switcher', 'speaker selector'],
    hint: 'one amplifier into cabinet A or B',
    place: 'backline',
    parts: speakerSwitcher(),
  },
];
