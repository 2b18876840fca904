import {
  chain,
  dcIn,
  decibels,
  effect,
  input,
  lowVoltage,
  on,
  output,
  pedalParts,
  typical,
  type ControlInput,
  type KindParts,
} from './parts';
import type { Kind } from './kind';

const treadle = (
  block: string,
  sets: 'level' | 'other',
  law: ControlInput['law'] = { type: 'unknown' },
): ControlInput => ({
  id: 'treadle',
  label: 'TREADLE',
  actsOn: { block },
  sets,
  law,
  position: sets === 'level' ? 1 : null,
});

const passiveVolume = pedalParts(
  {
    id: 'volume',
    name: 'Volume',
    role: 'effect',
    category: 'volume',
    states: [on],
    state: 'on',
    passesUnpowered: true,
  },
  {
    in: { rIn: typical(250e3) },
    out: { rOut: typical(1, 60e3) },
    milliamps: 0,
    controls: [treadle('volume', 'level', { type: 'pot', ohm: 250e3, taper: 'audio' })],
  },
);

/** A buffer ahead of the treadle, which the tuner hears too. */
function activeVolume(): KindParts {
  return {
    jacks: [
      input('in', 'IN', { rIn: typical(1e6), maxDbu: decibels(10) }),
      output('out', 'OUT', { rOut: typical(100, 1000) }),
      output('tuner', 'TUNER OUT', { rOut: typical(100, 1000) }),
      dcIn(),
    ],
    blocks: [
      { id: 'buffer', name: 'Buffer', role: 'buffer', states: [on], state: 'on' },
      { id: 'volume', name: 'Volume', role: 'effect', category: 'volume', states: [on], state: 'on' },
    ],
    wires: [
      ...chain(new Set(['in', 'out']), 'in', 'buffer', 'volume', 'out'),
      ...chain(new Set(['tuner']), 'buffer', 'tuner'),
    ],
    controls: [treadle('volume', 'level')],
    power: lowVoltage(20),
  };
}

/** A passive box has no supply jack and draws nothing. */
const withoutSupply = ({ jacks, blocks, wires, controls }: KindParts): KindParts => ({
  jacks: jacks.filter((jack) => jack.carries !== 'dc'),
  blocks,
  wires,
  controls,
});

/** What the foot moves. */
export const TREADLES: readonly Kind[] = [
  {
    id: 'wah',
    name: 'Wah',
    words: ['wah', 'wah wah', 'wah pedal'],
    hint: 'inductor, low input impedance',
    place: 'floor',
    parts: pedalParts(
      effect(
        'wah',
        'Wah',
        'wah',
        { gainSmallDb: decibels(0, 12), ceilingDbu: decibels(4) },
        { state: 'off', bypassKind: 'true' },
      ),
      {
        in: { rIn: typical(50e3, 150e3) },
        out: { rOut: typical(10e3) },
        milliamps: 1,
        controls: [treadle('wah', 'other')],
      },
    ),
  },
  {
    id: 'volume-pedal',
    name: 'Volume pedal',
    words: ['volume pedal', 'volume', 'vol'],
    hint: 'passive, 250 kΩ pot',
    place: 'floor',
    parts: withoutSupply(passiveVolume),
    sets: [
      {
        id: 'low',
        name: 'low impedance',
        words: ['low', '25k', 'low impedance'],
        figures: [
          { at: { on: 'mode', jack: 'in', mode: 'as-built', field: 'rIn' }, figure: typical(25e3) },
          { at: { on: 'mode', jack: 'out', mode: 'as-built', field: 'rOut' }, figure: typical(1, 6e3) },
        ],
        pots: { treadle: 25e3 },
      },
    ],
  },
  {
    id: 'active-volume-pedal',
    name: 'Active volume pedal',
    words: ['active volume pedal', 'active volume', 'volume pedal with tuner out', 'buffered volume pedal'],
    hint: 'buffered, level with the foot, tuner out',
    place: 'floor',
    parts: activeVolume(),
  },
  {
    id: 'expression-pedal',
    name: 'Expression pedal',
    revision: 2,
    words: ['expression pedal', 'expression', 'exp'],
    hint: 'TRS, wiper on the tip; carries no sound',
    place: 'floor',
    parts: {
      jacks: [
        {
          id: 'out',
          label: 'EXP',
          direction: 'out',
          carries: 'expression',
          connector: 'trs-635',
          ground: 'audio',
          wiper: 'tip',
        },
      ],
      blocks: [],
      wires: [],
      hidden: [{ id: 'wiring', label: 'WIRING', value: 'tip wiper' }],
    },
  },
];
