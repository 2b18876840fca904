import { describe, expect, test } from '@jest/globals';
import { cornerHz, inParallel, loudnessDb, readFigure, resonanceHz, SUMS } from './sums';

const answer = (id: string, typed: Record<string, string>) =>
  SUMS.find((sum) => sum.id === id)!
    .work(typed)
    ?.map(({ what, value }) => `${what} ${value}`.trim());

test('the figures of the trade', () => {
  expect(loudnessDb(15, 100)).toBeCloseTo(8.24, 2);
  expect(inParallel([8, 16])).toBeCloseTo(5.333, 3);
  expect(cornerHz(10e3, 2e-9)).toBeCloseTo(7957.7, 1);
  expect(resonanceHz(4.6, 500e-12)).toBeCloseTo(3318.6, 1);
});

describe('as they are told', () => {
  test.each<[string, Record<string, string>, readonly string[]]>([
    ['loudness', { from: '15', to: '100' }, ['louder by +8.2 dB']],
    ['level', { level: '-10 dBV' }, ['−7.8 dBu', '−10 dBV', '316 mV rms, 447 mV peak']],
    ['level', { level: '+4' }, ['+4 dBu', '+1.8 dBV', '1.23 V rms, 1.74 V peak']],
    ['ratio', { db: '6' }, ['voltage × 2', 'power × 3.98']],
    [
      'loads',
      { tap: '8', loads: '16, 16' },
      ['in parallel 8 Ω, as the tap', 'shares 50 % and 50 %', 'in series 32 Ω'],
    ],
    [
      'loads',
      { tap: '8', loads: '8, 16' },
      ['in parallel 5.33 Ω: under the tap', 'shares 67 % and 33 %', 'in series 24 Ω'],
    ],
    ['loads', { tap: '8', loads: '16' }, ['in parallel 16 Ω: over the tap']],
    [
      'tempo',
      { bpm: '120' },
      [
        'quarter 500 ms',
        'dotted eighth 375 ms',
        'quarter triplet 333 ms',
        'eighth 250 ms',
        'eighth triplet 167 ms',
      ],
    ],
    ['length', { metres: '6', feet: '20' }, ['6 m 19.7 ft', '20 ft 6.1 m']],
    ['corner', { ohm: '10k', farad: '2 nF' }, ['−3 dB at 7960 Hz']],
    [
      'resonance',
      { henry: '4.6', own: '140p', metres: '5.5', per: '100p' },
      ['with the lead 2820 Hz, 690 pF in all', 'without 6270 Hz'],
    ],
  ])('%s %j', (id, typed, told) => {
    expect(answer(id, typed)).toEqual(told);
  });

  test('what is no figure has no answer; every sum begins with figures that have one', () => {
    for (const { id, fields, work } of SUMS) {
      const usual = Object.fromEntries(fields.map(({ key, usual: value }) => [key, value]));
      expect([id, work(usual)?.length]).not.toEqual([id, undefined]);
      for (const { key } of fields) expect([id, work({ ...usual, [key]: 'much' })]).toEqual([id, null]);
    }
  });

  test('figures are read with their prefixes', () => {
    expect([readFigure('4,7k'), readFigure('100 pF'), readFigure('2.2M'), readFigure('47 µF')]).toEqual([
      4_700, 100e-12, 2.2e6, 47e-6,
    ]);
    for (const bad of ['', '0', '-3', 'k', '1 2']) expect(readFigure(bad)).toBeNull();
  });
});
