import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { GRID } from '../tone';
import {
  BUFFER_SCHOOLS,
  countOf,
  endsOf,
  isBetter,
  mostWithin,
  searchAll,
  worstOf,
  type Found,
  type Measured,
  type Placed,
} from './search';
import type { CutStretch, Target } from './targets';

/** Any figure between some bounds, the same for the same words. */
function figure(words: string, low: number, high: number): number {
  let hash = 2166136261;
  for (const letter of words) hash = Math.imul(hash ^ letter.charCodeAt(0), 16777619) >>> 0;
  return low + ((high - low) * (hash % 10007)) / 10007;
}

/** A curve that falls from 500 Hz on, by so much at 8 kHz. */
const curve = (words: string): Float64Array => {
  const fall = figure(words, -4, 1);
  return Float64Array.from([...GRID, 500], (hertz) =>
    hertz <= 500 ? 0 : (fall * Math.log(hertz / 500)) / Math.log(16),
  );
};

const stretchOf = (seed: string, at: readonly number[]): CutStretch => ({
  at,
  db: (from, drives, to, takes) => curve(`${seed} ${from} ${drives} ${to} ${takes}`),
});

type Case = {
  readonly positions: number;
  readonly buffers: number;
  readonly targets: readonly Target[];
  readonly barred: ReadonlySet<number>;
};

const cases = fc
  .record({
    positions: fc.integer({ min: 1, max: 5 }),
    buffers: fc.integer({ min: 0, max: 3 }),
    seed: fc.string({ minLength: 3, maxLength: 6 }),
    cut: fc.integer({ min: 0, max: 5 }),
    apart: fc.integer({ min: 0, max: 5 }),
    barred: fc.integer({ min: -3, max: 4 }),
    sounds: fc.integer({ min: 1, max: 3 }),
  })
  .map(({ positions, buffers, seed, cut, apart, barred, sounds }): Case => {
    const all = Array.from({ length: positions }, (_, i) => i);
    const targets = Array.from({ length: sounds }, (_, s): Target => {
      // A stage that is on in some sounds ends a stretch; one way leaves the others behind what they share.
      const own = s === 2 ? all.filter((i) => i !== apart) : all;
      const parts = s === 0 ? [own] : [own.filter((i) => i < cut), own.filter((i) => i >= cut)];
      return {
        sounds: [`sound ${s}`],
        stretches: parts.map((at, k) => stretchOf(`${seed} ${s} ${k}`, at)),
        straight: curve(`${seed} straight`),
        barred: [],
        ends: [own[0] ?? null, own.at(-1) ?? null],
      };
    });
    return { positions, buffers, targets, barred: new Set(barred < 0 ? [] : [barred]) };
  });

const LIMIT = 1.5;

function found({ positions, buffers, targets, barred }: Case): Found {
  const steps = searchAll({ positions, buffers, targets, barred, limitDb: LIMIT, most: buffers });
  for (;;) {
    const { value, done } = steps.next();
    if (done) return value;
  }
}

/** Every map of positions to buffers, told one by one, each summed from its own beginning. */
function everyOne({ positions, buffers, barred }: Case): readonly (readonly Placed[])[] {
  let all: Placed[][] = [[]];
  for (let position = 0; position < positions; position += 1) {
    const before = all;
    all = [...before];
    if (barred.has(position)) continue;
    for (const one of before)
      for (let buffer = 0; buffer < buffers; buffer += 1)
        if (!one.some((placed) => placed.buffer === buffer)) all.push([...one, { position, buffer }]);
  }
  return all;
}

function measured({ targets }: Case, placed: readonly Placed[]): Measured {
  const worst = targets.map(({ stretches, straight }) => {
    const sum = straight.map((value) => -value);
    for (const { at, db } of stretches) {
      const own = placed.filter(({ position }) => at.includes(position));
      const ends = [{ position: -1, buffer: -1 }, ...own, { position: -1, buffer: -1 }];
      ends.slice(1).forEach((to, i) => {
        const from = ends[i]!;
        db(from.position, from.buffer, to.position, to.buffer).forEach(
          (value, f) => (sum[f] = sum[f]! + value),
        );
      });
    }
    return worstOf(sum);
  });
  return {
    placed,
    over: worst.filter((db) => db > LIMIT).length,
    worstDb: Math.max(0, ...worst),
    sumDb: worst.reduce((a, b) => a + b, 0),
    missing: [...endsOf(targets)].filter((end) => !placed.some(({ position }) => position === end)).length,
  };
}

describe('the search of placements', () => {
  test('is exact: a twin that tells every placement one by one has the same best by each school', () => {
    let met = 0;
    fc.assert(
      fc.property(cases, (one) => {
        const all = everyOne(one).map((placed) => measured(one, placed));
        const { looked, best } = found(one);
        expect(looked).toBe(all.length);
        expect(looked).toBe(
          countOf(one.positions - [...one.barred].filter((i) => i < one.positions).length, one.buffers),
        );
        for (const school of BUFFER_SCHOOLS) {
          const twin = all.reduce((a, b) => (isBetter(school, b, a) ? b : a));
          expect(isBetter(school, twin, best[school])).toBe(false);
          expect(best[school].over).toBe(twin.over);
          expect(best[school].worstDb).toBeCloseTo(measured(one, best[school].placed).worstDb, 9);
          if (best[school].placed.length > 0) met += 1;
        }
      }),
      { numRuns: 600 },
    );
    expect(met).toBeGreaterThan(300);
  });

  test('where there are too many placements fewer are placed at once, and all of those are looked at', () => {
    expect(mostWithin(16, 5, 2_000_000)).toBe(5);
    expect(mostWithin(30, 9, 2_000_000)).toBe(2);
    expect(countOf(30, 9, 2)).toBeLessThanOrEqual(2_000_000);
    expect(countOf(30, 9, 3)).toBeGreaterThan(2_000_000);
    expect(mostWithin(3, 0, 1)).toBe(0);
    const one = { positions: 5, buffers: 3, targets: [], barred: new Set<number>(), limitDb: LIMIT, most: 1 };
    const steps = searchAll(one);
    let last = steps.next();
    while (!last.done) last = steps.next();
    expect(last.value.looked).toBe(1 + 5 * 3);
  });

  test('sounds over the limit come first, then the school, then the worst, then the sum', () => {
    const base: Measured = { placed: [], over: 0, worstDb: 1, sumDb: 2, missing: 0 };
    const one = { position: 0, buffer: 0 };
    const better = (school: (typeof BUFFER_SCHOOLS)[number], a: Partial<Measured>, b: Partial<Measured>) =>
      isBetter(school, { ...base, ...a }, { ...base, ...b });
    expect(better('fewest', { over: 0, placed: [one], worstDb: 1.4 }, { over: 1, worstDb: 1 })).toBe(true);
    expect(better('fewest', { placed: [] }, { placed: [one], worstDb: 0 })).toBe(true);
    expect(better('figures', { placed: [one], worstDb: 0.8 }, { worstDb: 1 })).toBe(true);
    // Alike to a tenth: the worst itself, then the sum.
    expect(better('figures', { worstDb: 0.98 }, { worstDb: 1.01 })).toBe(true);
    expect(better('figures', { sumDb: 1.9 }, {})).toBe(true);
    expect(better('figures', {}, {})).toBe(false);
    expect(better('both ends', { missing: 1, worstDb: 1.4 }, { missing: 2, worstDb: 0 })).toBe(true);
  });

  test('dull is judged from 1 kHz on, a peak anywhere, both against 500 Hz', () => {
    const at = (from: number, to: number, db: number) =>
      Float64Array.from([...GRID, 500], (hertz) => (hertz >= from && hertz < to ? db : 0));
    expect(worstOf(at(100, 200, -9))).toBe(0);
    expect(worstOf(at(100, 200, 3))).toBe(3);
    expect(worstOf(at(2_000, 3_000, -4))).toBe(4);
    expect(worstOf(new Float64Array(GRID.length + 1).fill(-6))).toBe(0);
  });
});
