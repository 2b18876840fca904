// What the worker's tests ask.

/** The map of layer Signal in the first sound, as a page of usual size asks for it. */
export const MAP = {
  kind: 'map',
  layer: 'signal',
  setting: { variant: null, sound: 'sound-1' },
  width: 1008,
  height: 548,
  level: 'fit',
  open: [],
  names: 'few',
  named: [],
  chosen: [],
  unit: 'metres',
  levels: 'dBu',
} as const;
