import { expect, test } from '@jest/globals';
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { DEFAULT_PORT } from '../server/options';

const pages = ['README.md', ...readdirSync('docs').flatMap((f) => (f.endsWith('.md') ? [`docs/${f}`] : []))];

test.each(pages)('every link of %s leads somewhere', (page) => {
  const links = [...readFileSync(page, 'utf8').matchAll(/\]\(([^)#]+)\)/g)].map((m) => m[1] ?? '');
  for (const link of links)
    expect([link, existsSync(path.join(path.dirname(page), link))]).toEqual([link, true]);
});

test('the README names the address the server has', () => {
  expect(readFileSync('README.md', 'utf8')).toContain(`http://127.0.0.1:${DEFAULT_PORT} `);
});
