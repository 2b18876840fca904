import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { Hands } from './acts';
import { expect, newEmptyRig, saved, test, planned, expectSound } from './fixtures';

const findings = (page: Page) => page.getByRole('region', { name: 'Findings' });
const part = (page: Page, key: string) => page.locator(`[data-testid="map"] [data-part="${key}"]`).first();

test('pointer only: from the empty new rig to FOUR taken and no fault left, in 60 acts', async ({ page }) => {
  await newEmptyRig(page);
  const hands = new Hands(page);
  for (const kind of [
    'Guitar',
    'Tuner',
    'Fuzz',
    'Overdrive',
    'Digital delay',
    'Multi-effects',
    'Valve head',
    'Cabinet',
  ])
    await hands.press(page.getByRole('button', { name: `+ ${kind}`, exact: true }));
  await hands.press(page.getByRole('link', { name: 'See which routings can be had' }));
  await hands.press(page.getByRole('button', { name: /^Take Four-cable/ }).first());
  await expect(part(page, 'box:valve-head')).toBeVisible();
  await expectSound(page);
  hands.tell('pointer only');
  expect(hands.count).toBeLessThanOrEqual(60);
});

test('keyboard only: the same in 80 acts', async ({ page }) => {
  await newEmptyRig(page);
  const hands = new Hands(page);
  await hands.type('guitar, tuner, fuzz, od, delay | unit | valve head, cab 16');
  await hands.key('Enter');
  const on = page.getByRole('link', { name: 'See which routings can be had' });
  await expect(on).toBeFocused();
  await hands.key('Enter');
  const take = page.getByRole('button', { name: /^Take Four-cable/ }).first();
  await take.waitFor();
  await hands.tabTo(take);
  await hands.key('Enter');
  await expect(part(page, 'box:valve-head')).toBeVisible();
  await expectSound(page);
  hands.tell('keyboard only');
  expect(hands.count).toBeLessThanOrEqual(80);
});

test('the main job end to end: nothing is lost', async ({ page }, info) => {
  await newEmptyRig(page);
  await page.keyboard.type('guitar, tuner, fuzz, unit, delay | valve head, cab 16, mic, desk');
  await page.keyboard.press('Enter');
  await page.getByRole('link', { name: 'See which routings can be had' }).click();

  // A table with figures counted on this rig, and two of its lines side by side.
  await planned(page);
  const four = page.getByRole('rowgroup', { name: /^Four-cable/ }).first();
  await expect(four).toContainText(/4, \d+(\.\d)? m/);
  await expect(page.getByRole('rowgroup', { name: /^All in front/ }).first()).toContainText('wishes');
  await four.getByRole('button', { name: /^Four-cable/ }).click();
  await expect(page.getByRole('article', { name: /^Four-cable/ }).first()).toContainText(/4 leads, \d/);
  await four.getByRole('button', { name: /^Take Four-cable/ }).click();

  // The map with its profile.
  await expect(part(page, 'box:multi-effects')).toBeVisible();
  const profile = page.getByRole('region', { name: 'Profile' });
  await expect(profile).toContainText('Guitar → Cabinet');
  await expect(
    page.getByRole('application', { name: /^Profile of Guitar → Cabinet: \d+ stops/ }),
  ).toBeVisible();

  // A lead re-plugged wrong: jack, plate, free jack, each by a tap; the finding; the cure.
  await part(page, 'jack:multi-effects/send-1').click();
  await expect(page.getByRole('region', { name: 'Plugging' })).toBeVisible();
  await part(page, 'box:multi-effects')
    .locator('rect')
    .first()
    .click({ position: { x: 60, y: 6 } });
  await page
    .getByRole('group', { name: 'Free jacks of Multi-effects' })
    .getByRole('button', { name: /^OUT 1 R/ })
    .click();
  await expect(findings(page)).toContainText('it belongs in SEND 1 of Multi-effects');
  await findings(page)
    .getByRole('button', { name: /it belongs in SEND 1/ })
    .click();
  await findings(page)
    .getByRole('button', { name: /^Re-plug lead/ })
    .click();
  await expectSound(page);

  // A block switched off for one sound only.
  await page.getByRole('button', { name: /^Sound:/ }).click();
  await page.getByRole('menuitem', { name: /New from this one/ }).click();
  await page.getByRole('dialog').getByLabel('Name', { exact: true }).fill('Dry');
  await page.keyboard.press('Enter');
  await part(page, 'box:digital-delay').click();
  await page
    .getByRole('radiogroup', { name: /State of/ })
    .getByRole('radio', { name: 'off', exact: true })
    .click();
  await expect(page.getByText('set in Dry')).toBeVisible();

  // The schedule with lengths.
  await page.getByRole('link', { name: 'Cables' }).click();
  await expect(page.getByRole('row', { name: /MULTI SEND 1/ })).toContainText('VALVE INPUT');
  await expect(page.getByLabel('Length of lead 3')).toHaveValue(/ m$/);
  const csv = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  const table = info.outputPath('leads.csv');
  await (await csv).saveAs(table);
  expect(readFileSync(table, 'utf8')).toContain('MULTI SEND 1');

  // The patch-up, ticked through.
  await page.getByRole('link', { name: 'Bench' }).click();
  await page.getByRole('button', { name: 'Begin the walk' }).click();
  const boxes = page.getByRole('checkbox');
  const steps = await boxes.count();
  expect(steps).toBeGreaterThan(12);
  for (let i = 0; i < steps; i += 1) await boxes.nth(i).check();
  await page.getByRole('button', { name: 'Undo tick' }).click();
  await expect(page.getByRole('progressbar')).toHaveAttribute('aria-valuenow', String(steps - 1));
  await boxes.nth(steps - 1).check();
  await page.getByRole('button', { name: 'Done: end the walk' }).click();
  await expect(page.getByText('Walked before')).toBeVisible();

  // The sheet, printed; the map as a file.
  await page.getByRole('link', { name: 'Sheet' }).click();
  await expect(page.getByRole('img', { name: /^Map of/ })).toBeVisible();
  const svg = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Map as SVG' }).click();
  const drawing = info.outputPath('map.svg');
  await (await svg).saveAs(drawing);
  expect(readFileSync(drawing, 'utf8')).toContain('SEND 1');

  // Exported, put into the bin, imported: the same file comes out again.
  await saved(page);
  const exportTo = async (name: string) => {
    await page
      .getByRole('banner')
      .getByRole('button', { name: /New rig/ })
      .click();
    const download = page.waitForEvent('download');
    await page.getByRole('menuitem', { name: 'Export' }).click();
    const file = info.outputPath(name);
    await (await download).saveAs(file);
    return file;
  };
  const first = await exportTo('first.humrig.json');
  await page.getByLabel('Shelf: all rigs').click();
  await expect(page.getByText(/^walked on \d{4}-/)).toBeVisible();
  await page
    .getByRole('list', { name: 'Rigs' })
    .getByRole('button', { name: /Acts for/ })
    .click();
  await page.getByRole('menuitem', { name: 'Put into the bin' }).click();
  await page.getByLabel('Rig files to import').setInputFiles(first);
  await page.getByRole('link', { name: 'New rig' }).click();
  await expect(part(page, 'box:multi-effects')).toBeVisible();
  await page.getByRole('link', { name: 'Gear' }).click();
  const second = await exportTo('second.humrig.json');
  expect(readFileSync(second, 'utf8')).toBe(readFileSync(first, 'utf8'));
});
