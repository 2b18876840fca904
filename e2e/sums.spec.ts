import { expect, test } from './fixtures';

test('small sums by their key: answers at once, what is no figure is said, Escape goes back to the map', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByTestId('map').focus();
  await page.keyboard.press('=');
  const sums = page.getByRole('dialog', { name: 'Small sums' });
  const loudness = sums.getByRole('region', { name: 'Loudness from watts' });
  await expect(loudness).toContainText('+8.2 dB');
  await page.keyboard.type('50');
  await expect(loudness).toContainText('+3 dB');
  const loads = sums.getByRole('region', { name: 'Cabinets on a tap' });
  await loads.getByLabel('cabinets').fill('8, 16');
  await expect(loads).toContainText('5.33 Ω: under the tap');
  await expect(loads).toContainText('amplifier switched off');
  await sums.getByRole('region', { name: 'Delay from tempo' }).getByLabel('Beats a minute').fill('fast');
  await expect(sums.getByRole('region', { name: 'Delay from tempo' })).toContainText(
    'A figure is missing, or is none.',
  );
  await page.keyboard.press('Escape');
  await expect(sums).toHaveCount(0);
  await expect(page.getByTestId('map')).toBeFocused();
});
