import {
  chain,
  dcIn,
  decibels,
  drive,
  effect,
  EFFECT_IN,
  input,
  level,
  lowVoltage,
  off,
  on,
  output,
  pedalParts,
  tone,
  typical,
  type KindParts,
} from './parts';
import type { Kind } from './kind';

const DRIVE_OUT = { rOut: typical(1e3, 10e3) };
const BUILT = { on: 'mode', jack: 'in', mode: 'as-built' } as const;

/** A real preamp in a pedal: off it lets the guitar by; its second output hears a cabinet simulation. */
function preampPedal(): KindParts {
  return {
    jacks: [
      input('in', 'IN', EFFECT_IN, { panel: 'side' }),
      output('out', 'OUT', { rOut: typical(100, 1000), nominalDbu: decibels(-20, 4) }, { panel: 'side' }),
      output(
        'direct',
        'DIRECT',
        { rOut: typical(100, 600), nominalDbu: decibels(-10, 4) },
        { carries: 'line', connector: 'xlr-m', balance: 'driven' },
      ),
      dcIn(),
    ],
    blocks: [
      {
        id: 'preamp',
        name: 'Preamp',
        role: 'preamp',
        states: [{ ...on, gainSmallDb: decibels(10, 50), ceilingDbu: decibels(18) }, off],
        state: 'on',
        bypassKind: 'true',
      },
      { id: 'cab', name: 'Cabinet simulation', role: 'cabModel', states: [on, off], state: 'on' },
    ],
    wires: [
      ...chain(new Set(['in', 'out']), 'in', 'preamp', 'out'),
      ...chain(new Set(['direct']), 'preamp', 'cab', 'direct'),
    ],
    controls: [
      drive('gain', 'GAIN', 'preamp'),
      tone('bass', 'BASS', 'preamp'),
      tone('middle', 'MIDDLE', 'preamp'),
      tone('treble', 'TREBLE', 'preamp'),
      level('volume', 'VOLUME', 'preamp'),
    ],
    power: lowVoltage(100),
  };
}

/** Pedals that make more of the signal. */
export const GAIN: readonly Kind[] = [
  {
    id: 'treble-booster',
    name: 'Treble booster',
    words: ['treble booster', 'treble boost', 'germanium booster', 'range booster'],
    hint: 'one germanium transistor, wants the pickup',
    place: 'floor',
    parts: pedalParts(
      effect(
        'booster',
        'Treble booster',
        'booster',
        { gainSmallDb: decibels(20, 26), ceilingDbu: decibels(4) },
        { state: 'off', meantToClip: true, wantsPickup: true, bypassKind: 'true' },
      ),
      {
        in: { rIn: typical(8e3, 20e3) },
        out: { rOut: typical(1e3, 10e3) },
        milliamps: 2,
        controls: [level('boost', 'BOOST', 'booster')],
      },
    ),
  },
  {
    id: 'clean-boost',
    name: 'Clean boost',
    words: ['boost', 'booster', 'clean boost', 'clean booster', 'level boost', 'solo boost'],
    hint: 'louder without breaking up',
    place: 'floor',
    parts: pedalParts(
      effect(
        'boost',
        'Boost',
        'booster',
        { gainSmallDb: decibels(0, 20), ceilingDbu: decibels(8) },
        { state: 'off', bypassKind: 'true' },
      ),
      {
        in: { rIn: typical(500e3, 1e6), maxDbu: decibels(8) },
        out: { rOut: typical(100, 1000) },
        milliamps: 10,
        controls: [level('level', 'LEVEL', 'boost')],
      },
    ),
    sets: [
      {
        id: '18v',
        name: '18 V',
        words: ['18v', '18 v'],
        figures: [
          {
            at: { on: 'state', block: 'boost', state: 'on', field: 'ceilingDbu' },
            figure: decibels(14),
          },
          { at: { ...BUILT, field: 'maxDbu' }, figure: decibels(14) },
        ],
      },
    ],
  },
  {
    id: 'distortion',
    name: 'Distortion',
    words: ['distortion', 'dist', 'high gain pedal', 'metal pedal'],
    hint: 'hard clipping',
    place: 'floor',
    parts: pedalParts(
      effect(
        'distortion',
        'Distortion',
        'distortion',
        { gainSmallDb: decibels(6, 47), ceilingDbu: decibels(-5) },
        { state: 'off', meantToClip: true, bypassKind: 'true' },
      ),
      {
        in: EFFECT_IN,
        out: DRIVE_OUT,
        milliamps: 10,
        controls: [
          drive('distortion', 'DIST', 'distortion'),
          tone('tone', 'TONE', 'distortion'),
          level('level', 'LEVEL', 'distortion'),
        ],
      },
    ),
  },
  {
    id: 'preamp-pedal',
    name: 'Preamp pedal',
    words: ['preamp pedal', 'preamp', 'amp in a box', 'channel pedal'],
    hint: 'a real preamp, second output with cabinet simulation',
    place: 'floor',
    parts: preampPedal(),
  },
];
