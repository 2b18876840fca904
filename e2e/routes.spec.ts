import { expect, newRig, saved, test } from './fixtures';

test('what must be heard says which routings can be had; the cabinet left out, straight to the desk can', async ({
  page,
}) => {
  await newRig(page, 'guitar, unit, valve head, cab 16, desk');
  await page.getByRole('link', { name: 'Routes' }).click();
  const chips = page.getByRole('region', { name: 'Must be heard' });
  const card = page.getByRole('article').filter({ hasText: 'DIRECT' });
  await expect(page.getByText('Cabinet is to be heard, and it wants an amplifier.')).toBeVisible();
  await expect(card).toHaveCount(0);

  await chips.getByRole('button', { name: 'Desk CH 1' }).click();
  await chips.getByRole('button', { name: 'Cabinet' }).click();
  await card.getByRole('button', { name: /^Take/ }).click();
  await expect(page).toHaveURL(/\/map/);
  await expect(page.getByText('Nothing found in what is judged.')).toBeVisible();
  await expect(page.getByRole('combobox', { name: 'Route' })).toContainText('Guitar → Desk');

  // As usual again: the cabinet is missed.
  await page.getByRole('link', { name: 'Routes' }).click();
  await chips.getByRole('button', { name: 'As usual' }).click();
  await page.getByRole('link', { name: 'Map' }).click();
  await expect(page.getByRole('list', { name: 'List of findings' })).toContainText('fault');
});

test('a feed with the late effects doubled: one switch for both legs, each way through its own', async ({
  page,
}) => {
  await newRig(page, 'guitar, unit, valve head, cab 16, desk');
  await page.getByRole('link', { name: 'Routes' }).click();
  await page
    .getByRole('article')
    .filter({ hasText: 'effects doubled' })
    .getByRole('button', { name: /^Take/ })
    .click();
  await expect(page.getByText(/effects doubled: 6 leads to fetch\. One undo/)).toBeVisible();
  await expect(page.getByText('Nothing found in what is judged.')).toBeVisible();

  await page.getByRole('button', { name: 'On/off' }).click();
  const delay = page.getByRole('toolbar', { name: /^On and off/ }).getByRole('button', { name: /Delay/ });
  await expect(delay).toHaveCount(1);
  await delay.click();
  await expect(delay).toHaveAttribute('aria-pressed', 'false');
  await page.getByRole('button', { name: 'List' }).click();
  const way = page.getByRole('list', { name: /^Route/ });
  await expect(way).toContainText('Delay off');
  await page.getByRole('combobox', { name: 'Route' }).selectOption({ label: 'Guitar → Desk' });
  await expect(way).toContainText('Delay (feed) off');

  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(way).toContainText('Delay (feed) on');
  await saved(page);
});

test('a routing pressed while the rig is tried anew is taken as it comes out then, or not at all', async ({
  page,
}) => {
  await newRig(page, 'guitar, unit, valve head, cab 16, desk');
  await page.getByRole('link', { name: 'Routes' }).click();
  await expect(page.getByRole('button', { name: 'Take Four-cable', exact: true })).toBeVisible();
  // Both presses in one turn of the page: the search for the change cannot have ended between them.
  const press = (...names: readonly string[]) =>
    page.evaluate((all) => {
      const buttons = [...document.querySelectorAll('button')];
      for (const name of all)
        buttons.find((b) => (b.getAttribute('aria-label') ?? b.textContent) === name)?.click();
    }, names);
  await press('Desk CH 1', 'Take Four-cable');
  await expect(page.getByText('Four-cable cannot be had any more.')).toBeVisible();
  await expect(page).toHaveURL(/routes$/);
  await press('As usual', 'Take Four-cable and a feed, split last');
  await expect(page).toHaveURL(/map/);
});
