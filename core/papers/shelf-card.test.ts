import { expect, test } from '@jest/globals';
import { makeSound } from '../model';
import { build, edited, fourCable } from '../testing/build';
import { itemsOf } from '../testing/full-map';
import { shelfCard, SHELF_MAP } from './index';

test('a rig in short: instruments, where it is heard, its other wirings, and a small map with readable tags', () => {
  const card = shelfCard(
    edited(fourCable(), {
      edit: 'addVariant',
      arguments: {
        variant: {
          id: 'direct',
          name: 'Direct night',
          leads: {},
          state: makeSound('x', 'x').state,
          notes: '',
        },
      },
    }),
  );
  expect(card).toMatchObject({
    instruments: ['Guitar'],
    outlets: ['Cabinet'],
    variants: ['Direct night'],
    sounds: 1,
  });
  const scale = Math.min(SHELF_MAP.width / card.map.width, SHELF_MAP.height / card.map.height);
  for (const { size } of itemsOf(card.map, 'text')) expect(size * scale).toBeGreaterThanOrEqual(12 - 1e-9);
});

test('channels of one desk are told in its own order; what reaches nothing is not named', () => {
  const rig = build(
    'guitar, unit, desk, combo',
    'guitar/out > multi-effects/input',
    'multi-effects/out-1-r - desk/ch-2',
    'multi-effects/out-1-l - desk/ch-1',
  );
  expect(shelfCard(rig).outlets).toEqual(['Desk (Channel 1, Channel 2)']);
  expect(shelfCard(build('')).outlets).toEqual([]);
});
