import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

// The rule of the house is only worth something if it fails when broken: a small tree is built with one
// forbidden import at a time, and the real configuration judges it.

let folder: string;
const here = process.cwd();

beforeAll(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'hum-arrows-'));
  symlinkSync(path.join(here, 'node_modules'), path.join(folder, 'node_modules'));
});
afterAll(() => rmSync(folder, { recursive: true }));

function judge(files: Record<string, string>): string {
  for (const room of ['core', 'web', 'cli', 'server']) {
    rmSync(path.join(folder, room), { recursive: true, force: true });
    mkdirSync(path.join(folder, room));
  }
  for (const [name, text] of Object.entries(files)) {
    mkdirSync(path.dirname(path.join(folder, name)), { recursive: true });
    writeFileSync(path.join(folder, name), text);
  }
  const bin = path.join(here, 'node_modules', 'dependency-cruiser', 'bin', 'dependency-cruise.mjs');
  const config = path.join(here, '.dependency-cruiser.cjs');
  const result = spawnSync(process.execPath, [bin, '--config', config, 'core', 'web', 'cli', 'server'], {
    cwd: folder,
    encoding: 'utf8',
  });
  return `${result.status === 0 ? 'passed' : 'failed'}\n${result.stdout}${result.stderr}`;
}

const rig = { 'core/model/index.ts': 'export const rig = 1;\n' };

describe('the lint rule of the arrows', () => {
  test('lets an import go down', () => {
    const files = {
      ...rig,
      'core/signal/index.ts': "import { rig } from '../model';\nexport const signal = rig;\n",
    };
    expect(judge(files)).toMatch(/^passed/);
  });

  const forbidden: [string, string, string][] = [
    [
      'core/model/up.ts',
      "import { signal } from '../signal';\nexport const x = signal;\n",
      'core-model-looks-up',
    ],
    ['core/model/react.ts', "import React from 'react';\nexport const x = React;\n", 'core-is-pure'],
    [
      'core/model/files.ts',
      "import { readFileSync } from 'node:fs';\nexport const x = readFileSync;\n",
      'core-no-node',
    ],
    [
      'core/model/page.ts',
      "import { page } from '../../web/page';\nexport const x = page;\n",
      'core-is-pure',
    ],
    [
      'core/signal/deep.ts',
      "import { inner } from '../model/inner';\nexport const x = inner;\n",
      'through-the-front-door',
    ],
    [
      'web/deep.ts',
      "import { inner } from '../core/model/inner';\nexport const x = inner;\n",
      'through-the-front-door-from-outside',
    ],
    [
      'server/knows.ts',
      "import { rig } from '../core/model';\nexport const x = rig;\n",
      'server-knows-nothing-about-rigs',
    ],
    [
      'cli/page.ts',
      "import { page } from '../web/page';\nexport const x = page;\n",
      'cli-and-web-are-strangers',
    ],
  ];

  test('fails on each import that goes up or out, and names the rule', () => {
    const verdict = judge({
      ...rig,
      'core/model/inner.ts': 'export const inner = 1;\n',
      'core/signal/index.ts': 'export const signal = 1;\n',
      'web/page.ts': 'export const page = 1;\n',
      ...Object.fromEntries(forbidden.map(([name, text]) => [name, text])),
    });
    expect(verdict).toMatch(/^failed/);
    for (const [name, , rule] of forbidden) expect(verdict).toMatch(new RegExp(`${rule}[^\\n]*: ${name}`));
  });
});
