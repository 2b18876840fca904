import { expect, test } from '@jest/globals';
import { applyEdit } from '../edits';
import { emptyRig } from '../testing/rigs';
import { LIMIT_GROUPS, limitFact, type LimitName } from './index';
import { rigSchema } from './schema-rig';

const rig = emptyRig();
const names = Object.keys(rig.houseRules.limits) as LimitName[];

test('each limit of a house is called something, once, and its bounds keep the file’s rules', () => {
  const told = LIMIT_GROUPS.flatMap(({ limits }) => Object.keys(limits));
  expect(told.toSorted()).toEqual(names.toSorted());
  for (const limit of names) {
    const { least, most, words } = limitFact(limit)!;
    expect(rig.houseRules.limits[limit]).toBeGreaterThanOrEqual(least);
    expect(rig.houseRules.limits[limit]).toBeLessThanOrEqual(most);
    for (const value of [least, most])
      expect(
        rigSchema.safeParse(applyEdit(rig, { edit: 'setLimit', arguments: { limit, value } }).rig).success,
      ).toBe(true);
    for (const value of [least - 0.01, most + 1, NaN])
      expect(() => applyEdit(rig, { edit: 'setLimit', arguments: { limit, value } })).toThrow(words);
  }
});
