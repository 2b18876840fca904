import { describe, expect, test } from '@jest/globals';
import { groupsOf, type Drawing, type Item } from '../../../core/drawing';
import { Packer, unpack } from './parcel';

const plate = (id: string, x: number, w: number): Item => ({
  type: 'plate',
  look: 'box',
  part: { type: 'box', id },
  x,
  y: 10,
  w,
  h: 44,
});
const drawing = (...items: Item[]): Drawing => ({ width: 500, height: 100, items });
const before = drawing(plate('a', 10, 80), plate('b', 100, 80));

/** Sends one drawing after another; what is held after each, and what crossed last. */
function sent(...drawings: readonly Drawing[]) {
  const packer = new Packer();
  let held: ReturnType<typeof unpack> | undefined;
  return drawings.map((one) => {
    const parcel = packer.pack('map', one, held?.serial ?? null);
    held = unpack(parcel, held);
    return { contents: parcel.contents, value: held.value as { groups: ReturnType<typeof groupsOf> } };
  });
}

describe('a drawing on its way', () => {
  test('what is held is what was sent; what did not change is the same object', () => {
    const [first, second] = sent(before, drawing(plate('a', 10, 90), plate('b', 100, 80)));
    expect(first!.value).toMatchObject({ width: 500, height: 100, groups: groupsOf(before.items) });
    expect(second!.value.groups[1]).toBe(first!.value.groups[1]);
    expect(second!.value.groups[0]!.items[0]).toMatchObject({ w: 90 });
  });

  test('of what only moved the place crosses, and its items stay the same objects', () => {
    const [first, second] = sent(before, drawing(plate('a', 10, 80), plate('b', 140, 80)));
    expect(second!.contents).toMatchObject({ kind: 'drawing' });
    expect(JSON.stringify(second!.contents)).not.toContain('plate');
    expect(second!.value.groups[1]!.at).toEqual({ x: 140, y: 10 });
    expect(second!.value.groups[1]!.items).toBe(first!.value.groups[1]!.items);
  });

  test('a drawing that is as it was crosses as a word', () => {
    const [first, second] = sent(before, structuredClone(before));
    expect(second!.contents).toEqual({ kind: 'same' });
    expect(second!.value).toBe(first!.value);
  });

  test('a worker that takes for held what is not is told so', () => {
    const packer = new Packer();
    const { serial } = packer.pack('map', before, null);
    expect(() => unpack(packer.pack('map', before, serial), undefined)).toThrow('not');
  });
});
