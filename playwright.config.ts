import { existsSync } from 'node:fs';
import { defineConfig } from '@playwright/test';

// The browser without a window draws the same pages in less time.
const HEADLESS = '/usr/bin/chromium-headless-shell';

// A port of its own, so that a test run never meets the shelf of an app that is open.
const port = 4499;

export default defineConfig({
  testDir: 'e2e',
  testMatch: '**/*.spec.ts',
  outputDir: 'test-results',
  // Most of a test is waiting for a frame or for the next look: four keep the two cores of a small machine busy.
  workers: 4,
  fullyParallel: true,
  retries: 0,
  // A machine that has other work too is no failure: what is waited for at most is several times what it takes.
  timeout: 120_000,
  expect: { timeout: 20_000 },
  reporter: process.env.E2E_JSON ? [['line'], ['json', { outputFile: process.env.E2E_JSON }]] : 'line',
  use: {
    baseURL: `http://127.0.0.1:${port}`,
    viewport: { width: 1280, height: 800 },
    reducedMotion: 'reduce',
    actionTimeout: 25_000,
    // A trace of every test costs a third of the run: for one that failed, `npx playwright test FILE --trace on`.
    trace: 'off',
    // A page served by the offline worker would hide what the server sends; its own test turns it on.
    serviceWorkers: 'block',
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? (existsSync(HEADLESS) ? HEADLESS : '/usr/bin/chromium'),
      args: [
        // A page lives for seconds: what the compilers that look for hot code spend on it never comes back.
        '--js-flags=--no-maglev --no-turbofan',
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
  webServer: {
    command: `node build/server.mjs --port ${port}`,
    url: `http://127.0.0.1:${port}/health`,
    reuseExistingServer: false,
    timeout: 20_000,
  },
});
