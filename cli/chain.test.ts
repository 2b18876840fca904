import { beforeAll, expect, test } from '@jest/globals';
import { writeFileSync } from 'node:fs';
import { writeRig } from '../core/file';
import { edited, fourCable } from '../core/testing/build';
import { swap } from '../core/testing/short-edits';
import { at, hum, json } from './testing';

beforeAll(() => {
  writeFileSync(at('sound.json'), writeRig(fourCable()));
  writeFileSync(at('crossed.json'), writeRig(edited(fourCable(), swap('lead-3', 'from', 'lead-5', 'from'))));
});

test('chain writes the order, and its data', async () => {
  const line =
    'GUITAR > FUZZ > MULTI[drive loop-1(VALVE[preamp]) amp cab chorus delay reverb] > VALVE[power] > CABINET';
  expect(await hum(['chain', at('sound.json')])).toEqual({ status: 0, stdout: `${line}\n`, stderr: '' });
  const { value } = await json(['chain', at('sound.json')]);
  expect(value).toMatchObject({
    variant: null,
    orders: [
      {
        sounds: ['sound-1'],
        name: ['four-cable'],
        lines: [line],
        chains: [{ sources: ['guitar'], end: { kind: 'heard' } }],
        knots: [],
      },
    ],
  });
  expect((await hum(['chain', at('crossed.json')])).stdout).toBe(
    'GUITAR > FUZZ > MULTI[drive loop-1(] > VALVE[power] > CABINET\n' +
      'knot 1: leads 3 and 4 close a ring through MULTI and VALVE: uncross them first\n',
  );
});

test('chain --set wires what is written, or says why not and what would do', async () => {
  const given =
    'GUITAR > MULTI[drive loop-1(FUZZ > VALVE[preamp]) amp cab chorus delay reverb] > VALVE[power] > CABINET';
  const wired = await hum(['chain', at('sound.json'), '--set', given, '-o', at('wired.json')]);
  expect(wired.status).toBe(0);
  expect(wired.stdout).toMatch(/^leads: /);
  expect((await hum(['chain', at('wired.json')])).stdout).toBe(`${given}\n`);
  const no = await hum([
    'chain',
    at('sound.json'),
    '--set',
    given.replace('FUZZ >', 'FUZZ >>'),
    '-o',
    at('no.json'),
  ]);
  expect([no.status, no.stdout]).toEqual([
    1,
    `Fuzz has no way through Fuzz in stereo as it is asked for.\nwould do: Fuzz in mono\n${given}\n`,
  ]);
  const { status, value } = await json([
    'chain',
    at('sound.json'),
    '--set',
    given.replace('FUZZ >', 'FUZZ >>'),
    '-o',
    at('no.json'),
  ]);
  expect([status, value.wired, value.remedies]).toEqual([
    1,
    false,
    { order: { words: 'Fuzz in mono', lines: [given] }, gear: null, together: [] },
  ]);
  const bad = await hum(['chain', at('sound.json'), '--set', 'GUITAR > FUZY', '-o', at('no.json')]);
  expect([bad.status, bad.stderr]).toEqual([
    2,
    'the chain cannot be read: line 1, column 10: there is no box with the tag FUZY\n',
  ]);
  expect((await hum(['chain', at('sound.json'), '--set', given])).status).toBe(2);
});

test('chain --as makes a variant of its own; moves tells what leads from one night to the other', async () => {
  const direct = 'GUITAR > FUZZ > MULTI[drive amp cab chorus delay reverb] > nothing';
  const made = await hum([
    'chain',
    at('sound.json'),
    '--set',
    direct,
    '--as',
    'Direct night',
    '-o',
    at('nights.json'),
  ]);
  expect(made).toMatchObject({ status: 0, stderr: '' });
  expect((await hum(['chain', at('nights.json'), '--variant', 'Direct night'])).stdout).toContain(direct);
  expect((await hum(['chain', at('nights.json')])).stdout).toBe(
    (await hum(['chain', at('sound.json')])).stdout,
  );

  const moves = await hum(['moves', at('nights.json'), '--to', 'Direct night']);
  expect(moves.stdout).toMatch(/^Base to Direct night\n\nEverything off, masters down\n/);
  expect(moves.stdout).toContain('  5  MULTI OUT 1 L -> VALVE RETURN: put away');
  // The power stage keeps its load.
  expect(moves.stdout).not.toContain('SPK');
  const { value } = await json(['moves', at('nights.json'), '--from', 'Direct night', '--to', 'base']);
  expect(value).toMatchObject({ from: 'direct-night', to: null });
  const steps = value.steps as { lead: { number: number } | null; how: string | null }[];
  expect(steps.filter(({ how }) => how === 'fetched').map(({ lead }) => lead?.number)).toEqual([3, 4, 5]);
  expect((await hum(['moves', at('nights.json'), '--to', 'base'])).stdout).toContain(
    'nothing is to be moved',
  );
  expect(await hum(['moves', at('nights.json')])).toMatchObject({ status: 2 });
  expect(await hum(['moves', at('nights.json'), '--to', 'Other'])).toMatchObject({ status: 2 });
});
