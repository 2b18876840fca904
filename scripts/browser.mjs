// For scripts that look at the app: the production build served on a port of its own, and Debian's Chromium.
import { spawn } from 'node:child_process';
import { ensureInstalled, root } from './lib.mjs';

/** Builds, serves, opens a browser, does the work, and ends both again. */
export async function withApp(port, work) {
  if ((await ensureInstalled()) !== 0) return 1;
  const { buildApp } = await import('./build.mjs');
  if ((await buildApp()) !== 0) return 1;
  const { chromium } = await import('@playwright/test');
  const server = spawn(process.execPath, ['build/server.mjs', '--port', String(port)], {
    cwd: root,
    stdio: 'ignore',
  });
  const base = `http://127.0.0.1:${port}`;
  for (let i = 0; i < 50; i += 1) {
    const up = await fetch(`${base}/health`).catch(() => null);
    if (up?.ok) break;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
    ],
  });
  try {
    await work(browser, base);
  } finally {
    await browser.close();
    server.kill();
  }
  return 0;
}
