import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { request, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { makeApp } from './app';
import { inAddress, isServed } from './hosts';
import { DEFAULT_PORT, readOptions } from './options';

let server: Server;
let base: string;
let folder: string;

beforeAll(async () => {
  folder = mkdtempSync(path.join(tmpdir(), 'hum-map-'));
  mkdirSync(path.join(folder, 'assets'));
  writeFileSync(path.join(folder, 'index.html'), '<title>page</title>');
  writeFileSync(path.join(folder, 'assets', 'index-1a2b.js'), `export const x = '${'x'.repeat(4000)}';`);
  for (const [ending, pack] of [
    ['.br', brotliCompressSync],
    ['.gz', gzipSync],
  ] as const)
    writeFileSync(
      path.join(folder, 'assets', `index-1a2b.js${ending}`),
      pack(readFileSync(path.join(folder, 'assets', 'index-1a2b.js'))),
    );
  await new Promise<void>((ready) => {
    server = makeApp(folder, () => ({
      host: '127.0.0.1',
      port: (server.address() as AddressInfo).port,
    })).listen(0, '127.0.0.1', () => ready());
  });
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});

/** A request as it is written: with any Host, and an address that no library tidies. */
const raw = (address: string, host: string) =>
  new Promise<{ status: number; text: string }>((done, fail) => {
    const asked = request(
      { host: '127.0.0.1', port: new URL(base).port, path: address, headers: { host } },
      (response) => {
        let text = '';
        response.on('data', (chunk: Buffer) => (text += chunk.toString()));
        response.on('end', () => done({ status: response.statusCode ?? 0, text }));
      },
    );
    asked.on('error', fail);
    asked.end();
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
    expect(file.headers.get('content-type')).toMatch(/javascript/);
    expect(await file.text()).toContain('xxxx');
  });

  test.each([
    ['br', 'br'],
    ['gzip', 'gzip'],
    ['identity', null],
  ])('a browser that takes %s gets that', async (accepts, encoding) => {
    const file = await fetch(`${base}/assets/index-1a2b.js`, { headers: { 'accept-encoding': accepts } });
    expect(file.headers.get('content-encoding')).toBe(encoding);
    expect(file.headers.get('vary')).toMatch(/accept-encoding/i);
    expect(await file.text()).toContain('xxxx');
  });

  test.each(['/%E0%A4%A', '/assets/%00', '/assets/gone.js', '/assets/../../etc/passwd.txt'])(
    '%s is told in a word, without a stack or a path of the disk',
    async (address) => {
      const { status, text } = await raw(address, new URL(base).host);
      expect(status).toBeGreaterThanOrEqual(400);
      expect(text).not.toMatch(/at |node_modules|\/tmp|Error:/);
      expect(text.length).toBeLessThan(60);
    },
  );

  test('another name that points here gets nothing', async () => {
    const { port } = new URL(base);
    expect((await raw('/', `evil.example:${port}`)).status).toBe(421);
    expect((await raw('/', `127.0.0.1:${Number(port) + 1}`)).status).toBe(421);
    expect((await raw('/', `localhost:${port}`)).status).toBe(200);
  });

  test('what is not there is a 404 and not the page', async () => {
    expect((await fetch(`${base}/assets/gone.js`)).status).toBe(404);
    expect((await fetch(`${base}/favicon.png`)).status).toBe(404);
  });

  test('has a health address', async () => {
    expect(await (await fetch(`${base}/health`)).json()).toEqual({ status: 'ok' });
  });
});

describe('addresses', () => {
  test.each([
    ['127.0.0.1:4417', '127.0.0.1', true],
    ['localhost:4417', '127.0.0.1', true],
    ['[::1]:4417', '::1', true],
    ['192.168.1.7:4417', '0.0.0.0', true],
    ['[fe80::1]:4417', '::', true],
    ['192.168.1.7:4417', '127.0.0.1', false],
    ['rigs.example:4417', '0.0.0.0', false],
    ['127.0.0.1:80', '127.0.0.1', false],
    ['127.0.0.1', '127.0.0.1', false],
    ['a:b:c', '127.0.0.1', false],
    [undefined, '127.0.0.1', false],
  ])('%s where %s is listened on: %s', (header, host, served) => {
    expect(isServed(header, host, 4417)).toBe(served);
  });
  test('IPv6 stands between brackets', () => {
    expect(['::1', '127.0.0.1', 'stage.local'].map(inAddress)).toEqual(['[::1]', '127.0.0.1', 'stage.local']);
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
