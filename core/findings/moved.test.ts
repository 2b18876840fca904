// What a cure's press moves is what stands elsewhere when it is done.
import { expect, test } from '@jest/globals';
import { isDeepStrictEqual } from 'node:util';
import { applyEdit } from '../edits';
import type { Rig } from '../model';
import { ALL_CASES } from '../testing/all-finding-cases';
import { build, edited } from '../testing/build';
import { swap } from '../testing/short-edits';
import { cureOf, judge, leadsMoved } from './index';

test('leads that a cure moves are those that are plugged otherwise when it is done', () => {
  let moved = 0;
  for (const { code, sound, spoil } of ALL_CASES) {
    const rig = edited(sound(), spoil);
    const finding = judge(rig, null).find((one) => one.code === code);
    const cure = finding && cureOf(rig, finding);
    if (!cure) continue;
    const cured = applyEdit(rig, cure.edit).rig;
    const plugs = (of: Rig, id: string) =>
      of.leads.flatMap((lead) => (lead.id === id ? [lead.from.at, lead.to.at] : []));
    const others = rig.leads.filter(({ id }) => !isDeepStrictEqual(plugs(rig, id), plugs(cured, id)));
    expect([code, cure.edit.edit, leadsMoved(cure.edit).toSorted()]).toEqual([
      code,
      cure.edit.edit,
      others.map(({ id }) => id).toSorted(),
    ]);
    moved += others.length;
  }
  expect(moved).toBeGreaterThan(10);
});

test('of two that are exchanged both are told, the one that the line does not name too', () => {
  const rig = edited(
    build(
      'guitar, od, valve head, cab 16',
      'guitar/out > overdrive/in',
      'overdrive/out > valve-head/input',
      'valve-head/spk-16 = cabinet/in',
    ),
    swap('lead-1', 'from', 'lead-3', 'from'),
  );
  const cure = cureOf(rig, judge(rig, null)[0]!)!;
  expect(leadsMoved(cure.edit)).toEqual(['lead-1', 'lead-3']);
});
