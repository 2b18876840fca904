import type { Page } from '@playwright/test';
import { expect, newChainedRig, test } from './fixtures';

const tone = (page: Page) => page.getByRole('region', { name: 'Tone' });
const profile = (page: Page) => page.getByRole('region', { name: 'Profile' });
const LINE = 'guitar, volume pedal, fuzz, wah, combo';
const CHAIN = 'GUITAR > VOLUME > FUZZ > WAH > COMBO';

/** Pressed so often: a slider moves by its step. */
async function nudge(page: Page, slider: string, key: string, times: number) {
  await tone(page).getByRole('slider', { name: slider }).focus();
  for (let i = 0; i < times; i += 1) await page.keyboard.press(key);
}

test('layer Tone by its key: where most treble is lost comes first; the curves are read by pointer and by keys', async ({
  page,
}) => {
  await newChainedRig(page, LINE, CHAIN);
  await page.getByTestId('map').focus();
  await page.keyboard.press('3');
  await expect(page).toHaveURL(/layer=tone/);
  await expect(profile(page)).toContainText(
    /Most treble is lost in lead \d+: −\d+(\.\d)? dB at 5 kHz, driven by/,
  );
  await expect(tone(page)).toContainText('Tone from Guitar to Combo');
  await expect(tone(page)).toContainText('Dashed: straight in, 5.5 m into Combo.');

  const plot = tone(page).getByRole('slider', { name: 'Frequency to read the curves at' });
  await expect(plot).toHaveAttribute('aria-valuetext', /^5\.\d kHz: straight in .+, Sound 1 .+ dB$/);
  await plot.focus();
  await page.keyboard.press('Home');
  await expect(plot).toHaveAttribute('aria-valuetext', /^80 Hz: straight in/);
  await page.keyboard.press('ArrowRight');
  await expect(plot).toHaveAttribute('aria-valuetext', /^84 Hz/);
  await page.keyboard.press('End');
  await expect(plot).toHaveAttribute('aria-valuetext', /^8 kHz/);
  const box = (await plot.boundingBox())!;
  await page.mouse.move(box.x + box.width * 0.55, box.y + box.height / 2);
  await expect(plot).toHaveAttribute('aria-valuetext', /^(\d{3} Hz|1(\.\d)? kHz)/);
});

test('what if: a longer lead is tried and answered at once, kept as one step, and undone', async ({
  page,
}) => {
  await newChainedRig(page, LINE, CHAIN);
  await page.getByRole('radio', { name: /Tone/ }).click();
  await profile(page).locator('[data-stop]').last().click();
  await expect(tone(page)).toContainText(/Tone at .+ of Combo/);
  const said = profile(page).locator('p').first();
  await expect(said).toContainText('Against straight in');
  const before = await said.textContent();

  await nudge(page, 'Length of lead 4', 'ArrowRight', 30);
  await expect(tone(page)).toContainText('9 m → 12 m');
  const status = tone(page).getByRole('status');
  await expect(status).toContainText(/Most treble is lost in lead 4: −/);
  // Nothing of the rig has changed yet.
  expect(await said.textContent()).toBe(before);
  await tone(page).getByRole('button', { name: 'As it is' }).click();
  await expect(tone(page)).not.toContainText('→');

  await nudge(page, 'Cable of lead 4', 'ArrowRight', 20);
  await nudge(page, 'Length of lead 4', 'ArrowRight', 30);
  await expect(status).toContainText('Most treble');
  await expect(status).toHaveAttribute('aria-busy', 'false');
  const wanted = (await status.textContent())!;
  await tone(page).getByRole('button', { name: 'Keep' }).click();
  await expect(said).toContainText(wanted);
  await expect(
    page.getByRole('region', { name: 'Facts of lead 4' }).getByLabel('Length, by hand'),
  ).toHaveValue('12 m');
  await page.keyboard.press('Control+z');
  await expect(said).toHaveText(before!);
});

test('the table of who drives what leads to the lead and the box; a rig without leads says how tone begins', async ({
  page,
}) => {
  await newChainedRig(page, LINE, CHAIN);
  await page.getByRole('radio', { name: /Tone/ }).click();
  const rows = tone(page).getByRole('table').getByRole('row');
  await expect(rows.nth(1)).toContainText('GUITAR');
  await rows.nth(1).getByRole('button').nth(1).click();
  await expect(page).toHaveURL(/sel=lead/);
  await expect(page.getByRole('region', { name: 'Facts of lead 1' })).toBeVisible();
  await page.getByRole('button', { name: 'Remove', exact: true }).last().click();
  await expect(page.getByRole('region', { name: 'Facts of lead 1' })).toHaveCount(0);
  await expect(tone(page)).toContainText('No lead carries tone in this sound yet');
});

test('buffers: every placement is looked at, today stands beside the best, one is taken and undone', async ({
  page,
}) => {
  await newChainedRig(
    page,
    'guitar, volume pedal, fuzz, wah, buffer, combo',
    'GUITAR > VOLUME > FUZZ > WAH > BUFFER > COMBO',
  );
  await page.getByRole('radio', { name: /Tone/ }).click();
  const buffers = page.getByRole('region', { name: 'Buffers' });
  await buffers.getByRole('button', { name: 'Find their places' }).click();
  await expect(buffers).toContainText(/\d+ placements looked at: 1 buffer at hand, \d+ places?/);
  await expect(buffers).toContainText('None goes ahead of a box that must see the pickup.');
  const rows = buffers.getByRole('table').getByRole('row');
  await expect(rows.nth(0)).toContainText('todayfewestboth endsbest');
  await expect(rows.nth(3)).toContainText('buffers1');
  const take = buffers.getByRole('button', { name: 'Take best' });
  await expect(buffers).toContainText('Buffer between Fuzz and Wah');
  await take.focus();
  await page.keyboard.press('Enter');
  await expect(buffers).toContainText('The rig has changed since');
  await expect(page.getByTestId('map').locator('[data-part="box:buffer"]').first()).toBeVisible();
  await buffers.getByRole('button', { name: 'Look again' }).click();
  await expect(buffers.getByRole('listitem').filter({ hasText: 'best' })).toContainText('as today');
  await page.keyboard.press('Control+z');
  await expect(buffers).toContainText('The rig has changed since');
  await buffers.getByRole('button', { name: 'Look again' }).click();
  await expect(take).toBeEnabled();
});

test('with no buffer at hand it tells what each kind would bring; one is added and placed by one press', async ({
  page,
}) => {
  await newChainedRig(page, 'guitar, wah, phaser, combo', 'GUITAR > WAH > PHASER > COMBO');
  await page.getByRole('radio', { name: /Tone/ }).click();
  const buffers = page.getByRole('region', { name: 'Buffers' });
  await buffers.getByRole('button', { name: 'Find their places' }).click();
  const toBuy = buffers.getByRole('region', { name: 'Could be bought' });
  const kinds = toBuy.getByRole('listitem');
  await expect(kinds.first()).toContainText(/^Buffer ?none over, worst \d\.\d dB/);
  await expect(kinds.first()).toContainText('So would Output buffer');
  await toBuy.getByRole('button', { name: 'Add and place Buffer', exact: true }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('map').locator('[data-part="box:buffer"]').first()).toBeVisible();
  await buffers.getByRole('button', { name: 'Look again' }).click();
  await expect(buffers.getByRole('table').getByRole('row').nth(1)).toContainText('over, of 10');
  await expect(toBuy).toHaveCount(0);
  // One step: undone it is gone again, box and leads.
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('map').locator('[data-part="box:buffer"]')).toHaveCount(0);
});
