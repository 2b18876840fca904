// Short words for writing a kind: figures with their plausible range, jacks, blocks, wires.
import type { BlockInput, EffectCategory, Figure, JackInput, ModelInput, Wire } from '../model';

export type ControlInput = NonNullable<ModelInput['controls']>[number];
type PowerInput = NonNullable<ModelInput['power']>;
type ModeInput = NonNullable<JackInput['modes']>[number];
type SpeakerInput = NonNullable<JackInput['speaker']>;
/** What the figures of a state may be, apart from its name. */
type StateInput = Omit<BlockInput['states'][number], 'id' | 'name'>;

/** A typical figure; with a range its geometric mean is assumed. */
export const typical = (low: number, high: number = low): Figure => ({
  value: Number(Math.sqrt(low * high).toPrecision(3)),
  source: 'assumed',
  ...(low === high ? {} : { low, high }),
});

/** A figure as it is most often, with what else it may plausibly be. */
export const guessed = (value: number, low: number, high: number): Figure => ({
  value,
  source: 'assumed',
  low,
  high,
});

/** A typical figure in decibels; with a range its middle is assumed. */
export const decibels = (low: number, high: number = low): Figure => ({
  value: Number(((low + high) / 2).toFixed(1)),
  source: 'assumed',
  ...(low === high ? {} : { low, high }),
});

export type ModeFigures = Omit<ModeInput, 'id' | 'name'>;
/** What a jack may say of itself beside what the word that makes it says. */
type MoreOfJack = Partial<Omit<JackInput, 'id' | 'label'>>;

const oneMode = (figures: ModeFigures) => ({
  modes: [{ id: 'as-built', name: 'as built', ...figures }],
  mode: 'as-built',
});

/** A mono instrument or line input. */
export const input = (id: string, label: string, figures: ModeFigures, more: MoreOfJack = {}): JackInput => ({
  id,
  label,
  direction: 'in',
  carries: 'instrument',
  connector: 'ts-635',
  ...oneMode(figures),
  ...more,
});

export const output = (
  id: string,
  label: string,
  figures: ModeFigures,
  more: MoreOfJack = {},
): JackInput => ({
  id,
  label,
  direction: 'out',
  carries: 'instrument',
  connector: 'ts-635',
  ...oneMode(figures),
  ...more,
});

/** Two ways a switch can set a jack: for instruments, for line level. */
export const levelModes = (
  instrument: ModeFigures,
  line: ModeFigures,
  mode: 'instrument' | 'line' = 'instrument',
) => ({
  modes: [
    { id: 'instrument', name: 'instrument', ...instrument },
    { id: 'line', name: 'line', ...line },
  ],
  mode,
});

/** A ground lift at an output: what it gives is the same either way. */
export const liftModes = (figures: ModeFigures) => ({
  modes: [
    { id: 'joined', name: 'ground joined', ...figures },
    { id: 'lifted', name: 'ground lifted', ...figures, ground: 'lifted' as const },
  ],
  mode: 'joined',
});

/** A pad at an input: it takes what a line gives, and takes so much off. @param db below 0 */
export const padModes = (figures: ModeFigures & { readonly maxDbu: Figure }, db: number) => ({
  modes: [
    { id: 'no-pad', name: 'no pad', ...figures },
    {
      id: 'pad',
      name: `pad ${db} dB`,
      ...figures,
      gainDb: decibels(db),
      maxDbu: decibels(figures.maxDbu.value - db),
    },
  ],
  mode: 'no-pad',
});

export const speakerOut = (id: string, ohm: number, more: SpeakerInput): JackInput => ({
  id,
  label: `SPK ${ohm} Ω`,
  direction: 'out',
  carries: 'speaker',
  connector: 'ts-635',
  ground: 'transformer',
  speaker: { ohm: typical(ohm), ...more },
});

/** What a loudspeaker gives to a room: microphones stand there. */
export const air: JackInput = {
  id: 'air',
  label: 'AIR',
  direction: 'out',
  carries: 'air',
  connector: 'none',
  mult: true,
  panel: 'front',
  ground: 'none',
};

/** Other than audio: what the layers Control and Power draw. */
export const dcIn = (): JackInput => ({
  id: 'dc',
  label: '9 V DC',
  direction: 'in',
  carries: 'dc',
  connector: 'barrel-21',
});

export const mainsIn = (): JackInput => ({
  id: 'mains',
  label: 'MAINS',
  direction: 'in',
  carries: 'mains',
  connector: 'mains',
  ground: 'chassis',
});

export const on = { id: 'on', name: 'on' };
export const off = { id: 'off', name: 'off' };

/** Something with a bypass switch. */
export const effect = (
  id: string,
  name: string,
  category: EffectCategory,
  figures: StateInput,
  more: Partial<Omit<BlockInput, 'id' | 'name' | 'states'>> = {},
): BlockInput => ({
  id,
  name,
  role: 'effect',
  category,
  states: [{ ...on, ...figures }, off],
  state: 'on',
  ...more,
});

/** `in → block → … → out`, each name a jack or a block. */
export function chain(jacks: ReadonlySet<string>, ...names: string[]): Wire[] {
  const end = (name: string, port: 'in' | 'out'): Wire['from'] =>
    jacks.has(name) ? { jack: name } : { block: name, port };
  return names.slice(1).map((name, i) => ({ from: end(names[i] ?? '', 'out'), to: end(name, 'in') }));
}

const knob = (
  id: string,
  label: string,
  block: string,
  sets: ControlInput['sets'],
  position: number | null = null,
): ControlInput => ({
  id,
  label,
  actsOn: { block },
  sets,
  law: { type: 'unknown' },
  position,
});

export const level = (id: string, label: string, block: string, position: number | null = null) =>
  knob(id, label, block, 'level', position);
export const drive = (id: string, label: string, block: string, position: number | null = null) =>
  knob(id, label, block, 'drive', position);
export const tone = (id: string, label: string, block: string, position: number | null = null) =>
  knob(id, label, block, 'tone', position);
export const mix = (id: string, label: string, block: string) => knob(id, label, block, 'mix');
/** Moves neither level, drive, tone nor mix: a time, a rate. */
export const other = (id: string, label: string, block: string) => knob(id, label, block, 'other');

/** A model's facts as the catalogue writes them: one inner wiring, by its wires. */
export type KindParts = Omit<ModelInput, 'id' | 'revision' | 'kind' | 'patches' | 'patch'> & {
  readonly jacks: readonly JackInput[];
  readonly blocks: readonly BlockInput[];
  readonly wires: readonly Wire[];
  /** What its first inner wiring is called, where it has others too. */
  readonly wiringName?: string;
  readonly otherWirings?: readonly { readonly id: string; readonly name: string; readonly wires: Wire[] }[];
};

export const lowVoltage = (milliamps: number): PowerInput => ({
  class: 'low',
  dcVolts: { low: 9, high: 9.6 },
  dcMilliamps: typical(milliamps),
  dcKind: 'dc',
  dcPolarity: 'centre-negative',
});

export const mains = (va: number): PowerInput => ({
  class: 'I',
  va: typical(va),
  volts: [230],
  hertz: [50, 60],
  isPlateAssumed: true,
});

/** What most pedals are at their jacks, on 9 V. */
export const EFFECT_IN = { rIn: typical(470e3, 1e6), cIn: typical(10e-12, 50e-12), maxDbu: decibels(8) };
export const EFFECT_OUT = { rOut: typical(100, 1000), maxDbu: decibels(8) };

/** A pedal: IN, one block, OUT. */
export function pedalParts(
  block: BlockInput,
  args: {
    in: ModeFigures;
    out: ModeFigures;
    converts?: boolean;
    milliamps: number;
    controls?: readonly ControlInput[];
    tripMs?: Figure;
  },
): KindParts {
  const convert = args.converts ? { converts: true } : {};
  return {
    jacks: [
      input('in', 'IN', args.in, { panel: 'side', ...convert }),
      output('out', 'OUT', args.out, { panel: 'side', ...convert }),
      dcIn(),
    ],
    blocks: [block],
    wires: chain(new Set(['in', 'out']), 'in', block.id, 'out'),
    controls: [...(args.controls ?? [])],
    power: lowVoltage(args.milliamps),
    tripMs: args.tripMs,
  };
}
