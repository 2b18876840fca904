// A spoil that fits the code no more, or whose suites are gone, tells nothing of what suites are worth.
import { expect, test } from '@jest/globals';
import { transformSync } from 'esbuild';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';

type Mutation = {
  readonly what: string;
  readonly file: string;
  readonly from: string;
  readonly to: string;
  readonly suites: readonly string[];
};

const here = process.cwd();
const { MUTATIONS } = (await import(pathToFileURL(path.join(here, 'scripts', 'mutations.mjs')).href)) as {
  readonly MUTATIONS: readonly Mutation[];
};

test('each spoil stands just once in its file, and changes it', () => {
  const times = ({ file, from }: Mutation) =>
    existsSync(path.join(here, file))
      ? readFileSync(path.join(here, file), 'utf8').split(from).length - 1
      : 0;
  expect(MUTATIONS.filter((one) => times(one) !== 1 || one.from === one.to)).toEqual([]);
  expect(MUTATIONS.length).toBeGreaterThan(100);
});

test('what is spoiled can still be read as code', () => {
  const fault = ({ file, from, to }: Mutation) => {
    const text = readFileSync(path.join(here, file), 'utf8').replace(from, () => to);
    try {
      transformSync(text, { loader: 'ts' });
      return [];
    } catch (error) {
      return [`${file}: ${String(error)}`];
    }
  };
  expect(MUTATIONS.flatMap(fault)).toEqual([]);
});

test('each names suites that there are, and no two are told alike', () => {
  const suites = ['core', 'web', 'cli', 'server', 'scripts'].flatMap((room) =>
    readdirSync(path.join(here, room), { recursive: true, encoding: 'utf8' })
      .filter((file) => file.endsWith('.test.ts'))
      .map((file) => `${room}/${file}`),
  );
  const named = [...new Set(MUTATIONS.flatMap((one) => one.suites))];
  expect(named.filter((pattern) => !suites.some((file) => new RegExp(pattern).test(file)))).toEqual([]);
  expect(new Set(MUTATIONS.map(({ what }) => what)).size).toBe(MUTATIONS.length);
});
