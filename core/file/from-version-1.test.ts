import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { readRig, readRigValue, writeRig } from './index';
import type { Rig } from '../model';

const fixture = readFileSync(
  path.join('core', 'file', 'fixtures', 'version-1-di-supply.humrig.json'),
  'utf8',
);

function read(text: string): Rig {
  const result = readRig(text);
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.rig;
}

describe('a rig of version 1 with a supply and two DI boxes', () => {
  const rig = read(fixture);
  const jack = (box: string, id: string) =>
    rig.boxes.find((b) => b.id === box)!.jacks.find((j) => j.id === id)!;

  test('outlets that stood in a note are facts', () => {
    expect(jack('supply', 'out-1')).toMatchObject({
      notes: '',
      dcOutlet: {
        volts: { value: 9, source: 'assumed' },
        milliamps: { value: 100, source: 'assumed' },
        kind: 'dc',
        polarity: 'centre-negative',
        group: null,
      },
    });
    expect(jack('supply', 'out-8').dcOutlet!.milliamps!.value).toBe(500);
  });

  test('a lift is a switch of its output, standing where it stood, with the figures that were measured', () => {
    const out = jack('passive-di', 'out');
    expect(out.mode).toBe('lifted');
    expect(out.modes.map(({ id, name, ground, rOut }) => [id, name, ground, rOut!.value])).toEqual([
      ['as-built', 'ground joined', undefined, 210],
      ['lifted', 'ground lifted', 'lifted', 210],
    ]);
    expect(jack('active-di', 'out').mode).toBe('as-built');
    expect(rig.boxes.find((b) => b.id === 'passive-di')!.hidden).toEqual([]);
  });

  test('a pad is a switch of its input; what else was noted stays', () => {
    const input = jack('active-di', 'in');
    expect(input.modes.map(({ name, gainDb, maxDbu }) => [name, gainDb?.value, maxDbu!.value])).toEqual([
      ['no pad', undefined, 8],
      ['pad -20 dB', -20, 28],
    ]);
    expect(rig.boxes.find((b) => b.id === 'active-di')!.hidden.map((item) => item.label)).toEqual(['FED BY']);
  });

  test('a lift that no jack can take over stays written down', () => {
    const raw = JSON.parse(fixture) as { boxes: { id: string; jacks: { modes: unknown[] }[] }[] };
    for (const jack of raw.boxes.find(({ id }) => id === 'passive-di')!.jacks) jack.modes = [];
    const bare = raw.boxes.map((box) =>
      box.id === 'passive-di' ? { ...box, jacks: box.jacks.map((j) => ({ ...j, mode: null })) } : box,
    );
    const kept = read(JSON.stringify({ ...raw, boxes: bare })).boxes.find(({ id }) => id === 'passive-di')!;
    expect(kept.hidden.map(({ label, value }) => [label, value])).toEqual([['GROUND LIFT', 'lifted']]);
    expect(kept.jacks.map(({ ground }) => ground)).toContain('transformer');
  });

  test('is written as version 2, which reads the same', () => {
    expect(JSON.parse(writeRig(rig))).toMatchObject({ version: 2 });
    expect(read(writeRig(rig))).toEqual(rig);
  });
});

describe('odd files of version 1', () => {
  const raw = JSON.parse(fixture) as { boxes: Record<string, unknown>[] } & Record<string, unknown>;

  test('names that version 1 did not check lead nowhere: they go, the rig stays', () => {
    const odd = {
      ...raw,
      acceptedFindings: [
        {
          id: 'a',
          code: 'WIRE-PLUG',
          parts: [{ type: 'box', id: 'sold-long-ago' }],
          sound: null,
          variant: null,
          severity: 'fault',
          reason: 'so',
          date: '2026-01-01',
        },
      ],
      sounds: [{ id: 'sound-1', name: 'One', messages: [{ id: 'm', to: 'gone', bytes: [192, 1] }] }],
    };
    const kept = JSON.stringify(odd);
    const result = readRigValue(odd);
    expect(result.ok && [result.rig.acceptedFindings, result.rig.sounds[0]!.messages]).toEqual([[], []]);
    expect(JSON.stringify(odd)).toBe(kept);
  });

  test.each([
    ['no boxes', { ...raw, boxes: 7 }],
    ['a box that is none', { ...raw, boxes: [null] }],
    ['jacks that are none', { ...raw, boxes: [{ ...raw.boxes[0], jacks: 'x' }] }],
    ['hidden settings that are none', { ...raw, boxes: [{ ...raw.boxes[0], hidden: [3] }] }],
  ])('%s: refused by the schema, not by a fall', (_, value) => {
    expect(readRigValue(value).ok).toBe(false);
  });
});
