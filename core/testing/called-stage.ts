// A stage where one press calls a delay by number and, over its THRU, a relay box that switches a head.
import type { EditCall } from '../edits';
import type { Rig } from '../model';
import { build, edited } from './build';
import { call, slot, stand, withSounds } from './feet';

export const takes = (box: string, value: number, low = value, high = value): EditCall => ({
  edit: 'setFigure',
  arguments: { box, at: { on: 'box', field: 'changeMs' }, figure: { value, low, high, source: 'manual' } },
});
const shows = (sound: string, box: string, shown: string): EditCall => ({
  edit: 'setProgram',
  arguments: { sound, box, shown },
});
export const midi = (box: string, facts: object): EditCall => ({
  edit: 'setMidi',
  arguments: { box, midi: { countsFrom: 0, programs: 128, bankBytes: 'none', ...facts } },
});

/** A footswitch calls a delay by number and, over its THRU, a relay box that switches a head; nobody timed anything. */
export const calledStage = (...edits: EditCall[]): Rig => {
  const base = withSounds(
    build(
      'guitar, midi footswitch, midi delay, relay footswitch, valve head, cab 16',
      'guitar/out > midi-delay/in-l',
      'midi-delay/out-l > valve-head/input',
      'valve-head/spk-16 = cabinet/in',
      'midi-delay/midi-in : midi-footswitch/midi-out',
      'midi-delay/midi-thru : relay-footswitch/midi-in',
      'relay-footswitch/relay-1 / valve-head/foot',
    ),
    'Clean',
    'Lead',
  );
  const rig = edited(
    stand(base, 's1', { 'valve-head/preamp': 'lead' }),
    midi('midi-delay', { channel: 1 }),
    midi('relay-footswitch', { channel: 2 }),
    shows('s0', 'midi-delay', '7'),
    shows('s1', 'midi-delay', '9'),
    shows('s0', 'relay-footswitch', '0'),
    shows('s1', 'relay-footswitch', '1'),
    takes('midi-delay', 0),
    takes('relay-footswitch', 0),
    takes('valve-head', 0),
    ...edits,
  );
  return {
    ...rig,
    switchPlan: [
      slot('midi-footswitch', 'switch-1', call('s0')),
      slot('midi-footswitch', 'switch-2', call('s1')),
    ],
  };
};
