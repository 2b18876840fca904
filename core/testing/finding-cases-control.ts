// Rigs that show a finding about switching, one edit from rigs that do not.
import { storedBasis } from '../control';
import { inNight, makeLead } from '../model';
import { build, edited } from './build';
import { expressionLead, stand, withSounds } from './feet';
import type { Case } from './finding-cases';
import { set } from './short-edits';

/** A mono plug at the far end. */
const MONO = {
  edit: 'setPlug',
  arguments: { lead: 'lead-1', side: 'to', plug: { connector: 'ts-635', angle: 'straight', silent: false } },
} as const;

const DIALLED = (dialled: string) =>
  ({ edit: 'setDialled', arguments: { sound: 'sound-1', box: 'midi-delay', dialled } }) as const;

/** A delay that a sound calls: it shows 12 counted from 0, the footswitch counts from 1. */
const called = () =>
  edited(build('midi footswitch, midi delay', 'midi-footswitch/midi-out : midi-delay/midi-in'), {
    edit: 'setProgram',
    arguments: { sound: 'sound-1', box: 'midi-delay', shown: '12' },
  });

const HEARS = (does: 'switch' | 'toggle') =>
  ({
    edit: 'setMidi',
    arguments: {
      box: 'midi-delay',
      midi: { channel: 1, ccs: [{ id: 'delay', cc: 20, does, block: 'delay' }] },
    },
  }) as const;
const SENT = (cc: number) =>
  ({
    edit: 'setSent',
    arguments: {
      box: 'midi-footswitch',
      sent: [{ id: 'delay', to: 'midi-delay', ccs: [{ id: 'delay', hears: 'delay', cc }] }],
    },
  }) as const;

/** A delay that is on in one sound and off in another, by hand but for a control change. */
const hearing = (does: 'switch' | 'toggle') => {
  const rig = withSounds(called(), 'One', 'Two');
  const byHand = {
    ...rig,
    boxes: rig.boxes.map((box) => ({
      ...box,
      blocks: box.blocks.map((block) => ({ ...block, switchedBy: 'hand' as const })),
    })),
  };
  return edited(stand(byHand, 's1', { 'midi-delay/delay': 'off' }), HEARS(does));
};

/** A switcher in which its one sound is stored as it is; its loops hang between two states. */
const stored = () => {
  const rig = withSounds(build('four-loop switcher'), 'One', 'Two');
  const named = { ...rig, sounds: rig.sounds.map((one, i) => ({ ...one, id: `sound-${i + 1}` })) };
  const on = stand(named, 'sound-2', {
    'four-loop-switcher/loop-1': 'on',
    'four-loop-switcher/loop-2': 'on',
  });
  const box = on.boxes[0];
  return on.sounds.reduce(
    (now, sound) =>
      box
        ? edited(now, {
            edit: 'setStored',
            arguments: {
              box: box.id,
              sound: sound.id,
              stored: { date: '2026-03-01', basis: storedBasis(inNight(on, null), box, sound) },
            },
          })
        : now,
    on,
  );
};

const LIT = (light: string) => ({
  id: 'lit',
  box: 'four-loop-switcher',
  switch: 'switch-1',
  bank: 0,
  light,
  act: { type: 'sound' as const, sound: 'sound-1' },
});

/** A switch that calls a sound on an amplifier's red channel. */
const lit = (light: string) =>
  edited(
    build('four-loop switcher, valve head'),
    {
      edit: 'setStateLight',
      arguments: { box: 'valve-head', block: 'preamp', state: 'clean', light: 'red' },
    },
    { edit: 'assignSwitch', arguments: { assignment: LIT(light) } },
  );

export const CONTROL_CASES: readonly Case[] = [
  {
    code: 'SOUND-RULE',
    sound: () =>
      edited(
        build(
          'guitar, od, delay, combo',
          'guitar/out > overdrive/in',
          'overdrive/out > digital-delay/in',
          'digital-delay/out > combo/input',
        ),
        set('digital-delay', 'delay', 'on'),
        {
          edit: 'setRule',
          arguments: {
            rule: {
              id: 'dry',
              kind: 'never',
              members: [
                { box: 'overdrive', block: 'drive' },
                { box: 'digital-delay', block: 'delay' },
              ],
              words: '',
            },
          },
        },
      ),
    spoil: set('overdrive', 'drive', 'on'),
    first: 'overdrive/drive',
    severity: 'caution',
  },
  {
    code: 'CTRL-JACK',
    sound: () =>
      build(
        'latching footswitch, momentary footswitch, valve head',
        'two-button-footswitch-latching/out / valve-head/foot',
      ),
    spoil: {
      edit: 'replug',
      arguments: {
        lead: 'lead-1',
        side: 'from',
        at: [{ box: 'two-button-footswitch-momentary', jack: 'out' }],
      },
    },
    first: 'lead-1',
    severity: 'fault',
  },
  {
    code: 'CTRL-LOOKALIKE',
    sound: () => build('midi footswitch, seven-pin head'),
    spoil: {
      edit: 'plug',
      arguments: {
        lead: makeLead({
          id: 'lead-1',
          number: 1,
          kind: 'midi',
          from: [{ box: 'midi-footswitch', jack: 'midi-out' }],
          to: [{ box: 'valve-head-seven-pin-footswitch', jack: 'foot' }],
        }),
      },
    },
    first: 'lead-1',
    severity: 'fault',
  },
  {
    code: 'CTRL-RINGHELD',
    sound: () =>
      build('effects-only unit, four-channel head', 'effects-only-unit/relay-1 / four-channel-head/foot'),
    spoil: MONO,
    first: 'lead-1',
    severity: 'caution',
  },
  {
    code: 'CTRL-NOWAY',
    sound: () =>
      stand(
        withSounds(
          build('effects-only unit, valve head', 'effects-only-unit/relay-1 / valve-head/foot'),
          'Clean',
          'Lead',
        ),
        's1',
        { 'valve-head/preamp': 'lead' },
      ),
    spoil: { edit: 'unplug', arguments: { lead: 'lead-1', side: 'to' } },
    first: 'valve-head/preamp',
    severity: 'fault',
  },
  {
    code: 'CTRL-NUMBER',
    sound: () => edited(called(), DIALLED('13')),
    spoil: DIALLED('12'),
    first: 'midi-delay',
    severity: 'fault',
  },
  {
    code: 'CTRL-CHANNEL',
    sound: () =>
      edited(called(), {
        edit: 'setSent',
        arguments: {
          box: 'midi-footswitch',
          sent: [{ id: 'delay', to: 'midi-delay', channel: 1, ccs: [] }],
        },
      }),
    spoil: {
      edit: 'setSent',
      arguments: { box: 'midi-footswitch', sent: [{ id: 'delay', to: 'midi-delay', channel: 2, ccs: [] }] },
    },
    first: 'midi-delay',
    severity: 'fault',
  },
  {
    code: 'CTRL-CC',
    sound: () => edited(hearing('switch'), SENT(20)),
    spoil: SENT(21),
    first: 'midi-delay',
    severity: 'fault',
  },
  {
    code: 'CTRL-CHAIN',
    sound: called,
    spoil: { edit: 'unplug', arguments: { lead: 'lead-1', side: 'to' } },
    first: 'midi-delay',
    severity: 'fault',
  },
  {
    code: 'EXP-WIRING',
    sound: () =>
      edited(
        build('expression pedal, midi delay'),
        expressionLead('midi-delay/exp'),
        {
          edit: 'setMoves',
          arguments: {
            sound: 'sound-1',
            pedal: 'expression-pedal',
            moves: { box: 'midi-delay', control: 'mix' },
          },
        },
        {
          edit: 'setCalibrated',
          arguments: {
            box: 'expression-pedal',
            calibrated: { at: 'midi-delay/exp', heel: 0, toe: 127, date: '2026-03-01' },
          },
        },
      ),
    spoil: MONO,
    first: 'lead-1',
    severity: 'caution',
  },
  {
    code: 'CTRL-POP',
    sound: () => withSounds(build('seven-pin switch lead, seven-pin head'), 'Clean', 'Lead'),
    spoil: {
      edit: 'setBlockState',
      arguments: {
        box: 'valve-head-seven-pin-footswitch',
        block: 'preamp',
        state: 'lead',
        scope: { layer: 'sound', id: 's1' },
      },
    },
    first: 'valve-head-seven-pin-footswitch/preamp',
    severity: 'note',
    cure: 'none',
  },
  {
    code: 'CTRL-UNSTORED',
    sound: stored,
    spoil: {
      edit: 'setBlockState',
      arguments: {
        box: 'four-loop-switcher',
        block: 'loop-2',
        state: 'on',
        scope: { layer: 'sound', id: 'sound-1' },
      },
    },
    first: 'four-loop-switcher',
    severity: 'note',
    cure: 'none',
  },
  {
    code: 'CTRL-COLOUR',
    sound: () => lit('red'),
    spoil: { edit: 'assignSwitch', arguments: { assignment: LIT('green') } },
    first: 'four-loop-switcher',
    severity: 'note',
  },
  {
    code: 'CTRL-UNKNOWN',
    sound: () => hearing('switch'),
    spoil: HEARS('toggle'),
    first: 'midi-delay/delay',
    severity: 'note',
  },
];
