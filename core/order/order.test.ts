import { describe, expect, test } from '@jest/globals';
import * as fc from 'fast-check';
import { makeRig } from '../model';
import { DRIVEN_DB, GROUPS, memberOf, type Group, type Member } from './group';
import { schoolWords, SCHOOLS, verdictOf, verdictWords, type SchoolName } from './index';

const HOUSE = makeRig({ id: 'a', title: 'A', created: '2026-01-01' });
const NAMES = Object.keys(SCHOOLS) as SchoolName[];

const houseOf = (schools: Partial<Record<SchoolName, string>>) => ({
  houseRules: {
    ...HOUSE.houseRules,
    schools: Object.fromEntries(
      Object.entries(schools).map(([name, position]) => [SCHOOLS[name as SchoolName].id, position]),
    ),
  },
});

const member = (group: Group, more: Partial<Member> = {}): Member => ({ group, gainDb: 0, ...more });
const verdict = (a: Group, b: Group, schools: Partial<Record<SchoolName, string>> = {}) =>
  verdictOf(houseOf(schools), member(a), member(b));

/** Every house there can be, by one number for each question. */
const anyHouse = fc
  .tuple(...NAMES.map((name) => fc.nat({ max: SCHOOLS[name].positions.length - 1 })))
  .map((picks) =>
    houseOf(Object.fromEntries(NAMES.map((name, i) => [name, SCHOOLS[name].positions[picks[i] ?? 0]!.id]))),
  );

describe('the usual order', () => {
  // The trade's list, front to back, where no house has said otherwise.
  const LIST: readonly Group[] = [
    'pickup',
    'tuner',
    'pitch',
    'wah',
    'compressor',
    'gain',
    'preamp',
    'modulation',
    'delay',
    'reverb',
    'looper',
  ];
  test.each(LIST.slice(1).map((group, i) => [LIST[i]!, group] as const))(
    '%s ahead of %s, and not the other way round',
    (a, b) => {
      expect(verdict(a, b).so).toBe('usual');
      expect(verdict(b, a).so).toBe('against');
    },
  );

  test.each<[Group, Group, string]>([
    ['preamp', 'eq', 'usual'],
    ['preamp', 'volume', 'usual'],
    ['gain', 'cab', 'usual'],
    ['boost', 'gain', 'either'],
    ['gain', 'boost', 'either'],
    ['delay', 'clean', 'either'],
    ['delay', 'gain', 'against'],
    ['gate', 'gain', 'either'],
    ['gain', 'gate', 'either'],
    ['delay', 'gate', 'against'],
    ['buffer', 'pickup', 'against'],
    ['cab', 'gain', 'against'],
    ['eq', 'volume', 'either'],
  ])('%s, then %s: %s', (a, b, so) => {
    expect(verdict(a, b).so).toBe(so);
  });

  test('low gain goes into high; gains that are alike may stand either way', () => {
    const [low, high] = [member('gain', { gainDb: 20 }), member('gain', { gainDb: 45 })];
    expect(verdictOf(HOUSE, low, high).so).toBe('usual');
    expect(verdictOf(HOUSE, high, low).so).toBe('against');
    expect(verdictOf(HOUSE, low, { ...low, gainDb: 22 }).so).toBe('either');
  });

  test('a wish about the preamp goes before what is usual', () => {
    const delay = member('delay', { wish: 'ahead' });
    expect(verdictOf(HOUSE, delay, member('preamp')).so).toBe('usual');
    expect(verdictOf(HOUSE, member('preamp'), delay).so).toBe('against');
    expect(verdictOf(HOUSE, member('wah', { wish: 'after' }), member('clean')).so).toBe('against');
    // The wish is about the preamp alone.
    expect(verdictOf(HOUSE, delay, member('gain')).so).toBe('against');
  });

  test('preamps take turns, clean or driven: neither goes ahead by what is usual', () => {
    for (const [a, b] of [
      ['preamp', 'clean'],
      ['clean', 'preamp'],
      ['preamp', 'preamp'],
    ] as const)
      expect(verdict(a, b)).toMatchObject({ so: 'either', text: expect.stringContaining('take turns') });
  });

  test('a preamp is driven from 30 dB on; what wants the pickup is so whatever it is', () => {
    const preamp = { role: 'preamp', category: undefined, wantsPickup: false } as const;
    expect(memberOf(preamp, undefined, DRIVEN_DB)?.group).toBe('clean');
    expect(memberOf(preamp, undefined, DRIVEN_DB + 1)?.group).toBe('preamp');
    const booster = { role: 'effect', category: 'booster' } as const;
    expect(memberOf({ ...booster, wantsPickup: true }, undefined)?.group).toBe('pickup');
    expect(memberOf({ ...booster, wantsPickup: false }, undefined)?.group).toBe('boost');
    expect(memberOf({ ...booster, role: 'power', category: undefined, wantsPickup: false }, undefined)).toBe(
      null,
    );
  });
});

describe('laws, in every house', () => {
  test('of two ways round one is usual and the other against it, or both are as good', () => {
    fc.assert(
      fc.property(anyHouse, (house) => {
        const wrong = GROUPS.flatMap((a) =>
          GROUPS.flatMap((b) => {
            const [one, other] = [
              verdictOf(house, member(a), member(b)),
              verdictOf(house, member(b), member(a)),
            ];
            const both = [one.so, other.so].sort().join(' ');
            const isSaid = [one, other].every((it) => /^[^$]+\.$/.test(verdictWords(it, 'A1', 'B2')));
            return ['against usual', 'either either'].includes(both) && isSaid ? [] : [`${a} ${b}: ${both}`];
          }),
        );
        expect(wrong).toEqual([]);
      }),
      { numRuns: 200, endOnFailure: true },
    );
  });

  test('there is an order that nothing stands against', () => {
    fc.assert(
      fc.property(anyHouse, (house) => {
        const left = new Set<Group>(GROUPS);
        while (left.size > 0) {
          const next = [...left].find((group) =>
            [...left].every((other) => verdictOf(house, member(group), member(other)).so !== 'against'),
          );
          expect({ left: [...left], next }).not.toMatchObject({ next: undefined });
          if (next === undefined) return;
          left.delete(next);
        }
      }),
      { numRuns: 1_000, endOnFailure: true },
    );
  });

  test('every question about the order turns some pair, each of its positions', () => {
    for (const name of NAMES) {
      if (SCHOOLS[name].topic !== 'order') continue;
      const tables = SCHOOLS[name].positions.map(({ id }) =>
        GROUPS.flatMap((a) => GROUPS.map((b) => verdict(a, b, { [name]: id }).so)).join(),
      );
      expect({ name, kinds: new Set(tables).size }).toEqual({ name, kinds: tables.length });
    }
  });

  test('the side that is taken is told in words', () => {
    expect(schoolWords(HOUSE, 'compressor')).toBe('Compressor: ahead of the drive');
    expect(schoolWords(houseOf({ compressor: 'after' }), 'compressor')).toBe(
      'Compressor: behind the drive, to even out levels',
    );
  });
});
