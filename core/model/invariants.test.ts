import { describe, expect, test } from '@jest/globals';
import { fourCable } from '../testing/build';
import { twoNights, DIRECT_NIGHT } from '../testing/nights';
import { checkInvariants } from './index';

describe('two leads in one jack are told by where the second is', () => {
  test('in the base by its place in the list', () => {
    const rig = fourCable();
    const [first, second] = rig.leads;
    const both = {
      ...rig,
      leads: rig.leads.map((lead) => (lead === second ? { ...lead, to: first!.to } : lead)),
    };
    expect(checkInvariants(both)).toContainEqual({
      path: 'leads[1].to',
      reason: 'jack "fuzz/in" already holds lead 1',
    });
  });

  test('in a variant by its name and the lead’s number', () => {
    const rig = twoNights();
    const [first, second] = rig.leads;
    const variants = rig.variants.map((variant) => ({
      ...variant,
      leads: {
        ...variant.leads,
        [first!.id]: { from: first!.from.at, to: first!.to.at },
        [second!.id]: { from: second!.from.at, to: first!.to.at },
      },
    }));
    const told = checkInvariants({ ...rig, variants });
    expect(told.map(({ path }) => path)).toContainEqual(
      expect.stringMatching(new RegExp(`^variants "${DIRECT_NIGHT}", lead \\d+\\.to$`)),
    );
    expect(told.every(({ path }) => !path.startsWith('leads['))).toBe(true);
  });
});
