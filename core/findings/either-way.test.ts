// A lead plugged the other way round is the same lead: what is found and what cures it does not hang on its first end.
import { expect, test } from '@jest/globals';
import { insertEdit, moveInto, removeEdit, takeOutEdit } from '../cables';
import { lies, patchUp } from '../bench';
import type { EditCall } from '../edits';
import { shieldBook } from '../hum';
import { inNight, jackKey, wiring, type Rig } from '../model';
import { scheduleOf } from '../papers';
import { thingsOf } from '../search';
import { ALL_CASES } from '../testing/all-finding-cases';
import { build, edited } from '../testing/build';
import { turned } from '../testing/turned';
import { cureOf, judge, sentenceOf } from './index';

/** What is joined by what, whichever lead that is and whichever end of it stands where. */
const joined = (rig: Rig) =>
  wiring(rig, null)
    .map(({ lead, from, to }) =>
      [lead.kind, ...[from, to].map((at) => at.map(jackKey).sort().join('+')).sort()].join(' '),
    )
    .sort();

const said = (rig: Rig) =>
  judge(rig, null)
    .map((finding) => {
      const parts = finding.parts.map(({ id }) => id).sort();
      const [first] = finding.code === 'WIRE-JOINED' ? [''] : [sentenceOf(rig, finding).text];
      return [finding.code, finding.severity, ...parts, first].join(' ');
    })
    .sort();
const cured = (rig: Rig) =>
  judge(rig, null).map((finding) => {
    const cure = cureOf(rig, finding);
    return cure ? [finding.code, joined(edited(rig, cure.edit))] : [finding.code];
  });

/** Of these another cure comes first: it does as well. */
const OTHERWISE = ['ORDER-PICKUP', 'ORDER-TIME'];

test('law: every finding of the catalogue is told and cured alike, whichever way round the leads are plugged', () => {
  const rigs = ALL_CASES.map(({ code, sound, spoil }) => ({ code, rig: edited(sound(), spoil) })).filter(
    ({ rig }) => rig.leads.some(({ kind }) => kind !== 'air'),
  );
  expect(rigs.length).toBeGreaterThan(100);
  expect(rigs.map(({ rig }) => said(turned(rig)))).toEqual(rigs.map(({ rig }) => said(rig)));
  const strict = rigs.filter(({ code }) => !OTHERWISE.includes(code));
  expect(strict.map(({ code, rig }) => [code, cured(turned(rig))])).toEqual(
    strict.map(({ code, rig }) => [code, cured(rig)]),
  );
});

const line = () =>
  build(
    'guitar, od, chorus, combo, delay',
    'guitar/out > overdrive/in',
    'overdrive/out > chorus/in',
    'chorus/out > combo/input',
  );

test.each<[string, (rig: Rig) => EditCall | null]>([
  ['taken out of the path', (rig) => takeOutEdit(rig, null, 'chorus')],
  ['removed', (rig) => removeEdit(rig, 'chorus')],
  ['put into a lead', (rig) => insertEdit(rig, null, 'lead-2', 'digital-delay')],
  ['moved into another lead', (rig) => moveInto(rig, null, 'earlier', 'chorus', 'lead-1')],
])('a box %s leaves the same plugged, whichever way round the leads are', (_, act) => {
  const [rig, other] = [line(), turned(line())];
  const [one, two] = [act(rig), act(other)];
  expect(one && joined(edited(rig, one))).not.toEqual(joined(rig));
  expect(two && joined(edited(other, two))).toEqual(one && joined(edited(rig, one)));
});

test('what is read off a lead goes from output to input: schedule, finder, walk, shields and differences', () => {
  const lifted = edited(line(), {
    edit: 'setLeadBreak',
    arguments: { id: 'lead-2', break: { kind: 'lift', end: 'to' } },
  });
  const read = (rig: Rig) => {
    const { rows } = scheduleOf(rig, null);
    const leads = thingsOf(rig, null).filter(({ part }) => part.type === 'lead');
    const laid = rig.leads.map(({ from, to }) => lies(rig, { from: from.at, to: to.at }));
    const walk = patchUp(rig, null).map(({ ends: _, ...step }) => step);
    return { rows, leads, laid, walk, shields: shieldBook(inNight(rig, null)) };
  };
  expect(read(lifted).rows.map(({ from, to }) => `${from} > ${to}`)).toEqual([
    'GUITAR OUT > OVRDRV IN',
    'OVRDRV OUT > CHORUS IN',
    'CHORUS OUT > COMBO INPUT',
  ]);
  expect(read(lifted).shields).toHaveLength(1);
  expect(read(turned(lifted))).toEqual(read(lifted));
});
