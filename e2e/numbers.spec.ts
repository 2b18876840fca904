import type { Page } from '@playwright/test';
import { writeRig } from '../core/file';
import { build, edited } from '../core/testing/build';
import { withSounds } from '../core/testing/feet';
import { expect, importRig, saved, test } from './fixtures';

/** A footswitch that counts from 1 calls a delay that counts from 0, and an amplifier's channels. */
const rig = () =>
  withSounds(
    edited(
      build(
        'guitar, midi footswitch, midi delay, four-channel head',
        'midi-footswitch/midi-out : midi-delay/midi-in',
        'midi-delay/midi-thru : four-channel-head/midi-in',
      ),
      {
        edit: 'setMidi',
        arguments: {
          box: 'four-channel-head',
          midi: { channel: 2, countsFrom: 1, programs: 128, bankBytes: 'none' },
        },
      },
    ),
    'Clean',
    'Lead',
  );

const shows = (page: Page, box: string, sound: string) =>
  page.getByRole('textbox', { name: `${box} shows in ${sound}` });
const dialled = (page: Page, sound: string) =>
  page.getByRole('textbox', { name: `Dialled for MIDI delay in ${sound}` });
const row = (page: Page, sound: string) =>
  page.getByRole('row').filter({ has: page.getByRole('rowheader', { name: sound, exact: true }) });

async function open(page: Page) {
  await importRig(page, writeRig(rig()));
  await page.getByRole('link', { name: 'Sounds', exact: true }).click();
  await page.getByRole('link', { name: 'Numbers' }).click();
}

test('what is shown, dialled and sent, by keys alone; a wrong number is a finding whose cure dials the right one', async ({
  page,
}) => {
  await open(page);
  await shows(page, 'MIDI delay', 'Clean').focus();
  await page.keyboard.type('22');
  await page.keyboard.press('Enter');
  await expect(shows(page, 'MIDI delay', 'Lead')).toBeFocused();
  await expect(row(page, 'Clean')).toContainText('23');
  await expect(row(page, 'Clean')).toContainText('C0 16');
  await dialled(page, 'Clean').fill('22');
  await page.keyboard.press('Enter');
  await expect(row(page, 'Clean')).toContainText('lands on 21');
  await saved(page);
  await page.getByRole('link', { name: 'Map', exact: true }).click();
  await page
    .getByRole('button', {
      name: /is to show 22 in Clean; what is dialled in MIDI footswitch, 22, lands on 21/,
    })
    .click();
  await page.getByRole('button', { name: 'Dial 23 for MIDI delay' }).click();
  await page.getByRole('link', { name: 'Sounds', exact: true }).click();
  await page.getByRole('link', { name: 'Numbers' }).click();
  await expect(dialled(page, 'Clean')).toHaveValue('23');
  await expect(row(page, 'Clean')).toContainText('right');
});

test('how a box counts is changed in its words, and every number follows; nonsense is refused by its field', async ({
  page,
}) => {
  await open(page);
  await shows(page, 'MIDI delay', 'Clean').fill('12C');
  await page.keyboard.press('Enter');
  await expect(row(page, 'Clean')).toContainText('“12C” is not how it counts: a number');
  await page.getByRole('button', { name: 'MIDI delay', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('The first number is').first().fill('1');
  await dialog.getByLabel('Letters').first().fill('40');
  await dialog.getByRole('button', { name: 'Keep' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Letters: “40” is no whole number from 1 to 26.');
  await dialog.getByLabel('Letters').first().fill('4');
  await expect(dialog).toContainText('1A, 1B, 1C … 7C');
  await dialog.getByRole('button', { name: 'One more' }).click();
  await dialog.getByLabel('Number of control change 1').fill('38');
  await dialog.getByLabel('What control change 1 does').selectOption('Delay of MIDI delay, on and off');
  await dialog.getByRole('button', { name: 'Keep' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(row(page, 'Clean')).toContainText('47');
  await expect(row(page, 'Clean')).toContainText('C0 2E');
  await expect(page.getByRole('region', { name: 'Control changes' })).toContainText(
    '38 means something of its own',
  );
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('region', { name: 'Control changes' })).toHaveCount(0);
});
