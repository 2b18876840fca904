// What was typed is kept, however the field goes.
import { expect, newRig, saved, test } from './fixtures';

test('a step back, and another app over this one, keep what no pause and no press had handed on yet', async ({
  page,
}) => {
  await newRig(page, 'guitar, fuzz, combo');
  const facts = page.getByRole('region', { name: /^Facts of / });
  await page.getByRole('link', { name: 'Map' }).click();
  await page.locator('[data-part="box:fuzz"]').first().click();
  const name = facts.getByLabel('Name', { exact: true }).first();
  await expect(name).toHaveValue('Fuzz');
  await name.focus();
  await page.keyboard.press('End');
  await page.keyboard.type(' of mine', { delay: 0 });
  await page.evaluate(() => history.back());
  await expect(page).toHaveURL(/\/gear/);
  await expect(page.getByText('Fuzz of mine').first()).toBeVisible();

  // A figure waits to be left, for however long.
  const limit = page.getByLabel(/^A buffer that changes less is spare/);
  await limit.evaluate((field) => field.closest('details')?.setAttribute('open', ''));
  await limit.fill('0.7');
  await page.evaluate(() => history.forward());
  await expect(page).toHaveURL(/\/map/);
  await page.getByRole('link', { name: 'Gear' }).click();
  await expect(limit).toHaveValue('0.7 dB');

  await limit.evaluate((field) => field.closest('details')?.setAttribute('open', ''));
  await limit.fill('0.4');
  await page.evaluate(() => {
    Object.defineProperty(document, 'hidden', { value: true, configurable: true });
    document.dispatchEvent(new Event('visibilitychange'));
  });
  await expect(page.getByRole('button', { name: /^Undo: Change house limit/ })).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(limit).toHaveValue('0.4 dB');
});
