import { describe, expect, test } from '@jest/globals';
import { readdirSync, readFileSync } from 'node:fs';
import { readRig, writeRig } from '../../../core/file';

const files = readdirSync('demo').filter((name) => name.endsWith('.humrig.json'));

describe('the demo rigs', () => {
  test('there are three', () => expect(files).toHaveLength(3));

  test.each(files)('%s is sound, and written as it is read: the page takes it without reading it', (name) => {
    const text = readFileSync(`demo/${name}`, 'utf8');
    const read = readRig(text);
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(JSON.parse(text)).toEqual(read.rig);
    expect(text).toBe(writeRig(read.rig, { withNames: true }));
  });
});
