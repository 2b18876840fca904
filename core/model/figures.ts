import type { Draft } from 'immer';
import { clone } from './clone';
import type { Box, Figure, JackMode } from './types';

/** Where a figure stands in a box. */
export type FigurePath =
  | { readonly on: 'mode'; readonly jack: string; readonly mode: string; readonly field: ModeField }
  | { readonly on: 'speaker'; readonly jack: string; readonly field: SpeakerField }
  | { readonly on: 'state'; readonly block: string; readonly state: string; readonly field: StateField }
  | { readonly on: 'pickup'; readonly block: string; readonly pickup: string; readonly field: PickupField }
  | { readonly on: 'power'; readonly field: PowerField }
  | { readonly on: 'dcOutlet'; readonly jack: string; readonly field: DcOutletField }
  | { readonly on: 'mainsOutlet'; readonly jack: string; readonly field: MainsOutletField }
  | { readonly on: 'box'; readonly field: 'tripMs' };

const MODE = { rIn: 'Ω', cIn: 'F', rOut: 'Ω', nominalDbu: 'dBu', maxDbu: 'dBu', gainDb: 'dB' } as const;
const SPEAKER = { ohm: 'Ω', minOhm: 'Ω', watts: 'W' } as const;
const STATE = {
  gainSmallDb: 'dB',
  ceilingDbu: 'dBu',
  levelAfterDb: 'dB',
  rIn: 'Ω',
  cIn: 'F',
  rOut: 'Ω',
  noiseInDbu: 'dBu',
  noiseOutDbu: 'dBu',
  latencyMs: 'ms',
} as const;
const PICKUP = {
  rOhm: 'Ω',
  lHenry: 'H',
  cFarad: 'F',
  averageDbu: 'dBu',
  peakDbu: 'dBu',
  humMvPerUt: 'mV/µT',
} as const;
const POWER = { va: 'VA', dcMilliamps: 'mA', dcTotalMilliamps: 'mA' } as const;
const DC_OUTLET = { volts: 'V', milliamps: 'mA' } as const;
const MAINS_OUTLET = { volts: 'V', amps: 'A' } as const;

type ModeField = keyof typeof MODE;
type SpeakerField = keyof typeof SPEAKER;
type StateField = keyof typeof STATE;
type PickupField = keyof typeof PICKUP;
type PowerField = keyof typeof POWER;
type DcOutletField = keyof typeof DC_OUTLET;
type MainsOutletField = keyof typeof MAINS_OUTLET;

const WORDS: Record<FigurePath['field'], string> = {
  rIn: 'input impedance',
  cIn: 'input capacitance',
  rOut: 'output impedance',
  nominalDbu: 'nominal level',
  maxDbu: 'maximum level',
  gainDb: 'gain of the switch',
  ohm: 'impedance',
  minOhm: 'least load',
  watts: 'power',
  gainSmallDb: 'gain',
  ceilingDbu: 'clips at',
  levelAfterDb: 'level after',
  noiseInDbu: 'input noise',
  noiseOutDbu: 'output noise',
  latencyMs: 'delay',
  rOhm: 'resistance',
  lHenry: 'inductance',
  cFarad: 'capacitance',
  averageDbu: 'average level',
  peakDbu: 'peak level',
  humMvPerUt: 'hum pick-up at 50 Hz',
  va: 'mains power',
  dcMilliamps: 'supply current',
  dcTotalMilliamps: 'current of all outlets',
  volts: 'voltage',
  milliamps: 'current',
  amps: 'current',
  tripMs: 'converter trip',
};

/** Which figures each part has. */
const FIELDS: Readonly<Record<FigurePath['on'], object>> = {
  mode: MODE,
  speaker: SPEAKER,
  state: STATE,
  pickup: PICKUP,
  power: POWER,
  dcOutlet: DC_OUTLET,
  mainsOutlet: MAINS_OUTLET,
  box: { tripMs: 'ms' },
};

export type FigureEntry = {
  readonly at: FigurePath;
  readonly figure: Figure;
  /** What part it belongs to: a jack with its mode, a block with its state. */
  readonly of: string;
  readonly what: string;
  readonly unit: string;
};

const keysOf = <T extends object>(table: T): (keyof T)[] => Object.keys(table) as (keyof T)[];

/** Line level with room for its peaks: +4 dBu and 14 dB. */
const TAKES_LINE_DBU = 18;

/** Whether an input takes line level, whatever it was made for: a passive DI does, a pedal does not. */
export const takesLine = (mode: JackMode | undefined): boolean =>
  mode?.maxDbu !== undefined && (mode.maxDbu.low ?? mode.maxDbu.value) >= TAKES_LINE_DBU;

/** Every figure of a box, jacks first, in the order of the box. */
export function figuresOf(box: Box): readonly FigureEntry[] {
  const found: FigureEntry[] = [];
  const add = (at: FigurePath, figure: Figure | undefined, of: string, unit: string) => {
    if (figure) found.push({ at, figure, of, what: WORDS[at.field], unit });
  };
  for (const jack of box.jacks) {
    for (const mode of jack.modes)
      for (const field of keysOf(MODE))
        add(
          { on: 'mode', jack: jack.id, mode: mode.id, field },
          mode[field],
          jack.modes.length > 1 ? `${jack.label}, ${mode.name}` : jack.label,
          MODE[field],
        );
    for (const field of keysOf(SPEAKER))
      add({ on: 'speaker', jack: jack.id, field }, jack.speaker?.[field], jack.label, SPEAKER[field]);
    for (const field of keysOf(DC_OUTLET))
      add({ on: 'dcOutlet', jack: jack.id, field }, jack.dcOutlet?.[field], jack.label, DC_OUTLET[field]);
    for (const field of keysOf(MAINS_OUTLET))
      add(
        { on: 'mainsOutlet', jack: jack.id, field },
        jack.mainsOutlet?.[field],
        jack.label,
        MAINS_OUTLET[field],
      );
  }
  for (const block of box.blocks) {
    for (const state of block.states)
      for (const field of keysOf(STATE))
        add(
          { on: 'state', block: block.id, state: state.id, field },
          state[field],
          block.states.length > 1 ? `${block.name}, ${state.name}` : block.name,
          STATE[field],
        );
    for (const pickup of block.pickups)
      for (const field of keysOf(PICKUP))
        add(
          { on: 'pickup', block: block.id, pickup: pickup.id, field },
          pickup[field],
          pickup.name,
          PICKUP[field],
        );
  }
  for (const field of keysOf(POWER)) add({ on: 'power', field }, box.power[field], 'Power', POWER[field]);
  add({ on: 'box', field: 'tripMs' }, box.tripMs, 'Converters', 'ms');
  return found;
}

/** One name for a figure's place, for keys and messages. */
export const figureKey = (at: FigurePath): string => Object.values(at).join('/');

/** Puts a figure in its place of a draft. Throws if the box has no such part. */
export function setFigureAt(box: Draft<Box>, at: FigurePath, figure: Figure): void {
  const find = <T extends { id: string }>(list: T[], id: string): T => {
    const item = list.find((candidate) => candidate.id === id);
    if (!item) throw new Error(`${box.name} has no part "${id}"`);
    return item;
  };
  if (!Object.hasOwn(FIELDS, at.on) || !Object.hasOwn(FIELDS[at.on], at.field))
    throw new Error(`a box has no figure "${figureKey(at)}"`);
  const value = clone(figure) as Draft<Figure>;
  if (at.on === 'mode') find(find(box.jacks, at.jack).modes, at.mode)[at.field] = value;
  else if (at.on === 'state') find(find(box.blocks, at.block).states, at.state)[at.field] = value;
  else if (at.on === 'pickup') find(find(box.blocks, at.block).pickups, at.pickup)[at.field] = value;
  else if (at.on === 'power') box.power[at.field] = value;
  else if (at.on === 'box') box.tripMs = value;
  else {
    const jack = find(box.jacks, at.jack);
    const facts: Partial<Record<FigurePath['field'], Draft<Figure>>> | undefined = jack[at.on];
    if (!facts) throw new Error(`${jack.label} of ${box.name} is no such jack`);
    facts[at.field] = value;
  }
}
