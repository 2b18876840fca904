import { expect, test } from '@jest/globals';
import { writeFileSync } from 'node:fs';
import { writeRig } from '../core/file';
import { fedRig } from '../core/testing/supplies';
import { build, fourCable } from '../core/testing/build';
import { at, hum, json } from './testing';

/** Three shields between two boxes, each of which has an earth of its own. */
const EARTHED = {
  nodes: ['guitar', 'unit', 'amp', 'outlets'],
  edges: [
    { a: 0, b: 1, ohm: 0.2, emf_v: 0, break_cost: 5, what: 'guitar lead' },
    { a: 1, b: 2, ohm: 0.22, emf_v: 12e-6, break_cost: 5, what: 'front' },
    { a: 1, b: 2, ohm: 0.22, emf_v: 9e-6, break_cost: 2, what: 'send' },
    { a: 1, b: 2, ohm: 0.22, emf_v: 11e-6, break_cost: 3, what: 'return' },
    { a: 2, b: 3, ohm: 0.1, break_cost: null, what: 'amp earth' },
    { a: 1, b: 3, ohm: 0.15, emf_v: 2e-3, what: 'unit earth' },
  ],
};

const written = (value: unknown) => {
  writeFileSync(at('network.json'), typeof value === 'string' ? value : JSON.stringify(value));
  return at('network.json');
};

test('ground tells loops, currents, the cheapest loop-free set, and what lifted shields leave', async () => {
  const file = written(EARTHED);
  const plain = (await json(['ground', file])).value as Record<string, number[] & number>;
  expect(Object.keys(plain)).toEqual([
    'independent_loops',
    'edge_current_a',
    'breaks',
    'break_cost',
    'error_voltage_v',
  ]);
  expect([plain.independent_loops, plain.breaks, plain.break_cost]).toEqual([3, [1, 2, 3], 10]);
  expect(plain.error_voltage_v![1]).toBeCloseTo(-0.00044985567, 9);
  // Lifted in all three, the whole difference of the earths stands in the front lead.
  const lifted = (await json(['ground', file, '--lift', '1,2,3'])).value as typeof plain;
  expect(lifted.error_voltage_v![1]).toBeCloseTo(-1.988e-3, 5);
  expect(lifted.edge_current_a).toEqual(plain.edge_current_a);
  expect((await hum(['ground', file, '--lift', '0'])).stdout).toMatch(
    /guitar – unit \(guitar lead\), lifted: .*cut off/,
  );
});

test.each([
  ['no JSON', '{', /the network is no JSON/],
  [
    'a node that is not there',
    { nodes: ['a'], edges: [{ a: 0, b: 4, ohm: 1 }] },
    /edges\.0\.b: there is no node 4/,
  ],
  ['no resistance', { nodes: ['a', 'b'], edges: [{ a: 0, b: 1, ohm: 0 }] }, /a resistance is over 0 ohm/],
])('%s is said, with its place', async (_, value, message) => {
  const { status, stderr } = await hum(['ground', written(value)]);
  expect(status).toBe(2);
  expect(stderr).toMatch(message);
});

test('an edge that --lift does not know is said', async () => {
  const { status, stderr } = await hum(['ground', written(EARTHED), '--lift', '1,9']);
  expect([status, stderr]).toEqual([2, '--lift knows no edge "9"; there are 6, counted from 0\n']);
});

test('loops names every ground loop of a rig', async () => {
  writeFileSync(at('four.json'), writeRig(fourCable()));
  expect((await json(['loops', at('four.json')])).value).toMatchObject({
    independent_loops: 2,
    loops: [
      { group: 'stage runs', leads: [3, 4], boxes: ['multi-effects', 'valve-head'] },
      { group: 'stage runs', leads: [3, 5] },
    ],
  });
  expect((await hum(['loops', at('four.json')])).stdout.split('\n').slice(0, 2)).toEqual([
    '2 loops by stage runs',
    '  stage runs: leads 3 and 4 between Multi-effects and Valve head',
  ]);
  expect((await hum(['loops', at('four.json')])).stdout).toMatch(/lead 5: about [\d.]+ [µm]?V in series/);
});

test('loops tells hum at each output, and with --cure what rids the rig of it', async () => {
  const rig = build(
    'guitar, unit, valve head, cab 16, desk',
    'guitar/out > multi-effects/input',
    'multi-effects/out-1-l > valve-head/return',
    'multi-effects/out-1-r > desk/ch-1',
    'valve-head/spk-16 = cabinet/in',
  );
  writeFileSync(at('desk.json'), writeRig(rig));
  const { outputs } = (await json(['loops', at('desk.json'), '--sound', 'Sound 1'])).value as {
    outputs: { output: string; average_dbu: number; hum_dbu: number; pickup_dbu: number }[];
  };
  expect(outputs.map(({ output }) => output)).toEqual(['Cabinet', 'Desk']);
  for (const one of outputs) expect(one.hum_dbu).toBeLessThan(one.average_dbu);
  const before = (await hum(['loops', at('desk.json'), '--cure'])).stdout;
  expect(before).toMatch(/Sound 1, Cabinet: hum \d+ dB under the signal, the pickup's own \d+ dB under/);
  expect(before).toMatch(
    /have the earth of Valve head and Desk proved by a qualified person; not by this plan/,
  );
  expect(before).not.toMatch(/enough/);
  const proved = {
    ...rig,
    boxes: rig.boxes.map((box) =>
      box.power.class === 'I'
        ? { ...box, power: { ...box.power, earthProved: { by: 'Electrician', date: '2026-05-01' } } }
        : box,
    ),
  };
  writeFileSync(at('proved.json'), writeRig(proved));
  const after = (await hum(['loops', at('proved.json'), '--cure'])).stdout;
  expect(after).toMatch(/enough, no cheaper set of \d+: Make lead 3 of twin-core cable/);
  expect(after).toMatch(/worse by \+[\d.]+ dB: Lift the shield at the receiving end of lead 2/);
});

test('loads tells what takes the power of each stage, by share, and what is slaved', async () => {
  const rig = build(
    'guitar, valve head 100w, cab with through 8, cab 16, load box, power amp, cab 8',
    'guitar/out > valve-head/input',
    'valve-head/spk-4 = cabinet-with-through/in',
    'cabinet-with-through/through = cabinet/in',
    'power-amp/spk = cabinet-2/in',
  );
  writeFileSync(at('loads.json'), writeRig(rig));
  const { value } = await json(['loads', at('loads.json')]);
  expect(value).toMatchObject({
    stages: [
      {
        box: 'valve-head',
        joined: 'in parallel',
        loads: [
          { box: 'cabinet-with-through', wants_w: expect.closeTo(100) },
          { box: 'cabinet', wants_w: expect.closeTo(50) },
        ],
      },
      { box: 'power-amp', ohm: 8, ratio: 1 },
    ],
    slaved: [],
  });
  const { stdout } = await hum(['loads', at('loads.json')]);
  expect(stdout.split('\n')[0]).toBe(
    'Valve head, SPK 4 Ω: 5.33 Ω in parallel, 1.33:1; Cabinet with through 67 %, 66.7 W (stands 120, wants 100) and Cabinet 33 %, 33.3 W (stands 60, wants 50)',
  );
});

test('power tells what every outlet feeds, what is too much, and the placement that is best', async () => {
  const rig = fedRig(
    [{ outlets: [{ milliamps: 100 }, { milliamps: 500 }] }],
    [{ milliamps: 300, at: 'supply/out-1' }, { milliamps: 20 }],
  );
  writeFileSync(at('power.json'), writeRig(rig));
  const { value } = await json(['power', at('power.json')]);
  expect(value).toMatchObject({
    outlets: [
      { outlet: 'OUT 1', boxes: ['Pedal 1'], drawn: 300, rating: 100, strain: 3.6 },
      { outlet: 'OUT 2', boxes: [] },
    ],
    unfed: ['Pedal 2'],
    assignment: {
      boxes: [
        { box: 'pedal-1', at: 'supply/out-2', stays: false },
        { box: 'pedal-2', at: 'supply/out-1', stays: false },
      ],
      moved: 2,
      exact: true,
    },
  });
  const { stdout } = await hum(['power', at('power.json')]);
  expect(stdout.split('\n')).toEqual(
    expect.arrayContaining([
      'supply OUT 1, 9 V: Pedal 1; 300 mA of 100 mA; TOO MUCH FOR THE HOUSE',
      'fed by nothing: Pedal 2',
      'best: Pedal 1 into OUT 2 of supply; Pedal 2 into OUT 1 of supply',
    ]),
  );
});
