import type { Locator, Page } from '@playwright/test';
import { expect, newChainedRig, test } from './fixtures';

const map = (page: Page) => page.getByTestId('map');
const wired = (page: Page) =>
  newChainedRig(page, 'guitar, fuzz, valve head, cabinet 16', 'GUITAR > FUZZ > VALVE > CABINET');

test('what a pane hides is named at its edge, and a press goes there', async ({ page }) => {
  await page.goto('/');
  const mark = (edge: string) => page.getByTestId('around-map').locator(`[data-further="${edge}"]`);
  await expect(map(page).locator('[data-part="box:desk"]').first()).toBeVisible();
  await expect(mark('right')).toHaveCount(0);
  for (let i = 0; i < 4; i += 1) await page.getByRole('button', { name: 'Larger' }).click();
  await expect(mark('right')).toContainText('Microphone and 3 more');
  await mark('right').click();
  await expect(mark('left')).toBeVisible();
  await expect(mark('right')).toHaveCount(0);
  for (let i = 0; i < 4; i += 1) await page.getByRole('button', { name: 'Smaller' }).click();
  await expect(mark('left')).toHaveCount(0);
});

test.describe('on a tall screen', () => {
  test.use({ viewport: { width: 820, height: 1180 } });

  test('the map is as high as its drawing, and a message lies over nothing', async ({ page }) => {
    await wired(page);
    const endOf = async (locator: Locator) => {
      const at = await locator.boundingBox();
      return (at?.y ?? 0) + (at?.height ?? 0);
    };
    const message = page.getByText('is on the shelf.');
    await expect(message).toBeVisible();
    const top = (await message.boundingBox())?.y ?? 0;
    expect(top).toBeGreaterThanOrEqual(await endOf(page.getByRole('main')));

    const plates = map(page).locator('[data-part^="box:"]');
    await expect(plates.first()).toBeVisible();
    const [height, drawn] = await map(page).evaluate((pane) => [pane.clientHeight, pane.scrollHeight]);
    expect(height).toBe(drawn);
    const lowest = Math.max(...(await Promise.all((await plates.all()).map(endOf))));
    expect((await endOf(map(page))) - lowest).toBeLessThan(80);
  });
});
