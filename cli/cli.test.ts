import { beforeAll, describe, expect, test } from '@jest/globals';
import { PDFDocument } from '@cantoo/pdf-lib';
import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import type { EditCall } from '../core/edits';
import { fromCsv, readRig, writeRig } from '../core/file';
import { edited, fourCable } from '../core/testing/build';
import { at, folder, hum, json } from './testing';

const spoil: Record<string, EditCall> = {
  crossed: {
    edit: 'exchangeEnds',
    arguments: { a: { lead: 'lead-3', side: 'from' }, b: { lead: 'lead-5', side: 'from' } },
  },
  noload: { edit: 'unplug', arguments: { lead: 'lead-6', side: 'to' } },
  both: {
    edit: 'setBlockState',
    arguments: { box: 'multi-effects', block: 'amp', state: 'on', scope: { layer: 'rest' } },
  },
};

/** Good cable in front: nothing is lost of treble. */
const sound = () => edited(fourCable(), { edit: 'setCable', arguments: { id: 'lead-2', faradPerM: 60e-12 } });

beforeAll(() => {
  writeFileSync(at('sound.json'), writeRig(sound()));
  for (const [name, call] of Object.entries(spoil))
    writeFileSync(at(`${name}.json`), writeRig(edited(sound(), call)));
});

type Found = {
  code: string;
  severity: string;
  sound: string | null;
  parts: unknown[];
  cure: unknown;
  accepted: boolean;
};
const found = async (file: string, ...more: string[]) =>
  (await json(['check', at(file), ...more])).value.findings as Found[];

describe('check', () => {
  test('a sound rig: nothing, exit 0', async () => {
    expect(await json(['check', at('sound.json')])).toMatchObject({ status: 0, value: { findings: [] } });
    expect((await hum(['check', at('sound.json')])).stdout).toBe('nothing found in what is judged\n');
  });
  test('crossed leads are one finding with parts and cure, exit 1', async () => {
    expect(await found('crossed.json')).toMatchObject([
      {
        code: 'WIRE-RING',
        severity: 'danger',
        sound: null,
        parts: [
          { type: 'lead', id: 'lead-3' },
          { type: 'lead', id: 'lead-5' },
        ],
        cure: { edit: 'exchangeEnds' },
        accepted: false,
      },
    ]);
    expect((await hum(['check', at('crossed.json')])).status).toBe(1);
  });
  test('a caution alone is no failure', async () => {
    expect((await found('both.json')).map((f) => [f.code, f.sound])).toEqual([['MODEL-TWOPRE', 'sound-1']]);
    expect((await hum(['check', at('both.json')])).status).toBe(0);
  });
  test('reads standard input', async () => {
    expect((await json(['check', '-'], writeRig(fourCable()))).status).toBe(0);
  });
  test('an accepted danger still counts, an accepted fault does not', async () => {
    const accept = async (code: string, file: string): Promise<string> => {
      const { rig } = readRig(readFileSync(at(file), 'utf8')) as { rig: ReturnType<typeof fourCable> };
      const finding = (await found(file)).find((f) => f.code === code) as unknown as Record<string, unknown>;
      const accepted = { ...finding, variant: null, id: 'a-1', reason: 'seen', date: '2026-03-01' };
      return writeRig({ ...rig, acceptedFindings: [accepted as never] });
    };
    expect((await hum(['check', '-'], await accept('SAFE-NOLOAD', 'noload.json'))).status).toBe(1);
  });
});

describe('fix', () => {
  test('cures the first of the code; the file is sound after', async () => {
    expect(await hum(['fix', at('crossed.json'), 'WIRE-RING', '-o', at('fixed.json')])).toMatchObject({
      status: 0,
      stdout: 'Exchange the plugs of lead 3 and lead 5\n',
    });
    expect((await hum(['check', at('fixed.json')])).status).toBe(0);
  });
  test('without such a finding, or without a place to write: exit 2, nothing on stdout', async () => {
    for (const args of [
      ['fix', at('sound.json'), 'WIRE-RING', '-o', at('x.json')],
      ['fix', at('crossed.json'), 'WIRE-RING'],
      ['fix', at('crossed.json')],
    ]) {
      const result = await hum(args);
      expect([result.status, result.stdout]).toEqual([2, '']);
      expect(result.stderr).toMatch(/^fix wants|^there is no finding/);
    }
  });
});

describe('the others', () => {
  test('cables as text, CSV and JSON', async () => {
    expect((await hum(['cables', at('sound.json')])).stdout).toContain(
      '   3  MULTI SEND 1 → VALVE INPUT  instrument 9 m',
    );
    expect((await hum(['cables', at('sound.json'), '--csv'])).stdout).toMatch(/^\uFEFFnumber,from,/);
    expect((await json(['cables', at('sound.json')])).value).toMatchObject({ all: { count: 6 } });
  });
  test('routes with figures or a reason', async () => {
    const { routings } = (await json(['routes', at('sound.json')])).value as {
      routings: Record<string, unknown>[];
    };
    expect(routings.map((r) => [r.code, r.can])).toEqual([
      ['FOUR', true],
      ['FOUR+FEED', false],
      ['FOUR+FEED', false],
      ['LOOP', true],
      ['FRONT', true],
      ['POWER', true],
      ['DIRECT', false],
      ['INSERT', false],
    ]);
    expect(routings[0]).toMatchObject({ inForce: true, runs: { count: 3, metres: 27 } });
  });
  test('trace names every lead of the way', async () => {
    expect((await hum(['trace', at('sound.json'), '--sound', 'Sound 1'])).stdout).toMatch(
      /-1-.*-2-.*-3-.*-4-.*-5-.*-6-/,
    );
  });
  test('export writes the map, validate and schema answer', async () => {
    expect((await hum(['export', at('sound.json'), '--svg', at('map.svg')])).status).toBe(0);
    expect(readFileSync(at('map.svg'), 'utf8')).toContain('SEND 1');
    expect((await json(['validate', at('sound.json')])).value).toMatchObject({ ok: true, leads: 6 });
    expect(JSON.parse((await hum(['schema'])).stdout)).toHaveProperty('properties.boxes');
  });
  test('levels: where nothing is meant to clip, headroom is what is left from peak to ceiling', async () => {
    type Stop = { averageDbu: number; peakDbu: number; meantToClip: boolean } & Record<
      'ceilingDbu' | 'headroomDb',
      number | null
    >;
    const { routes } = (await json(['levels', at('sound.json')])).value as { routes: { stops: Stop[] }[] };
    const stops = routes.flatMap((route) => route.stops);
    const limited = stops.filter((stop) => stop.headroomDb !== null && !stop.meantToClip);
    expect(limited.length).toBeGreaterThan(3);
    for (const { peakDbu, ceilingDbu, headroomDb } of limited)
      expect(headroomDb).toBeCloseTo(ceilingDbu! - peakDbu, 9);
    expect(stops.every(({ peakDbu, averageDbu }) => peakDbu > averageDbu)).toBe(true);
    expect((await hum(['levels', at('sound.json')])).stdout).toContain('RETURN of Valve head');
  });
  test('levels as CSV: a line for each stop, what is not known empty', async () => {
    const rows = fromCsv((await hum(['levels', at('sound.json'), '--csv'])).stdout);
    expect(rows[0]!.slice(0, 4)).toEqual(['sound', 'route', 'at', 'average dBu']);
    const input = rows.find((row) => row[2] === 'INPUT of Multi-effects')!;
    expect(Number(input[6]) - Number(input[4])).toBeCloseTo(Number(input[7]), 1);
    const pickup = rows.find((row) => row[2]!.includes('of Guitar'))!;
    expect(pickup.slice(5)).toEqual(['', '', '', '']);
  });
  test('levels --choose: what to set, what is left to the ear, and how many sets were tried', async () => {
    const { value } = await json(['levels', at('sound.json'), '--choose']);
    expect(value).toMatchObject({ looked: 8, of: 8, sets: [], then: { over: 0 } });
    const text = (await hum(['levels', at('sound.json'), '--choose'])).stdout;
    expect(text).toMatch(/^nothing to set\nunity Front, at INPUT of Valve head: [+−]?0\.?\d* dB today/);
    expect(text).toMatch(
      /^by ear or meter OUTPUT of Multi-effects: average −\d.* dBu at RETURN of Valve head$/m,
    );
    expect(text).toContain('8 of 8 sets of modes tried; nominal, ±3 dB');
  });
});

describe('papers', () => {
  const sizes = async (file: string) => {
    const pdf = await PDFDocument.load(readFileSync(file));
    return pdf.getPages().map((page) => [Math.round(page.getWidth()), Math.round(page.getHeight())]);
  };
  const day = ['--date', '2026-03-01'];

  test('the sheet twice on one day is the same bytes; A4 or Letter as asked', async () => {
    for (const name of ['a.pdf', 'b.pdf'])
      expect(await hum(['export', at('sound.json'), '--pdf', at(name), ...day])).toMatchObject({
        status: 0,
        stderr: '',
      });
    expect(readFileSync(at('a.pdf')).equals(readFileSync(at('b.pdf')))).toBe(true);
    expect(new Set((await sizes(at('a.pdf'))).flat())).toEqual(new Set([595, 842]));
    await hum(['export', at('sound.json'), '--pdf', at('letter.pdf'), '--paper', 'letter', ...day]);
    expect(new Set((await sizes(at('letter.pdf'))).flat())).toEqual(new Set([612, 792]));
  });
  test('labels to wrap and to fold differ; the card is one page without scripts', async () => {
    await hum(['export', at('sound.json'), '--labels', at('wrap.pdf'), ...day]);
    await hum(['export', at('sound.json'), '--labels', at('flag.pdf'), '--flag', ...day]);
    expect(readFileSync(at('wrap.pdf')).equals(readFileSync(at('flag.pdf')))).toBe(false);
    expect(await sizes(at('flag.pdf'))).toHaveLength(1);
    await hum(['export', at('sound.json'), '--card', at('card.html')]);
    const card = readFileSync(at('card.html'), 'utf8');
    expect(card).toContain('SEND 1');
    expect(card).not.toContain('<script');
    expect(card.length).toBeLessThan(300_000);
  });
  test.each([
    [['--pdf', 'x.pdf', '--paper', 'a3'], /--paper wants a4 or letter, not "a3"/],
    [['--labels', 'x.pdf', '--date', 'soon'], /--date wants a date/],
    [['--pdf', path.join(folder, 'no', 'such', 'place.pdf')], /cannot write/],
    [[], /export wants/],
  ] as [string[], RegExp][])('export %j: exit 2 and the reason', async (args, message) => {
    const result = await hum(['export', at('sound.json'), ...args]);
    expect([result.status, result.stdout]).toEqual([2, '']);
    expect(result.stderr).toMatch(message);
  });
});

describe('bad input', () => {
  test.each([
    [['check', 'no-such-file.json'], /cannot read/],
    [['check', '-'], /standard input is no sound rig file/],
    [['nonsense'], /there is no command "nonsense"/],
    [['check', '-', '--loud'], /unknown option --loud/],
    [['check'], /check wants a rig: a file, or -/],
  ] as [string[], RegExp][])('%j: exit 2, a message, no stack', async (args, message) => {
    const plain = await hum(args, '{"torn": ');
    expect([plain.status, plain.stdout]).toEqual([2, '']);
    expect(plain.stderr).toMatch(message);
    expect(plain.stderr).not.toMatch(/\n\s+at /);
    const asJson = await hum([...args, '--json'], '{"torn": ');
    expect(JSON.parse(asJson.stdout)).toHaveProperty('error');
  });
  test('a sound that is not there is named with those that are', async () => {
    const result = await hum(['check', at('sound.json'), '--sound', 'Loud']);
    expect(result).toMatchObject({ status: 2, stdout: '' });
    expect(result.stderr).toContain('there are: sound-1');
  });
});

describe('the terminal', () => {
  const named = (name: string) =>
    writeRig(edited(fourCable(), { edit: 'renameBox', arguments: { id: 'cabinet', name } }));

  test('a name with escape sequences does nothing to it', async () => {
    const name = 'Cab\u001b[2J\u009b31m\u0007';
    const spoiled = writeRig(
      edited(
        fourCable(),
        { edit: 'renameBox', arguments: { id: 'valve-head', name } },
        { edit: 'unplug', arguments: { lead: 'lead-6', side: 'to' } },
      ),
    );
    const { stdout } = await hum(['check', '-'], spoiled);
    expect(stdout).toContain('Cab\\x1b[2J\\x9b31m\\x07');
    const asJson = await hum(['check', '-', '--json'], spoiled);
    // oxlint-disable-next-line no-control-regex -- that there are none is what is tested
    for (const text of [stdout, asJson.stdout]) expect(text).not.toMatch(/[\u0007\u001b\u009b]/);
    expect(JSON.stringify(JSON.parse(asJson.stdout))).toContain(JSON.stringify(name).slice(1, -1));
  });

  test('a missing file of such a name is told without them', async () => {
    expect((await hum(['check', 'no\u001b[2J.json'])).stderr).toMatch(/^cannot read no\\x1b\[2J\.json/);
  });

  test.each([['--help'], ['-h'], ['help'], ['check', 'x.json', '--help']])('%s %s %s', async (...args) => {
    const { status, stdout, stderr } = await hum(args.filter((arg) => typeof arg === 'string'));
    expect([status, stderr]).toEqual([0, '']);
    expect(stdout).toMatch(/^npm run -s hum -- COMMAND RIG/);
  });

  test('JSON and CSV at once are refused', async () => {
    const { status, stderr } = await hum(['cables', '-', '--json', '--csv'], named('Cab'));
    expect([status, stderr]).toEqual([2, 'either --json or --csv, not both\n']);
  });

  test('CSV in feet', async () => {
    expect((await hum(['cables', at('sound.json'), '--csv', '--feet'])).stdout).toContain('length ft');
  });
});

/** The program as it is shipped, in a folder of its own. */
const BUNDLE =
  "import { bundle } from './scripts/build.mjs'; await bundle('cli/main.ts', 'hum', false, process.argv[1]);";

describe('the program as it is shipped', () => {
  const program = at('hum.mjs');
  const shell = (line: string) => spawnSync('/bin/sh', ['-c', line], { encoding: 'utf8', cwd: folder });
  const start = `"${process.execPath}" "${program}"`;

  beforeAll(() => {
    const built = spawnSync(process.execPath, ['--input-type=module', '-e', BUNDLE, folder], {
      encoding: 'utf8',
    });
    expect(built.stderr).toBe('');
  });

  test('reads files and standard input, and ends with its code', () => {
    const crossed = shell(`${start} check crossed.json`);
    expect([crossed.status, crossed.stderr]).toEqual([1, '']);
    expect(crossed.stdout).toMatch(/^DANGER {2}WIRE-RING/);
    expect(shell(`cat sound.json | ${start} check -`)).toMatchObject({
      status: 0,
      stdout: 'nothing found in what is judged\n',
    });
  });

  test('a full disk is told, a reader that has gone is no fault', () => {
    const full = shell(`${start} check sound.json > /dev/full`);
    expect([full.status, full.stderr]).toEqual([2, 'cannot write to standard output: ENOSPC\n']);
    const json = shell(`${start} check sound.json --json > /dev/full`);
    expect([json.status, json.stderr]).toEqual([2, 'cannot write to standard output: ENOSPC\n']);
    const gone = shell(`${start} schema | head -c 10; exit 0`);
    expect([gone.stdout.length, gone.stderr]).toEqual([10, '']);
  });
});
