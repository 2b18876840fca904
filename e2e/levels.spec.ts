import { expect, pressUnit, test } from './fixtures';

test('output levels: worked out with why, set by one press, undone; what is not known is told for ear and meter', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByTestId('map').focus();
  await page.keyboard.press('2');
  const levels = page.getByRole('region', { name: 'Levels', exact: true });
  await levels.getByRole('button', { name: 'Work them out' }).click();
  await expect(levels.getByText(/^All 256 sets of modes tried/)).toBeVisible();
  await expect(levels.getByRole('row', { name: /from unity/ })).toContainText('4.8 dB');
  const set = levels.getByRole('list', { name: 'To be set' });
  await expect(set).toContainText('OUTPUT of Multi-effects');
  await expect(set).toContainText('more than with send and return joined');
  await expect(levels.getByText(/^SEND 1 LEVEL of Multi-effects: .* while playing steadily/)).toBeVisible();
  await expect(levels.getByText(/^Storm solo at .*wished \+3/)).toBeVisible();

  await levels.getByRole('button', { name: 'Set all' }).click();
  await expect(page.getByText('Set output levels: 1 change.')).toBeVisible();
  await expect(levels.getByText(/changed since/)).toBeVisible();
  await expect(levels.getByRole('button', { name: 'Set all' })).toBeDisabled();
  await levels.getByRole('button', { name: 'Work out again' }).click();
  await expect(levels.getByText(/^Nothing to set/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await levels.getByRole('button', { name: 'Work out again' }).click();
  await expect(set).toContainText('OUTPUT of Multi-effects');
});

test('a knob told what it reaches is solved; a wish out of bounds is refused in its field', async ({
  page,
}) => {
  await page.goto('/');
  await pressUnit(page);
  await page.getByText(/^Controls \(/).click();
  await page.getByText('What it reaches').nth(1).click();
  const reach = page.getByLabel('Reach of SEND 1 LEVEL in dB');
  await reach.fill('a lot');
  await reach.press('Enter');
  await expect(page.getByText('Two figures in dB, such as −60 to +12.')).toBeVisible();
  await reach.fill('-40 to +10');
  await reach.press('Enter');
  await expect(reach).toHaveValue('−40 to +10');
  const knob = page.getByRole('slider', { name: 'SEND 1 LEVEL of Multi-effects' });
  await knob.focus();
  await page.keyboard.press('End');
  await expect(page.getByText('5:00 · 10.0 dB')).toBeVisible();

  await page.getByRole('radio', { name: /Level/ }).click();
  const levels = page.getByRole('region', { name: 'Levels', exact: true });
  await levels.getByText('Wished levels against Overture').click();
  const wish = levels.getByLabel('Storm solo');
  await wish.fill('+60');
  await wish.press('Enter');
  await expect(levels.getByText(/40 dB louder or softer at most/)).toBeVisible();
  await wish.fill('+2');
  await wish.press('Enter');
  await expect(wish).toHaveValue('+2 dB');
  await levels.getByRole('button', { name: 'Work them out' }).click();
  await expect(levels.getByRole('list', { name: 'To be set' })).toContainText(
    'SEND 1 LEVEL of Multi-effects',
  );
});
