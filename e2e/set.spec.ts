import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { writeRig } from '../core/file';
import { build } from '../core/testing/build';
import { stand, withSounds } from '../core/testing/feet';
import { expect, importRig, saved, test } from './fixtures';

const rig = () =>
  stand(withSounds(build('guitar, guitar, fuzz, combo', 'guitar/out > fuzz/in'), 'Clean', 'Lead'), 's1', {
    'fuzz/fuzz': 'on',
  });

async function open(page: Page) {
  await importRig(page, writeRig(rig()));
  await page.getByRole('link', { name: 'Sounds', exact: true }).click();
  await page.getByRole('link', { name: 'Set', exact: true }).click();
}
const songs = (page: Page) => page.locator('[data-song]');
const form = (page: Page) => page.getByRole('complementary', { name: /^Song:/ });

async function add(page: Page, name: string, ...sounds: string[]) {
  await page.getByRole('button', { name: 'New song' }).click();
  await form(page).getByLabel('Song', { exact: true }).fill(name);
  await expect(songs(page).filter({ hasText: name })).toBeVisible();
  for (const sound of sounds) await form(page).getByLabel('One more sound').selectOption(sound);
}

test('songs are written, moved by keys and by the pointer, and told with what lies between them', async ({
  page,
}) => {
  await open(page);
  await add(page, 'Low Tide', 'Clean', 'Lead');
  await add(page, 'Paper Boats', 'Lead');
  await form(page).getByLabel('Played on').selectOption('Guitar 2');
  await form(page).getByLabel('Capo at fret').fill('two');
  await page.keyboard.press('Enter');
  await expect(form(page).getByRole('alert')).toContainText('A whole number of frets.');
  await form(page).getByLabel('Capo at fret').fill('2');
  await page.keyboard.press('Enter');
  await form(page).getByLabel('Handed by').fill('Kit');
  await page.keyboard.press('Enter');
  const list = page.getByRole('list', { name: 'Songs of the set' });
  await expect(list).toContainText('begin with Guitar');
  await expect(list).toContainText('take Guitar 2 (capo 2), from Kit');
  await expect(page.getByRole('list', { name: 'Sounds of Low Tide in order' })).toContainText('1→');
  await songs(page).nth(1).focus();
  await page.keyboard.press('Alt+ArrowUp');
  await expect(songs(page).nth(0)).toContainText('Paper Boats');
  await expect(list).toContainText('begin with Guitar 2 (capo 2), from Kit');
  const [from, to] = [(await songs(page).nth(0).boundingBox())!, (await songs(page).nth(1).boundingBox())!];
  await page.mouse.move(from.x + 40, from.y + 12);
  await page.mouse.down();
  await page.mouse.move(from.x + 44, from.y + 30, { steps: 4 });
  await page.mouse.move(to.x + 40, to.y + 16, { steps: 8 });
  await page.mouse.up();
  await expect(songs(page).nth(0)).toContainText('Low Tide');
  await saved(page);
  await page.reload();
  await expect(songs(page)).toHaveCount(2);
  await songs(page).nth(1).click();
  await form(page).getByLabel('Played this time').click();
  await expect(page.getByText('1 song, 0 guitar changes')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByText('2 songs, 1 guitar change')).toBeVisible();
});

test('the set goes out as a sheet with a card for each song', async ({ page, context }) => {
  await open(page);
  await add(page, 'Low Tide', 'Clean');
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save set sheet' }).click(),
  ]);
  const html = readFileSync(await file.path(), 'utf8');
  const phone = await context.newPage();
  await phone.setViewportSize({ width: 390, height: 844 });
  await phone.setContent(html);
  await phone.getByRole('link', { name: 'Low Tide' }).click();
  await expect(phone.getByRole('heading', { name: '1 Low Tide' })).toBeVisible();
  await expect(phone.getByRole('article')).toContainText('Clean');
});

test('what is stored is ticked by keys with the day, and to be stored again once the sound is changed', async ({
  page,
}) => {
  await importRig(
    page,
    writeRig(
      withSounds(build('guitar, four-loop switcher', 'guitar/out > four-loop-switcher/in'), 'Clean', 'Lead'),
    ),
  );
  await page.getByRole('link', { name: 'Sounds', exact: true }).click();
  await page.getByRole('link', { name: 'Stored' }).click();
  const tick = (sound: string) => page.getByRole('button', { name: `${sound} in Four-loop switcher` });
  await tick('Clean').focus();
  await page.keyboard.press('Space');
  await expect(tick('Clean')).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('ArrowDown');
  await expect(tick('Lead')).toBeFocused();
  await page.getByRole('button', { name: 'All are in it now' }).click();
  await expect(page.getByText('2 of 2 stored in 1 box')).toBeVisible();
  await page.getByRole('link', { name: 'Table' }).click();
  await page.getByRole('gridcell', { name: 'Lead, Four-loop switcher Loop 1' }).click();
  await page.keyboard.press('Space');
  await page.getByRole('link', { name: 'Stored' }).click();
  await expect(tick('Lead')).toHaveAccessibleName(/store again/);
  await page.getByRole('link', { name: 'Map', exact: true }).click();
  await expect(
    page.getByRole('button', { name: /Lead changed since stored in Four-loop switcher/ }),
  ).toBeVisible();
});
