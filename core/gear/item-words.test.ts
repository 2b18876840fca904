import { describe, expect, test } from '@jest/globals';
import { CATALOGUE } from '../catalog';
import { applyGearEdit, factWords, itemFromKind, knownWords, type GearItem } from './index';

const head = itemFromKind(
  CATALOGUE.find(({ id }) => id === 'valve-head')!,
  'own-head',
);
const field = (item: GearItem, path: string, value: unknown) =>
  applyGearEdit(item, { edit: 'set field', address: '', path, value }).item;

describe('an item on the shelf is told', () => {
  test('by its jacks and blocks, then by what is noted of it, the latest service of all', () => {
    const service = [
      { id: 'a', date: '2025-01-02', what: 'cleaned', by: '' },
      { id: 'b', date: '2026-03-01', what: 'new valves', by: 'Robin' },
    ];
    const priced = field(field(head, 'price.amount', 140), 'price.currency', 'EUR');
    const sized = ['widthMm', 'depthMm', 'heightMm'].reduce(
      (item, side, i) => field(item, `size.${side}`, 40 * (i + 1)),
      priced,
    );
    expect(factWords({ ...sized, service })).toBe(
      `${head.jacks.length} jacks · ${head.blocks.length} blocks · 40 × 80 × 120 mm · 140 EUR · new valves, 2026-03-01`,
    );
  });

  test('while it is made by what there is: one side of its size, half a price, a service without a day', () => {
    const half = field(field(head, 'size.heightMm', 0), 'price.currency', 'EUR');
    const service = [{ id: 'a', date: '', what: 'cleaned', by: '' }];
    expect(factWords({ ...half, service })).toBe(
      `${head.jacks.length} jacks · ${head.blocks.length} blocks · – × – × 0 mm · EUR · cleaned`,
    );
    expect(factWords(field(head, 'price.amount', 12))).toMatch(/ · 12$/);
    expect(factWords({ ...head, part: 'lead', blocks: [] })).toBe(`${head.jacks.length} ends`);
  });

  test('by how many of its figures are known, assumed and open', () => {
    const [known, assumed, open] = /^(\d+) figures? known, (\d+) assumed, (\d+) open$/
      .exec(knownWords(head))!
      .slice(1)
      .map(Number);
    expect([known, assumed! > 0, open! > 0]).toEqual([0, true, true]);
  });
});
