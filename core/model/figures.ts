import type { Draft } from 'immer';
import { clone } from './clone';
import type { Block, Box, Figure, Jack, JackMode } from './types';

/** Where a figure stands in a box. */
export type FigurePath =
  | { readonly on: 'mode'; readonly jack: string; readonly mode: string; readonly field: ModeField }
  | { readonly on: 'speaker'; readonly jack: string; readonly field: SpeakerField }
  | { readonly on: 'state'; readonly block: string; readonly state: string; readonly field: StateField }
  | { readonly on: 'pickup'; readonly block: string; readonly pickup: string; readonly field: PickupField }
  | { readonly on: 'power'; readonly field: PowerField }
  | { readonly on: 'dcOutlet'; readonly jack: string; readonly field: DcOutletField }
  | { readonly on: 'mainsOutlet'; readonly jack: string; readonly field: MainsOutletField }
  | { readonly on: 'contact'; readonly jack: string; readonly field: 'switchVolts' }
  | { readonly on: 'box'; readonly field: 'tripMs' | 'changeMs' };

const MODE = {
  rIn: 'Ω',
  cIn: 'F',
  rOut: 'Ω',
  nominalDbu: 'dBu',
  maxDbu: 'dBu',
  gainDb: 'dB',
  ohm: 'Ω',
  watts: 'W',
} as const;
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
  loadOhm: 'Ω',
} as const;
const PICKUP = {
  rOhm: 'Ω',
  lHenry: 'H',
  cFarad: 'F',
  eddyOhm: 'Ω',
  averageDbu: 'dBu',
  peakDbu: 'dBu',
  humMvPerUt: 'mV/µT',
} as const;
const POWER = { va: 'VA', dcMilliamps: 'mA', dcTotalMilliamps: 'mA', leakageUa: 'µA' } as const;
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
  loadOhm: 'impedance as a load',
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
  eddyOhm: 'losses in metal, across the coil',
  averageDbu: 'average level',
  peakDbu: 'peak level',
  humMvPerUt: 'hum pick-up at 50 Hz',
  va: 'mains power',
  dcMilliamps: 'supply current',
  dcTotalMilliamps: 'current of all outlets',
  leakageUa: 'leakage to earth',
  volts: 'voltage',
  milliamps: 'current',
  amps: 'current',
  switchVolts: 'volts on its contact',
  tripMs: 'converter trip',
  changeMs: 'time to change over',
};

/** Which figures of a jack's switch position tell anything: an input has no output impedance. */
const ONE_WAY: Partial<Record<ModeField, Jack['direction']>> = { rIn: 'in', cIn: 'in', rOut: 'out' };

/** Which figures each part has. */
const FIELDS: Readonly<Record<FigurePath['on'], object>> = {
  mode: MODE,
  speaker: SPEAKER,
  state: STATE,
  pickup: PICKUP,
  power: POWER,
  dcOutlet: DC_OUTLET,
  mainsOutlet: MAINS_OUTLET,
  contact: { switchVolts: 'V' },
  box: { tripMs: 'ms', changeMs: 'ms' },
};

/** A place where a figure may stand, and the one that does. */
export type FigurePlace = {
  readonly at: FigurePath;
  readonly figure: Figure | undefined;
  /** What part it belongs to: a jack with its mode, a block with its state. */
  readonly of: string;
  readonly what: string;
  readonly unit: string;
};

export type FigureEntry = FigurePlace & { readonly figure: Figure };

const belongsToMode = ({ direction, speaker }: Jack, field: ModeField): boolean => {
  if (field === 'ohm' || field === 'watts') return speaker !== undefined && direction === 'in';
  if (speaker) return false;
  const only = ONE_WAY[field];
  return only === undefined || direction === only || direction === 'both' || direction === 'through';
};

const keysOf = <T extends object>(table: T): (keyof T)[] => Object.keys(table) as (keyof T)[];

/** Line level with room for its peaks: +4 dBu and 14 dB. */
const TAKES_LINE_DBU = 18;

/** Whether an input takes line level, whatever it was made for: a passive DI does, a pedal does not. */
export const takesLine = (mode: JackMode | undefined): boolean =>
  mode?.maxDbu !== undefined && (mode.maxDbu.low ?? mode.maxDbu.value) >= TAKES_LINE_DBU;

/** What has figures: a box, or a model of one. */
export type WithFigures = Pick<Box, 'jacks' | 'blocks' | 'power' | 'tripMs' | 'changeMs'>;

/** Figures that belong to a state of a block, known or not; its impedances are rare, and shown where they are known. */
const OF_BLOCK: Partial<Record<Block['role'], readonly StateField[]>> = {
  source: [],
  speaker: [],
  loop: ['gainSmallDb'],
  mute: [],
};
const OF_ANY: readonly StateField[] = [
  'gainSmallDb',
  'ceilingDbu',
  'levelAfterDb',
  'noiseInDbu',
  'noiseOutDbu',
  'latencyMs',
];

/** Every place of a box where a figure belongs, jacks first, in the order of the box; unknown ones too. */
export function figurePlaces(box: WithFigures): readonly FigurePlace[] {
  const found: FigurePlace[] = [];
  const add = (at: FigurePath, figure: Figure | undefined, of: string, unit: string, belongs = true) => {
    if (figure || belongs) found.push({ at, figure, of, what: WORDS[at.field], unit });
  };
  for (const jack of box.jacks) {
    for (const mode of jack.modes)
      for (const field of keysOf(MODE))
        add(
          { on: 'mode', jack: jack.id, mode: mode.id, field },
          mode[field],
          jack.modes.length > 1 ? `${jack.label}, ${mode.name}` : jack.label,
          MODE[field],
          belongsToMode(jack, field),
        );
    for (const field of keysOf(SPEAKER))
      add(
        { on: 'speaker', jack: jack.id, field },
        jack.speaker?.[field],
        jack.label,
        SPEAKER[field],
        jack.speaker !== undefined && (field !== 'minOhm' || jack.direction !== 'in'),
      );
    for (const field of keysOf(DC_OUTLET))
      add(
        { on: 'dcOutlet', jack: jack.id, field },
        jack.dcOutlet?.[field],
        jack.label,
        DC_OUTLET[field],
        jack.dcOutlet !== undefined,
      );
    for (const field of keysOf(MAINS_OUTLET))
      add(
        { on: 'mainsOutlet', jack: jack.id, field },
        jack.mainsOutlet?.[field],
        jack.label,
        MAINS_OUTLET[field],
        jack.mainsOutlet !== undefined,
      );
    add(
      { on: 'contact', jack: jack.id, field: 'switchVolts' },
      jack.switchVolts,
      jack.label,
      'V',
      jack.carries === 'switch' && jack.direction !== 'both',
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
          // Off is a wire: what is said of it is said because it is not.
          state.id !== 'off' && (OF_BLOCK[block.role] ?? OF_ANY).includes(field),
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
  const isMains = box.power.class === 'I' || box.power.class === 'II';
  const powered = {
    va: isMains,
    dcMilliamps: box.power.class === 'low',
    dcTotalMilliamps: box.jacks.some((jack) => jack.dcOutlet),
    leakageUa: box.power.class === 'II',
  };
  for (const field of keysOf(POWER))
    add({ on: 'power', field }, box.power[field], 'Power', POWER[field], powered[field]);
  const converts = box.jacks.some((jack) => jack.converts);
  add({ on: 'box', field: 'tripMs' }, box.tripMs, 'Converters', 'ms', converts);
  const isCalled =
    box.jacks.some(({ carries }) => carries === 'midi' || carries === 'switch') ||
    box.blocks.some(({ switchedBy }) => switchedBy === 'preset');
  add({ on: 'box', field: 'changeMs' }, box.changeMs, 'Switching', 'ms', isCalled);
  return found;
}

/** Every figure that a box has, jacks first, in the order of the box. */
export const figuresOf = (box: WithFigures): readonly FigureEntry[] =>
  figurePlaces(box).filter((place): place is FigureEntry => place.figure !== undefined);

/** One name for a figure's place, for keys and messages. */
export const figureKey = (at: FigurePath): string => Object.values(at).join('/');

type Holder = Partial<Record<FigurePath['field'], Draft<Figure>>>;

/** What the figure is a field of. Throws if the box has no such part. */
function holderOf(box: Draft<WithFigures> & { readonly name: string }, at: FigurePath): Holder {
  const find = <T extends { id: string }>(list: T[], id: string): T => {
    const item = list.find((candidate) => candidate.id === id);
    if (!item) throw new Error(`${box.name} has no part "${id}"`);
    return item;
  };
  if (at.on === 'mode') return find(find(box.jacks, at.jack).modes, at.mode);
  if (at.on === 'state') return find(find(box.blocks, at.block).states, at.state);
  if (at.on === 'pickup') return find(find(box.blocks, at.block).pickups, at.pickup);
  if (at.on === 'power') {
    const power: Partial<Record<PowerField, Draft<Figure>>> = box.power;
    return power;
  }
  if (at.on === 'box') return box;
  const jack = find(box.jacks, at.jack);
  if (at.on === 'contact' && jack.carries === 'switch') return jack;
  const facts: Holder | undefined = at.on === 'contact' ? undefined : jack[at.on];
  if (!facts) throw new Error(`${jack.label} of ${box.name} is no such jack`);
  return facts;
}

/**
 * Puts a figure in its place of a draft; undefined takes it away. Throws if the box has no such part, or cannot be
 * without the figure.
 */
export function setFigureAt(
  box: Draft<WithFigures> & { readonly name: string },
  at: FigurePath,
  figure: Figure | undefined,
): void {
  if (!Object.hasOwn(FIELDS, at.on) || !Object.hasOwn(FIELDS[at.on], at.field))
    throw new Error(`a box has no figure "${figureKey(at)}"`);
  const holder = holderOf(box, at);
  if (figure !== undefined) holder[at.field] = clone(figure);
  else if (at.on === 'dcOutlet' && at.field === 'volts')
    throw new Error(`an outlet of ${box.name} cannot be without its volts`);
  else delete holder[at.field];
}
