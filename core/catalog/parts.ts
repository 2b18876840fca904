// Short words for writing a kind: figures with their plausible range, jacks, blocks, wires.
import type { Block, Box, Control, EffectCategory, Figure, Jack, JackMode, Wire } from '../rig';

type Raw<T> = { -readonly [K in keyof T]?: unknown };

/** A typical figure; with a range its geometric mean is assumed. */
export const typical = (low: number, high: number = low): Figure => ({
  value: Number(Math.sqrt(low * high).toPrecision(3)),
  source: 'assumed',
  ...(low === high ? {} : { low, high }),
});

/** A typical figure in decibels; with a range its middle is assumed. */
export const decibels = (low: number, high: number = low): Figure => ({
  value: Number(((low + high) / 2).toFixed(1)),
  source: 'assumed',
  ...(low === high ? {} : { low, high }),
});

type ModeFigures = Partial<Pick<JackMode, 'rIn' | 'cIn' | 'rOut' | 'nominalDbu' | 'maxDbu'>>;

const jack = (id: string, label: string, rest: Raw<Jack>): Raw<Jack> => ({ id, label, ...rest });

const oneMode = (figures: ModeFigures): Raw<Jack> => ({
  modes: [{ id: 'as-built', name: 'as built', ...figures }],
  mode: 'as-built',
});

/** A mono instrument or line input. */
export const input = (id: string, label: string, figures: ModeFigures, more: Raw<Jack> = {}) =>
  jack(id, label, {
    direction: 'in',
    carries: 'instrument',
    connector: 'ts-635',
    ...oneMode(figures),
    ...more,
  });

export const output = (id: string, label: string, figures: ModeFigures, more: Raw<Jack> = {}) =>
  jack(id, label, {
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
): Raw<Jack> => ({
  modes: [
    { id: 'instrument', name: 'instrument', ...instrument },
    { id: 'line', name: 'line', ...line },
  ],
  mode,
});

export const speakerOut = (id: string, ohm: number, more: object): Raw<Jack> =>
  jack(id, `SPK ${ohm} Ω`, {
    direction: 'out',
    carries: 'speaker',
    connector: 'ts-635',
    ground: 'transformer',
    speaker: { ohm: typical(ohm), ...more },
  });

/** Other than audio: what the layers Control and Power draw. */
export const dcIn = (milliamps: number): Raw<Jack> =>
  jack('dc', '9 V DC', { direction: 'in', carries: 'dc', connector: 'barrel-21', notes: `${milliamps} mA` });

export const mainsIn = (): Raw<Jack> =>
  jack('mains', 'MAINS', { direction: 'in', carries: 'mains', connector: 'mains', ground: 'chassis' });

export const on = { id: 'on', name: 'on' };
export const off = { id: 'off', name: 'off' };

/** Something with a bypass switch. */
export const effect = (
  id: string,
  name: string,
  category: EffectCategory,
  figures: object,
  more: Raw<Block> = {},
): Raw<Block> => ({
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
  sets: Control['sets'],
  position: number | null = null,
): Raw<Control> => ({
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

export type KindParts = {
  readonly jacks: readonly Raw<Jack>[];
  readonly blocks: readonly Raw<Block>[];
  readonly wires: readonly Wire[];
  readonly controls?: readonly Raw<Control>[];
  readonly power?: Raw<Box['power']>;
  readonly tripMs?: Figure;
  readonly dropM?: number;
  readonly slots?: { readonly blocks: number };
  readonly midi?: { readonly channel: number; readonly countsFrom: number };
  readonly hidden?: readonly { readonly id: string; readonly label: string; readonly value: string }[];
};

export const lowVoltage = (milliamps: number): Raw<Box['power']> => ({
  class: 'low',
  dcVolts: { low: 9, high: 9.6 },
  dcMilliamps: typical(milliamps),
  dcKind: 'dc',
  dcPolarity: 'centre-negative',
});

export const mains = (va: number): Raw<Box['power']> => ({
  class: 'I',
  va: typical(va),
  volts: [230],
  hertz: [50, 60],
});

/** A pedal: IN, one block, OUT. */
export function pedalParts(
  block: Raw<Block>,
  args: {
    in: ModeFigures;
    out: ModeFigures;
    converts?: boolean;
    milliamps: number;
    controls?: readonly Raw<Control>[];
    tripMs?: Figure;
  },
): KindParts {
  const convert = args.converts ? { converts: true } : {};
  return {
    jacks: [
      input('in', 'IN', args.in, { panel: 'side', ...convert }),
      output('out', 'OUT', args.out, { panel: 'side', ...convert }),
      dcIn(args.milliamps),
    ],
    blocks: [block],
    wires: chain(new Set(['in', 'out']), 'in', String(block.id), 'out'),
    controls: args.controls ?? [],
    power: lowVoltage(args.milliamps),
    tripMs: args.tripMs,
  };
}
