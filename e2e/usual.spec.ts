// The order read out with its reasons, and put in the usual order.
import type { Page } from '@playwright/test';
import { expect, newChainedRig, saved, test } from './fixtures';

const reading = (page: Page) => page.getByRole('region', { name: 'Order, and why' });
const stops = (page: Page) => reading(page).getByRole('list', { name: 'Stops of the order' });
const said = (page: Page) => page.locator('[data-testid="notice"]');
const profile = (page: Page) => page.getByRole('application', { name: /^Profile of/ });

const ROW = ['guitar, delay, overdrive, tuner, combo', 'GUITAR > DIGITAL > OVRDRV > TUNER > COMBO'] as const;

test('every stop tells why it stands there; what is turned is put in the usual order, counted first, and undone', async ({
  page,
}) => {
  await newChainedRig(page, ...ROW);
  await expect(profile(page).getByText('turned')).toHaveCount(2);
  await page.getByRole('button', { name: 'Why so' }).click();
  await expect(stops(page).getByRole('button', { name: /^Overdrive/ })).toContainText(
    'Turned: What Digital delay adds is driven with the note and blurs it.',
  );
  await expect(reading(page)).toContainText('3 pairs the other way round than is usual.');
  // Chosen there, it is chosen on the map, and says the house rule that it goes by.
  await stops(page)
    .getByRole('button', { name: /^Overdrive/ })
    .click();
  await expect(stops(page)).toContainText('House rule: Delay and reverb ahead of gain');
  await expect(page.getByTestId('map').locator('[data-part="box:overdrive"]').first()).toBeVisible();

  await reading(page).getByRole('button', { name: 'Put in the usual order …' }).click();
  await expect(reading(page)).toContainText(/Move\s*1/);
  await reading(page).getByRole('button', { name: 'Put them so' }).click();
  await expect(said(page)).toContainText('Put in the usual order: move');
  await expect(reading(page)).toContainText('All stand as is usual');
  await expect(stops(page).getByRole('button')).toContainText([
    /^Guitar/,
    /^Tuner/,
    /^Overdrive/,
    /^Digital delay/,
    /^Combo/,
  ]);
  await expect(profile(page).getByText('turned')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(reading(page)).toContainText('3 pairs the other way round');
});

test('by keys: R reads the order, arrows go along it, a stop is moved from there, Escape closes it', async ({
  page,
}) => {
  await newChainedRig(page, ...ROW);
  await page.getByTestId('map').focus();
  await page.keyboard.press('r');
  await expect(stops(page).getByRole('button', { name: /^Guitar/ })).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(stops(page).getByRole('button', { name: /^Digital delay/ })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await page.keyboard.press('Tab');
  await expect(stops(page).getByRole('button', { name: 'Move to …' })).toBeFocused();
  await page.keyboard.press('Enter');
  const places = page.getByRole('list', { name: 'Where it may go' });
  await places.getByRole('button', { name: /^after Overdrive/ }).focus();
  await page.keyboard.press('Enter');
  await expect(said(page)).toContainText('Move Digital delay after Overdrive');
  // What was read out is still there.
  await expect(stops(page)).toBeVisible();
  await stops(page).getByRole('button').first().focus();
  await page.keyboard.press('Escape');
  await expect(reading(page)).toHaveCount(0);
});

test('the side that a house takes turns what is usual, and a finding about the order is cured by its press', async ({
  page,
}) => {
  const gear = 'guitar, overdrive, compressor, tuner, combo';
  await newChainedRig(page, gear, 'GUITAR > OVRDRV > CMPRSSR > TUNER > COMBO');
  const compressor = page.getByRole('group', { name: 'Compressor' });
  await page.getByRole('button', { name: 'Why so' }).click();
  await expect(stops(page)).toContainText('lifts the noise between the notes');

  await page.getByRole('link', { name: 'Gear' }).click();
  await page.getByText('House rules', { exact: true }).click();
  await expect(compressor.getByLabel(/ahead of the drive/)).toBeChecked();
  await expect(compressor).toContainText('1 pair of the order against it');
  // A press, not `check`: the first edit of a page waits for what edits are held against.
  const behind = compressor.getByLabel(/behind the drive/);
  await behind.click();
  await expect(behind).toBeChecked();
  await saved(page);
  await page.getByRole('link', { name: 'Map' }).click();
  await expect(stops(page)).toContainText('Compressor evens out the levels of the drives.');

  // The tuner behind the drive: a note once the drive is on.
  const drive = page.getByTestId('map').locator('[data-part="box:overdrive"]').first();
  await drive.click();
  await page.keyboard.press('b');
  const findings = page.getByRole('region', { name: 'Findings' });
  await findings.getByRole('button', { name: /Tuner hears what Overdrive makes of the note/ }).click();
  await findings.getByRole('button', { name: /^Move Tuner after Guitar/ }).click();
  await expect(findings).not.toContainText('Tuner hears what');
  await expect(stops(page).getByRole('button').nth(1)).toContainText('Tuner');
});
