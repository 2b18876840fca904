import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { furtherOf, furtherWords, type Standing } from './further';

const box = (name: string, left: number, top: number, w = 40, h = 20): Standing => ({
  name,
  left,
  top,
  right: left + w,
  bottom: top + h,
});
const shown = { left: 100, top: 100, width: 200, height: 100 };
const told = (things: readonly Standing[]) =>
  Object.fromEntries([...furtherOf(things, shown)].map(([edge, own]) => [edge, own.map(({ name }) => name)]));

test('each edge tells what it cuts off or hides, nearest first; what is whole is not told', () => {
  expect(
    told([
      box('whole', 150, 120),
      box('at the edge', 100, 180),
      box('far below', 150, 400),
      box('cut below', 150, 190),
      box('above', 150, 20),
      box('right', 290, 120),
      box('left', 70, 120),
    ]),
  ).toEqual({ bottom: ['cut below', 'far below'], top: ['above'], right: ['right'], left: ['left'] });
});

test('what two edges cut off is told where it is further away', () => {
  expect(told([box('a', 400, 190), box('b', 290, 300)])).toEqual({ right: ['a'], bottom: ['b'] });
});

test('four pixels are not missed, five are', () => {
  expect(told([box('a', 150, 184)])).toEqual({});
  expect(told([box('a', 150, 185)])).toEqual({ bottom: ['a'] });
});

test('law: what is told once is cut off there, and what is told nowhere is shown whole', () => {
  const at = fc.integer({ min: -500, max: 500 });
  fc.assert(
    fc.property(fc.array(fc.tuple(at, at), { minLength: 1, maxLength: 20 }), (places) => {
      const things = places.map(([x, y], i) => box(String(i), x, y));
      const further = [...furtherOf(things, shown).values()].flat();
      expect(new Set(further).size).toBe(further.length);
      for (const { left, right, top, bottom, name } of things) {
        const isCut = left < 96 || right > 304 || top < 96 || bottom > 204;
        expect([name, further.some((one) => one.name === name)]).toEqual([name, isCut]);
      }
    }),
  );
});

test('the nearest by its name, the others by their number', () => {
  const named = ['Microphone', 'Cabinet', 'Desk'].map((name) => box(name, 0, 0));
  expect(furtherWords(named.slice(0, 1))).toBe('Microphone');
  expect(furtherWords(named)).toBe('Microphone and 2 more');
  expect(furtherWords([box('', 0, 0), box('', 0, 0)])).toBe('2 more');
});
