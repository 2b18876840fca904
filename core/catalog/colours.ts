import type { BlockInput, EffectCategory } from '../model';
import {
  chain,
  dcIn,
  decibels,
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
  type ControlInput,
  type KindParts,
  type ModeFigures,
} from './parts';
import type { Kind } from './kind';

const STEREO = { channelsIn: 2, channelsOut: 2 };

type MonoPedal = {
  readonly id: string;
  readonly name: string;
  readonly category: EffectCategory;
  readonly controls: readonly ControlInput[];
  readonly milliamps: number;
  readonly state?: Omit<BlockInput['states'][number], 'id' | 'name'>;
  readonly digital?: boolean;
  readonly bypassKind?: BlockInput['bypassKind'];
};

const mono = (of: MonoPedal): KindParts =>
  pedalParts(
    effect(of.id, of.name, of.category, of.state ?? {}, {
      state: 'off',
      bypassKind: of.bypassKind ?? 'buffered',
    }),
    {
      in: EFFECT_IN,
      out: EFFECT_OUT,
      milliamps: of.milliamps,
      controls: of.controls,
      ...(of.digital ? { converts: true, tripMs: typical(1, 3) } : {}),
    },
  );

/** Left and right in and out; the left jacks alone are mono. */
export function stereoPedal(
  block: BlockInput,
  more: {
    readonly milliamps: number;
    readonly controls: readonly ControlInput[];
    readonly digital: boolean;
    /** What each side takes and gives, where it is not as of most effects. */
    readonly in?: ModeFigures;
    readonly out?: ModeFigures;
  },
): KindParts {
  const at = (port: 'in' | 'out') => ({ block: block.id, port });
  const converts = { converts: more.digital };
  const { in: takes = EFFECT_IN, out: gives = EFFECT_OUT } = more;
  return {
    jacks: [
      input('in-l', 'IN L MONO', takes, converts),
      input('in-r', 'IN R', takes, { ...converts, normalledFrom: 'in-l' }),
      output('out-l', 'OUT L MONO', gives, converts),
      output('out-r', 'OUT R', gives, converts),
      dcIn(),
    ],
    blocks: [block],
    wires: [
      { from: { jack: 'in-l' }, to: at('in'), toChannel: 'left' },
      { from: { jack: 'in-r' }, to: at('in'), toChannel: 'right' },
      { from: at('out'), to: { jack: 'out-l' }, fromChannel: 'left' },
      { from: at('out'), to: { jack: 'out-r' }, fromChannel: 'right' },
      { from: at('out'), to: { jack: 'out-l' }, fromChannel: 'right', whileOpen: 'out-r' },
    ],
    controls: [...more.controls],
    power: lowVoltage(more.milliamps),
    ...(more.digital ? { tripMs: typical(1, 3) } : {}),
  };
}

const stereoEffect = (id: string, name: string, category: EffectCategory, mixed?: number): BlockInput =>
  effect(id, name, category, mixed === undefined ? {} : { mix: mixed }, {
    ...STEREO,
    state: 'off',
    bypassKind: 'buffered',
  });

/** Pedals that colour, move or repeat the signal. */
export const COLOURS: readonly Kind[] = [
  {
    id: 'filter',
    name: 'Filter',
    words: ['filter', 'envelope filter', 'touch wah', 'auto wah', 'auto-wah'],
    hint: 'opens with the attack',
    place: 'floor',
    parts: mono({
      id: 'filter',
      name: 'Filter',
      category: 'filter',
      milliamps: 15,
      controls: [other('sensitivity', 'SENS', 'filter'), tone('peak', 'PEAK', 'filter')],
      bypassKind: 'true',
    }),
  },
  {
    id: 'pitch',
    name: 'Pitch shifter',
    words: ['pitch shifter', 'pitch', 'octaver', 'octave', 'harmoniser', 'harmonizer', 'detune'],
    hint: 'octaves and intervals, digital, takes 10 to 40 ms',
    place: 'floor',
    parts: mono({
      id: 'pitch',
      name: 'Pitch',
      category: 'pitch',
      milliamps: 150,
      digital: true,
      state: { latencyMs: typical(10, 40), mix: 0.5 },
      controls: [other('shift', 'SHIFT', 'pitch'), mix('mix', 'MIX', 'pitch')],
    }),
  },
  {
    id: 'graphic-eq',
    name: 'Graphic equaliser',
    words: ['graphic eq', 'eq', 'equaliser', 'equalizer', 'graphic equaliser', 'eq pedal'],
    hint: 'seven bands and a level',
    place: 'floor',
    parts: mono({
      id: 'eq',
      name: 'Equaliser',
      category: 'eq',
      milliamps: 15,
      state: { gainSmallDb: decibels(0), ceilingDbu: decibels(8) },
      controls: [tone('bands', 'BANDS', 'eq'), level('level', 'LEVEL', 'eq')],
    }),
  },
  {
    id: 'phaser',
    name: 'Phaser',
    words: ['phaser', 'phase', 'vibe', 'rotary'],
    hint: 'analogue, mono',
    place: 'floor',
    parts: mono({
      id: 'phaser',
      name: 'Phaser',
      category: 'phaser',
      milliamps: 10,
      controls: [other('rate', 'RATE', 'phaser'), mix('depth', 'DEPTH', 'phaser')],
      bypassKind: 'true',
    }),
  },
  {
    id: 'flanger',
    name: 'Flanger',
    words: ['flanger', 'flange'],
    hint: 'analogue, mono',
    place: 'floor',
    parts: mono({
      id: 'flanger',
      name: 'Flanger',
      category: 'flanger',
      milliamps: 20,
      controls: [other('rate', 'RATE', 'flanger'), mix('depth', 'DEPTH', 'flanger')],
    }),
  },
  {
    id: 'tremolo',
    name: 'Tremolo',
    words: ['tremolo', 'trem'],
    hint: 'level goes up and down, mono',
    place: 'floor',
    parts: mono({
      id: 'tremolo',
      name: 'Tremolo',
      category: 'tremolo',
      milliamps: 15,
      state: { gainSmallDb: decibels(0, 3) },
      controls: [other('rate', 'RATE', 'tremolo'), mix('depth', 'DEPTH', 'tremolo')],
      bypassKind: 'true',
    }),
  },
  {
    id: 'stereo-tremolo',
    name: 'Stereo tremolo',
    words: ['stereo tremolo', 'stereo trem', 'panner', 'auto pan'],
    hint: 'from side to side, left and right out',
    place: 'floor',
    parts: stereoPedal(stereoEffect('tremolo', 'Tremolo', 'tremolo'), {
      milliamps: 30,
      digital: false,
      controls: [other('rate', 'RATE', 'tremolo'), mix('depth', 'DEPTH', 'tremolo')],
    }),
  },
  {
    id: 'stereo-chorus',
    name: 'Stereo chorus',
    words: ['stereo chorus', 'wide chorus'],
    hint: 'mono or stereo in, left and right out',
    place: 'floor',
    parts: stereoPedal(stereoEffect('chorus', 'Chorus', 'chorus', 0.5), {
      milliamps: 30,
      digital: false,
      controls: [other('rate', 'RATE', 'chorus'), mix('depth', 'DEPTH', 'chorus')],
    }),
  },
  {
    id: 'stereo-delay',
    name: 'Stereo delay',
    words: ['stereo delay', 'ping pong', 'ping-pong delay', 'stereo echo'],
    hint: 'digital, left and right in and out',
    place: 'floor',
    parts: stereoPedal(stereoEffect('delay', 'Delay', 'delay', 0.3), {
      milliamps: 200,
      digital: true,
      controls: [other('time', 'TIME', 'delay'), mix('mix', 'MIX', 'delay')],
    }),
  },
  {
    id: 'stereo-reverb',
    name: 'Stereo reverb',
    words: ['stereo reverb', 'hall', 'shimmer'],
    hint: 'digital, left and right in and out',
    place: 'floor',
    parts: stereoPedal(stereoEffect('reverb', 'Reverb', 'reverb', 0.3), {
      milliamps: 200,
      digital: true,
      controls: [other('decay', 'DECAY', 'reverb'), mix('mix', 'MIX', 'reverb')],
    }),
  },
  {
    id: 'looper',
    name: 'Looper',
    words: ['looper', 'phrase looper', 'loop pedal', 'loop station'],
    hint: 'records and repeats what comes in; last in the path',
    place: 'floor',
    parts: mono({
      id: 'looper',
      name: 'Looper',
      category: 'looper',
      milliamps: 120,
      digital: true,
      controls: [level('level', 'LOOP LEVEL', 'looper', 0.5)],
    }),
  },
  {
    id: 'gate',
    name: 'Gate',
    words: ['gate', 'noise gate', 'noise suppressor', 'simple gate'],
    hint: 'mutes below its threshold, in and out',
    place: 'floor',
    parts: mono({
      id: 'gate',
      name: 'Gate',
      category: 'gate',
      milliamps: 15,
      controls: [other('threshold', 'THRESHOLD', 'gate'), other('release', 'RELEASE', 'gate')],
    }),
  },
  {
    id: 'keyed-gate',
    name: 'Keyed gate',
    words: ['keyed gate', 'side-chain gate', 'gate with key'],
    hint: 'gates between IN and OUT, listens at KEY',
    place: 'floor',
    parts: {
      jacks: [
        input('in', 'IN', EFFECT_IN),
        output('out', 'OUT', EFFECT_OUT),
        input('key', 'KEY', EFFECT_IN),
        output('key-through', 'KEY THROUGH', EFFECT_OUT),
        dcIn(),
      ],
      blocks: [
        {
          id: 'gate',
          name: 'Gate',
          role: 'effect',
          category: 'gate',
          states: [on, off],
          state: 'on',
          bypassKind: 'buffered',
        },
        { id: 'sense', name: 'Key buffer', role: 'buffer', states: [on], state: 'on' },
      ],
      wires: [
        ...chain(new Set(['in', 'out']), 'in', 'gate', 'out'),
        ...chain(new Set(['key', 'key-through']), 'key', 'sense', 'key-through'),
        { from: { block: 'sense', port: 'out' }, to: { block: 'gate', port: 'key' } },
      ],
      controls: [other('threshold', 'THRESHOLD', 'gate'), other('release', 'RELEASE', 'gate')],
      power: lowVoltage(20),
    },
  },
];
