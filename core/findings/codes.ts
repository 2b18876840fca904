// The codes of what is judged, apart from the rules: a page that only says what is not judged needs none of them.

/** Every code there is a rule for, in the order in which findings of one weight are told. */
export const CODES = [
  'SAFE-NOLOAD',
  'SAFE-SPKOUT',
  'SAFE-IMPED',
  'SAFE-TWOTAPS',
  'SAFE-RATING',
  'SAFE-OPENPOWER',
  'SAFE-FEEDBACK',
  'WIRE-JOINED',
  'WIRE-DIRECTION',
  'WIRE-RING',
  'WIRE-PLUG',
  'SAFE-SPKLEAD',
  'WIRE-LENGTH',
  'SPK-PHONES',
  'LEVEL-MODE',
  'WIRE-HALFLOOP',
  'WIRE-LOOPOFF',
  'WIRE-GRID',
  'WIRE-LOOSE',
  'WIRE-SILENT',
  'WIRE-SHUT',
  'MODEL-DOUBLE',
  'MODEL-TWOPRE',
  'MODEL-TWOCAB',
  'MODEL-NOPRE',
  'MODEL-BOTHSPK',
  'MODEL-MISSING',
  'ORDER-PICKUP',
  'ORDER-TIME',
  'GEAR-UNUSED',
  'KNOB-DEAD',
] as const;

export type Code = (typeof CODES)[number];
