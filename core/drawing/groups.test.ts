import { describe, expect, test } from '@jest/globals';
import { edited, fourCable } from '../testing/build';
import { fullMap } from '../testing/full-map';
import { groupsOf, type Group, type Item } from './index';

const items = (rig = fourCable()) => fullMap(rig).items;

/** Every corner of an item, as far as it has some. */
const cornersOf = (item: Item) =>
  item.type === 'path'
    ? [...item.points, ...item.hops]
    : item.type === 'rule'
      ? [item.from, item.to]
      : [item];
const inPlace = ({ at, items: own }: Group) =>
  own.flatMap((item) => cornersOf(item).map(({ x, y }) => `${item.type} ${x + at.x} ${y + at.y}`));

describe('groups of a drawing', () => {
  test('hold every item once, told from the plate or the beginning of what they belong to', () => {
    const all = items();
    const groups = groupsOf(all);
    expect(groups.flatMap(inPlace).sort()).toEqual(
      all.flatMap((item) => cornersOf(item).map(({ x, y }) => `${item.type} ${x} ${y}`)).sort(),
    );
    const amp = groups.find(({ key }) => key === 'box:valve-head')!;
    expect(amp.items.find(({ type }) => type === 'plate')).toMatchObject({ x: 0, y: 0 });
    const lead = groups.find(({ key }) => key === 'lead:lead-1')!;
    expect(lead.items[0]).toMatchObject({ type: 'path', points: expect.arrayContaining([{ x: 0, y: 0 }]) });
  });

  test('what only moved is the same items at another point', () => {
    const before = new Map(groupsOf(items()).map((group) => [group.key, group]));
    // The unit's plate gets wider: what stands right of it gives way.
    const wider = edited(fourCable(), {
      edit: 'renameBox',
      arguments: { id: 'multi-effects', name: 'Multi-effects unit with a long name' },
    });
    const moved = groupsOf(items(wider)).filter(({ key, at }) => at.x !== before.get(key)?.at.x);
    const amp = moved.find(({ key }) => key === 'box:valve-head')!;
    expect(amp.items).toEqual(before.get('box:valve-head')!.items);
    expect(amp.at).not.toEqual(before.get('box:valve-head')!.at);
  });
});
