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

test('findings of the signal: unity cured at a press and undone, the feed told to the desk stands on the schedule', async ({
  page,
}) => {
  await page.goto('/');
  const findings = page.getByRole('region', { name: 'Findings' });
  const unity = findings.getByRole('button', { name: /With all effects off RETURN of Valve head/ });
  await unity.click();
  await findings.getByRole('button', { name: 'Set OUTPUT of Multi-effects to 3:30' }).click();
  await expect(unity).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(unity).toBeVisible();

  await findings.getByRole('button', { name: /between notes the noise at Cabinet/i }).click();
  await expect(findings.getByText(/ahead of the preamp \(mostly Overdrive\)/)).toBeVisible();
  await expect(findings.getByText('No cure within one press.')).toBeVisible();

  const feed = findings.getByRole('button', { name: /CH 1 of Desk gets line level/ });
  await feed.click();
  await findings.getByRole('button', { name: 'Write it with lead 10' }).click();
  await expect(feed).toHaveCount(0);
  await page.getByRole('link', { name: 'Cables', exact: true }).click();
  const told = 'Line level, peaks +7 dBu: tell the desk.';
  await expect(page.getByRole('row', { name: /^10 / })).toContainText(told);
  await page.getByRole('link', { name: 'Sheet', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Leads' })).toContainText(told);
});
