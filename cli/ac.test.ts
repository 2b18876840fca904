import { expect, test } from '@jest/globals';
import { writeFileSync } from 'node:fs';
import { writeRig } from '../core/file';
import { wired } from '../core/testing/order';
import { at, hum, json } from './testing';

const LOW_PASS = [
  'A low pass',
  'V1 in 0 AC 1',
  'R1 in out 10k',
  'C1 out 0 1.591549431n',
  'R2 out x 1meg',
  'R3 x 0 1meg',
  '.ac dec 1 1k 100k',
  '.end',
];

test('ac tells the response of a netlist at its own points, at the node that is asked for', async () => {
  const file = at('low-pass.cir');
  writeFileSync(file, LOW_PASS.join('\n'));
  const { status, value } = await json(['ac', file]);
  expect(status).toBe(0);
  expect(Object.keys(value)).toEqual(['frequency_hz', 'magnitude_db', 'phase_deg']);
  const { frequency_hz: hertz, magnitude_db: db, phase_deg: degrees } = value as Record<string, number[]>;
  [1_000, 10_000, 100_000].forEach((wanted, i) => expect(hertz![i]).toBeCloseTo(wanted, 6));
  // Down 3 dB and 45 degrees at 10 kHz, and 0.04 dB for the 2 Mohm behind it.
  expect(db![1]).toBeCloseTo(-3.0321, 3);
  expect(degrees![1]).toBeCloseTo(-44.857, 2);
  const half = (await json(['ac', file, '--node', 'X'])).value as Record<string, number[]>;
  expect(half.magnitude_db![1]! - db![1]!).toBeCloseTo(-6.0206, 3);
  const text = await hum(['ac', '-'], LOW_PASS.join('\n'));
  expect(text.stdout.split('\n')[1]).toMatch(/^ +10000\.00 Hz +-3\.032 dB +-44\.86°$/);
});

test.each([
  [
    'a part that is not known',
    LOW_PASS.toSpliced(2, 0, 'Q1 a b c model'),
    /line 3: “Q1” is no R, C, L, V, E or K/,
  ],
  ['no sweep', LOW_PASS.filter((line) => !line.startsWith('.ac')), /no \.ac line/],
  ['a node that nothing fixes', LOW_PASS.filter((line) => !/^(R1|C1|R3)/.test(line)), /nothing fixes/],
  ['a node that is not there', LOW_PASS.map((line) => line.replaceAll('out', 'end')), /no node out/],
])('%s: exit 2, a message, no stack', async (_what, lines, message) => {
  const { status, stdout, stderr } = await hum(['ac', '-'], lines.join('\n'));
  expect([status, stdout]).toEqual([2, '']);
  expect(stderr).toMatch(message);
  expect(stderr).not.toMatch(/\n\s+at /);
});

test('netlist tells the circuit of a route in a sound, which ac reads', async () => {
  const rig = wired(
    'guitar, fuzz, unit, valve head, cab 16',
    'GUITAR > FUZZ > MULTI[drive loop-1(VALVE[preamp]) amp cab chorus delay reverb] > VALVE[power] > CABINET',
  );
  const file = at('route.humrig.json');
  writeFileSync(file, writeRig(rig));
  const { status, stdout } = await hum(['netlist', file, '--from', 'GUITAR', '--to', 'VALVE:Input']);
  expect(status).toBe(0);
  expect(stdout).toMatch(/^\* .*: Guitar to INPUT of Valve head\nV1 s0_drv 0 AC 1 0\n/);
  expect(stdout).toMatch(/\nEout out 0 s\d_\w+ 0 1\n\.ac dec 12 20 20000\n\.end\n$/);
  const { value } = await json(['ac', '-'], stdout);
  expect((value as Record<string, number[]>).magnitude_db).toHaveLength(37);
  const asJson = await json(['netlist', file, '--to', 'VALVE:input', '--sound', 'Sound 1']);
  expect(asJson.value.netlist).toBe(stdout);
});

test.each([
  [['--to', 'VALVE:nowhere'], /VALVE has no jack "nowhere"; it has: VALVE:input/],
  [['--to', 'HORN:in'], /no box "HORN"/],
  [['--from', 'FUZZ', '--to', 'VALVE:input'], /no instrument "FUZZ"; there are: GUITAR/],
  [[], /wants --to TAG:jack/],
  [['--to', 'VALVE:mains'], /in Sound 1 no way leads from Guitar to MAINS of Valve head by leads/],
])('netlist %j: exit 2, and what there is', async (options, message) => {
  const file = at('plain.humrig.json');
  writeFileSync(file, writeRig(wired('guitar, fuzz, valve head, cab 16', 'GUITAR > FUZZ > VALVE > CABINET')));
  const { status, stdout, stderr } = await hum(['netlist', file, ...options]);
  expect([status, stdout]).toEqual([2, '']);
  expect(stderr).toMatch(message);
});
