import { describe, expect, test } from '@jest/globals';
import { readFileSync, writeFileSync } from 'node:fs';
import { writeRig } from '../core/file';
import { wired } from '../core/testing/order';
import { at, hum, json } from './testing';

type Levels = { average_dbu: number; peak_dbu: number; noise_dbu: number };
type Stages = { stages: { name: string; in: Levels; out: Levels }[] };
const { cases } = JSON.parse(readFileSync('core/testing/level-cases.json', 'utf8')) as {
  cases: { name: string; expected: Stages['stages'] }[];
};

describe('stages', () => {
  test.each(cases.map((one) => [one.name, one] as const))('%s', async (_, one) => {
    const { status, value } = await json(['stages', '-'], JSON.stringify(one));
    expect(status).toBe(0);
    const { stages } = value as unknown as Stages;
    expect(stages.map(({ name }) => name)).toEqual(one.expected.map(({ name }) => name));
    stages.forEach((stage, i) => {
      for (const side of ['in', 'out'] as const)
        for (const [field, wanted] of Object.entries(one.expected[i]![side]))
          expect(Math.abs(stage[side][field as keyof Levels] - wanted)).toBeLessThan(0.01);
    });
  });

  test('what is not said of a stage is none: no gain, no ceiling, no noise', async () => {
    const chain = {
      source: { average_dbu: -10, peak_dbu: 8, r_out_ohm: 0 },
      stages: [{ r_in_ohm: 1e6, r_out_ohm: 100, ceiling_dbu: null }],
    };
    const { value } = await json(['stages', '-'], JSON.stringify(chain));
    const [stage] = (value as unknown as Stages).stages;
    expect(stage!.out).toMatchObject({ average_dbu: -10, peak_dbu: 8 });
    expect(stage!.out.noise_dbu).toBeLessThan(-200);
    expect((await hum(['stages', '-'], JSON.stringify(chain))).stdout).toMatch(/in +-10\.00 +8\.00/);
  });

  test.each([
    ['{', /the chain is no JSON/],
    [
      '{"source":{"average_dbu":1,"peak_dbu":2,"r_out_ohm":-1},"stages":[]}',
      /source\.r_out_ohm: an impedance is 0 or more\n {2}stages: a chain has one stage/,
    ],
    [
      '{"source":{"average_dbu":"x","peak_dbu":2,"r_out_ohm":1},"stages":[{"r_in_ohm":0,"r_out_ohm":1}]}',
      /source\.average_dbu: a number\n {2}stages\.0\.r_in_ohm: an input takes more than 0 ohm/,
    ],
  ])('%s is refused with where and what', async (text, message) => {
    const { status, stderr } = await hum(['stages', '-'], text);
    expect(status).toBe(2);
    expect(stderr).toMatch(message);
  });
});

describe('tone and buffers', () => {
  const file = () => {
    const name = at('board.humrig.json');
    writeFileSync(
      name,
      writeRig(wired('guitar, wah, phaser, buffer, combo', 'GUITAR > WAH > PHASER > COMBO')),
    );
    return name;
  };

  test('tone: curves, marks, who drives what, as text, JSON and CSV', async () => {
    const { status, value } = await json(['tone', file()]);
    expect(status).toBe(0);
    const { hertz, routes } = value as {
      hertz: number[];
      routes: { differenceDb: number[]; marksDb: Record<string, number>; drives: { by: string }[] }[];
    };
    expect(hertz).toHaveLength(97);
    expect(routes[0]!.differenceDb).toHaveLength(97);
    expect(Object.keys(routes[0]!.marksDb)).toEqual(['1000', '3000', '5000', '8000']);
    expect(routes[0]!.drives.map(({ by }) => by)).toEqual(['GUITAR']);
    const text = (await hum(['tone', file()])).stdout;
    expect(text).toContain('against 5.5 m into Combo');
    expect(text).toMatch(/GUITAR +8 kΩ +\d+ pF {2}lead 1, 2, 3 into combo\/input/);
    const csv = (await hum(['tone', file(), '--csv'])).stdout;
    expect(csv.split('\r\n')[1]).toMatch(/^80,-?\d/);
    expect(csv.split('\r\n')).toHaveLength(99);
  });

  test('buffers: today beside the best, and how many placements were looked at', async () => {
    const { value } = await json(['buffers', file()]);
    expect(value).toMatchObject({ looked: 4, positions: 3, house: 'fewest', today: { over: 1 } });
    const text = (await hum(['buffers', file()])).stdout;
    expect(text).toMatch(/^today: 1 of 1 sounds over the limit, worst \d+\.\d\d dB: no buffer$/m);
    expect(text).toMatch(/^as few as will do \(the house\): 0 of 1 sounds over the limit.*: Buffer between/m);
    expect(text).toContain('4 placements looked at: 1 at hand, 3 places');
  });
});
