// What the worker's tests ask.
import { SOUND } from '../../../core/testing/build';

/** The map of layer Signal in the first sound, as a page of usual size asks for it. */
export const MAP = {
  kind: 'map',
  layer: 'signal',
  setting: SOUND,
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
