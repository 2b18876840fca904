import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Control } from '../model';
import { positionFor, potDb, rangeOf } from './knobs';

const laws: fc.Arbitrary<Control['law']> = fc.oneof(
  fc
    .record({
      lo: fc.integer({ min: -80, max: 0 }),
      hi: fc.integer({ min: 1, max: 40 }),
      isTurned: fc.boolean(),
    })
    .map(({ lo, hi, isTurned }) => ({ type: 'db' as const, lo: isTurned ? hi : lo, hi: isTurned ? lo : hi })),
  fc
    .record({
      taper: fc.constantFrom('linear' as const, 'audio' as const, 'reverse' as const),
      mid: fc.double({ min: 0.05, max: 0.3, noNaN: true }),
    })
    .map((track) => ({ type: 'pot' as const, ohm: 10e3, ...track })),
);

test('the position for so many decibels comes to just these; out of reach it is the nearer end', () => {
  fc.assert(
    fc.property(laws, fc.double({ min: 0.02, max: 1, noNaN: true }), (law, x) => {
      expect(potDb(law, positionFor(law, potDb(law, x)))).toBeCloseTo(potDb(law, x), 3);
      const { lo, hi } = rangeOf(law)!;
      expect(potDb(law, positionFor(law, Math.max(lo, hi) + 5))).toBeCloseTo(Math.max(lo, hi), 6);
      expect(potDb(law, positionFor(law, Math.min(lo, hi) - 5))).toBeCloseTo(Math.min(lo, hi), 6);
    }),
  );
});

test('of a knob that nobody knows there is none', () => {
  expect(positionFor({ type: 'unknown' }, 3)).toBeNull();
  expect(positionFor({ type: 'positions', names: ['a', 'b'] }, 3)).toBeNull();
});
