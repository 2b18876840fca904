import { expect, newChainedRig, test } from './fixtures';

test('layer Latency by its key: late by how much, where two ways meet, and what is heard of it', async ({
  page,
}) => {
  await newChainedRig(
    page,
    'guitar, splitter, digital delay, combo, combo',
    'GUITAR > SPLTTR { > COMBO | > DIGITAL > COMB2 }',
  );
  await page.getByTestId('map').focus();
  await page.keyboard.press('5');
  await expect(page.getByRole('radio', { name: /Latency/ })).toBeChecked();
  const latency = page.getByRole('region', { name: 'Latency', exact: true });
  await expect(latency.getByRole('row', { name: /Guitar → Combo 2/ })).toContainText('kept');
  const meets = latency.getByRole('list', { name: 'Where two ways meet' });
  await expect(meets).toContainText(/Combo and Combo 2 sound together: .* later than .*; notches at \d+ Hz/);
  await meets.getByRole('button', { name: 'Draw what is heard' }).click();
  await expect(meets.getByRole('img')).toBeVisible();
  await latency.getByRole('button', { name: /Guitar → Combo 2/ }).click();
  await expect(page.getByTitle(/1 converter trip; most in Digital delay/)).toBeVisible();
});
