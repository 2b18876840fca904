import { readFileSync, writeFileSync } from 'node:fs';
import type { Page, TestInfo } from '@playwright/test';
import { expect, newRig, saved, test } from './fixtures';

const spot = (page: Page, address: string) => page.locator(`[data-spot="${address}"]`);
const facts = (page: Page) => page.getByRole('complementary', { name: 'Facts' });
const shelfList = (page: Page) => page.getByRole('list', { name: 'Your gear' });
const put = (page: Page) => page.getByRole('button', { name: 'Put on the shelf' });

/** Begins a box on the gear shelf as a kind of the catalogue is. */
async function beginAs(page: Page, words: string) {
  await page.getByRole('button', { name: 'New box' }).first().click();
  await page.getByLabel('Kind by name or by what it does').fill(words);
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/gear\/own-/);
}

async function toShelf(page: Page) {
  await page.getByRole('link', { name: 'Gear shelf' }).click();
  await expect(page).toHaveURL(/\/gear$/);
}

async function download(page: Page, info: TestInfo, press: () => Promise<void>): Promise<string> {
  const coming = page.waitForEvent('download');
  await press();
  const file = info.outputPath((await coming).suggestedFilename());
  await (await coming).saveAs(file);
  return file;
}

const saveAll = (page: Page, info: TestInfo, what: RegExp) =>
  download(page, info, async () => {
    await page.getByRole('button', { name: 'Save all …' }).click();
    await page.getByRole('menuitem', { name: what }).click();
  });

test('a box from nothing, on its panel and by keys: not stored while it is wrong, offered in a rig once it is', async ({
  page,
}) => {
  await page.goto('/gear');
  await page.getByRole('button', { name: 'New box' }).first().click();
  await page.getByRole('button', { name: 'From nothing' }).click();
  const troubles = page.getByRole('region', { name: 'What keeps it off the shelf' });
  await expect(troubles).toContainText('A box has one jack at least.');
  await expect(put(page)).toBeDisabled();
  await page.getByLabel('Name', { exact: true }).fill('Grey Moth');
  await page.getByLabel('Kind', { exact: true }).fill('Fuzz');
  await page.getByRole('button', { name: 'Jack …' }).click();
  await page.getByRole('menuitem', { name: 'Input', exact: true }).click();
  await expect(troubles).toHaveCount(0);
  await page.getByRole('button', { name: 'Jack …' }).click();
  await page.getByRole('menuitem', { name: 'Output', exact: true }).click();

  // On with keys: a block, a knob, two wires, the jacks in another order and on the front.
  await spot(page, 'jacks/out').focus();
  await page.keyboard.press('b');
  await page.keyboard.press('k');
  await spot(page, 'jacks/in').focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('w');
  await expect(page.getByText(/Press the jack or block that the wire goes to/)).toBeVisible();
  await spot(page, 'blocks/effect').focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('w');
  await spot(page, 'jacks/out').focus();
  await page.keyboard.press('Enter');
  await expect(facts(page).getByRole('region', { name: 'Wires' })).toContainText('from Effect');
  await page.keyboard.press('Alt+ArrowLeft');
  await page.keyboard.press('Alt+ArrowDown');
  await expect(spot(page, 'jacks/out')).toHaveAccessibleName('OUT, front, out');
  // An output is no place to begin a wire from; it is said.
  await page.keyboard.press('w');
  await spot(page, 'blocks/effect').click();
  await expect(page.getByText('OUT is no place where a wire begins')).toBeVisible();
  await page.keyboard.press('Escape');

  // A figure that is none is kept to be mended, told, and keeps the box off the shelf.
  await spot(page, 'jacks/in').click();
  const impedance = facts(page).getByLabel('IN: input impedance', { exact: true });
  await impedance.fill('loud');
  await impedance.press('Enter');
  await expect(facts(page).getByRole('alert')).toContainText('“loud” is no figure in Ω');
  await expect(put(page)).toBeDisabled();
  await spot(page, 'blocks/effect').click();
  await page.reload();
  await troubles.getByRole('button', { name: /IN, input impedance/ }).click();
  await expect(impedance).toHaveValue('loud');
  await impedance.fill('8k2');
  await impedance.press('Enter');
  await facts(page).getByLabel('Page of IN: input impedance').fill('4');
  await facts(page).getByLabel('Page of IN: input impedance').press('Tab');
  await expect(troubles).toHaveCount(0);
  await expect(impedance).toHaveValue('8.2 kΩ');

  await spot(page, 'controls/level').click();
  await facts(page).getByLabel('Acts on').selectOption({ label: 'Effect' });
  await facts(page).getByLabel('Law').selectOption({ label: 'a pot' });
  await facts(page).getByLabel('Resistance').fill('100k');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(facts(page).getByLabel('Resistance')).toHaveValue('500 kΩ');
  await page.getByRole('button', { name: 'Redo' }).click();
  await expect(facts(page).getByLabel('Resistance')).toHaveValue('100 kΩ');
  await put(page).click();
  await expect(page.getByText('on the shelf, revision 1')).toBeVisible();
  // What is changed after that waits, and can be let go.
  await spot(page, 'blocks/effect').focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Delete');
  await expect(page.getByText('revision 1, changed since')).toBeVisible();
  await page.getByRole('button', { name: 'As on the shelf' }).click();
  await expect(spot(page, 'blocks/effect')).toBeVisible();
  await page.reload();
  await expect(page.getByText('on the shelf, revision 1')).toBeVisible();

  await newRig(page, 'guitar, grey moth, combo');
  const stage = page.getByRole('region', { name: 'Stage' });
  await stage.getByRole('button', { name: /^Grey Moth/ }).click();
  const box = page.getByRole('region', { name: 'Facts of Grey Moth' });
  await box.getByText(/^Figures/).click();
  await expect(box.getByLabel('IN: input impedance', { exact: true })).toHaveValue('8.2 kΩ');
  await expect(box.getByText(/^Gear shelf/)).toBeVisible();
  await expect(page.getByText(/^Catalogue \(1 of your own, /)).toBeVisible();
  await expect(page.getByRole('button', { name: '+ Grey Moth' })).toBeVisible();
});

const TWELVE = [
  'guitar',
  'germanium fuzz',
  'treble booster',
  'four-jack gate',
  'volume pedal',
  'two loops and a grid',
  'loop switcher 4',
  'valve head',
  'four-channel head',
  'cabinet',
  'desk',
  'isolated supply',
];

test('twelve boxes of one’s own go into a fresh browser by one file, and come out of it to the letter', async ({
  page,
  browser,
}, info) => {
  await page.goto('/gear');
  for (const [n, words] of TWELVE.entries()) {
    await beginAs(page, words);
    await page.getByLabel('Name', { exact: true }).fill(`Mine ${n + 1}`);
    await page.getByLabel('Name', { exact: true }).press('Enter');
    await put(page).click();
    await expect(page.getByText('on the shelf, revision 1')).toBeVisible();
    await toShelf(page);
  }
  await expect(shelfList(page).getByRole('listitem')).toHaveCount(12);
  const file = await saveAll(page, info, /gear file/);

  const context = await browser.newContext();
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByText('No gear of your own yet')).toBeVisible();
  await other.getByLabel('Gear files and tables to import').setInputFiles(file);
  await expect(other.getByText('12 boxes on your gear shelf.')).toBeVisible();
  await expect(shelfList(other).getByRole('listitem')).toHaveCount(12);
  const back = await saveAll(other, info, /gear file/);
  const items = (path: string) => (JSON.parse(readFileSync(path, 'utf8')) as { items: unknown[] }).items;
  expect(items(back)).toEqual(items(file));
  // A second time it is all there already; one that was changed comes beside what stands there.
  await other.getByLabel('Gear files and tables to import').setInputFiles(file);
  await expect(other.getByText('0 boxes on your gear shelf, 12 stood there already.')).toBeVisible();
  const spoilt = JSON.parse(readFileSync(file, 'utf8')) as { items: { name: string; jacks: unknown[] }[] };
  spoilt.items[0]!.name = 'Changed';
  spoilt.items[1]!.jacks = [];
  writeFileSync(file, JSON.stringify(spoilt));
  await other.getByLabel('Gear files and tables to import').setInputFiles(file);
  await expect(other.getByRole('dialog')).toContainText('jacks: a box has one jack at least');
  await other.getByRole('button', { name: 'Close', exact: true }).click();
  await expect(shelfList(other).getByRole('listitem')).toHaveCount(13);
  await context.close();
});

test('figures as a table, filled in and brought back: what it changes is shown first, what it cannot is told', async ({
  page,
}, info) => {
  await page.goto('/gear');
  await beginAs(page, 'germanium fuzz');
  await put(page).click();
  await toShelf(page);
  const file = await saveAll(page, info, /table/);
  const lines = readFileSync(file, 'utf8').split('\r\n');
  const at = (where: string) => lines.findIndex((line) => line.endsWith(where));
  const fill = (where: string, value: string) => {
    const cells = lines[at(where)]!.split(',');
    cells[5] = value;
    cells[8] = 'manual';
    lines[at(where)] = cells.join(',');
  };
  fill('mode/out/as-built/rOut', '12000');
  fill('mode/in/as-built/rIn', 'low');
  writeFileSync(file, lines.join('\n'));
  await page.getByLabel('Gear files and tables to import').setInputFiles(file);
  const asked = page.getByRole('dialog');
  await expect(asked.getByRole('list', { name: 'Figures that change' })).toContainText('12 kΩ (manual)');
  await expect(asked.getByRole('list', { name: 'Lines not taken' })).toContainText('“low” is no figure in Ω');
  await asked.getByRole('button', { name: 'Take 1 figure' }).click();
  await expect(shelfList(page)).toContainText('1 figure known');
  await expect(shelfList(page)).toContainText('revision 2');
});

test('newer figures of the shelf are taken one by one, and what was measured on the stage is given back', async ({
  page,
}) => {
  await newRig(page, 'guitar, fuzz, combo');
  const stage = page.getByRole('region', { name: 'Stage' });
  await stage.getByRole('button', { name: /^Fuzz/ }).click();
  const box = page.getByRole('region', { name: 'Facts of Fuzz' });
  await box.getByText('Gear shelf', { exact: true }).click();
  await box.getByRole('button', { name: 'Put on your gear shelf' }).click();
  await page.getByRole('link', { name: 'Open its panel' }).click();
  const set = async (address: string, label: string, value: string) => {
    await spot(page, address).click();
    await facts(page).getByLabel(label, { exact: true }).fill(value);
    await facts(page).getByLabel(label, { exact: true }).press('Enter');
  };
  await set('jacks/in', 'IN: input impedance', '9k');
  await set('jacks/out', 'OUT: output impedance', '11k');
  await put(page).click();
  await expect(page.getByText('on the shelf, revision 2')).toBeVisible();

  await page.goBack();
  const list = box.getByRole('list', { name: 'Figures that differ from the shelf' });
  await expect(list.getByRole('listitem')).toHaveCount(2);
  await box.getByRole('button', { name: 'Take IN: input impedance from the shelf' }).click();
  await expect(list.getByRole('listitem')).toHaveCount(1);
  await box.getByRole('button', { name: 'Leave the rest as it is here' }).click();
  await expect(box.getByText(/Made from “Fuzz”, revision 2/)).toBeVisible();
  await saved(page);

  await box.getByText(/^Figures/).click();
  const measured = box.getByLabel('OUT: output impedance', { exact: true });
  await measured.fill('12k3');
  await measured.press('Enter');
  await box.getByLabel('Source of OUT: output impedance').selectOption('measured');
  await expect(box.getByText('Gear shelf (1 to look at)')).toBeVisible();
  await box.getByRole('button', { name: 'Put OUT: output impedance on the shelf' }).click();
  await expect(list).toHaveCount(0);
  await expect(box.getByText(/revision 3/)).toBeVisible();
  await page.reload();
  await expect(box.getByText(/^Gear shelf/)).toBeVisible();
  await page.goto('/gear');
  await expect(shelfList(page)).toContainText('revision 3');
  // Everything goes into the one file of the shelf, and comes out of the bin.
  await page.getByRole('button', { name: 'Acts for Fuzz' }).click();
  await page.getByRole('menuitem', { name: 'Into the bin' }).click();
  await expect(page.getByText('No gear of your own yet')).toBeVisible();
  await page.getByText('Bin (1)').click();
  await page.getByRole('button', { name: 'Take back' }).click();
  await expect(shelfList(page)).toContainText('Fuzz');
});

test('a box that two tabs change goes to the shelf twice: nothing of either is lost, nothing is left half made', async ({
  page,
}) => {
  await page.goto('/gear');
  await beginAs(page, 'fuzz');
  await page.getByLabel('Name', { exact: true }).fill('Grey Moth');
  await page.getByLabel('Name', { exact: true }).press('Enter');
  await put(page).click();
  await expect(page.getByText('on the shelf, revision 1')).toBeVisible();
  const other = await page.context().newPage();
  await other.goto(page.url());
  await expect(other.getByText('on the shelf, revision 1')).toBeVisible();
  for (const [tab, name] of [
    [page, 'Greyer Moth'],
    [other, 'Browner Moth'],
  ] as const) {
    await tab.getByLabel('Name', { exact: true }).fill(name);
    await tab.getByLabel('Name', { exact: true }).press('Enter');
    await expect(tab.getByText('revision 1, changed since')).toBeVisible();
    await put(tab).click();
    if (tab === page) await expect(page.getByText('on the shelf, revision 2')).toBeVisible();
  }
  await expect(other.getByText('“Browner Moth” was changed in another tab meanwhile')).toBeVisible();
  await expect(other.getByLabel('Name', { exact: true })).toHaveValue('Browner Moth (from this tab)');
  await toShelf(other);
  await expect(shelfList(other).getByRole('listitem')).toHaveCount(2);
  await expect(shelfList(other)).toContainText('Greyer Moth');
  await expect(shelfList(other)).not.toContainText('changes not on the shelf');
  await other.close();
});

test('a jack made an output asks for what outputs are known by, one that carries something else for what that is known by', async ({
  page,
}) => {
  await page.goto('/gear');
  await beginAs(page, 'valve head');
  await spot(page, 'jacks/return').click();
  const form = page.getByRole('form', { name: 'Facts of the part' });
  await expect(form.getByLabel('RETURN: input impedance', { exact: true })).toHaveValue(/Ω/);
  await form.getByLabel('Direction', { exact: true }).selectOption('out');
  await expect(form.getByLabel('RETURN: output impedance', { exact: true })).toHaveValue('');
  const carries = form.getByLabel('Carries', { exact: true });
  for (const value of ['line', 'digital', 'mains', 'dc']) {
    await carries.selectOption(value);
    await expect(carries).toHaveValue(value);
  }
  await carries.selectOption('speaker');
  await expect(form.getByLabel('RETURN: least load', { exact: true })).toHaveValue('');
});
