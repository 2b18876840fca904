import { expect, newChainedRig, newRig, planned, saved, test, expectSound } from './fixtures';

test('what must be heard says which routings can be had; the cabinet left out, straight to the desk can', async ({
  page,
}) => {
  await newRig(page, 'guitar, unit, valve head, cab 16, desk');
  await page.getByRole('link', { name: 'Routes' }).click();
  await planned(page);
  const chips = page.getByRole('region', { name: 'Must be heard' });
  const direct = page.getByRole('rowgroup', { name: 'Direct', exact: true });
  await expect(direct).toHaveCount(0);

  await chips.getByRole('button', { name: 'Desk CH 1' }).click();
  await expect(direct).toContainText('Leaves Cabinet silent: a night of its own.');
  await expect(direct.getByRole('button', { name: /^Take/ })).toHaveCount(0);
  await chips.getByRole('button', { name: 'Cabinet' }).click();
  await direct.getByRole('button', { name: /^Take/ }).click();
  await expect(page).toHaveURL(/\/map/);
  // The run to the desk is long, and nothing balances it.
  await expectSound(page, 'caution');
  await expect(page.getByRole('combobox', { name: 'Route' })).toContainText('Guitar → Desk');

  // As usual again: the cabinet is missed.
  await page.getByRole('link', { name: 'Routes' }).click();
  await chips.getByRole('button', { name: 'As usual' }).click();
  await page.getByRole('link', { name: 'Map' }).click();
  await expect(page.getByRole('list', { name: 'List of findings' })).toContainText('fault');
});

test('others of a family are judged when asked for: a feed with the late effects doubled, one switch for both legs', async ({
  page,
}) => {
  await newRig(page, 'guitar, unit, valve head, cab 16, desk');
  await page.getByRole('link', { name: 'Routes' }).click();
  await page
    .getByRole('region', { name: 'Must be heard' })
    .getByRole('button', { name: 'Desk CH 1' })
    .click();
  await planned(page);
  const doubled = page.getByRole('rowgroup', { name: /^Four-cable.*effects doubled/ });
  await expect(doubled).toHaveCount(0);
  await page
    .getByRole('rowgroup', { name: /^Four-cable/ })
    .getByRole('button', { name: /^\d+ others? …/ })
    .click();
  await doubled.first().getByRole('button', { name: /^Take/ }).click();
  await expect(page.getByText(/effects doubled.*: 6 leads to fetch\. One undo/)).toBeVisible();
  await expectSound(page, 'caution');

  await page.getByRole('button', { name: 'On/off' }).click();
  const delay = page.getByRole('toolbar', { name: /^On and off/ }).getByRole('button', { name: /Delay/ });
  await expect(delay).toHaveCount(1);
  await delay.click();
  await expect(delay).toHaveAttribute('aria-pressed', 'false');
  await page.getByRole('button', { name: 'List' }).click();
  const way = page.getByRole('list', { name: /^Route/ });
  await expect(way).toContainText('Delay off');
  await page.getByRole('combobox', { name: 'Route' }).selectOption({ label: 'Guitar → Desk' });
  await expect(way).toContainText('Delay (double) off');

  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(way).toContainText('Delay (double) on');
  await saved(page);
});

test('a routing pressed while the rig is tried anew is taken as it comes out then, or not at all', async ({
  page,
}) => {
  await newRig(page, 'guitar, unit, valve head, cab 16, desk');
  await page.getByRole('link', { name: 'Routes' }).click();
  await planned(page);
  await expect(page.getByRole('button', { name: 'Take Four-cable', exact: true })).toBeVisible();
  // Both presses in one turn of the page: the search for the change cannot have ended between them.
  const press = (...names: readonly string[]) =>
    page.evaluate((all) => {
      const buttons = [...document.querySelectorAll('button')];
      for (const name of all)
        buttons.find((b) => (b.getAttribute('aria-label') ?? b.textContent) === name)?.click();
    }, names);
  await press('Cabinet', 'Take Four-cable');
  await expect(page.getByText(/Four-cable cannot be had any more|Four-cable: /)).toBeVisible();
});

test('what matters is put in another order by the pointer and by keys, and the table follows', async ({
  page,
}) => {
  await newRig(page, 'guitar, unit, valve head, cab 16');
  await page.getByRole('link', { name: 'Routes' }).click();
  await planned(page);
  await expect(page.getByText('Whose preamp: through none')).toBeVisible();
  const rows = page.getByRole('table', { name: 'Routings' }).getByRole('rowheader');
  await expect(rows.first()).toContainText('Four-cable');
  const table = page.getByRole('table', { name: 'Routings' });
  for (const name of ['Tone', 'Room', 'Noise'])
    await expect(table.getByRole('columnheader', { name, exact: true })).toBeVisible();
  const figures = table.getByRole('rowgroup', { name: /^Four-cable/ }).first();
  await expect(figures.getByRole('cell', { name: /^[+−]?[\d.]+ dB/ })).toHaveCount(3);
  const matters = page.getByRole('region', { name: 'What matters' });
  const runs = matters.getByRole('button', { name: /Short stage runs/ });
  const first = matters.getByRole('button', { name: /Heard wherever/ });
  const [from, to] = [await runs.boundingBox(), await first.boundingBox()];
  await page.mouse.move(from!.x + from!.width / 2, from!.y + from!.height / 2);
  await page.mouse.down();
  await page.mouse.move(to!.x + to!.width / 2, to!.y + to!.height / 2, { steps: 8 });
  await page.mouse.up();
  await expect(page.getByText(/^Short stage runs is number 1 of \d+\.$/)).toBeVisible();
  await expect(rows.first()).not.toContainText('Four-cable');
  await runs.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(matters.getByRole('button').nth(1)).toContainText('Short stage runs');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(rows.first()).toContainText('Four-cable');
  await saved(page);
});

test('by keys: arrows go from line to line, one is chosen and laid beside another, and it is taken', async ({
  page,
}) => {
  await newRig(page, 'guitar, unit, valve head, cab 16');
  await page.getByRole('link', { name: 'Routes' }).click();
  await planned(page);
  const table = page.getByRole('table', { name: 'Routings' });
  const lines = table.locator('button[data-answer]');
  await lines.first().focus();
  await page.keyboard.press('ArrowDown');
  await expect(lines.nth(1)).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(lines.nth(1)).toHaveAttribute('aria-pressed', 'true');
  const side = page.getByRole('region', { name: 'Side by side' });
  await expect(side.getByRole('article')).toHaveCount(2);
  const title = await side.getByRole('article').first().getByRole('heading').innerText();
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/map/);
  await expect(page.getByText(`${title}:`)).toBeVisible();
});

test('an effect that is put out of use on Routes is in none of them', async ({ page }) => {
  await newRig(page, 'guitar, fuzz, od, combo');
  await page.getByRole('link', { name: 'Routes' }).click();
  await planned(page);
  const table = page.getByRole('table', { name: 'Routings' });
  await expect(table).toContainText('FUZZ');
  await page.getByText('Effects against the preamp').click();
  await page.getByLabel('Where Fuzz of Fuzz is wanted').selectOption('out of use');
  await expect(table).not.toContainText('FUZZ');
  await expect(page.getByText('1 effect as you said')).toBeVisible();
});

test('whose preamp a sound goes through is said on Routes, and switched in that sound alone', async ({
  page,
}) => {
  await newChainedRig(
    page,
    'guitar, unit, valve head, cab 16',
    'GUITAR > MULTI[drive loop-1(VALVE[preamp]) amp cab chorus delay reverb] > VALVE[power] > CABINET',
  );
  await page.getByRole('link', { name: 'Routes' }).click();
  const summary = page.getByText(/^Whose preamp:/);
  await summary.click();
  const choice = page.getByLabel('Whose preamp in Sound 1');
  await choice.selectOption({ label: 'Multi-effects Amp model' });
  await expect(summary).toContainText('Multi-effects Amp model');
  await choice.selectOption({ label: 'Valve head' });
  await expect(summary).toContainText('Whose preamp: Valve head');
  await page.keyboard.press('Control+z');
  await expect(summary).toContainText('Multi-effects Amp model');
});
