import type { Page } from '@playwright/test';
import { expect, test } from './fixtures';

/** The demo opens by itself; its map in layer Control. */
async function inControl(page: Page) {
  await page.goto('/');
  await expect(page.getByText('Not judged yet')).toBeVisible();
  await page.getByTestId('map').focus();
  await page.keyboard.press('6');
}

test('layer Control by its key: what each lead carries, one press in time, walked by arrows; another press and sound', async ({
  page,
}) => {
  await inControl(page);
  await expect(page.getByRole('radio', { name: /Control/ })).toBeChecked();
  const control = page.getByRole('region', { name: 'Control', exact: true });
  const leads = control.getByRole('list', { name: 'Leads of control' });
  await expect(leads).toContainText('prog 12 to Delay unit, 0.64 ms');
  await expect(leads).toContainText('tip closed: Preamp lead');
  const time = control.getByRole('list', { name: 'The press in time' });
  await expect(time).toContainText('sounds: Overture, but for Fuzz off and Overdrive on');
  await expect(page.getByRole('combobox', { name: 'Press' })).toHaveValue('multi-effects/switch-a/0');

  // The sound in force decides: from Overture on to the ballad the relay switches the channel.
  await page.keyboard.press('s');
  await expect(time).toContainText('RELAY 1 of Channel switch switches, lead 26');
  await expect(time).toContainText('Preamp of Valve head 20 W clean');
  await expect(leads).toContainText('tip open: Preamp clean');
  await expect(page.getByTitle(/left to hands: Wah on/)).toBeVisible();

  await page.keyboard.press('ArrowRight');
  await expect(time.locator('.bg-select-tint')).toContainText('prog 22');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(time.locator('.bg-select-tint')).toContainText('RELAY 1');
  await expect(page.getByRole('region', { name: 'Facts of lead 26' })).toBeVisible();

  await page.keyboard.press('e');
  await expect(page.getByRole('combobox', { name: 'Press' })).toHaveValue('multi-effects/switch-c/0');
  await page.getByRole('combobox', { name: 'in', exact: true }).selectOption({ label: 'Overture' });
  await expect(time).toContainText('sounds: Overture');
  await expect(time).toContainText('prog 65 to Delay unit');
});

test('a lead of MIDI that is taken out leaves its receivers unreached, on the map and beside it; undone they are not', async ({
  page,
}) => {
  await inControl(page);
  const control = page.getByRole('region', { name: 'Control', exact: true });
  await control.getByRole('list', { name: 'Leads of control' }).getByRole('button', { name: /^16 / }).click();
  await page.getByTestId('map').focus();
  // A layer that leaves it out tells where it is.
  await page.keyboard.press('1');
  await page.getByRole('button', { name: 'MIDI (1) has what is chosen' }).click();
  await page.getByTestId('map').focus();
  await page.keyboard.press('u');
  const missed = control.getByRole('region', { name: 'Not reached' });
  await expect(missed).toContainText('Delay unit: program 12');
  await expect(missed).toContainText('nothing that sends reaches MIDI IN');
  await expect(
    page
      .getByTestId('map')
      .getByText(/^not reached: prog/)
      .first(),
  ).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(missed).toBeHidden();
});

test('how long a box takes is noted in its figures and counts in the press', async ({ page }) => {
  await inControl(page);
  await expect(
    page.getByTitle(/all has changed over 17 ms after the press, it may be 5 to 60/),
  ).toBeVisible();
  await page
    .getByRole('region', { name: 'Control', exact: true })
    .getByRole('button', { name: 'Amp model of Multi-effects off' })
    .click();
  await page.getByText(/^Figures \(/).click();
  const takes = page.getByLabel('Switching: time to change over', { exact: true });
  await takes.fill('45');
  await takes.press('Enter');
  await expect(page.getByTitle(/all has changed over 45 ms after the press; left to hands/)).toBeVisible();
  await takes.fill('soon');
  await takes.press('Enter');
  await expect(page.getByText('A figure in ms')).toBeVisible();
  await expect(page.getByTitle(/all has changed over 45 ms/)).toBeVisible();
});
