import { describe, expect, test } from '@jest/globals';
import CASES from '../testing/tone-cases.json';
import {
  curveOf,
  frequenciesOf,
  NetlistError,
  parseNetlist,
  SingularError,
  solverOf,
  writeNetlist,
} from './index';

/** Degrees between two phases, full turns left out. */
const apart = (a: number, b: number): number => Math.abs(((((a - b) % 360) + 540) % 360) - 180);

describe('what an independent simulator computes', () => {
  test.each(CASES.cases.map((one) => [one.name, one] as const))('%s', (_name, one) => {
    const { frequencyHz, magnitudeDb, phaseDeg } = curveOf(parseNetlist(one.netlist), 'out');
    expect(frequencyHz).toHaveLength(one.frequency_hz.length);
    one.frequency_hz.forEach((hertz, i) => {
      expect(frequencyHz[i]! / hertz).toBeCloseTo(1, 6);
      // The figures are rounded to five digits behind the point, and four.
      expect(Math.abs(magnitudeDb[i]! - one.magnitude_db[i]!)).toBeLessThan(1e-4);
      expect(apart(phaseDeg[i]!, one.phase_deg[i]!)).toBeLessThan(1e-3);
    });
  });

  test.each(CASES.cases.map((one) => [one.name, one.netlist] as const))(
    '%s, written and read again',
    (_name, text) => {
      const netlist = parseNetlist(text);
      expect(parseNetlist(writeNetlist(netlist))).toEqual(netlist);
    },
  );
});

describe('netlists as people write them', () => {
  test('suffixes in any case, units, comments, lines that go on, ground by its other name', () => {
    const netlist = parseNetlist(
      [
        'A low pass of 159 Hz',
        '* a comment',
        'VIN In GND DC 5',
        '+ AC 2 90 ; volts and degrees',
        '',
        'r1 in OUT 10Kohm $ a resistor',
        'C1 out 0',
        '+ 100NF',
        'R2 out 0 1MEG',
        'L1 out x 2.5H',
        'R3 x 0 1m',
        '.AC DEC 10 100 1K',
        '.end',
        'nothing behind the end is read',
      ].join('\r\n'),
    );
    expect(netlist.title).toBe('A low pass of 159 Hz');
    expect(netlist.elements).toEqual([
      { kind: 'V', name: 'vin', from: 'in', to: '0', value: 2, phase: 90 },
      { kind: 'R', name: 'r1', from: 'in', to: 'out', value: 10_000 },
      { kind: 'C', name: 'c1', from: 'out', to: '0', value: expect.closeTo(100e-9, 15) },
      { kind: 'R', name: 'r2', from: 'out', to: '0', value: 1e6 },
      { kind: 'L', name: 'l1', from: 'out', to: 'x', value: 2.5 },
      { kind: 'R', name: 'r3', from: 'x', to: '0', value: 1e-3 },
    ]);
    expect(netlist.sweep).toEqual({ by: 'dec', points: 10, from: 100, to: 1_000 });
  });

  test('the phase of a source is in degrees', () => {
    const { re, im } = solverOf(parseNetlist('t\nV1 in 0 AC 2 90\nR1 in out 1k\nR2 out 0 1k\n.end'), [
      'out',
    ]).run([1_000]);
    expect([re[0]![0], im[0]![0]]).toEqual([expect.closeTo(0, 12), expect.closeTo(1, 12)]);
  });

  test.each([
    ['t', 'R1 a 0 1k\nQ1 a b c', 3, /Q1.*no R, C, L, V, E or K/],
    ['a number', 'R1 a 0 tenk', 2, /“tenk” is no number for the resistance/],
    ['too little', 'R1 a', 2, /R1 has no second node/],
    ['too much', 'R1 a 0 1k 2', 2, /“2” is more than is understood/],
    ['twice', 'R1 a 0 1k\nr1 b 0 1k', 3, /two of the name r1/],
    ['a coupling of nothing', 'L1 a 0 1\nK1 L1 L2 0.9', 3, /no inductor l2/],
    ['a coupling over one', 'L1 a 0 1\nL2 b 0 1\nK1 L1 L2 1.1', 4, /a coupling is −1…1/],
    ['another card', 'R1 a 0 1k\n.tran 1m 1', 3, /“.tran” is not understood/],
    ['a sweep downwards', 'R1 a 0 1k\n.ac dec 10 1k 100', 3, /a sweep goes up/],
    ['a sweep of another kind', 'R1 a 0 1k\n.ac log 10 1 100', 3, /dec, oct or lin, not “log”/],
    ['a line that goes on with nothing', '+ R1 a 0 1k', 2, /has none ahead/],
    ['nothing', '', 2, /no part/],
    ['a source of another kind', 'V1 a 0 SIN(0 1 1k)', 2, /not “sin”/],
  ])('%s is told by its line', (_what, text, line, reason) => {
    let caught: unknown;
    try {
      parseNetlist(`title\n${text}`);
    } catch (error) {
      caught = error;
    }
    expect(caught).toBeInstanceOf(NetlistError);
    expect((caught as NetlistError).line).toBe(line);
    expect((caught as NetlistError).message).toMatch(reason);
  });

  test.each([
    [{ by: 'dec', points: 12, from: 20, to: 20_000 }, 37, 20_000],
    [{ by: 'oct', points: 3, from: 20, to: 20_480 }, 31, 20_480],
    [{ by: 'dec', points: 10, from: 100, to: 950 }, 10, 794.328],
    [{ by: 'lin', points: 5, from: 100, to: 500 }, 5, 500],
    [{ by: 'lin', points: 1, from: 1_000, to: 1_000 }, 1, 1_000],
  ] as const)('the points of a sweep: %o', (sweep, count, last) => {
    const points = frequenciesOf(sweep);
    expect(points).toHaveLength(count);
    expect(points.at(-1)).toBeCloseTo(last, 2);
  });
});

describe('circuits without an answer', () => {
  const solve = (text: string) => curveOf(parseNetlist(`t\n${text}\n.ac dec 1 10 1k`), 'out');
  test.each([
    ['a node that nothing leads to ground', 'V1 a 0 AC 1\nR1 a 0 1k\nC1 out x 1n\nR2 x out 1k'],
    ['two sources that contradict each other', 'V1 out 0 AC 1\nV2 out 0 AC 2'],
    ['a stage that hears a node of nothing', 'V1 a 0 AC 1\nR1 a 0 1k\nE1 out 0 b 0 1\nR2 out 0 1k'],
  ])('%s is said, by name', (_what, text) => {
    expect(() => solve(text)).toThrow(SingularError);
    expect(() => solve(text)).toThrow(/nothing fixes/);
  });

  test('a resonance without loss: a pivot that vanishes at one frequency is gone around there', () => {
    const series = parseNetlist('t\nV1 a 0 AC 1\nL1 a m 1\nC1 m out 1\nR1 out 0 1');
    const { magnitudeDb } = curveOf(series, 'out', Float64Array.of(0.1, 1 / (2 * Math.PI), 0.3));
    expect(magnitudeDb[1]).toBeCloseTo(0, 9);
    for (const db of [magnitudeDb[0]!, magnitudeDb[2]!]) expect(db).toBeLessThan(-2);
  });

  test('a resonance without loss that what is asked for hangs on has no answer at it, and is said to', () => {
    const tank = parseNetlist('t\nV1 a 0 AC 1\nC2 a out 0.5\nL1 out 0 1\nC1 out 0 0.5');
    const at = (hertz: number) => curveOf(tank, 'out', Float64Array.of(hertz)).magnitudeDb[0]!;
    expect(() => at(1 / (2 * Math.PI))).toThrow(SingularError);
    expect(at(0.1)).toBeLessThan(0);
    expect(at(0.3)).toBeLessThan(0);
  });

  test('a node that is not there, and no sweep', () => {
    expect(() => solve('R1 a 0 1k')).toThrow(/no node out/);
    expect(() => curveOf(parseNetlist('t\nR1 out 0 1k'), 'out')).toThrow(/no \.ac line/);
  });

  test('parts of nothing: a short, an empty capacitor, a source without AC', () => {
    const { magnitudeDb } = solve(
      'V1 a 0 AC 1\nV2 b 0 DC 9\nR1 a out 0\nR2 out b 1k\nC1 out 0 0\nL1 out c 0\nR3 c 0 1k',
    );
    expect(magnitudeDb.every((db) => Math.abs(db) < 1e-9)).toBe(true);
    const silent = solve('V1 out 0 DC 9\nR1 out 0 1k');
    expect([...silent.magnitudeDb]).toEqual([-400, -400, -400]);
  });
});
