import { beforeAll, describe, expect, test } from '@jest/globals';
import { build as bundle } from 'esbuild';
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { readRig, writeRig, type EditCall } from '../core/rig';
import { edited, fourCable } from '../core/testing/build';

const folder = mkdtempSync(path.join(tmpdir(), 'hum-cli-'));
const program = path.join(folder, 'hum.mjs');
const at = (name: string) => path.join(folder, name);

function hum(args: readonly string[], input?: string) {
  const { status, stdout, stderr } = spawnSync(process.execPath, [program, ...args], {
    encoding: 'utf8',
    input,
  });
  return { status, stdout, stderr };
}
const json = (args: readonly string[], input?: string) => {
  const { status, stdout } = hum([...args, '--json'], input);
  return { status, value: JSON.parse(stdout) as Record<string, unknown> };
};

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

beforeAll(async () => {
  await bundle({
    entryPoints: [path.resolve('cli/main.ts')],
    outfile: program,
    bundle: true,
    platform: 'node',
    format: 'esm',
    banner: {
      js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
    },
    logLevel: 'error',
  });
  writeFileSync(at('sound.json'), writeRig(fourCable()));
  for (const [name, call] of Object.entries(spoil))
    writeFileSync(at(`${name}.json`), writeRig(edited(fourCable(), call)));
});

type Found = {
  code: string;
  severity: string;
  sound: string | null;
  parts: unknown[];
  cure: unknown;
  accepted: boolean;
};
const found = (file: string, ...more: string[]) =>
  json(['check', at(file), ...more]).value.findings as Found[];

describe('check', () => {
  test('a sound rig: nothing, exit 0', () => {
    expect(json(['check', at('sound.json')])).toMatchObject({ status: 0, value: { findings: [] } });
    expect(hum(['check', at('sound.json')]).stdout).toBe('nothing found in what is judged\n');
  });
  test('crossed leads are one finding with parts and cure, exit 1', () => {
    expect(found('crossed.json')).toMatchObject([
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
    expect(hum(['check', at('crossed.json')]).status).toBe(1);
  });
  test('a caution alone is no failure', () => {
    expect(found('both.json').map((f) => [f.code, f.sound])).toEqual([['MODEL-TWOPRE', 'sound-1']]);
    expect(hum(['check', at('both.json')]).status).toBe(0);
  });
  test('reads standard input', () => {
    expect(json(['check', '-'], writeRig(fourCable())).status).toBe(0);
  });
  test('an accepted danger still counts, an accepted fault does not', () => {
    const accept = (code: string, file: string): string => {
      const { rig } = readRig(readFileSync(at(file), 'utf8')) as { rig: ReturnType<typeof fourCable> };
      const finding = found(file).find((f) => f.code === code) as unknown as Record<string, unknown>;
      const accepted = { ...finding, variant: null, id: 'a-1', reason: 'seen', date: '2026-03-01' };
      return writeRig({ ...rig, acceptedFindings: [accepted as never] });
    };
    expect(hum(['check', '-'], accept('SAFE-NOLOAD', 'noload.json')).status).toBe(1);
  });
});

describe('fix', () => {
  test('cures the first of the code; the file is sound after', () => {
    expect(hum(['fix', at('crossed.json'), 'WIRE-RING', '-o', at('fixed.json')])).toMatchObject({
      status: 0,
      stdout: 'Exchange the plugs of lead 3 and lead 5\n',
    });
    expect(hum(['check', at('fixed.json')]).status).toBe(0);
  });
  test('without such a finding, or without a place to write: exit 2, nothing on stdout', () => {
    for (const args of [
      ['fix', at('sound.json'), 'WIRE-RING', '-o', at('x.json')],
      ['fix', at('crossed.json'), 'WIRE-RING'],
      ['fix', at('crossed.json')],
    ]) {
      const result = hum(args);
      expect([result.status, result.stdout]).toEqual([2, '']);
      expect(result.stderr).toMatch(/^fix wants|^there is no finding/);
    }
  });
});

describe('the others', () => {
  test('cables as text, CSV and JSON', () => {
    expect(hum(['cables', at('sound.json')]).stdout).toContain(
      '   3  MULTI SEND 1 → VALVE INPUT  instrument 9 m',
    );
    expect(hum(['cables', at('sound.json'), '--csv']).stdout).toMatch(/^\uFEFFnumber,from,/);
    expect(json(['cables', at('sound.json')]).value).toMatchObject({ all: { count: 6 } });
  });
  test('routes with figures or a reason', () => {
    const { routings } = json(['routes', at('sound.json')]).value as { routings: Record<string, unknown>[] };
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
  test('trace names every lead of the way', () => {
    expect(hum(['trace', at('sound.json'), '--sound', 'Sound 1']).stdout).toMatch(
      /-1-.*-2-.*-3-.*-4-.*-5-.*-6-/,
    );
  });
  test('export writes the map, validate and schema answer', () => {
    expect(hum(['export', at('sound.json'), '--svg', at('map.svg')]).status).toBe(0);
    expect(readFileSync(at('map.svg'), 'utf8')).toContain('SEND 1');
    expect(json(['validate', at('sound.json')]).value).toMatchObject({ ok: true, leads: 6 });
    expect(JSON.parse(hum(['schema']).stdout)).toHaveProperty('properties.boxes');
  });
});

describe('bad input', () => {
  test.each([
    [['check', 'no-such-file.json'], /cannot read/],
    [['check', '-'], /standard input is no sound rig file/],
    [['nonsense'], /there is no command "nonsense"/],
    [['check', '-', '--loud'], /unknown option --loud/],
    [['check'], /wants a rig file/],
  ] as [string[], RegExp][])('%j: exit 2, a message, no stack', (args, message) => {
    const plain = hum(args, '{"torn": ');
    expect([plain.status, plain.stdout]).toEqual([2, '']);
    expect(plain.stderr).toMatch(message);
    expect(plain.stderr).not.toMatch(/\n\s+at /);
    const asJson = hum([...args, '--json'], '{"torn": ');
    expect(JSON.parse(asJson.stdout)).toHaveProperty('error');
  });
  test('a sound that is not there is named with those that are', () => {
    const result = hum(['check', at('sound.json'), '--sound', 'Loud']);
    expect(result).toMatchObject({ status: 2, stdout: '' });
    expect(result.stderr).toContain('there are: sound-1');
  });
});
