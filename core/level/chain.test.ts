import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { dbuOf, hopDb, overHop, parallel, powerSum, SILENT_DBU, thermalDbu, throughStages } from './chain';

type Case = {
  name: string;
  source: { average_dbu: number; peak_dbu: number; r_out_ohm: number };
  stages: Record<string, number>[];
  expected: Record<'in' | 'out', { average_dbu: number; peak_dbu: number; noise_dbu: number }>[];
};

const { cases } = JSON.parse(readFileSync('core/testing/level-cases.json', 'utf8')) as { cases: Case[] };

describe('whole chains, worked elsewhere from the formulas', () => {
  test.each(cases.map((c) => [c.name, c] as const))('%s', (_name, { source, stages, expected }) => {
    const found = throughStages(
      { averageDbu: source.average_dbu, peakDbu: source.peak_dbu, rOutOhm: source.r_out_ohm },
      stages.map((s) => ({
        rInOhm: s.r_in_ohm!,
        rOutOhm: s.r_out_ohm!,
        gainSmallDb: s.gain_small_db!,
        ceilingDbu: s.ceiling_dbu!,
        levelAfterDb: s.level_after_db!,
        noiseInDbu: s.noise_in_dbu!,
        noiseOutDbu: s.noise_out_dbu!,
      })),
    );
    expect(found).toHaveLength(expected.length);
    found.forEach((stage, i) => {
      for (const side of ['in', 'out'] as const) {
        const want = expected[i]![side];
        expect(Math.abs(stage[side].averageDbu - want.average_dbu)).toBeLessThan(0.01);
        expect(Math.abs(stage[side].peakDbu - want.peak_dbu)).toBeLessThan(0.01);
        expect(Math.abs(stage[side].noiseDbu - want.noise_dbu)).toBeLessThan(0.01);
      }
    });
  });
});

describe('worked figures of the trade', () => {
  test.each([
    [1e3, -122.7],
    [10e3, -112.7],
    [68e3, -104.4],
    [62.5e3, -104.7],
    [1e6, -92.7],
  ])('%d ohm: %d dBu of noise', (ohm, dbu) => {
    expect(thermalDbu(ohm)).toBeCloseTo(dbu, 1);
  });

  test('hops, sums and volts', () => {
    expect(hopDb(50e3, 47e3)).toBeCloseTo(-6.29, 2);
    expect(hopDb(600, 10e3)).toBeCloseTo(-0.51, 2);
    expect(powerSum(-110, -105)).toBeCloseTo(-103.8, 1);
    expect(dbuOf(Math.sqrt(20 * 8))).toBeCloseTo(24.3, 1);
    expect(parallel(68e3, 1e6)).toBeCloseTo(63_670, 0);
  });
});

describe('laws', () => {
  const level = fc.double({ min: -60, max: 40, noNaN: true });
  const ohm = fc.double({ min: 1, max: 1e7, noNaN: true });

  test('a hop never gains, and a higher input loses less', () => {
    fc.assert(
      fc.property(ohm, ohm, fc.double({ min: 1.01, max: 100, noNaN: true }), (out, into, more) => {
        expect(hopDb(out, into)).toBeLessThanOrEqual(0);
        expect(hopDb(out, into * more)).toBeGreaterThan(hopDb(out, into));
      }),
    );
  });

  test('nothing comes out over its ceiling, and a hotter source never comes out quieter', () => {
    fc.assert(
      fc.property(
        level,
        level,
        level,
        fc.double({ min: 0, max: 30, noNaN: true }),
        (gain, ceiling, a, more) => {
          const stage = {
            rInOhm: 1e6,
            rOutOhm: 100,
            gainSmallDb: gain,
            ceilingDbu: ceiling,
            levelAfterDb: 0,
            noiseInDbu: -105,
            noiseOutDbu: -98,
          };
          const at = (averageDbu: number) =>
            throughStages({ averageDbu, peakDbu: averageDbu + 18, rOutOhm: 8200 }, [stage])[0]!.out;
          expect(at(a).peakDbu).toBeLessThanOrEqual(ceiling + 1e-9);
          expect(at(a + more).averageDbu).toBeGreaterThanOrEqual(at(a).averageDbu - 1e-9);
          expect(at(a + more).peakDbu).toBeGreaterThanOrEqual(at(a).peakDbu - 1e-9);
        },
      ),
    );
  });

  test('silence stays within a hair of the thermal floor', () => {
    const floor = overHop({ averageDbu: -20, peakDbu: 0, noiseDbu: SILENT_DBU }, 1e3, 1e6).noiseDbu;
    expect(floor).toBeCloseTo(thermalDbu(parallel(1e3, 1e6)), 6);
  });
});
