import { expect, test } from '@jest/globals';
import { fullMap } from '../testing/full-map';
import { referenceRig } from '../testing/reference-rig';
import { fitText, pathData, textWidth } from './index';

test('words are cut to what fits', () => {
  expect(fitText('Overdrive', 'bold', 12, 200)).toBe('Overdrive');
  const cut = fitText('A very long name for a pedal', 'bold', 12, 60);
  expect(cut).toMatch(/…$/);
  expect(textWidth(cut, 'bold', 12)).toBeLessThanOrEqual(60);
});

test('a lead’s path turns with round corners and hops over what it crosses', () => {
  const corner = [
    { x: 0, y: 0 },
    { x: 60, y: 0 },
    { x: 60, y: 40 },
  ];
  expect(pathData(corner, [])).toBe('M0 0L55 0Q60 0 60 5L60 40');
  expect(pathData(corner.slice(0, 2), [{ x: 30, y: 0 }])).toBe('M0 0L26 0A4 4 0 0 1 34 0L60 0');
});

test('the same input gives the same output, to the pixel', () => {
  expect(fullMap(referenceRig())).toEqual(fullMap(referenceRig()));
});
