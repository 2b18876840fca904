import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { writeRig } from '../core/file';
import { makeSound, type Rig } from '../core/model';
import { build } from '../core/testing/build';
import { expect, importRig, saved, test } from './fixtures';

const board = (sounds = ['Clean', 'Crunch', 'Lead']): Rig => ({
  ...build(
    'guitar, fuzz, od, delay, combo',
    'guitar/out > fuzz/in',
    'fuzz/out > overdrive/in',
    'overdrive/out > digital-delay/in',
    'digital-delay/out > combo/input',
  ),
  sounds: sounds.map((name, i) => makeSound(`s${i}`, name)),
});

const grid = (page: Page) => page.getByTestId('sounds');
const cell = (page: Page, name: string) =>
  grid(page).getByRole('gridcell', { name: new RegExp(`^${name}: `) });

async function open(page: Page, rig: Rig) {
  await importRig(page, writeRig(rig));
  await page.getByRole('link', { name: 'Sounds' }).click();
  await expect(grid(page)).toBeVisible();
}

test('sounds by keys alone: walked, pressed, written, copied, filled, cleared, undone', async ({
  page,
  context,
}) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await open(page, board());
  await grid(page).focus();
  // From the sound's own columns to the first pedal.
  await page.keyboard.press('End');
  await page.keyboard.press('Home');
  for (const name of ['Clean, Fuzz Fuzz'])
    while (
      (await grid(page).getAttribute('aria-activedescendant')) !== (await cell(page, name).getAttribute('id'))
    )
      await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Space');
  await expect(cell(page, 'Clean, Fuzz Fuzz')).toHaveAccessibleName('Clean, Fuzz Fuzz: on');
  await expect(cell(page, 'Crunch, Fuzz Fuzz')).toHaveAccessibleName(
    'Crunch, Fuzz Fuzz: off, other than in the sound before',
  );
  // Written into the cell under it; Enter goes on down.
  await page.keyboard.press('ArrowDown');
  await page.keyboard.type('on');
  await page.keyboard.press('Enter');
  await expect(cell(page, 'Crunch, Fuzz Fuzz')).toHaveAccessibleName('Crunch, Fuzz Fuzz: on');
  await page.keyboard.type('perhaps');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toHaveText(
    'Nothing is changed. Lead, Fuzz Fuzz: “perhaps” is none of on and off.',
  );
  // Both are copied over to the next pedal.
  await page.keyboard.press('Control+ArrowUp');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Control+c');
  await page.keyboard.press('Control+ArrowUp');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Control+v');
  await expect(cell(page, 'Crunch, Overdrive Overdrive')).toHaveAccessibleName(
    'Crunch, Overdrive Overdrive: on',
  );
  await expect(cell(page, 'Lead, Overdrive Overdrive')).toHaveAccessibleName(/: off, other/);
  // The first fills the column; Delete takes it back to rest; undo is one step each.
  await page.keyboard.press('Control+ArrowUp');
  await page.keyboard.press('Shift+Control+ArrowDown');
  await page.keyboard.press('Control+d');
  await expect(cell(page, 'Lead, Overdrive Overdrive')).toHaveAccessibleName('Lead, Overdrive Overdrive: on');
  await page.keyboard.press('Delete');
  await expect(cell(page, 'Clean, Overdrive Overdrive')).toHaveAccessibleName(
    'Clean, Overdrive Overdrive: off',
  );
  await page.keyboard.press('Control+z');
  await expect(cell(page, 'Clean, Overdrive Overdrive')).toHaveAccessibleName(
    'Clean, Overdrive Overdrive: on',
  );
  await saved(page);
});

test('a sound is put in force from its row; one box is looked at alone; a box is kept in view', async ({
  page,
}) => {
  await open(page, board());
  await grid(page).getByRole('button', { name: 'Lead' }).click();
  await expect(page.getByRole('button', { name: 'Sound: Lead' })).toBeVisible();
  await grid(page).getByRole('button', { name: 'OVRDRV' }).click();
  await expect(page.getByRole('heading', { name: 'What Overdrive does in each sound' })).toBeVisible();
  await expect(cell(page, 'Clean, Fuzz Fuzz')).toHaveCount(0);
  await page.getByRole('button', { name: 'Every box' }).click();
  await expect(cell(page, 'Clean, Fuzz Fuzz')).toBeVisible();
  await grid(page).getByRole('button', { name: 'Keep Digital delay in view' }).click();
  const [delay, fuzz] = [
    await cell(page, 'Clean, Digital delay Delay').boundingBox(),
    await cell(page, 'Clean, Fuzz Fuzz').boundingBox(),
  ];
  expect(delay!.x).toBeLessThan(fuzz!.x);
});

test('a new sound is as the one at the cursor; Alt and an arrow moves it, and the cursor with it', async ({
  page,
}) => {
  await open(page, board());
  await grid(page).focus();
  await page.keyboard.press('Control+Home');
  await page.keyboard.press('ArrowDown');
  await page.getByRole('button', { name: 'New sound' }).click();
  const names = () => grid(page).getByRole('rowheader').allTextContents();
  await expect.poll(names).toEqual(['Clean', 'Crunch', 'Sound 4', 'Lead']);
  await grid(page).focus();
  await page.keyboard.press('Alt+ArrowDown');
  await expect.poll(names).toEqual(['Clean', 'Crunch', 'Lead', 'Sound 4']);
  await page.keyboard.press('Alt+ArrowUp');
  await page.keyboard.press('Alt+ArrowUp');
  await expect.poll(names).toEqual(['Clean', 'Sound 4', 'Crunch', 'Lead']);
});

test('the table goes out as CSV and comes back, with a sound that is new; what is wrong in it is told and nothing changed', async ({
  page,
}) => {
  await open(page, board());
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as CSV' }).click(),
  ]);
  const text = readFileSync(await download.path(), 'utf8');
  const read = (csv: string) =>
    page
      .getByLabel('Table of sounds to read')
      .setInputFiles({ name: 'sounds.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await read(text.replace('Clean', 'Solo'));
  await expect(page.getByText('sounds.csv is read.')).toBeVisible();
  await expect(grid(page).getByRole('button', { name: 'Solo' })).toBeVisible();
  await read('Sound,FUZZ Fuzz\r\nClean,sideways\r\n');
  await expect(page.getByRole('alert')).toContainText('Clean, Fuzz Fuzz: “sideways” is none of');
});

test('sixty sounds by many columns: only what is seen is drawn, and the far corner is reached by one key', async ({
  page,
}) => {
  const many = board(Array.from({ length: 60 }, (_, i) => `Sound ${i + 1}`));
  await page.setViewportSize({ width: 500, height: 800 });
  await open(page, many);
  expect(await grid(page).getByRole('gridcell').count()).toBeLessThan(1200);
  // It opens at its first sound and its first column.
  expect(await grid(page).evaluate((table) => [table.scrollTop, table.scrollLeft])).toEqual([0, 0]);
  await grid(page).focus();
  await page.keyboard.press('Control+End');
  await expect(grid(page).getByRole('button', { name: 'Sound 60' })).toBeVisible();
  const last = await grid(page).getAttribute('aria-activedescendant');
  await expect(page.locator(`#${last}`)).toBeVisible();
});
