import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { combDb, depthOf, notchesOf, type Apart } from './notch';

const like: Apart = { seconds: 1.5e-3, weakerDb: 0, unlike: false };

describe('two signals that meet', () => {
  test('1.5 ms late: the first notch at 333 Hz, then at odd multiples; turned, at 0 and every 667 Hz', () => {
    expect(notchesOf(like, 3).map(Math.round)).toEqual([333, 1000, 1667]);
    expect(notchesOf({ ...like, unlike: true }, 3).map(Math.round)).toEqual([0, 667, 1333]);
    expect(notchesOf({ ...like, seconds: 0 }, 3)).toEqual([]);
    expect(notchesOf({ ...like, seconds: 0, unlike: true }, 3)).toEqual([0]);
  });

  test('6 dB weaker: 6 dB deep; 10 dB: 3.3; alike: all the way', () => {
    expect(depthOf({ ...like, weakerDb: 6.0206 })).toBeCloseTo(-6.02, 2);
    expect(depthOf({ ...like, weakerDb: 10 })).toBeCloseTo(-3.3, 1);
    expect(depthOf(like)).toBe(-Infinity);
  });

  test('the comb is as deep as said at every notch, never deeper, and never over both added', () => {
    const aparts = fc.record({
      seconds: fc.double({ min: 1e-4, max: 3e-2, noNaN: true }),
      weakerDb: fc.double({ min: 0.5, max: 10, noNaN: true }),
      unlike: fc.boolean(),
    });
    fc.assert(
      fc.property(aparts, fc.double({ min: 20, max: 20_000, noNaN: true }), (apart, hertz) => {
        const depth = depthOf(apart);
        for (const notch of notchesOf(apart, 4)) expect(combDb(apart, notch)).toBeCloseTo(depth, 6);
        const most = 20 * Math.log10(1 + 10 ** (-apart.weakerDb / 20));
        const db = combDb(apart, hertz);
        expect(db).toBeGreaterThan(depth - 1e-9);
        expect(db).toBeLessThan(most + 1e-9);
      }),
    );
  });
});
