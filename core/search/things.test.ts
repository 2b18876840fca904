import { expect, test } from '@jest/globals';
import type { Rig } from '../model';
import { fourCable } from '../testing/build';
import { thingsOf } from './index';

test('boxes, leads by number, looms and jacks can be found, each with what tells it apart', () => {
  const things = thingsOf(fourCable(), null);
  const by = (id: string) => things.find((thing) => thing.part.id === id)!;
  expect(by('multi-effects')).toMatchObject({ title: 'Multi-effects', detail: 'MULTI, Floor' });
  expect(by('lead-3')).toMatchObject({ title: 'Lead 3', detail: 'MULTI SEND 1 → VALVE INPUT' });
  expect(by('multi-effects/send-1')).toMatchObject({
    title: 'SEND 1 of Multi-effects',
    detail: 'MULTI, lead 3',
  });
  expect(by('multi-effects/send-2').detail).toBe('MULTI, free');
  const jacks = fourCable().boxes.reduce((n, box) => n + box.jacks.length, 0);
  expect(by('floor~backline')).toMatchObject({ title: 'Loom Floor–Backline', detail: 'leads 3, 4, 5' });
  const leadsOf = (rig: Rig) =>
    thingsOf(rig, null).flatMap(({ part, title }) => (part.type === 'lead' ? [title] : []));
  expect(leadsOf({ ...fourCable(), leads: fourCable().leads.toReversed() })).toEqual(
    [1, 2, 3, 4, 5, 6].map((n) => `Lead ${n}`),
  );
  expect(things).toHaveLength(fourCable().boxes.length + 6 + 1 + jacks);
});
