// Rigs that show a finding, one edit from rigs that do not: the first half of the catalogue.
import type { Rig } from '../model';
import { build, edited, fourCable, plugged } from './build';
import type { Case } from './finding-cases';
import { replug, REST, set, swap } from './short-edits';

/** The head's master taken away: its power stage is wide open. */
const openHead = (): Rig => {
  const rig = fourCable();
  return {
    ...rig,
    boxes: rig.boxes.map((b) =>
      b.id === 'valve-head' ? { ...b, controls: b.controls.filter((c) => c.id !== 'master') } : b,
    ),
  };
};
/** Its units have output knobs for the left jack alone. */
const leftKnobOnly = (rig: Rig): Rig => ({
  ...rig,
  boxes: rig.boxes.map((b) => ({
    ...b,
    controls: b.controls.map(({ moves: _, ...control }) => control),
  })),
});
const power = () =>
  edited(
    build(
      'guitar, unit, valve head, cabinet 16',
      'guitar/out > multi-effects/input',
      'multi-effects/out-1-l > valve-head/return',
      'valve-head/spk-16 = cabinet/in',
    ),
    set('multi-effects', 'amp', 'on'),
  );
const front = () =>
  build('guitar, unit, combo', 'guitar/out > multi-effects/input', 'multi-effects/out-1-l > combo/input');

export const WIRING_CASES: readonly Case[] = [
  {
    code: 'SAFE-NOLOAD',
    sound: fourCable,
    spoil: { edit: 'unplug', arguments: { lead: 'lead-6', side: 'to' } },
    first: 'valve-head',
    severity: 'danger',
  },
  {
    code: 'SAFE-SPKOUT',
    sound: () =>
      edited(plugged(build('guitar, valve head, cabinet 16, desk'), 'valve-head/spk-16 = cabinet/in')),
    spoil: replug('lead-1', 'to', 'desk/ch-1'),
    first: 'lead-1',
    severity: 'danger',
  },
  {
    code: 'SAFE-IMPED',
    sound: fourCable,
    spoil: {
      edit: 'setFigure',
      arguments: {
        box: 'cabinet',
        at: { on: 'speaker', jack: 'in', field: 'ohm' },
        figure: { value: 4, source: 'manual' },
      },
    },
    first: 'valve-head/spk-16',
    severity: 'danger',
  },
  {
    code: 'SAFE-OPENPOWER',
    sound: () =>
      edited(leftKnobOnly(openHead()), {
        edit: 'setControl',
        arguments: { box: 'multi-effects', control: 'output', position: 0.3, basis: null, scope: REST },
      }),
    spoil: replug('lead-5', 'from', 'multi-effects/out-1-r'),
    first: 'valve-head/return',
    severity: 'caution',
  },
  {
    code: 'WIRE-JOINED',
    sound: () =>
      build(
        'guitar, od, chorus, combo, y lead',
        'guitar/out > overdrive/in',
        'overdrive/out > y-lead/one',
        'y-lead/two-a > combo/input',
        'chorus/out > .',
      ),
    spoil: replug('lead-4', 'to', 'y-lead/two-b'),
    first: 'y-lead',
    severity: 'fault',
  },
  {
    code: 'WIRE-DIRECTION',
    sound: fourCable,
    spoil: swap('lead-3', 'to', 'lead-4', 'from'),
    first: 'lead-3',
    severity: 'fault',
  },
  {
    code: 'WIRE-RING',
    sound: fourCable,
    spoil: swap('lead-3', 'from', 'lead-5', 'from'),
    first: 'lead-3',
    severity: 'danger',
  },
  {
    code: 'WIRE-PLUG',
    sound: () => build('mic, desk', 'microphone/out - desk/ch-1'),
    spoil: {
      edit: 'setPlug',
      arguments: {
        lead: 'lead-1',
        side: 'from',
        plug: { connector: 'ts-635', angle: 'straight', silent: false },
      },
    },
    first: 'lead-1',
  },
  {
    code: 'WIRE-GRID',
    sound: fourCable,
    spoil: replug('lead-3', 'from', 'multi-effects/send-2'),
    first: 'multi-effects/send-2',
  },
  {
    code: 'WIRE-SILENT',
    sound: () => build('guitar, tuner, combo', 'guitar/out > tuner/in', 'tuner/out > combo/input'),
    spoil: set('tuner', 'tuner', 'tuning'),
    first: 'tuner/tuner',
  },
  {
    code: 'MODEL-DOUBLE',
    sound: front,
    spoil: set('multi-effects', 'amp', 'on'),
    first: 'multi-effects/amp',
  },
  {
    code: 'MODEL-TWOPRE',
    sound: fourCable,
    spoil: set('multi-effects', 'amp', 'on'),
    first: 'multi-effects/amp',
  },
  {
    code: 'WIRE-SHUT',
    sound: fourCable,
    spoil: {
      edit: 'setControl',
      arguments: { box: 'valve-head', control: 'master', position: 0, basis: null, scope: REST },
    },
    first: 'valve-head/power',
    severity: 'fault',
  },
  {
    code: 'MODEL-TWOCAB',
    sound: () =>
      build(
        'guitar, valve head, load box, small unit, desk',
        'guitar/out > valve-head/input',
        'valve-head/spk-8 = load-box/in',
        'load-box/line-out - small-unit/input',
        'small-unit/out-l > desk/ch-1',
      ),
    spoil: set('small-unit', 'cab', 'on'),
    first: 'load-box/cab',
    severity: 'caution',
  },
  {
    code: 'MODEL-BOTHSPK',
    sound: power,
    spoil: set('multi-effects', 'cab', 'on'),
    first: 'multi-effects/cab',
  },
];
