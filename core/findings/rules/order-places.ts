// Rules about where an effect stands by the usual order.
import type { Group } from '../../order';
import { orderRule } from '../turned';

const isGain = (group: Group) => group === 'gain' || group === 'preamp';
/** What acts on a note and leaves it one: a tuner reads it all the same. */
const PLAIN: readonly Group[] = ['gate', 'wah', 'compressor', 'boost', 'clean', 'eq', 'volume', 'cab'];
/** What has a reason of its own to be ahead. */
const FIRST: readonly Group[] = ['pickup', 'tuner', 'wah', 'gate'];

/** ORDER-GATE: what rings on is cut off behind it, or, where the house says what is gated, the noise arises behind it. */
export const gate = orderRule(
  'ORDER-GATE',
  'caution',
  'gate',
  (ahead, behind) => ahead !== 'gate' || !FIRST.includes(behind),
  'A gate closes on what it hears: what is ahead of it is cut, what is behind it is not.',
);

/** ORDER-TUNER: something that colours the note is ahead of it. */
export const tuner = orderRule(
  'ORDER-TUNER',
  'note',
  'tuner',
  (ahead, behind) => behind === 'tuner' && !PLAIN.includes(ahead),
  'A tuner reads a bare note fastest.',
);

/** ORDER-PITCH: it has to track a signal that is no longer clean. */
export const pitch = orderRule(
  'ORDER-PITCH',
  'note',
  'pitch',
  (_, behind) => behind === 'pitch',
  'Gain and movement add notes that were not played: the wrong one is tracked.',
);

/** ORDER-EQ: on the other side of gain than the house has it. */
export const equaliser = orderRule(
  'ORDER-EQ',
  'note',
  'eq',
  (ahead, behind) => isGain(ahead) || isGain(behind),
  'What is lifted ahead of gain is driven harder; behind gain it is only louder.',
);

/** ORDER-VOLUME: on the other side of gain than the house has it. */
export const volume = orderRule(
  'ORDER-VOLUME',
  'note',
  'volume',
  (ahead, behind) => isGain(ahead) || isGain(behind),
  'Turned down ahead of gain the sound cleans up before it gets softer.',
);

/** ORDER-LOOPER: what it plays back goes through what is behind it. */
export const looper = orderRule(
  'ORDER-LOOPER',
  'note',
  'looper',
  (ahead, behind) => ahead === 'looper' && !FIRST.includes(behind),
  'What is played over a loop and the loop itself go through the same effects.',
);

/** ORDER-CAB: gain behind a cabinet model; a real preamp behind one is MODEL-DOUBLE. */
export const cabinetModel = orderRule(
  'ORDER-CAB',
  'note',
  'cab',
  (ahead, _, other) => ahead === 'cab' && other.block.role !== 'preamp',
  'A cabinet takes the edge off what gain has made; gain behind it puts it back.',
);
