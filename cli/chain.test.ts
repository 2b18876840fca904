import { beforeAll, expect, test } from '@jest/globals';
import { writeFileSync } from 'node:fs';
import { writeRig } from '../core/file';
import { build, edited, fourCable } from '../core/testing/build';
import { CHANGES } from '../core/testing/changes';
import { wired } from '../core/testing/order';
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

test('chain --why reads out the reasons, and --usual puts the order right and says what stays', async () => {
  const rig = build(
    'guitar, delay, od, valve head, cab 16',
    'guitar/out > digital-delay/in',
    'digital-delay/out > overdrive/in',
    'overdrive/out > valve-head/input',
    'valve-head/spk-16 = cabinet/in',
  );
  writeFileSync(at('early.json'), writeRig(rig));
  const why = await hum(['chain', at('early.json'), '--why']);
  expect(why.stdout.split('\n').slice(0, 4)).toEqual([
    'Guitar: Here it begins.',
    'Digital delay (1): It is the first of the effects.',
    'Overdrive (2): turned: What Digital delay adds is driven with the note and blurs it.',
    '  house rule: Delay and reverb ahead of gain: they belong behind it, in the loop',
  ]);
  const told = await hum(['chain', at('early.json'), '--usual']);
  expect(told).toMatchObject({ status: 0, stderr: '' });
  expect(told.stdout.split('\n')).toEqual([
    expect.stringMatching(/^(Digital delay after|Overdrive after)/),
    expect.stringMatching(/^GUITAR > OVRDRV > .*DIGITAL/),
    expect.stringMatching(/^leads: /),
    '',
  ]);
  expect((await hum(['chain', at('early.json'), '--usual', '-o', at('right.json')])).status).toBe(0);
  expect((await hum(['chain', at('right.json'), '--usual'])).stdout).toBe('It stands in the usual order.\n');
  const { value } = await json(['chain', at('early.json'), '--usual']);
  expect(value).toMatchObject({ usual: true, left: [], fetch: expect.any(Array), move: expect.any(Array) });
});

test('plan tells the best of each family with its figures, in the order of what matters, and why not others', async () => {
  writeFileSync(at('gear.json'), writeRig(build('guitar, unit, valve head, cab 16')));
  const { stdout, status } = await hum(['plan', at('gear.json')]);
  expect(status).toBe(0);
  expect(stdout).toMatch(
    /^\d+ combined, \d+ wired, 4 judged\n1\. four-cable\n {3}GUITAR > MULTI\[drive loop-1/,
  );
  expect(stdout).toContain('3 stage runs, 27 m | 5 to fetch, 0 to move, 0 to put away');
  const short = await hum(['plan', at('gear.json'), '--matters', 'runs']);
  expect(short.stdout).toMatch(/\n1\. (straight into the power stage|all in front)\n/);
  const { value } = await json(['plan', at('gear.json'), '--matters', 'runs']);
  expect(value).toMatchObject({
    judged: 4,
    matters: expect.arrayContaining(['runs', 'heard']),
    routings: expect.arrayContaining([
      expect.objectContaining({ name: ['four-cable'], groundLoops: 2, unheard: [] }),
    ]),
  });
  const why = await hum(['plan', at('sound.json')]);
  expect(why.stdout).toContain('(wired so now)');
  writeFileSync(at('combo.json'), writeRig(build('guitar, od, combo')));
  expect((await hum(['plan', at('combo.json')])).stdout).toContain(
    'not four-cable: Combo has no loop: nothing can be hung behind its preamp.',
  );
  const bad = await hum(['plan', at('gear.json'), '--matters', 'beauty']);
  expect([bad.status, bad.stderr]).toEqual([2, expect.stringContaining('knows no "beauty"')]);
});

test.each(CHANGES)('chain --set: $what, leads counted', async ({ gear, before, after, leads }) => {
  writeFileSync(at('before.json'), writeRig(wired(gear, before)));
  const { status, value } = await json(['chain', at('before.json'), '--set', after, '-o', at('after.json')]);
  const { fetch, move, putAway } = value as unknown as Record<string, readonly number[]>;
  expect([status, fetch!.length, move!.length, putAway!.length]).toEqual([0, ...leads]);
  expect((await hum(['chain', at('after.json')])).stdout).toBe(`${after}\n`);
});
