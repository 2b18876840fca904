import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { at, emptyRig, guitar, lead, pedal } from '../testing/rigs';
import { applyEdit } from '../edits';
import { fileSchema, readRig, readRigValue, writeRig } from './index';
import { formatProblem, type Rig } from '../model';
import { migrate } from './migrate';

const base = (): Rig => {
  let rig = emptyRig();
  for (const box of [guitar('guitar'), pedal('fuzz')])
    rig = applyEdit(rig, { edit: 'addBox', arguments: { box } }).rig;
  return applyEdit(rig, { edit: 'plug', arguments: { lead: lead(1, 'guitar/out', 'fuzz/in') } }).rig;
};

const reasons = (text: string): string => {
  const result = readRig(text);
  return result.ok ? 'read' : result.problems.map(formatProblem).join('\n');
};

const withChange = (change: (raw: Record<string, never>) => void): string => {
  const raw = JSON.parse(writeRig(base())) as Record<string, never>;
  change(raw);
  return reasons(JSON.stringify(raw));
};

type Loose = {
  boxes: Record<string, unknown>[];
  leads: Record<string, unknown>[];
  sounds: { state: unknown }[];
};
const loose = (raw: unknown) => raw as Loose;

describe('hostile files are refused with place and reason', () => {
  const good = writeRig(base());

  test('torn', () => {
    expect(reasons(good.slice(0, 400))).toMatch(/^line \d+, column \d+: the file ends in the middle/);
  });
  test('not JSON', () => {
    expect(reasons('guitar, fuzz')).toMatch(/this is not JSON/);
    expect(reasons('{"format": "hum-map/rig",,}')).toMatch(/^line 1, column 26: this is not JSON/);
    expect(reasons('')).toMatch(/ends in the middle/);
  });
  test.each(['[]', '3', 'null', '{"name":"x"}', '"hum-map/rig"'])('other JSON: %s', (text) => {
    expect(reasons(text)).toMatch(/^format: this is not a rig file/);
  });
  test('too new, or no version', () => {
    expect(reasons(good.replace('"version": 2', '"version": 3'))).toMatch(
      /^version: the file is of version 3.*newer/,
    );
    expect(reasons(good.replace('"version": 2', '"version": "1"'))).toMatch(/^version: "1" is no version/);
    expect(reasons(good.replace('"version": 2,', ''))).toMatch(/^version: a number is missing/);
  });
  test('over 20 MB', () => {
    expect(reasons(`{"a":"${'x'.repeat(21 * 1024 * 1024)}"}`)).toMatch(
      /the file has 22 MB; at most 20 are read/,
    );
  });
  test('nested 100 000 deep', () => {
    expect(reasons('['.repeat(100_000) + ']'.repeat(100_000))).toMatch(/column 65: nested deeper than 64/);
    expect(reasons('{"a":'.repeat(100_000))).toMatch(/nested deeper/);
    expect(reasons(JSON.stringify({ a: '['.repeat(1000) }))).toMatch(/^format/);
  });
  test('dangling ids', () => {
    expect(
      withChange((raw) => (loose(raw).leads[0]!.to = { at: [at('gone/in')], plug: { connector: 'ts-635' } })),
    ).toBe('leads[0].to.at[0]: there is no jack "gone/in"');
    expect(withChange((raw) => (loose(raw).boxes[0]!.place = 'roof'))).toBe(
      'boxes[0].place: there is no place "roof"',
    );
    expect(
      withChange((raw) => (loose(raw).sounds[0]!.state = { blocks: { 'fuzz/effect': 'half' } })),
    ).toMatch(/sounds\[0\]\.state\.blocks\["fuzz\/effect"\]: there is no block state "fuzz\/effect\/half"/);
  });
  test('duplicate ids, tags, numbers, plugs', () => {
    expect(withChange((raw) => loose(raw).boxes.push(loose(raw).boxes[1]!))).toMatch(
      /boxes\[2\]\.id: "fuzz" is used by boxes\[1\]/,
    );
    const twice = withChange((raw) => loose(raw).leads.push({ ...loose(raw).leads[0]!, id: 'other' }));
    expect(twice).toMatch(/leads\[1\]\.number: "1" is used/);
    expect(twice).toMatch(/jack "guitar\/out" already holds lead 1/);
  });
  test('numbers that are none', () => {
    expect(reasons(good.replace('"lengthM": 6', '"lengthM": NaN'))).toMatch(/this is not JSON/);
    expect(reasons(good.replace('"lengthM": 6', '"lengthM": Infinity'))).toMatch(/this is not JSON/);
    expect(reasons(good.replace('"lengthM": 6', '"lengthM": 1e999'))).toMatch(/^leads\[0\]\.lengthM: /);
    expect(reasons(good.replace('"lengthM": 6', '"lengthM": -0.5'))).toMatch(/^leads\[0\]\.lengthM: /);
    expect(reasons(good.replace('"lengthM": 6', '"lengthM": 201'))).toMatch(/at most 200 m/);
  });
  test.each(['__proto__', 'constructor', 'prototype'])('the key %s anywhere', (key) => {
    expect(reasons(good.replace('"notes": ""', `"${key}": {"polluted": true}`))).toMatch(
      new RegExp(`${key}: "${key}" is no name a field may have`),
    );
    expect(({} as { polluted?: boolean }).polluted).toBeUndefined();
  });
  test('200 000 leads', () => {
    const raw = JSON.parse(good) as Loose;
    const text = JSON.stringify({
      ...raw,
      leads: Array.from({ length: 200_000 }, (_, i) => ({ id: `l${i}` })),
    });
    expect(reasons(text)).toBe('leads: 200000 leads; a rig has at most 10000');
  });
  test('a name that is too long', () => {
    expect(withChange((raw) => (loose(raw).boxes[0]!.name = 'x'.repeat(201)))).toMatch(
      /^boxes\[0\]\.name: at most 200/,
    );
  });
});

describe('good files', () => {
  test('markup in names is text like any other', () => {
    const name = '<img src=x onerror=alert(1)> & "quotes"';
    const rig = applyEdit(base(), { edit: 'renameBox', arguments: { id: 'fuzz', name } }).rig;
    const read = readRig(writeRig(rig));
    expect(read.ok && read.rig.boxes[1]?.name).toBe(name);
  });

  test('unknown fields are kept, at every level', () => {
    const raw = JSON.parse(writeRig(base())) as Loose;
    const odd = {
      ...raw,
      colour: { ink: 3 },
      boxes: raw.boxes.map((box) => ({ ...box, builtBy: 'somebody' })),
    };
    const read = readRigValue(odd);
    expect(read.ok && JSON.parse(writeRig(read.rig))).toMatchObject({
      colour: { ink: 3 },
      boxes: [{ builtBy: 'somebody' }, {}],
    });
  });

  test('who walked is left out of an exported file unless asked', () => {
    const walk = {
      id: 'w1',
      type: 'patch-up',
      started: '2026-01-06',
      ended: null,
      venue: '',
      who: 'Robin',
      ticks: [],
    } as const;
    const rig = applyEdit(base(), { edit: 'startWalk', arguments: { walk } }).rig;
    expect(writeRig(rig)).not.toContain('Robin');
    expect(writeRig(rig, { withNames: true })).toContain('Robin');
  });

  test('a file of version 1 reads for ever', () => {
    const text = readFileSync(path.join('core', 'file', 'fixtures', 'version-1.humrig.json'), 'utf8');
    const read = readRig(text);
    expect(read.ok ? [] : read.problems).toEqual([]);
    expect(read.ok && read.rig.leads.map((l) => [l.number, l.lengthM])).toEqual([
      [1, 6],
      [4, 0.15],
    ]);
  });
});

test('a file that comes compact and large is not written larger than is read again', () => {
  const log = Array.from({ length: 1000 }, (_, i) => ({
    id: `e${i}`,
    date: '2026-03-01',
    text: 'x'.repeat(20_000),
  }));
  const rig: Rig = { ...base(), log };
  expect(JSON.stringify(rig).length).toBeGreaterThan(19e6);
  const sets = {
    ...rig,
    log: [
      ...log,
      ...Array.from({ length: 14_000 }, (_, i) => ({ id: `s${i}`, date: '2026-03-01', text: '' })),
    ],
  };
  expect(JSON.stringify(sets, null, 2).length).toBeGreaterThan(20 * 1024 * 1024);
  const read = readRig(writeRig(sets));
  expect(read.ok && read.rig.log).toHaveLength(15_000);
});

describe('migration', () => {
  const steps = {
    1: (old: Record<string, unknown>) => ({ ...old, name: old.title }),
    2: (old: Record<string, unknown>) => ({ ...old, done: true }),
  };
  test('goes through every version in order', () => {
    expect(migrate({ format: 'hum-map/rig', version: 1, title: 'x' }, steps, 3)).toEqual({
      value: { format: 'hum-map/rig', version: 3, title: 'x', name: 'x', done: true },
    });
  });
  test('a gap is told', () => {
    expect(migrate({ format: 'hum-map/rig', version: 1 }, { 2: steps[2] }, 3)).toMatchObject({
      problem: { path: 'version' },
    });
  });
});

test('the schema names what other programs read', () => {
  const schema = fileSchema() as {
    properties: Record<string, { items?: { required?: string[] } }>;
    required: string[];
  };
  expect(schema.required).toEqual(expect.arrayContaining(['format', 'version', 'boxes', 'leads']));
  expect(schema.properties.leads?.items?.required).toEqual(expect.arrayContaining(['id', 'lengthM']));
});
