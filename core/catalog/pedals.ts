import type { BlockInput } from '../model';
import {
  chain,
  dcIn,
  decibels,
  drive,
  effect,
  EFFECT_IN,
  EFFECT_OUT,
  input,
  level,
  lowVoltage,
  mix,
  off,
  on,
  other,
  output,
  pedalParts,
  tone,
  typical,
} from './parts';
import type { Kind } from './kind';

const tunerBlock = (bypassKind: BlockInput['bypassKind']): BlockInput => ({
  id: 'tuner',
  name: 'Tuner',
  role: 'effect',
  category: 'tuner',
  states: [{ id: 'tuning', name: 'tuning, muted', mutes: true }, off],
  state: 'off',
  bypassKind,
});

export const PEDALS: readonly Kind[] = [
  {
    id: 'tuner',
    name: 'Tuner',
    words: ['tuner', 'tune'],
    hint: 'buffered, mutes while tuning',
    place: 'floor',
    parts: pedalParts(tunerBlock('buffered'), {
      in: { rIn: typical(1e6) },
      out: { rOut: typical(100, 1000) },
      milliamps: 30,
    }),
  },
  {
    id: 'true-bypass-tuner',
    name: 'True-bypass tuner',
    words: ['true-bypass tuner', 'true bypass tuner', 'tuner true bypass'],
    hint: 'the pickup sees through it while it is off',
    place: 'floor',
    parts: pedalParts(tunerBlock('true'), {
      in: { rIn: typical(1e6) },
      out: { rOut: typical(100, 1000) },
      milliamps: 30,
    }),
  },
  {
    id: 'two-output-tuner',
    name: 'Tuner with second output',
    words: ['tuner with second output', 'two-output tuner', 'tuner two outputs', 'tuner with bypass out'],
    hint: 'buffered; OUT mutes while tuning, BYPASS does not',
    place: 'floor',
    parts: {
      jacks: [
        input('in', 'IN', { rIn: typical(1e6) }, { panel: 'side' }),
        output('out', 'OUT', { rOut: typical(100, 1000) }, { panel: 'side' }),
        output('bypass', 'BYPASS', { rOut: typical(100, 1000) }, { panel: 'side' }),
        dcIn(),
      ],
      blocks: [
        { id: 'buffer', name: 'Buffer', role: 'buffer', states: [on], state: 'on' },
        tunerBlock('buffered'),
      ],
      wires: [
        ...chain(new Set(['in', 'out']), 'in', 'buffer', 'tuner', 'out'),
        ...chain(new Set(['bypass']), 'buffer', 'bypass'),
      ],
      power: lowVoltage(50),
    },
  },
  {
    id: 'fuzz',
    name: 'Fuzz',
    words: ['fuzz'],
    hint: 'two transistors, wants the pickup',
    place: 'floor',
    parts: pedalParts(
      effect(
        'fuzz',
        'Fuzz',
        'fuzz',
        { gainSmallDb: decibels(40, 55), ceilingDbu: decibels(4) },
        {
          state: 'off',
          meantToClip: true,
          wantsPickup: true,
          bypassKind: 'true',
        },
      ),
      {
        in: { rIn: typical(5e3, 20e3) },
        out: { rOut: typical(1e3, 125e3) },
        milliamps: 5,
        controls: [drive('fuzz', 'FUZZ', 'fuzz'), level('volume', 'VOLUME', 'fuzz')],
      },
    ),
  },
  {
    id: 'compressor',
    name: 'Compressor',
    words: ['compressor', 'comp', 'sustainer'],
    hint: 'evens out levels',
    place: 'floor',
    parts: pedalParts(
      effect(
        'compressor',
        'Compressor',
        'compressor',
        { gainSmallDb: decibels(6, 20), ceilingDbu: decibels(-6), levelAfterDb: decibels(0) },
        { state: 'off', bypassKind: 'true', meantToClip: true },
      ),
      {
        in: EFFECT_IN,
        out: EFFECT_OUT,
        milliamps: 10,
        controls: [drive('sustain', 'SUSTAIN', 'compressor'), level('level', 'LEVEL', 'compressor')],
      },
    ),
  },
  {
    id: 'overdrive',
    name: 'Overdrive',
    words: ['overdrive', 'od', 'drive', 'dirt'],
    hint: 'soft clipping',
    place: 'floor',
    parts: pedalParts(
      effect(
        'drive',
        'Overdrive',
        'overdrive',
        { gainSmallDb: decibels(20, 41), ceilingDbu: decibels(-3) },
        {
          state: 'off',
          meantToClip: true,
          bypassKind: 'true',
        },
      ),
      {
        in: EFFECT_IN,
        out: { rOut: typical(1e3, 10e3) },
        milliamps: 10,
        controls: [
          drive('drive', 'DRIVE', 'drive'),
          tone('tone', 'TONE', 'drive'),
          level('level', 'LEVEL', 'drive'),
        ],
      },
    ),
  },
  {
    id: 'chorus',
    name: 'Chorus',
    words: ['chorus', 'modulation', 'mod'],
    hint: 'analogue, mono',
    place: 'floor',
    parts: pedalParts(
      effect('chorus', 'Chorus', 'chorus', { mix: 0.5 }, { state: 'off', bypassKind: 'buffered' }),
      {
        in: EFFECT_IN,
        out: EFFECT_OUT,
        milliamps: 15,
        controls: [other('rate', 'RATE', 'chorus'), mix('depth', 'DEPTH', 'chorus')],
      },
    ),
  },
  {
    id: 'digital-delay',
    name: 'Digital delay',
    words: ['delay', 'echo'],
    hint: 'one converter trip',
    place: 'floor',
    parts: pedalParts(effect('delay', 'Delay', 'delay', { mix: 0.3 }, { bypassKind: 'buffered' }), {
      in: EFFECT_IN,
      out: EFFECT_OUT,
      converts: true,
      milliamps: 100,
      tripMs: typical(1, 3),
      controls: [other('time', 'TIME', 'delay'), mix('mix', 'MIX', 'delay')],
    }),
  },
  {
    id: 'reverb',
    name: 'Reverb',
    words: ['reverb', 'verb'],
    hint: 'digital, one converter trip',
    place: 'floor',
    parts: pedalParts(effect('reverb', 'Reverb', 'reverb', { mix: 0.3 }, { bypassKind: 'buffered' }), {
      in: EFFECT_IN,
      out: EFFECT_OUT,
      converts: true,
      milliamps: 100,
      tripMs: typical(1, 3),
      controls: [other('decay', 'DECAY', 'reverb'), mix('mix', 'MIX', 'reverb')],
    }),
  },
];
