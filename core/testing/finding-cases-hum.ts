// Rigs that show what is found of hum, and their neighbours.
import type { EditCall, SingleEdit } from '../edits';
import type { Lead, Rig } from '../model';
import { build, edited, fourCable } from './build';
import type { Case } from './finding-cases';
import { earthed, joined, onTwoCircuits, powered, withJack } from './grounds';

/** With every safety earth proved. */
export const proved = (rig: Rig): Rig =>
  edited(
    rig,
    ...rig.boxes
      .filter(({ power }) => power.class === 'I')
      .map(({ id }): SingleEdit => ({
        edit: 'setEarthProved',
        arguments: { box: id, proved: { by: 'Electrician', date: '2026-10-01' } },
      })),
  );

const opened = (id: string, kind: Lead['break']['kind'] = 'lift'): EditCall => ({
  edit: 'setLeadBreak',
  arguments: { id, break: { kind, end: 'to' } },
});

/** A pedal on a supply that has no earth, into a combo. */
const leaky = (): Rig =>
  powered(
    joined(
      build('guitar, fuzz, combo, supply', 'guitar/out > fuzz/in', 'fuzz/out > combo/input'),
      'dc',
      'supply/out-1',
      'fuzz/dc',
    ),
    'supply',
    { class: 'II' },
  );

/** An overdrive on an outlet that shares its ground with the next; a third has its own. */
const daisy = (): Rig => {
  const rig = build(
    'guitar, od, delay, combo, supply',
    'guitar/out > overdrive/in',
    'overdrive/out > digital-delay/in',
    'digital-delay/out > combo/input',
  );
  const outlet = rig.boxes
    .find(({ id }) => id === 'supply')!
    .jacks.find(({ id }) => id === 'out-1')!.dcOutlet!;
  const shared = { dcOutlet: { ...outlet, group: 'all' } };
  const joint = ['out-1', 'out-2'].reduce((r, jack) => withJack(r, 'supply', jack, shared), rig);
  return joined(
    joined(joint, 'dc', 'supply/out-1', 'overdrive/dc'),
    'dc',
    'supply/out-7',
    'digital-delay/dc',
  );
};

export const HUM_CASES: readonly Case[] = [
  {
    code: 'HUM-LOOP',
    sound: () => proved(fourCable()),
    spoil: { edit: 'setPlaceField', arguments: { id: 'backline', fieldUt: 50 } },
    first: 'lead-5',
    severity: 'caution',
  },
  {
    code: 'HUM-LEAK',
    sound: leaky,
    spoil: {
      edit: 'setFigure',
      arguments: {
        box: 'supply',
        at: { on: 'power', field: 'leakageUa' },
        figure: { value: 10_000, source: 'measured' },
      },
    },
    first: 'lead-2',
    severity: 'caution',
    // Nothing but an earth takes it away.
    cure: 'none',
  },
  {
    code: 'HUM-LIFTWORSE',
    sound: () => proved(earthed(fourCable(), 'multi-effects')),
    spoil: opened('lead-3'),
    first: 'lead-3',
    severity: 'caution',
  },
  {
    code: 'HUM-ADRIFT',
    sound: () => build('guitar, fuzz, combo', 'guitar/out > fuzz/in', 'fuzz/out > combo/input'),
    spoil: opened('lead-2'),
    first: 'lead-2',
    severity: 'fault',
  },
  {
    code: 'HUM-BOTHENDS',
    sound: () =>
      proved(build('guitar, isolator, combo', 'guitar/out > isolator/in', 'isolator/out > combo/input')),
    spoil: opened('lead-2'),
    first: 'lead-2',
    severity: 'fault',
  },
  {
    code: 'HUM-SUPPLY',
    sound: daisy,
    spoil: {
      edit: 'replug',
      arguments: { lead: 'lead-5', side: 'from', at: [{ box: 'supply', jack: 'out-2' }] },
    },
    first: 'supply',
    severity: 'caution',
  },
  {
    code: 'HUM-CIRCUITS',
    sound: () =>
      edited(onTwoCircuits(), {
        edit: 'setWallOutlet',
        arguments: { box: 'valve-head-2', jack: 'mains', outlet: 'left' },
      }),
    spoil: {
      edit: 'setWallOutlet',
      arguments: { box: 'valve-head-2', jack: 'mains', outlet: 'right' },
    },
    first: 'valve-head-2',
    severity: 'caution',
  },
  {
    code: 'HUM-UNBAL',
    sound: () =>
      edited(
        build(
          'guitar, unit, di, desk',
          'guitar/out > multi-effects/input',
          'multi-effects/out-1-l > desk/ch-1',
        ),
        { edit: 'setLeadLength', arguments: { id: 'lead-2', lengthM: 5, by: 'hand' } },
      ),
    spoil: { edit: 'setLeadLength', arguments: { id: 'lead-2', lengthM: 8, by: 'hand' } },
    first: 'lead-2',
    severity: 'caution',
  },
];
