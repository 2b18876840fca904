import { chromium, type Page } from '@playwright/test';
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { expect, newChainedRig, newRig, saved, test } from './fixtures';

test('a rig is made, exported, put into the bin, imported: nothing is lost', async ({ page }, info) => {
  await newRig(page, 'guitar, fuzz, unit, valve head, cab 16');
  await page.getByRole('button', { name: /New rig/ }).click();
  await page.getByRole('menuitem', { name: 'Rename' }).click();
  await page.getByLabel('Name', { exact: true }).fill('<b>Loud & "round"</b>');
  await page.keyboard.press('Enter');
  await saved(page);

  await page.getByRole('button', { name: /Loud/ }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Export' }).click();
  const file = info.outputPath('rig.humrig.json');
  await (await download).saveAs(file);
  expect((await download).suggestedFilename()).toBe('b-loud-round-b.humrig.json');

  await page.getByLabel('Shelf: all rigs').click();
  await page
    .getByRole('list', { name: 'Rigs' })
    .getByRole('button', { name: /Acts for/ })
    .click();
  await page.getByRole('menuitem', { name: 'Put into the bin' }).click();
  await expect(page.getByText('No rigs under this address')).toBeVisible();

  await page.getByLabel('Rig files to import').setInputFiles(file);
  await page.getByRole('link', { name: '<b>Loud & "round"</b>' }).click();
  await page.getByRole('link', { name: 'Gear' }).click();
  await expect(
    page.getByRole('region', { name: 'Stage' }).getByRole('button', { name: /Valve head/ }),
  ).toBeVisible();

  await page.getByRole('button', { name: /Loud/ }).click();
  const again = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Export' }).click();
  const second = info.outputPath('again.humrig.json');
  await (await again).saveAs(second);
  expect(readFileSync(second, 'utf8')).toBe(readFileSync(file, 'utf8'));

  await page.getByLabel('Shelf: all rigs').click();
  await page.getByLabel('Rig files to import').setInputFiles(file);
  await expect(page.getByRole('dialog')).toContainText('on the shelf already');
  await page.getByRole('button', { name: 'Keep both' }).click();
  await expect(page.getByRole('list', { name: 'Rigs' }).getByRole('listitem')).toHaveCount(2);
  await page.getByText(/^Bin \(1\)/).click();
  await page.getByRole('button', { name: 'Take back' }).click();
  await expect(page.getByRole('list', { name: 'Rigs' }).getByRole('listitem')).toHaveCount(3);
});

test('bad files are refused with place and reason, and nothing is stored', async ({ page }, info) => {
  await page.goto('/shelf');
  const bad: [string, string, RegExp][] = [
    ['torn.json', '{"format": "hum-map/rig", "ver', /torn off/],
    ['other.json', '{"name": "something"}', /format: this is not a rig file/],
    ['deep.json', '['.repeat(100_000), /nested deeper than 64/],
  ];
  for (const [name, text, reason] of bad) {
    const file = info.outputPath(name);
    writeFileSync(file, text);
    await page.getByLabel('Rig files to import').setInputFiles(file);
    await expect(page.getByRole('dialog')).toContainText(reason);
    await page.getByRole('button', { name: 'Close' }).click();
  }
  await expect(page.getByText('No rigs under this address')).toBeVisible();
});

test('undo goes on after a reload, and a reload stays where it was', async ({ page }) => {
  await newRig(page, 'guitar, fuzz');
  await page.getByRole('region', { name: 'Stage' }).getByRole('button', { name: /^Fuzz/ }).click();
  await page.getByRole('radio', { name: 'on', exact: true }).click();
  await saved(page);
  await page.reload();
  await expect(page.getByRole('region', { name: 'Facts of Fuzz' })).toBeVisible();
  await expect(page.getByRole('radio', { name: 'on', exact: true })).toBeChecked();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('radio', { name: 'off', exact: true })).toBeChecked();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('Begin with one line of gear')).toBeVisible();
  await page.keyboard.press('Control+y');
  await expect(page.getByRole('region', { name: 'Facts of Fuzz' })).toBeVisible();
});

test('the browser killed in a burst of edits loses at most the one in flight', async ({ baseURL }, info) => {
  const profile = mkdtempSync(path.join(tmpdir(), 'hum-kill-'));
  const launch = async () => {
    const context = await chromium.launchPersistentContext(profile, {
      executablePath: info.project.use.launchOptions?.executablePath,
      args: info.project.use.launchOptions?.args,
      serviceWorkers: 'block',
    });
    return { context, page: context.pages()[0] ?? (await context.newPage()) };
  };
  const first = await launch();
  await newRigAt(first.page, `${baseURL}/shelf`);
  const url = first.page.url();
  const pid = browserPid(profile);
  let committed = 0;
  for (let i = 0; i < 12; i += 1) {
    await first.page.getByRole('button', { name: '+ Fuzz' }).click();
    await first.page.getByRole('banner').getByText('saved', { exact: true }).waitFor();
    committed += 1;
  }
  // Now without waiting, and the process goes in the middle of it.
  for (let i = 0; i < 3; i += 1)
    void first.page
      .getByRole('button', { name: '+ Fuzz' })
      .click()
      .catch(() => undefined);
  process.kill(pid, 'SIGKILL');
  await first.context.close().catch(() => undefined);

  const again = await launch();
  await again.page.goto(url);
  const plates = again.page.getByRole('region', { name: 'Stage' }).getByRole('button', { name: /^Fuzz/ });
  await expect(plates.first()).toBeVisible();
  const kept = await plates.count();
  expect(kept).toBeGreaterThanOrEqual(committed);
  expect(kept).toBeLessThanOrEqual(committed + 3);
  await again.context.close();
  rmSync(profile, { recursive: true, force: true });
});

async function newRigAt(page: Page, url: string) {
  await page.goto(url);
  await page.getByRole('button', { name: 'New rig' }).first().click();
  await page.getByLabel('Gear in one line').waitFor();
}

/** The process number of the browser: the one started on this profile without a type of its own. */
function browserPid(profile: string): number {
  const commandOf = (pid: string) => {
    try {
      return readFileSync(`/proc/${pid}/cmdline`, 'utf8');
    } catch {
      return '';
    }
  };
  const pids = readdirSync('/proc').filter((name) => /^\d+$/.test(name));
  const browsers = pids.filter((pid) => {
    const command = commandOf(pid);
    return command.includes(`--user-data-dir=${profile}`) && !command.includes('--type=');
  });
  expect(browsers.length).toBeGreaterThan(0);
  return Number(browsers[0]);
}

test('a view that fails does not lock the rig in: everything can be saved from where it failed', async ({
  page,
  quiet,
}, info) => {
  await newRig(page, 'guitar, fuzz');
  await saved(page);
  await page.route(/sheet-view-.*\.js$/, (route) => route.abort());
  await page.getByRole('link', { name: 'Sheet' }).click();
  await expect(page.getByRole('alert')).toContainText('This view failed');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save everything to one file' }).click();
  const file = info.outputPath('saved.json');
  await (await download).saveAs(file);
  expect(readFileSync(file, 'utf8')).toContain('"name": "Fuzz"');
  await page.unroute(/sheet-view-.*\.js$/);
  await page.getByRole('button', { name: 'Load the page again' }).click();
  await expect(page.getByRole('button', { name: 'Print …' })).toBeVisible();

  // The same where what rigs are checked with does not come: the rig is not waited for without end.
  const checks = /\/file-.*\.js$/;
  await page.route(checks, (route) => route.abort());
  await page.reload();
  await expect(page.getByRole('alert')).toContainText(
    'The part of Hum Map that reads rigs could not be fetched. Load the page again.',
  );
  await page.unroute(checks);
  await page.getByRole('button', { name: 'Load the page again' }).click();
  await expect(page.getByRole('button', { name: 'Print …' })).toBeVisible();
  // The failed fetch and the failed view are what this test is about.
  quiet.length = 0;
});

test('a worker that fails is told in every view, nothing old passes for new, and it is tried again at a press', async ({
  page,
  quiet,
}) => {
  await page.addInitScript(() => {
    window.Worker = class extends Worker {
      override postMessage(message: unknown, how?: Transferable[] | StructuredSerializeOptions) {
        if ('failing' in window) this.dispatchEvent(new ErrorEvent('error', { message: 'out of memory' }));
        else super.postMessage(message, how as Transferable[]);
      }
    };
  });
  await newChainedRig(page, 'guitar, fuzz, valve head, cab 16', 'GUITAR > FUZZ > VALVE > CABINET');
  const bar = page.getByRole('alert').filter({ hasText: 'Could not be worked out' });
  const findings = page.getByRole('region', { name: 'Findings' });
  const row = findings.getByRole('list').getByRole('button').first();
  await expect(row).toBeVisible();
  await expect(bar).toHaveCount(0);
  const lead = page.locator('[data-testid="map"] [data-group="lead:lead-1"]');
  await lead.locator('[data-part="lead:lead-1"]').first().dispatchEvent('click');
  await page.keyboard.press('Delete');
  await expect(lead).toHaveCount(0);

  await page.evaluate(() => Object.assign(window, { failing: true }));
  await row.click();
  await expect(bar).toContainText('cures (out of memory)');
  await expect(findings).toContainText('Cures could not be looked for: out of memory.');
  await page.getByTestId('map').focus();
  await page.keyboard.press('Control+z');
  // The lead that is there again is drawn straight and dashed, as long as it is not laid.
  await expect(page.locator('[data-testid="map"] line[stroke-dasharray="6 4"]')).toHaveCount(1);
  await expect(bar).toContainText(/the map.*findings|findings.*the map/);
  await page.getByRole('link', { name: 'Sheet' }).click();
  await expect(bar).toContainText('the sheet');
  await page.getByRole('link', { name: 'Map', exact: true }).click();
  await expect(bar).toContainText('findings');

  await page.evaluate(() => Reflect.deleteProperty(window, 'failing'));
  await page.getByRole('button', { name: 'Try again' }).click();
  await expect(bar).toHaveCount(0);
  await expect(lead).toHaveCount(1);
  await expect(page.locator('[data-testid="map"] line[stroke-dasharray="6 4"]')).toHaveCount(0);
  await expect(findings).not.toContainText('could not be');
  await saved(page);
  quiet.length = 0;
});
