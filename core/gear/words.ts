// What the choices of a part are called on the panel.
import { connectorName } from '../cables';
import {
  CONNECTORS,
  EFFECT_CATEGORIES,
  type Block,
  type BlockRole,
  type BlockState,
  type Box,
  type Carries,
  type Control,
  type EffectCategory,
  type FootSwitch,
  type Jack,
  type JackMode,
  type SpeakerFacts,
} from '../model';

type Option<T extends string> = { readonly value: T; readonly label: string };

/** Every value of a type with its words: the compiler asks for those that are missing. */
const options = <T extends string>(words: Readonly<Record<T, string>>): readonly Option<T>[] =>
  (Object.entries(words) as [T, string][]).map(([value, label]) => ({ value, label }));

const same = <T extends string>(...values: readonly T[]) =>
  Object.fromEntries(values.map((value): [string, string] => [value, value])) as Record<T, string>;

export const PANEL = options<Jack['panel']>(same('rear', 'front', 'top', 'side'));
export const OF_TWO = options<NonNullable<Jack['side']>>({ left: 'the left', right: 'the right' });
export const DIRECTION = options<Jack['direction']>({
  in: 'in',
  out: 'out',
  through: 'through',
  both: 'in and out',
});
export const CARRYING = options<Carries>({
  ...same('instrument', 'line', 'mic', 'speaker', 'digital', 'switch', 'expression', 'radio', 'air', 'mains'),
  phones: 'headphones',
  cv: 'control voltage',
  midi: 'MIDI',
  usb: 'USB',
  dc: 'DC',
});
export const CONNECTOR: readonly Option<string>[] = CONNECTORS.map((value) => ({
  value,
  label: connectorName(value),
}));
export const BALANCE = options<Jack['balance']>({
  unbalanced: 'unbalanced',
  driven: 'balanced, both legs driven',
  impedance: 'balanced by impedance',
  'cross-coupled': 'balanced, cross-coupled',
  transformer: 'balanced by transformer',
});
export const GROUND = options<Jack['ground']>({
  audio: 'audio ground',
  chassis: 'chassis',
  transformer: 'behind a transformer',
  lifted: 'lifted',
  none: 'none',
});
export const IS_LOAD = options<SpeakerFacts['isLoad']>({
  never: 'no load',
  always: 'a load',
  'with-cabinet': 'a load with a cabinet plugged on',
  'by-switch': 'a load by its switch',
});
export const BRIDGED = options<SpeakerFacts['bridged']>({
  no: 'not bridged',
  yes: 'bridged: both poles are hot',
  unknown: 'not known',
});
export const PHANTOM = options<NonNullable<Jack['wantsPhantom']>>({
  wanted: 'wanted',
  harmless: 'harmless',
  never: 'never allowed',
});
export const SWITCHING = options<NonNullable<SpeakerFacts['switching']>>({
  'makes-first': 'the next load is there before the last is gone',
  'breaks-first': 'breaks before it makes',
  unknown: 'not known',
});
export const STAGE = options<NonNullable<SpeakerFacts['stage']>>({
  valve: 'valve',
  solid: 'solid state',
  'solid-transformer': 'solid state with a transformer',
  'class-d': 'class D',
});
export const ROLE = options<BlockRole>({
  effect: 'effect',
  preamp: 'preamp, a real one',
  power: 'power stage',
  loop: 'loop',
  ampModel: 'amplifier model',
  cabModel: 'cabinet model',
  source: 'pickups',
  speaker: 'loudspeaker',
  monitor: 'monitor',
  mic: 'microphone',
  mix: 'desk channel',
  buffer: 'buffer',
  split: 'split',
  merge: 'merge',
  mute: 'mute',
});
export const CATEGORY = options<EffectCategory>(same(...EFFECT_CATEGORIES));
export const BYPASS = options<Block['bypassKind']>({
  none: 'no bypass',
  true: 'true bypass',
  buffered: 'buffered bypass',
  hung: 'input stays on the line',
  relay: 'relay',
});
export const SWITCHED = options<Block['switchedBy']>({ hand: 'by hand', preset: 'by the preset' });
export const SWITCH_DOES = options<FootSwitch['does']>({
  free: 'what a rig says',
  steps: 'the next state of',
  contact: 'opens or closes a contact',
  'bank-up': 'the next bank',
  'bank-down': 'the bank before',
  tap: 'the time, tapped',
});
export const PASSES = options<NonNullable<Jack['passes']>>({
  own: 'what the box says itself',
  through: 'what comes in',
  both: 'both',
});

export const TRS_TYPE = options<NonNullable<Jack['trsType']>>({
  A: 'A, pin 5 on the tip',
  B: 'B, pin 5 on the ring',
});

export const CONTACT = options<NonNullable<Jack['tip']>>({
  latching: 'latching',
  momentary: 'momentary',
  either: 'either',
});
export const ACTION = options<FootSwitch['action']>({ momentary: 'momentary', latching: 'latching' });
export const POLE = options<NonNullable<FootSwitch['pole']>>({ tip: 'tip', ring: 'ring' });
export const CHANNELS: readonly Option<string>[] = [
  { value: '1', label: 'mono' },
  { value: '2', label: 'stereo' },
];
export const SETS = options<Control['sets']>({
  level: 'level',
  drive: 'drive',
  tone: 'tone',
  mix: 'mix',
  other: 'something else',
});
export const LAW = options<Control['law']['type']>({
  unknown: 'not known',
  db: 'decibels',
  pot: 'a pot',
  positions: 'positions',
});
export const TAPER = options<Extract<Control['law'], { type: 'pot' }>['taper']>({
  linear: 'linear',
  audio: 'audio',
  reverse: 'reverse audio',
  'no-load': 'no-load',
});
export const INSTRUMENT = options<NonNullable<Block['instrument']>>({
  guitar: 'a guitar',
  bass: 'a bass',
  piezo: 'a piezo',
});
export const SUITS = options<NonNullable<JackMode['suits']>>({
  amplifier: 'an amplifier behind it',
  direct: 'a desk, or full range',
});
export const MODELS = options<NonNullable<BlockState['models']>>({
  preamp: 'a preamp alone',
  power: 'a power stage alone',
  amplifier: 'a whole amplifier',
});
export const TONE_AT = options<NonNullable<Block['toneAt']>>({
  pickup: 'ahead of the volume',
  wiper: 'at its wiper',
});
export const POWER_CLASS = options<Box['power']['class']>({
  none: 'none',
  low: 'low voltage from a supply',
  I: 'mains with earth (class I)',
  II: 'mains without earth (class II)',
});
export const DC_KIND = options<'dc' | 'ac'>({ dc: 'DC', ac: 'AC' });
export const POLARITY = options<'centre-negative' | 'centre-positive'>({
  'centre-negative': 'centre negative',
  'centre-positive': 'centre positive',
});
export const PLACE = options<'player' | 'floor' | 'backline' | 'desk'>({
  player: 'with the player',
  floor: 'on the floor',
  backline: 'in the backline',
  desk: 'at the desk',
});
export const PART = options<'box' | 'lead'>({ box: 'a box', lead: 'a lead with three ends or more' });
export const STANDS = options<'anywhere' | 'first'>({
  anywhere: 'anywhere in the path',
  first: 'first only',
});
export const BANK_BYTES = options<NonNullable<NonNullable<Box['midi']>['bankBytes']>>({
  none: 'no bank number',
  msb: 'CC 0',
  lsb: 'CC 32',
  '14-bit': 'CC 0 and 32 as one',
});
export const CLOCK = options<NonNullable<Box['clock']>['source']>({
  own: 'leads by its own clock',
  input: 'follows the clock that comes in',
});
export const SIDE = options<'left' | 'right'>(same('left', 'right'));
