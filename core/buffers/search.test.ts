import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { GRID } from '../tone';
import {
  BUFFER_SCHOOLS,
  endsOf,
  isBetter,
  searchAll,
  type Found,
  type Measured,
  type Placed,
} from './search';
import { countOf, mostWithin, type Slot } from './slots';
import { Met } from '../testing/met';
import type { CutStretch, Target } from './targets';
import { worstOf } from './walk';

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
  readonly slots: readonly Slot[];
  readonly sides: readonly (1 | 2)[];
  readonly targets: readonly Target[];
};

const mono = (left: number, takesTwins = false): Slot => ({ left, right: null, takesTwins });
const singles = (count: number): readonly (1 | 2)[] => Array.from({ length: count }, () => 1);

const cases = fc
  .record({
    positions: fc.integer({ min: 1, max: 5 }),
    buffers: fc.integer({ min: 0, max: 3 }),
    seed: fc.string({ minLength: 3, maxLength: 6 }),
    cut: fc.integer({ min: 0, max: 5 }),
    apart: fc.integer({ min: 0, max: 5 }),
    barred: fc.integer({ min: -3, max: 4 }),
    twins: fc.integer({ min: 0, max: 2 }),
    stereo: fc.integer({ min: -2, max: 3 }),
    takesTwins: fc.boolean(),
    sounds: fc.integer({ min: 1, max: 3 }),
  })
  .map(({ positions, buffers, seed, cut, apart, barred, twins, stereo, takesTwins, sounds }): Case => {
    const all = Array.from({ length: positions }, (_, i) => i);
    const targets = Array.from({ length: sounds }, (_, s): Target => {
      // A stage that is on in some sounds ends a stretch; one way leaves the others behind what they share.
      const own = s === 2 ? all.filter((i) => i !== apart) : all;
      const ahead = own.filter((i) => i < cut);
      // The third has a stretch with one place, or none, between two others.
      const parts =
        s === 0
          ? [own]
          : s === 1
            ? [ahead, own.filter((i) => i >= cut)]
            : [ahead, own.filter((i) => i === cut), own.filter((i) => i > cut)];
      return {
        sounds: [`sound ${s}`],
        stretches: parts.map((at, k) => stretchOf(`${seed} ${s} ${k}`, at)),
        straight: curve(`${seed} straight`),
        barred: [],
        ends: [own[0] ?? null, own.at(-1) ?? null],
      };
    });
    // Two neighbours may be left and right of one place: no way of these passes both, or all do, which is the same to it.
    const hasStereo = stereo >= 0 && stereo + 1 < positions;
    const slots = all.flatMap((i): Slot[] => {
      if (hasStereo && i === stereo + 1) return [];
      if (hasStereo && i === stereo) return [{ left: i, right: i + 1, takesTwins: true }];
      return [mono(i, takesTwins)];
    });
    const sides = Array.from({ length: buffers }, (_, i): 1 | 2 => (i < twins ? 2 : 1));
    return {
      positions,
      slots: slots.filter(({ left, right }) => left !== barred && right !== barred),
      sides,
      targets,
    };
  });

const LIMIT = 1.5;

function found({ positions, slots, sides, targets }: Case): Found {
  const among = sides.map((_, i) => i);
  const steps = searchAll({ positions, slots, sides, among, targets, limitDb: LIMIT, most: sides.length });
  for (;;) {
    const { value, done } = steps.next();
    if (done) return value;
  }
}

/** What may fill a slot, by the numbers of buffers. */
function fillings(
  { left, right, takesTwins }: Slot,
  sides: readonly (1 | 2)[],
): readonly (readonly Placed[])[] {
  const all = sides.map((_, i) => i);
  const twins = all.filter((i) => sides[i] === 2 && takesTwins);
  const ones = all.filter((i) => sides[i] === 1);
  const at = (position: number, buffer: number): Placed => ({ position, buffer });
  if (right === null) return [...twins, ...ones].map((i) => [at(left, i)]);
  return [
    ...twins.map((i) => [at(left, i), at(right, i)]),
    ...ones.flatMap((a) => ones.flatMap((b) => (a === b ? [] : [[at(left, a), at(right, b)]]))),
  ];
}

/** Every way to fill some slots with buffers, told one by one, each summed from its own beginning. */
function everyOne({ slots, sides }: Case): readonly (readonly Placed[])[] {
  let all: (readonly Placed[])[] = [[]];
  for (const slot of slots)
    all = all.flatMap((one) => [
      one,
      ...fillings(slot, sides).flatMap((more) =>
        more.some(({ buffer }) => one.some((placed) => placed.buffer === buffer)) ? [] : [[...one, ...more]],
      ),
    ]);
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
    boxes: new Set(placed.map(({ buffer }) => buffer)).size,
    over: worst.filter((db) => db > LIMIT).length,
    worstDb: Math.max(0, ...worst),
    sumDb: worst.reduce((a, b) => a + b, 0),
    missing: [...endsOf(targets)].filter((end) => !placed.some(({ position }) => position === end)).length,
  };
}

describe('the search of placements', () => {
  test('is exact: a twin that tells every placement one by one has the same best by each school', () => {
    const met = new Met();
    fc.assert(
      fc.property(cases, (one) => {
        const all = everyOne(one).map((placed) => measured(one, placed));
        const { looked, best } = found(one);
        expect(looked).toBe(all.length);
        expect(looked).toBe(countOf(one.slots, one.sides));
        for (const school of BUFFER_SCHOOLS) {
          const twin = all.reduce((a, b) => (isBetter(school, b, a) ? b : a));
          expect(isBetter(school, twin, best[school])).toBe(false);
          expect(best[school].over).toBe(twin.over);
          expect(best[school].worstDb).toBeCloseTo(measured(one, best[school].placed).worstDb, 9);
          expect(best[school].boxes).toBe(new Set(best[school].placed.map(({ buffer }) => buffer)).size);
          met.count('placed', Number(best[school].placed.length > 0));
          met.count(
            'in stereo',
            Number(
              best[school].placed.some(({ position }) => one.slots.some(({ right }) => right === position)),
            ),
          );
          met.count('by one box', Number(best[school].placed.length > best[school].boxes));
        }
      }),
      { numRuns: 600 },
    );
    met.atLeast({ placed: 300, 'in stereo': 25, 'by one box': 8 });
  });

  test('where there are too many placements fewer are placed at once, and all of those are looked at', () => {
    const many = Array.from({ length: 30 }, (_, i) => mono(i));
    expect(mostWithin(many.slice(0, 16), singles(5), 2_000_000)).toBe(5);
    expect(mostWithin(many, singles(9), 2_000_000)).toBe(2);
    expect(countOf(many, singles(9), 2)).toBeLessThanOrEqual(2_000_000);
    expect(countOf(many, singles(9), 3)).toBeGreaterThan(2_000_000);
    expect(mostWithin(many.slice(0, 3), [], 1)).toBe(0);
    const steps = searchAll({
      positions: 5,
      slots: many.slice(0, 5),
      sides: singles(4),
      among: [0, 2, 3],
      targets: [],
      limitDb: LIMIT,
      most: 1,
    });
    let last = steps.next();
    while (!last.done) last = steps.next();
    expect(last.value.looked).toBe(1 + 5 * 3);
  });

  test('sounds over the limit come first, then the school, then the worst, then the sum', () => {
    const base: Measured = { placed: [], boxes: 0, over: 0, worstDb: 1, sumDb: 2, missing: 0 };
    const better = (school: (typeof BUFFER_SCHOOLS)[number], a: Partial<Measured>, b: Partial<Measured>) =>
      isBetter(school, { ...base, ...a }, { ...base, ...b });
    expect(better('fewest', { over: 0, boxes: 1, worstDb: 1.4 }, { over: 1, worstDb: 1 })).toBe(true);
    expect(better('fewest', { boxes: 0 }, { boxes: 1, worstDb: 0 })).toBe(true);
    expect(better('figures', { boxes: 1, worstDb: 0.8 }, { worstDb: 1 })).toBe(true);
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
