// Words and numbers that the document, its edits and its readers share; no schema is needed to know them.

/** What the first field of a rig file says. */
export const FORMAT = 'hum-map/rig';
/** The version that is written; older ones are migrated as they are read. */
export const VERSION = 2;

/** Keys that reach into an object's prototype; refused wherever a file uses them. */
export const FORBIDDEN_KEYS: readonly string[] = ['__proto__', 'constructor', 'prototype'];

/** What is refused beyond: characters, pieces, metres, bytes, levels of nesting. */
export const LIMITS = {
  idLength: 60,
  nameLength: 200,
  notesLength: 20_000,
  tagLength: 7,
  boxes: 2_000,
  leads: 10_000,
  lengthM: 200,
  fileBytes: 20 * 1024 * 1024,
  shelfBytes: 200 * 1024 * 1024,
  depth: 64,
} as const;

export const CARRIES = [
  'instrument',
  'line',
  'mic',
  'speaker',
  'phones',
  'digital',
  'switch',
  'expression',
  'cv',
  'midi',
  'usb',
  'dc',
  'mains',
  'radio',
  'air',
] as const;

/** Names of connectors. On a panel `xlr-f` is the socket with holes; on a lead `xlr-m` is the plug with pins. */
export const CONNECTORS = [
  'ts-635',
  'trs-635',
  'xlr-f',
  'xlr-m',
  'combo',
  'rca',
  'ts-35',
  'trs-35',
  'speaker-twist',
  'din-5',
  'din-7',
  'din-8',
  'barrel-21',
  'usb-a',
  'usb-b',
  'usb-c',
  'bnc',
  'optical',
  'network',
  'mains',
  'none',
] as const;

export const EFFECT_CATEGORIES = [
  'fuzz',
  'booster',
  'overdrive',
  'distortion',
  'wah',
  'filter',
  'compressor',
  'pitch',
  'eq',
  'volume',
  'gate',
  'tuner',
  'chorus',
  'phaser',
  'flanger',
  'tremolo',
  'delay',
  'reverb',
  'looper',
] as const;

export const PORTS = ['in', 'in2', 'key', 'out', 'out2', 'send', 'return'] as const;

/** Kinds of lead; `radio` and `air` are links without one. */
export const LEAD_KINDS = [
  'instrument',
  'patch',
  'speaker',
  'balanced',
  'stereo',
  'midi',
  'switch',
  'expression',
  'digital',
  'usb',
  'dc',
  'mains',
  'radio',
  'air',
] as const;

export const DEFAULT_STOCK_M = [0.15, 0.3, 0.6, 1, 3, 4.5, 6, 9, 12, 15];

/** How bad a finding is, the worst first. */
export const SEVERITIES = ['danger', 'fault', 'caution', 'note'] as const;
