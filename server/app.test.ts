import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { makeApp } from './app';
import { DEFAULT_PORT, readOptions } from './options';

let server: Server;
let base: string;
let folder: string;

beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'hum-map-'));
  mkdirSync(path.join(folder, 'assets'));
  writeFileSync(path.join(folder, 'index.html'), '<title>page</title>');
  writeFileSync(path.join(folder, 'assets', 'index-1a2b.js'), `export const x = '${'x'.repeat(4000)}';`);
  await new Promise<void>((ready) => {
    server = makeApp(folder).listen(0, '127.0.0.1', () => ready());
  });
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});

afterAll(() => {
  server.close();
  rmSync(folder, { recursive: true });
});

describe('the server', () => {
  test('sends the content security policy with every page', async () => {
    const page = await fetch(`${base}/`);
    expect(page.headers.get('content-security-policy')).toBe(
      "default-src 'self';script-src 'self';worker-src 'self';style-src 'self' 'unsafe-inline';" +
        "img-src 'self' data: blob:;connect-src 'self';object-src 'none';base-uri 'none';frame-ancestors 'none'",
    );
  });

  test('a deep link gets the page, fresh every time', async () => {
    const page = await fetch(`${base}/rig/abc/map?sound=s1`);
    expect(await page.text()).toContain('<title>page</title>');
    expect(page.headers.get('cache-control')).toBe('no-cache');
  });

  test('hashed files are kept for a year and travel compressed', async () => {
    const file = await fetch(`${base}/assets/index-1a2b.js`);
    expect(file.headers.get('cache-control')).toBe('public, max-age=31536000, immutable');
    expect(file.headers.get('content-encoding')).toMatch(/br|gzip/);
  });

  test('what is not there is a 404 and not the page', async () => {
    expect((await fetch(`${base}/assets/gone.js`)).status).toBe(404);
    expect((await fetch(`${base}/favicon.png`)).status).toBe(404);
  });

  test('has a health address', async () => {
    expect(await (await fetch(`${base}/health`)).json()).toEqual({ status: 'ok' });
  });
});

describe('options', () => {
  test('defaults to one fixed port on this machine only', () => {
    expect(readOptions([])).toEqual({ port: DEFAULT_PORT, host: '127.0.0.1', open: false });
  });
  test('reads port, host and opening', () => {
    expect(readOptions(['--port', '5000', '--open'])).toMatchObject({ port: 5000, open: true });
    expect(readOptions(['--port=81', '--host=0.0.0.0'])).toMatchObject({ port: 81, host: '0.0.0.0' });
  });
  test.each([
    ['--port'],
    ['--port', '0'],
    ['--port', '70000'],
    ['--port', '4e3'],
    ['--prot', '1'],
    ['--host'],
  ])('refuses %s %s with a message', (...args) => {
    expect(() => readOptions(args.filter(Boolean))).toThrow(/--port|--host/);
  });
});
