import type { Page } from '@playwright/test';
import { expect, newRig, saved, test } from './fixtures';

const spot = (page: Page, address: string) => page.locator(`[data-spot="${address}"]`);
const found = (page: Page) => page.getByRole('region', { name: 'Findings here' });
/** The blocks along the terraces, as they stand: row after row. */
const along = (page: Page) =>
  page
    .locator('[data-spot^="blocks/"]')
    .evaluateAll((all) => all.map((one) => one.getAttribute('data-spot')!.slice('blocks/'.length)));

async function openInside(page: Page, line: string, box: string) {
  await newRig(page, line);
  await drawInside(page, box);
}

async function drawInside(page: Page, box: string) {
  await page
    .getByRole('region', { name: 'Stage' })
    .getByRole('button', { name: new RegExp(`^${box}`) })
    .click();
  await page.getByRole('link', { name: 'Draw the inside' }).click();
  await expect(page.getByRole('heading', { name: `Inside ${box}` })).toBeVisible();
}

test('blocks are moved by key and drawn by the pointer; a leg is split off, joined again, and has its own level', async ({
  page,
}) => {
  await openInside(page, 'guitar, unit, valve head, cab', 'Multi-effects');
  const start = ['drive', 'loop-1', 'amp', 'cab', 'chorus', 'delay', 'reverb'];
  await expect.poll(() => along(page)).toEqual(start);
  await spot(page, 'blocks/chorus').focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Alt+ArrowLeft');
  await expect
    .poll(() => along(page))
    .toEqual(['drive', 'loop-1', 'amp', 'chorus', 'cab', 'delay', 'reverb']);
  await expect(spot(page, 'blocks/chorus')).toBeFocused();
  await page.keyboard.press('b');
  await expect(spot(page, 'blocks/chorus')).toHaveAccessibleName('Chorus, on');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect.poll(() => along(page)).toEqual(start);

  // Drawn with the pointer: the delay ahead of the chorus.
  const delay = (await spot(page, 'blocks/delay').boundingBox())!;
  const chorus = (await spot(page, 'blocks/chorus').boundingBox())!;
  await page.mouse.move(delay.x + 30, delay.y + 20);
  await page.mouse.down();
  await page.mouse.move(delay.x + 10, delay.y + 24, { steps: 4 });
  await page.mouse.move(chorus.x - 6, chorus.y + 20, { steps: 8 });
  await page.mouse.up();
  await expect
    .poll(() => along(page))
    .toEqual(['drive', 'loop-1', 'amp', 'cab', 'delay', 'chorus', 'reverb']);

  // A split behind the loop, straight to an output; its leg gets a level, then joins the others.
  await spot(page, 'blocks/loop-1').click();
  await page.getByRole('button', { name: 'Split behind …' }).click();
  await page.getByRole('menuitem', { name: 'Straight to OUT 2 L' }).click();
  await expect(spot(page, 'rows/1/from')).toHaveAccessibleName('Row 2, a split');
  await spot(page, 'rows/1/from').click();
  const row = page.getByRole('region', { name: 'Facts of row 2' });
  await row.getByRole('button', { name: 'Equaliser of its own' }).click();
  await expect.poll(() => along(page)).toContain('eq');
  await spot(page, 'rows/0/to').click();
  await expect(page.getByRole('list', { name: 'Its outputs' })).toContainText('OUT 2 L');
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(spot(page, 'rows/1/from')).toHaveCount(0);

  // To rest and out of it, as a row of its own from the other return; then it joins the first one.
  await spot(page, 'blocks/reverb').focus();
  await page.keyboard.press('Delete');
  const rest = page.getByRole('region', { name: 'Blocks at rest' });
  await rest.getByRole('button', { name: 'Reverb …' }).click();
  await page.getByRole('menuitem', { name: 'A row of its own' }).click();
  await expect(spot(page, 'rows/1/from')).toHaveAccessibleName('Row 2 from RETURN 2');
  await spot(page, 'rows/1/to').click();
  await page
    .getByRole('region', { name: 'Facts of row 2' })
    .getByLabel('Or joins')
    .selectOption({ label: 'row 1, ahead of Delay' });
  await expect(page.getByRole('region', { name: 'Facts of row 2' }).getByLabel('Or joins')).toHaveValue(
    'delay',
  );
  await saved(page);
  await page.reload();
  await expect
    .poll(() => along(page))
    .toEqual(['drive', 'loop-1', 'amp', 'cab', 'delay', 'chorus', 'reverb']);
  // What would feed itself is told, and stays as it was.
  await spot(page, 'blocks/chorus').click();
  await page.getByRole('button', { name: 'Twin on …' }).click();
  await page.getByRole('menuitem', { name: 'Row 2, on the same switch' }).click();
  await expect(page.locator('[data-spot="blocks/chorus-twin"]')).toHaveAccessibleName(/with Chorus/);
});

test('what the unit cannot do says why; a wiring has a name and a sound of its own; grid and plugs are checked as they stand', async ({
  page,
}) => {
  await openInside(page, 'guitar, four-loop unit, valve head, cab', 'Four-loop unit');
  await spot(page, 'blocks/loop-2').focus();
  // Drawn anew, the focus stays where it is.
  await page.setViewportSize({ width: 1180, height: 800 });
  await page.waitForTimeout(300);
  await expect(spot(page, 'blocks/loop-2')).toBeFocused();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Alt+ArrowRight');
  await expect(page.getByText(/Loop 2 of Four-loop unit can stand first only/)).toBeVisible();
  await page.getByRole('button', { name: 'Close this message' }).click();

  await page.getByRole('button', { name: /^Sound:/ }).click();
  await page.getByRole('menuitem', { name: /New from this one/ }).click();
  await page.getByRole('dialog').getByLabel('Name', { exact: true }).fill('Solo');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: 'New from this …' }).click();
  await page.getByRole('dialog').getByLabel('Name', { exact: true }).fill('Dry');
  await page.keyboard.press('Enter');
  const wiring = page.getByLabel('Inner wiring in Solo');
  await expect(wiring.locator('option:checked')).toHaveText('Dry');
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await spot(page, 'blocks/reverb').click();
  await expect(spot(page, 'blocks/reverb')).toBeFocused();
  await page.keyboard.press('Delete');
  await expect.poll(() => along(page)).not.toContain('reverb');
  await page.getByRole('button', { name: /^Sound:/ }).click();
  await page.getByRole('menuitemradio', { name: 'Sound 1' }).click();
  await expect.poll(() => along(page)).toContain('reverb');
  await expect(page.getByLabel('Inner wiring in Sound 1').locator('option:checked')).toHaveText('Inside');

  // The plugs of a taken routing stand at its jacks, and a loop by other jacks than they are in is found at once.
  await page.getByRole('link', { name: 'Routes' }).click();
  await page
    .getByRole('button', { name: /^Take Four-cable/ })
    .first()
    .click();
  await page.getByRole('link', { name: 'Gear' }).click();
  // The unit is still chosen.
  await page.getByRole('link', { name: 'Draw the inside' }).click();
  await expect(found(page)).not.toContainText(/fault/i);
  const jacks = page.getByRole('region', { name: 'Jacks of its paths' }).getByRole('listitem');
  await expect(jacks.filter({ hasText: 'to INPUT of Valve head' })).toHaveCount(1);
  const loops = await page
    .locator('[data-spot^="blocks/loop"]')
    .evaluateAll((all) => all.map((one) => one.getAttribute('aria-label') ?? ''));
  const on = loops.findIndex((label) => label.endsWith('on'));
  expect(on).toBeGreaterThanOrEqual(0);
  await page.locator('[data-spot^="blocks/loop"]').nth(on).click();
  await page.getByLabel(/goes out by$/).selectOption({ label: 'none' });
  await expect(found(page).getByRole('listitem').first()).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(found(page)).not.toContainText(/fault/i);
});
