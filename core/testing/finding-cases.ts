// Rigs that show a finding, one edit from rigs that do not: the second half of the catalogue.
import type { EditCall } from '../edits';
import { makeSound, type Rig } from '../model';
import { changed } from './grounds';
import { build, edited, fourCable } from './build';
import { mode, set } from './short-edits';

export type Case = {
  readonly code: string;
  /** A rig without the finding, and the one edit that brings it. */
  readonly sound: () => Rig;
  readonly spoil: EditCall;
  readonly first: string;
  readonly severity?: string;
  /** The trade offers none: what to do is for people to say. */
  readonly cure?: 'none';
};

const watts = (box: string, jack: string, value: number): EditCall => ({
  edit: 'setFigure',
  arguments: { box, at: { on: 'speaker', jack, field: 'watts' }, figure: { value, source: 'manual' } },
});
const solo: EditCall = {
  edit: 'addSound',
  arguments: { sound: makeSound('solo', 'Solo'), index: 1 },
};

const direct = (): Rig =>
  edited(
    build('guitar, unit, desk', 'guitar/out > multi-effects/input', 'multi-effects/out-1-l > desk/ch-1'),
    set('multi-effects', 'amp', 'on'),
    set('multi-effects', 'cab', 'on'),
    mode('multi-effects', 'out-1-l', 'line'),
    mode('desk', 'ch-1', 'line'),
  );

/** Fuzz ahead of the tuner and the combo. */
const fuzzFirst = (): Rig =>
  build(
    'guitar, tuner, fuzz, combo',
    'guitar/out > tuner/in',
    'tuner/out > fuzz/in',
    'fuzz/out > combo/input',
  );

const echoFirst = (): Rig =>
  build(
    'guitar, delay, od, combo',
    'guitar/out > digital-delay/in',
    'digital-delay/out > overdrive/in',
    'overdrive/out > combo/input',
  );

/** Two sounds, the chorus on in one. */
const usedChorus = (): Rig =>
  edited(
    build('guitar, chorus, combo', 'guitar/out > chorus/in', 'chorus/out > combo/input'),
    solo,
    set('chorus', 'chorus', 'on', { layer: 'sound', id: 'solo' }),
  );

export const WHOLE_CASES: readonly Case[] = [
  {
    code: 'SAFE-TWOTAPS',
    sound: () =>
      build(
        'guitar, valve head, cab 16 100w, cab 8 100w',
        'guitar/out > valve-head/input',
        'valve-head/spk-16 = cabinet/in',
        'valve-head/spk-8 = .',
      ),
    spoil: {
      edit: 'replug',
      arguments: { lead: 'lead-3', side: 'to', at: [{ box: 'cabinet-2', jack: 'in' }] },
    },
    first: 'valve-head',
    severity: 'danger',
    cure: 'none',
  },
  {
    code: 'WIRE-LOOSE',
    sound: fourCable,
    spoil: { edit: 'unplug', arguments: { lead: 'lead-5', side: 'to' } },
    first: 'lead-5',
    severity: 'fault',
  },
  {
    code: 'MODEL-NOPRE',
    sound: () =>
      build('guitar, valve head, cab 16', 'guitar/out > valve-head/input', 'valve-head/spk-16 = cabinet/in'),
    spoil: {
      edit: 'replug',
      arguments: { lead: 'lead-1', side: 'to', at: [{ box: 'valve-head', jack: 'return' }] },
    },
    first: 'valve-head/power',
    severity: 'caution',
  },
  {
    code: 'SAFE-SPKLEAD',
    sound: fourCable,
    spoil: { edit: 'setLeadKind', arguments: { id: 'lead-6', kind: 'instrument' } },
    first: 'lead-6',
    severity: 'danger',
  },
  {
    code: 'SAFE-EARTH',
    sound: fourCable,
    spoil: { edit: 'setLeadBreak', arguments: { id: 'lead-3', break: { kind: 'lift', end: 'to' } } },
    first: 'lead-3',
    severity: 'caution',
  },
  {
    code: 'SAFE-UNEARTHED',
    sound: fourCable,
    spoil: { edit: 'setEarth', arguments: { box: 'valve-head', earth: 'missing' } },
    first: 'valve-head',
    severity: 'danger',
    cure: 'none',
  },
  {
    code: 'SAFE-RATING',
    sound: () => edited(fourCable(), watts('valve-head', 'spk-16', 20)),
    spoil: watts('cabinet', 'in', 29),
    first: 'cabinet/in',
    severity: 'danger',
    cure: 'none',
  },
  {
    code: 'SAFE-TAPONLY',
    sound: () =>
      build(
        'guitar, valve head, speaker tap, cab 16',
        'guitar/out > valve-head/input',
        'valve-head/spk-16 = speaker-tap/in',
        'speaker-tap/through = cabinet/in',
      ),
    spoil: { edit: 'unplug', arguments: { lead: 'lead-3', side: 'to' } },
    first: 'valve-head',
    severity: 'danger',
  },
  {
    code: 'SAFE-BRIDGED',
    sound: () =>
      changed(
        build(
          'guitar, preamp pedal, class-d power amp, load box, cab 8 300w',
          'guitar/out > preamp-pedal/in',
          'preamp-pedal/out > class-d-power-amp/in',
          'class-d-power-amp/spk = cabinet/in',
        ),
        'load-box',
        (box) => ({
          ...box,
          jacks: box.jacks.map((jack) =>
            jack.id === 'in'
              ? {
                  ...jack,
                  ground: 'chassis',
                  speaker: { ...jack.speaker!, watts: { value: 300, source: 'manual' } },
                }
              : jack,
          ),
        }),
      ),
    spoil: {
      edit: 'replug',
      arguments: { lead: 'lead-3', side: 'to', at: [{ box: 'load-box', jack: 'in' }] },
    },
    first: 'class-d-power-amp/spk',
    severity: 'danger',
  },
  {
    code: 'SAFE-FEEDBACK',
    sound: () => build('chorus', 'chorus/out > .'),
    spoil: {
      edit: 'replug',
      arguments: { lead: 'lead-1', side: 'to', at: [{ box: 'chorus', jack: 'in' }] },
    },
    first: 'chorus/chorus',
    severity: 'danger',
  },
  {
    code: 'WIRE-HALFLOOP',
    sound: () =>
      build(
        'guitar, delay, valve head, cab 16',
        'guitar/out > valve-head/input',
        'valve-head/send > digital-delay/in',
        'digital-delay/out > valve-head/return',
        'valve-head/spk-16 = cabinet/in',
      ),
    spoil: { edit: 'unplug', arguments: { lead: 'lead-2', side: 'from' } },
    first: 'valve-head/return',
    severity: 'fault',
    cure: 'none',
  },
  {
    code: 'WIRE-LOOPOFF',
    sound: () =>
      edited(
        build(
          'guitar, chorus, unit, combo',
          'guitar/out > multi-effects/input',
          'multi-effects/send-1 > chorus/in',
          'chorus/out > multi-effects/return-1',
          'multi-effects/out-1-l > combo/input',
        ),
        set('multi-effects', 'loop-1', 'on'),
        solo,
        set('chorus', 'chorus', 'on', { layer: 'sound', id: 'solo' }),
      ),
    spoil: set('multi-effects', 'loop-1', 'off', { layer: 'sound', id: 'solo' }),
    first: 'multi-effects/loop-1',
    severity: 'fault',
  },
  {
    code: 'WIRE-LENGTH',
    sound: () =>
      edited(fourCable(), {
        edit: 'setLeadLength',
        arguments: { id: 'lead-3', lengthM: 6.5, by: 'measured' },
      }),
    spoil: { edit: 'setLeadLength', arguments: { id: 'lead-3', lengthM: 6.4, by: 'measured' } },
    first: 'lead-3',
    severity: 'fault',
  },
  {
    code: 'MODEL-MISSING',
    sound: direct,
    spoil: set('multi-effects', 'cab', 'off'),
    first: 'desk/mix-1',
    severity: 'caution',
  },
  {
    code: 'SPK-PHONES',
    sound: () =>
      build(
        'guitar, small unit, valve head, cab 16',
        'guitar/out > small-unit/input',
        'small-unit/out-l > valve-head/input',
        'small-unit/phones > .',
      ),
    spoil: {
      edit: 'replug',
      arguments: { lead: 'lead-3', side: 'to', at: [{ box: 'cabinet', jack: 'in' }] },
    },
    first: 'lead-3',
    severity: 'fault',
  },
  {
    code: 'KNOB-DEAD',
    sound: () =>
      build(
        'guitar, small unit, valve head, cab 16',
        'guitar/out > small-unit/input',
        'small-unit/out-l > valve-head/input',
        'valve-head/spk-16 = cabinet/in',
      ),
    spoil: {
      edit: 'replug',
      arguments: { lead: 'lead-2', side: 'to', at: [{ box: 'valve-head', jack: 'return' }] },
    },
    first: 'valve-head',
    severity: 'note',
    cure: 'none',
  },
  {
    code: 'GEAR-UNUSED',
    sound: usedChorus,
    spoil: set('chorus', 'chorus', 'off', { layer: 'sound', id: 'solo' }),
    first: 'chorus',
    severity: 'note',
  },
  {
    code: 'ORDER-PICKUP',
    sound: fuzzFirst,
    spoil: set('fuzz', 'fuzz', 'on'),
    first: 'fuzz/fuzz',
    severity: 'caution',
  },
  {
    code: 'ORDER-TIME',
    sound: echoFirst,
    spoil: set('overdrive', 'drive', 'on'),
    first: 'digital-delay/delay',
    severity: 'caution',
  },
  {
    code: 'LEVEL-MODE',
    sound: direct,
    spoil: mode('desk', 'ch-1', 'mic'),
    first: 'desk/ch-1',
    severity: 'caution',
  },
];
