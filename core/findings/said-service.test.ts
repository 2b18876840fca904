// What the lines of clocks, pedals of expression and switching say otherwise by what was found.
import { describe, expect, test } from '@jest/globals';
import type { EditCall } from '../edits';
import type { Box } from '../model';
import { build, edited } from '../testing/build';
import { call, slot, stand, withSounds } from '../testing/feet';
import { changed } from '../testing/grounds';
import { curings, sayings, sound, spoilt, type Curing, type Saying } from '../testing/sayings';
import { judge } from './index';

const clock = (box: string, given: Box['clock']): EditCall => ({
  edit: 'setClock',
  arguments: { box, clock: given ?? null },
});
const linked = (...clocks: EditCall[]) => edited(sound('DIG-CLOCK'), ...clocks);
const bothWait = () => linked(clock('rack-unit', { source: 'input', rateHz: 48_000 }));
const unlike = () => linked(clock('second', { source: 'input', rateHz: 44_100 }));
const bothLead = () => spoilt('DIG-CLOCK');
const byPatch = () => linked({ edit: 'setLeadKind', arguments: { id: 'lead-9', kind: 'instrument' } });

const CLOCKS: readonly Saying[] = [
  ['two clocks', 'DIG-CLOCK', bothLead, 'each lead by a clock of their own over lead 9', 'wait for'],
  [
    'none',
    'DIG-CLOCK',
    bothWait,
    'Rack unit and Second rack each wait for the other’s clock over lead 9. One of them must lead',
    'clock of their own',
  ],
  [
    'unlike rates',
    'DIG-CLOCK',
    unlike,
    'Rack unit runs at 48 kHz and Second rack at 44.1 kHz. Both ends of a digital link run at one rate',
    'clock of their own',
  ],
  [
    'a lead of another impedance',
    'DIG-CLOCK',
    byPatch,
    'Lead 9 between Rack unit and Second rack is none for a digital link.',
    'clock',
  ],
];
const CLOCK_CURES: readonly Curing[] = [
  ['two clocks', 'DIG-CLOCK', bothLead, 'Set Second rack to follow the clock of Rack unit'],
  ['none', 'DIG-CLOCK', bothWait, 'Set Rack unit to its own clock'],
  ['unlike rates', 'DIG-CLOCK', unlike, 'Set Second rack to 48 kHz'],
  ['a lead of another impedance', 'DIG-CLOCK', byPatch, 'Make lead 9 a digital lead'],
];

const calibrated = (given: Box['calibrated']): EditCall => ({
  edit: 'setCalibrated',
  arguments: { box: 'expression-pedal', calibrated: given ?? null },
});
const wiperWanted = (wiper: 'tip' | 'ring'): EditCall => ({
  edit: 'setWiper',
  arguments: { box: 'midi-delay', jack: 'exp', wiper },
});

/** A switcher with sounds two loops apart, each called by the same switch of a bank of its own. */
const farApart = (...names: string[]) => {
  const both = { 'four-loop-switcher/loop-1': 'on', 'four-loop-switcher/loop-2': 'on' };
  const apart = names.reduce(
    (now, _, i) => (i % 2 === 0 ? now : stand(now, `s${i}`, both)),
    withSounds(build('four-loop switcher'), ...names),
  );
  return {
    ...apart,
    switchPlan: names.map((_, i) => slot('four-loop-switcher', 'switch-1', call(`s${i}`), i)),
  };
};

/** What a delay shows in a sound, and that it hears no bank bytes. */
const dialled = (shown: string): EditCall[] => [
  {
    edit: 'setMidi',
    arguments: { box: 'midi-delay', midi: { countsFrom: 0, programs: 128, bankBytes: 'none' } },
  },
  { edit: 'setDialled', arguments: { sound: 'sound-1', box: 'midi-delay', dialled: shown } },
];

const FEET: readonly Saying[] = [
  [
    'a pedal that nobody has calibrated',
    'EXP-WIRING',
    () => edited(sound('EXP-WIRING'), calibrated(undefined)),
    'Expression pedal is not calibrated at EXP of MIDI delay. Heel down, toe down, both noted',
    'it was at another input',
  ],
  [
    'one that was calibrated elsewhere',
    'EXP-WIRING',
    () =>
      edited(
        sound('EXP-WIRING'),
        calibrated({ at: 'midi-delay/other', heel: 0, toe: 127, date: '2026-03-01' }),
      ),
    'Expression pedal is not calibrated at EXP of MIDI delay: it was at another input.',
    'three wires',
  ],
  [
    'a mono plug',
    'EXP-WIRING',
    () => spoilt('EXP-WIRING'),
    'needs three wires to EXP of MIDI delay. Without its third wire the pedal jumps',
    'wiper',
  ],
  [
    'a wiper on the other pole',
    'EXP-WIRING',
    () => edited(sound('EXP-WIRING'), wiperWanted('ring')),
    'Expression pedal has its wiper on the tip, EXP of MIDI delay wants it on the ring. It sweeps over a small part',
    'calibrated',
  ],
  [
    'a sound that was never stored',
    'CTRL-UNSTORED',
    () =>
      edited(sound('CTRL-UNSTORED'), {
        edit: 'setStored',
        arguments: { box: 'four-loop-switcher', sound: 'sound-1', stored: null },
      }),
    'One not stored in Four-loop switcher. A sound that is in the plan alone is not under the foot.',
    'changed since',
  ],
  [
    'one that was changed since',
    'CTRL-UNSTORED',
    () => spoilt('CTRL-UNSTORED'),
    'One changed since stored in Four-loop switcher.',
    'not stored',
  ],
  [
    'a knob inside that stands otherwise',
    'GEAR-HIDDEN',
    () =>
      edited(build('guitar, fuzz, combo', 'guitar/out > fuzz/in', 'fuzz/out > combo/input'), {
        edit: 'setHidden',
        arguments: {
          box: 'fuzz',
          hidden: [
            {
              id: 'bias',
              label: 'BIAS',
              value: '4.5 V',
              note: '',
              assumed: [{ sound: 'sound-1', value: '5 V' }],
            },
          ],
        },
      }),
    'BIAS of Fuzz stands at 4.5 V; Sound 1 was set up with 5 V. The sound is not what it was when it was set up',
    'Nobody has noted',
  ],
  [
    'an idle pedal that stands on the line',
    'GEAR-UNUSED',
    () => spoilt('GEAR-UNUSED'),
    'Chorus is on in no sound. It stands in the path as a buffer only.',
    'two contacts',
  ],
  [
    'an idle pedal that is bridged',
    'GEAR-UNUSED',
    () =>
      changed(spoilt('GEAR-UNUSED'), 'chorus', (box) => ({
        ...box,
        blocks: box.blocks.map((block) => ({ ...block, bypassKind: 'true' as const })),
      })),
    'Chorus is on in no sound. Out of the path: one lead and two contacts less, one box less to fail.',
    'as a buffer only',
  ],
  [
    'few changes of more presses than wished',
    'CTRL-PRESSES',
    () => farApart('One', 'Two', 'Three'),
    'From One to Two and Two to Three it takes more than 1 press',
    'changes of the set',
  ],
  [
    'many of them',
    'CTRL-PRESSES',
    () => farApart('One', 'Two', 'Three', 'Four', 'Five', 'Six'),
    'changes of the set take more than 1 press.',
    'it takes',
  ],
  [
    'bank bytes for a box that hears none',
    'CTRL-CC',
    () =>
      edited(
        build('midi footswitch, midi delay', 'midi-footswitch/midi-out : midi-delay/midi-in'),
        ...dialled('1/12'),
      ),
    'Bank bytes are dialled for MIDI delay (1/12), which hears none. Harmless perhaps',
    'Control change',
  ],
];

describe('each wording of clocks', () => {
  sayings(CLOCKS);
});
describe('each way to put a clock right', () => {
  curings(CLOCK_CURES);
});
test.each([
  ['the sender leads', () => sound('DIG-CLOCK')],
  [
    'the receiver leads',
    () =>
      linked(
        clock('rack-unit', { source: 'input', rateHz: 48_000 }),
        clock('second', { source: 'own', rateHz: 48_000 }),
      ),
  ],
])('of two clocks on a link one leads and nothing is said: %s', (_, make) => {
  expect(judge(make(), null).filter(({ code }) => code === 'DIG-CLOCK')).toEqual([]);
});

test.each([
  ['nobody sends and no sound needs', {}, []],
  ['some sound needs', { 'midi-delay/delay': 'off' }, ['CTRL-CC']],
])('a number with a meaning of its own that %s', (_, states, told) => {
  const wired = build('midi footswitch, midi delay', 'midi-footswitch/midi-out : midi-delay/midi-in');
  const rig = changed(stand(withSounds(wired, 'One', 'Two'), 's1', states), 'midi-delay', (box) => ({
    ...box,
    blocks: box.blocks.map((block) => ({ ...block, switchedBy: 'hand' as const })),
  }));
  const heard = edited(rig, {
    edit: 'setMidi',
    arguments: {
      box: 'midi-delay',
      midi: { channel: 1, ccs: [{ id: 'delay', cc: 6, does: 'switch', block: 'delay' }] },
    },
  });
  expect(
    judge(heard, null)
      .map(({ code }) => code)
      .filter((code) => code === 'CTRL-CC'),
  ).toEqual(told);
});

describe('each wording of what is under foot', () => {
  sayings(FEET);
});
