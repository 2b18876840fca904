import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  alikeAreOne,
  besideSignal,
  count,
  formatClock,
  formatLength,
  formatQuantity,
  inWords,
  levelWords,
  numberOf,
  parseLength,
  parseQuantity,
  shortLevel,
  weakly,
} from './index';

describe('lengths', () => {
  test.each([
    ['9', 9],
    ['4,5 m', 4.5],
    ['60cm', 0.6],
    ['30 ft', 9.144],
    [`12' 6"`, 3.81],
    ['.15 m', 0.15],
  ])('%s is %d m', (text, metres) => {
    expect(parseLength(text, 'metres')).toBeCloseTo(metres, 9);
  });

  test.each(['', 'long', '9 9', '-3', '3 lb', '1e3', '3 m x'])('%j is no length', (text) => {
    expect(parseLength(text, 'metres')).toBeNull();
  });

  test('a bare number is in the unit of the shop', () => {
    expect(parseLength('10', 'feet')).toBeCloseTo(3.048, 9);
  });

  test('what is shown can be typed back', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 20_000 }),
        fc.constantFrom('metres' as const, 'feet' as const),
        (cm, u) => {
          const read = parseLength(formatLength(cm / 100, u), u) ?? Number.NaN;
          expect(Math.abs(read - cm / 100)).toBeLessThanOrEqual(u === 'metres' ? 1e-9 : 0.016);
        },
      ),
    );
  });
});

describe('quantities', () => {
  test.each([
    [1e6, 'Ω', '1 MΩ'],
    [68_000, 'Ω', '68 kΩ'],
    [1e-10, 'F', '100 pF'],
    [4.6, 'H', '4.6 H'],
    [-20, 'dBu', '−20 dBu'],
    [16 / 3, 'Ω', '5.33 Ω'],
    [999_999, 'Ω', '1 MΩ'],
    [0, 'dB', '0 dB'],
  ])('%d %s reads %s', (value, unit, text) => {
    expect(formatQuantity(value, unit)).toBe(text);
    expect(parseQuantity(text, unit)).toBeCloseTo(Number(value.toPrecision(3)), 12);
  });

  test.each([
    ['4k7', 'Ω', 4700],
    ['470 kohm', 'Ω', 470_000],
    ['-10', 'dBV', -10],
    ['50p', 'F', 5e-11],
  ])('%s in %s', (text, unit, value) => {
    expect(parseQuantity(text, unit)).toBeCloseTo(value, 15);
  });

  test.each(['', 'loud', '1kk', '3 m dB', '1e999'])('%j is no figure', (text) => {
    expect(parseQuantity(text, 'dB')).toBeNull();
  });
});

test('a knob is spoken as a clock', () => {
  expect([0, 0.1, 0.25, 0.5, 0.65, 1].map(formatClock)).toEqual([
    '7:00',
    '8:00',
    '9:30',
    '12:00',
    '1:30',
    '5:00',
  ]);
});

test('words for people', () => {
  expect(count(1, 'lead')).toBe('1 lead');
  expect(count(3, 'switch', 'switches')).toBe('3 switches');
  expect(inWords(['a', 'b', 'c'])).toBe('a, b and c');
  expect(inWords([])).toBe('');
});

describe('levels', () => {
  test('are spoken in dBu, dBV and volts: 0 dBu is 0.775 V, 0 dBV +2.2 dBu, consumer line −7.8 dBu', () => {
    expect([0, 4, -7.78].map((dbu) => levelWords(dbu, 'V'))).toEqual(['775 mV', '1.23 V', '316 mV']);
    expect([0, 4, -7.7815].map((dbu) => levelWords(dbu, 'dBV'))).toEqual(['−2.2 dBV', '+1.8 dBV', '−10 dBV']);
    expect(levelWords(-14, 'dBu')).toBe('−14 dBu');
    expect([shortLevel(5.9, 'dBu'), shortLevel(5.9, 'dBV'), shortLevel(5.9, 'V')]).toEqual([
      '+6',
      '+4',
      '1.5V',
    ]);
  });

  test('are read in any of them where dBu are wanted, and nowhere else', () => {
    expect(parseQuantity('-10 dBV', 'dBu')).toBeCloseTo(-7.7815, 3);
    expect(parseQuantity('1 V', 'dBu')).toBeCloseTo(2.2185, 3);
    expect(parseQuantity('300 mV', 'dBu')).toBeCloseTo(-8.24, 2);
    expect(parseQuantity('−20', 'dBu')).toBe(-20);
    expect(parseQuantity('+4 dBu', 'dBu')).toBe(4);
    expect(parseQuantity('0 V', 'dBu')).toBeNull();
    expect(parseQuantity('1 V', 'Ω')).toBeNull();
    for (const dbu of [-60, -7.8, 0, 18]) {
      expect(parseQuantity(levelWords(dbu, 'dBV'), 'dBu')).toBeCloseTo(dbu, 1);
      expect(parseQuantity(levelWords(dbu, 'V'), 'dBu')).toBeCloseTo(dbu, 1);
    }
  });
});

test('of things that are alike the first stands for all, however many others there are', () => {
  const one = alikeAreOne(({ n }: { readonly n: number }) => String(n));
  const first = { n: 0 };
  expect(one(first)).toBe(first);
  const others = Array.from({ length: 300 }, (_, i) => one({ n: i + 1 }));
  expect(one({ n: 0 })).toBe(first);
  expect(others.every((other) => one({ ...other }) === other)).toBe(true);
});

test('what is remembered of an object is the same through `map`, which hands over its place and its list too', () => {
  const [a, b] = [{}, {}];
  expect([a, b, a].map(numberOf)).toEqual([numberOf(a), numberOf(b), numberOf(a)]);
  expect(numberOf(a)).not.toBe(numberOf(b));
  const pairOf = weakly((one: object, two: object) => ({ one, two }));
  expect(pairOf(a, b)).toBe(pairOf(a, b));
  expect(pairOf(a, b)).not.toBe(pairOf(a, a));
});

test('what is so far under the signal is told as decibels beside it, never above it', () => {
  expect([62.4, 0.6, 0, -3].map((db) => besideSignal(db) + 0)).toEqual([-62, -1, 0, 0]);
});
