import { decibels, effect, on, pedalParts, typical, type ControlInput, type KindParts } from './parts';
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
  },
  {
    id: 'expression-pedal',
    name: 'Expression pedal',
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
        },
      ],
      blocks: [],
      wires: [],
      hidden: [{ id: 'wiring', label: 'WIRING', value: 'tip wiper' }],
    },
  },
];
