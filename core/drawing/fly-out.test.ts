import { expect, test } from '@jest/globals';
import { besidePlate } from './fly-out';
import { overlaps } from './primitives';

const seen = { x: 0, y: 100, w: 800, h: 400 };
const list = { w: 200, h: 120 };

test('a list flies out to the right where there is room, else to the left, and never covers its plate', () => {
  const plate = (x: number) => ({ x, y: 200, w: 100, h: 44 });
  const at = (x: number) => ({ ...besidePlate(plate(x), list, seen), ...list });
  expect(at(100).x).toBeGreaterThanOrEqual(200);
  expect(at(650).x + list.w).toBeLessThanOrEqual(650);
  for (let x = 0; x <= 700; x += 50) {
    expect(overlaps(at(x), plate(x))).toBe(false);
    expect(at(x).x + list.w).toBeLessThanOrEqual(seen.x + seen.w);
  }
});

test('it stays within what is seen of the map, above and below', () => {
  const y = (plateY: number) => besidePlate({ x: 100, y: plateY, w: 100, h: 44 }, list, seen).y;
  expect(y(40)).toBe(seen.y);
  expect(y(460)).toBe(seen.y + seen.h - list.h);
  expect(besidePlate({ x: 10, y: 200, w: 300, h: 44 }, list, { ...seen, w: 320 }).x).toBe(120);
});
