// What a setting was noted in: only the wiring next to its box counts.
import { expect, test } from '@jest/globals';
import { build, edited } from '../testing/build';
import { long, replug } from '../testing/short-edits';
import { turned } from '../testing/turned';
import { basisOf } from './basis';

const rig = build(
  'guitar, boost, chorus, combo',
  'guitar/out > clean-boost/in',
  'clean-boost/out > combo/input',
  '. > chorus/in',
);
const of = (one: typeof rig) => basisOf(one, null, 'clean-boost');

test('another box behind it is another basis; the same again is the same', () => {
  const other = edited(
    rig,
    { edit: 'removeLead', arguments: { id: 'lead-3' } },
    replug('lead-2', 'to', 'chorus/in'),
  );
  expect(of(other)).not.toBe(of(rig));
  expect(of(edited(other, replug('lead-2', 'to', 'combo/input')))).toBe(of(rig));
});

test('a longer lead, and a lead elsewhere, leave it', () => {
  expect(of(edited(rig, long('lead-2', 9)))).toBe(of(rig));
  expect(of(edited(rig, { edit: 'removeLead', arguments: { id: 'lead-3' } }))).toBe(of(rig));
});

test('a lead that is plugged the other way round joins the same', () => {
  expect(of(turned(rig))).toBe(of(rig));
  // Two outputs that are joined are no way round of anything else.
  const outputs = edited(rig, replug('lead-2', 'to', 'chorus/out'));
  expect(of(outputs)).not.toBe(of(rig));
});

test('a night that is plugged otherwise has its own', () => {
  const night = { leads: { 'lead-2': { from: [{ box: 'clean-boost', jack: 'out' }], to: [] } } };
  expect(basisOf(rig, night, 'clean-boost')).not.toBe(of(rig));
});
