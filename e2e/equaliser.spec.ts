import { expect, newChainedRig, test } from './fixtures';

test('an equaliser is noted in a sound, drawn as feel or tone, goes to the sheet, and is taken back', async ({
  page,
}) => {
  await newChainedRig(
    page,
    'guitar, graphic eq, valve head, cabinet 16',
    'GUITAR > GRAPHIC > VALVE > CABINET',
  );
  const eq = page.locator('[data-testid="map"] [data-part="box:graphic-equaliser"]').first();
  await eq.click({ position: { x: 40, y: 12 } });
  await page.getByRole('radiogroup', { name: 'State of Equaliser' }).getByText('on').click();
  await page.getByText('Equaliser (1)').click();
  const band = page.getByLabel('800', { exact: true });
  await band.fill('a bit');
  await band.press('Enter');
  await expect(page.getByText('A figure in dB, such as −3.')).toBeVisible();
  await band.fill('+6');
  await band.press('Enter');
  await page.getByLabel('Low cut').fill('80 Hz');
  await page.getByLabel('Low cut').press('Enter');
  await expect(page.getByText('set in Sound 1').first()).toBeVisible();

  await page.getByTestId('map').focus();
  await page.keyboard.press('3');
  const facts = page.getByRole('region', { name: 'Equalisers' });
  await expect(facts).toContainText('800 +6 dB; low cut 80 Hz');
  await expect(facts.getByRole('img', { name: /^Feel: ahead of the gain: from .* to \+\d/ })).toBeVisible();
  await expect(facts.getByRole('img', { name: /^Tone: behind it: from 0 to 0 dB/ })).toBeVisible();

  await page.getByRole('link', { name: 'Sheet' }).click();
  await expect(page.getByRole('region', { name: 'Equalisers' })).toContainText(
    'all sounds800 +6 dB; low cut 80 Hz',
  );
  await expect(page.getByRole('region', { name: 'Knobs and feeds' })).toContainText('MASTER of Valve head');
  for (let i = 0; i < 2; i += 1) await page.keyboard.press('Control+z');
  await expect(page.getByRole('region', { name: 'Equalisers' })).toHaveCount(0);
});
