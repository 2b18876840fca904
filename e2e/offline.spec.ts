import { spawn, type ChildProcess } from 'node:child_process';
import { cpSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import type { Page } from '@playwright/test';
import { expect, newRig, saved, test } from './fixtures';

// One server, stopped and started again: one test at a time.
test.describe.configure({ mode: 'default' });
test.use({ serviceWorkers: 'allow', baseURL: 'http://127.0.0.1:4498' });

const PORT = 4498;
const folder = path.resolve('build', 'e2e-site');
let server: ChildProcess | null = null;

/** A server of its own, so that it can be stopped and given another build. */
async function serve() {
  server = spawn(process.execPath, [path.join(folder, 'server.mjs'), '--port', String(PORT)], {
    stdio: 'ignore',
  });
  await expect
    .poll(() =>
      fetch(`http://127.0.0.1:${PORT}/health`).then(
        (answer) => answer.ok,
        () => false,
      ),
    )
    .toBe(true);
}
async function stop() {
  const gone = new Promise((resolve) => server?.once('exit', resolve));
  server?.kill('SIGTERM');
  await gone;
  server = null;
}

test.beforeEach(() => {
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  cpSync('build/server.mjs', path.join(folder, 'server.mjs'));
  cpSync('build/web', path.join(folder, 'web'), { recursive: true });
});
test.afterEach(async () => {
  if (server) await stop();
  rmSync(folder, { recursive: true, force: true });
});

/** The same interface as another build would be: its scripts under other names, its version another. */
function secondBuild() {
  const web = path.join(folder, 'web');
  const { version } = JSON.parse(readFileSync('package.json', 'utf8')) as { version: string };
  renameSync(path.join(web, 'assets'), path.join(web, 'assets-2'));
  let said = 0;
  for (const file of readdirSync(web, { recursive: true, encoding: 'utf8' })) {
    if (/\.(br|gz)$/.test(file)) rmSync(path.join(web, file));
    if (!/\.(js|html|css)$/.test(file)) continue;
    const text = readFileSync(path.join(web, file), 'utf8');
    const other = text
      .replaceAll('assets/', 'assets-2/')
      .replace(/(url:"index\.html",revision:")[^"]+/, '$1second')
      .replace(
        /(Version[`"', ]{1,6})([`"'])(.*?)\2/g,
        (all, before: string, quote: string, inner: string) => {
          if (!inner.includes(version)) return all;
          said += 1;
          return `${before}${quote}${inner.replace(version, 'second build')}${quote}`;
        },
      );
    writeFileSync(path.join(web, file), other);
  }
  expect(said).toBe(1);
}

/** The browser has fetched the second build whole; its worker waits. */
async function secondWaits(page: Page) {
  await stop();
  secondBuild();
  await serve();
  await page.evaluate(async () => (await navigator.serviceWorker.getRegistration())?.update());
  await page.waitForFunction(async () => (await navigator.serviceWorker.getRegistration())?.waiting !== null);
}

const bar = (on: Page) => on.getByRole('button', { name: 'New version, reload' });

const underWorker = (page: Page) => page.waitForFunction(() => navigator.serviceWorker.controller !== null);

/** The first visit is served by the server; from the next load on the worker of the first build serves. */
async function firstVisit(page: Page) {
  await page.goto('/shelf');
  await page.evaluate(() => navigator.serviceWorker.ready);
  await page.reload();
  await underWorker(page);
}

test('works with the server stopped, after one visit: reload, deep link, edit, every view', async ({
  page,
  quiet,
}) => {
  await serve();
  await firstVisit(page);
  await newRig(page, 'guitar, fuzz, valve head, cab 16');
  await saved(page);
  await stop();
  await page.reload();
  await page.getByLabel('Gear in one line').fill('chorus');
  await page.keyboard.press('Enter');
  await saved(page);
  for (const view of ['Routes', 'Map', 'Cables', 'Bench', 'Sheet']) {
    await page.getByRole('link', { name: view, exact: true }).click();
    await expect(page).toHaveURL(new RegExp(`/${view.toLowerCase()}`));
    await page.reload();
    await expect(page.getByRole('link', { name: view, exact: true })).toHaveAttribute('aria-current', 'page');
    await expect(page.getByRole('main')).not.toBeEmpty();
  }
  await page.getByLabel('Shelf: all rigs').click();
  await expect(page.getByText('5 boxes')).toBeVisible();
  // Looking for a newer build fails without a server, as it must.
  quiet.length = 0;
});

test('a new build waits behind a line, never while a walk is open, and loses nothing', async ({
  page,
  context,
  quiet,
}) => {
  test.setTimeout(240_000);
  await serve();
  await firstVisit(page);
  await newRig(page, 'guitar, valve head, cab 16');
  await page.getByRole('link', { name: 'Routes' }).click();
  await page.getByRole('button', { name: /^Take/ }).first().click();
  await saved(page);
  await page.getByRole('link', { name: 'Bench' }).click();
  await page.getByRole('button', { name: 'Begin the walk' }).click();
  await page.getByRole('checkbox').first().click();
  await saved(page);

  await secondWaits(page);
  // A walk is under way in this tab: neither it nor another tab is asked.
  const other = await context.newPage();
  await other.goto('/shelf');
  await expect(other.getByRole('list', { name: 'Rigs' })).toBeVisible();
  await expect(bar(page)).toHaveCount(0);
  await expect(bar(other)).toHaveCount(0);
  await page.getByRole('button', { name: /nd the walk$/ }).click();
  await saved(page);
  await expect(bar(page)).toBeVisible();
  // What is pressed before the page is the new one would be pressed in the old one.
  await Promise.all([page.waitForEvent('load', { timeout: 90_000 }), bar(page).click()]);
  await underWorker(page);
  await page.getByRole('button', { name: 'Preferences' }).click();
  await expect(page.getByText('Version second build')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByText(/1 done/)).toBeVisible();
  await expect(bar(other)).toBeVisible();
  await bar(other).click();
  await expect(bar(other)).toHaveCount(0);
  quiet.length = 0;
});

/** Ends the worker that serves, as a browser does with one that was idle for half a minute. */
async function endServing(page: Page) {
  const devtools = await page.context().newCDPSession(page);
  const running = new Map<string, boolean>();
  devtools.on('ServiceWorker.workerVersionUpdated', ({ versions }) => {
    for (const { status, versionId, runningStatus } of versions)
      if (status === 'activated') running.set(versionId, runningStatus !== 'stopped');
  });
  await devtools.send('ServiceWorker.enable');
  await expect(async () => {
    for (const versionId of running.keys()) await devtools.send('ServiceWorker.stopWorker', { versionId });
    expect([...running.values()]).toEqual([false]);
  }).toPass();
  await devtools.detach();
}

test('a press for the new build is heard while another tab starts the old one again', async ({
  page,
  context,
  quiet,
}) => {
  await serve();
  await firstVisit(page);
  const other = await context.newPage();
  await other.goto('/shelf');
  await secondWaits(page);
  await bar(page).focus();
  await endServing(page);
  const anew = page.waitForEvent('load');
  await Promise.all([other.reload(), page.keyboard.press('Enter')]);
  await anew;
  await page.getByRole('button', { name: 'Preferences' }).click();
  await expect(page.getByText('Version second build')).toBeVisible();
  quiet.length = 0;
});
