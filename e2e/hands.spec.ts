import { expect, newChainedRig, test } from './fixtures';

const map = '[data-testid="map"]';

test('find: a box, a jack, a lead number and a finding, each framed on the map, by keys alone', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('link', { name: 'Cables', exact: true }).click();
  const find = async (words: string) => {
    await page.keyboard.press('Control+k');
    await page.getByLabel('Find a box, jack, lead number or finding').fill(words);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('dialog')).toHaveCount(0);
  };
  await find('lead 9');
  await expect(page).toHaveURL(/\/map\?.*sel=lead%3Alead-9/);
  await expect(page.getByRole('region', { name: 'Facts of lead 9' })).toBeVisible();
  await find('send 1');
  await expect(page).toHaveURL(/sel=jack%3Amulti-effects%2Fsend-1/);
  await find('wah');
  await expect(page).toHaveURL(/sel=box%3Awah/);
  await expect(page.locator(`${map} [data-part="box:wah"]`).first()).toBeInViewport();
  await find('ω on spk');
  await expect(page.getByText(/A mismatch within 2:1/)).toBeVisible();
  await page.keyboard.press('Control+k');
  await page.getByLabel('Find a box, jack, lead number or finding').fill('xyzzy');
  await expect(page.getByText('Nothing of that name in this rig.')).toBeVisible();
  await page.keyboard.press('Escape');
  await find('bench');
  await expect(page).toHaveURL(/\/bench/);
});

test('single keys act on the map only, can be turned off, and are listed', async ({ page }) => {
  await page.goto('/');
  const pane = page.locator(map);
  const layer = (name: string) => page.getByRole('radio', { name: new RegExp(name) });
  await page.getByRole('heading', { name: 'Findings' }).click();
  await page.keyboard.press('2');
  await expect(layer('Signal')).toBeChecked();
  await pane.focus();
  await page.keyboard.press('2');
  await expect(layer('Level')).toBeChecked();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys of the map' })).toContainText('Layer Power');
  await page.keyboard.press('Escape');

  await page.getByRole('button', { name: 'Preferences' }).click();
  await page.getByRole('menuitemradio', { name: 'Off', exact: true }).click();
  await page.keyboard.press('Escape');
  await pane.focus();
  await page.keyboard.press('1');
  await expect(layer('Level')).toBeChecked();
  await page.keyboard.press('ArrowRight');
  await expect(page).toHaveURL(/sel=/);
  await page.reload();
  await pane.focus();
  await page.keyboard.press('1');
  await expect(layer('Level')).toBeChecked();
  // The same act is in the menu.
  await page.getByRole('button', { name: /^Acts/ }).click();
  await page.getByRole('menuitem', { name: 'Layer Signal' }).click();
  await expect(layer('Signal')).toBeChecked();
});

test('layers: the level profile says the least headroom, what is not in a layer leads to the one that has it', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByRole('radio', { name: /Level/ }).click();
  const profile = page.getByRole('region', { name: 'Profile' });
  await expect(profile).toContainText(
    /Least headroom \d+\.\d dB at .*: peak .* ceiling .* dBu\. At the end \d+ dB over the noise\. Nominal, ±3 dB/,
  );
  await profile.locator('[data-stop]').nth(3).click();
  await expect(page).toHaveURL(/sel=/);
  await expect(page).toHaveURL(/layer=level/);
  await page.getByRole('button', { name: 'Preferences' }).click();
  await page.getByRole('menuitemradio', { name: 'Volts' }).click();
  await expect(profile).toContainText(/peak \d+(\.\d+)? m?V, ceiling \d+(\.\d+)? V\./);
  await page.reload();
  await expect(profile).toContainText(/ceiling \d+(\.\d+)? V\./);
});

test('while a plug is in hand nothing on the map moves; free jacks fly out beside their plate', async ({
  page,
}) => {
  await page.goto('/');
  const part = (key: string) => page.locator(`${map} [data-part="${key}"]`);
  await expect(part('jack:multi-effects/send-1').last()).toBeVisible();
  const stands = () =>
    page
      .locator(`${map} [data-group]`)
      .evaluateAll((groups) =>
        groups.map((g) => `${g.getAttribute('data-group')} ${g.getAttribute('transform')}`),
      );
  const flown = page.getByRole('group', { name: 'Free jacks of Multi-effects' });
  for (const size of [
    { width: 1280, height: 800 },
    // So low the map is folded: what is chosen would open.
    { width: 1280, height: 660 },
  ]) {
    await page.setViewportSize(size);
    await page.keyboard.press('Escape');
    await page.locator(map).click({ position: { x: 4, y: 4 } });
    await expect(page).not.toHaveURL(/sel=/);
    await expect(page.locator(map)).toHaveAttribute('aria-busy', 'false');
    const before = await stands();
    await part('jack:multi-effects/send-1').last().click();
    await expect(page.getByRole('region', { name: 'Plugging' }).getByRole('button').nth(1)).toBeVisible();
    await expect(page.locator(map)).toContainText(/\d fit/);
    await part('jack:multi-effects/return-1').last().hover();
    await expect(flown).toContainText('PHONES');
    expect(await stands()).toEqual(before);
  }
  await flown.getByRole('button', { name: /^OUT 1 R/ }).click();
  await expect(page.getByRole('region', { name: 'Plugging' })).toHaveCount(0);
  await expect(part('jack:multi-effects/out-1-r').first()).toBeAttached();
  await expect(page.getByRole('button', { name: /^Undo: / })).toBeEnabled();
});

test('a loom is pressed as one, named, split and tied again; the schedule and the sheet say so', async ({
  page,
}) => {
  await page.goto('/');
  const ring = page.locator(`${map} [data-group^="loom:"]`).first();
  await ring.locator('rect').first().click();
  const facts = page.getByRole('region', { name: /^Facts of the loom/ });
  await expect(facts).toContainText('4 leads, Floor to Cupboard');
  await facts.getByLabel('Name').fill('Stage loom');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Facts of the loom Stage loom' })).toBeVisible();
  await expect(page.locator(map)).toContainText('Stage loom');
  await facts.getByRole('button', { name: 'Take lead 8 out of the loom' }).click();
  await expect(facts).toContainText('3 leads');
  await facts.getByRole('button', { name: 'lead 8', exact: true }).click();
  await expect(facts).toContainText('4 leads');
  await page.getByRole('button', { name: /^Undo: Join looms/ }).click();
  await expect(facts).toContainText('3 leads');
  await page.getByRole('button', { name: /^Redo: Join looms/ }).click();
  await page.getByRole('link', { name: 'Cables', exact: true }).click();
  await expect(page.getByRole('row', { name: /^7 / })).toContainText('Stage loom');
  await page.getByRole('link', { name: 'Sheet', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Leads' })).toContainText(
    'Loom Stage loom: leads 6, 7, 8, 26',
  );
});

test('keys pressed in one turn of the page, ahead of every answer, come to what they come to one by one', async ({
  page,
}) => {
  await newChainedRig(page, 'guitar, fuzz, combo', 'GUITAR > FUZZ > COMBO');
  const findings = page.getByRole('region', { name: 'Findings' });
  const shown = async () => [
    await findings.innerText(),
    await page.locator(`${map} svg`).first().innerHTML(),
  ];
  await page.locator(`${map} [data-part="lead:lead-2"]`).first().dispatchEvent('click');
  await expect(page.getByRole('button', { name: 'Put away' })).toBeVisible();
  // The hand rests: what the key will bring is worked out ahead.
  await page.waitForTimeout(500);
  const before = await shown();
  await page.locator(map).focus();
  await page.keyboard.press('u');
  await expect(findings).toContainText('hangs loose');
  await page.evaluate((map) => {
    const press = (key: string, ctrlKey = false) =>
      document
        .querySelector(map)
        ?.dispatchEvent(new KeyboardEvent('keydown', { key, ctrlKey, bubbles: true, cancelable: true }));
    press('z', true);
    for (let i = 0; i < 3; i += 1) {
      press('u');
      press('z', true);
    }
  }, map);
  await expect.poll(shown).toEqual(before);
});
