import type { Page } from '@playwright/test';
import { CHANGES } from '../core/testing/changes';
import { drawnAlong, expect, letGo, newChainedRig, test } from './fixtures';

const profile = (page: Page) => page.getByRole('application', { name: /^Profile of/ });

/** Routes tells the order that is in force: drawn where it is the chosen one, else as text. */
async function isWired(page: Page, chain: string) {
  await page.getByRole('link', { name: 'Routes' }).click();
  const now = page.getByRole('rowgroup', { name: /wired so now/ });
  const drawn = now.getByRole('img', { name: `Order: ${chain}`, exact: true });
  await expect(now.getByText(chain, { exact: true }).or(drawn)).toBeVisible();
}

for (const { what, gear, before, after, leads, stop, press } of CHANGES)
  test(`an order is changed by keys: ${what}`, async ({ page }) => {
    await newChainedRig(page, gear, before);
    await profile(page).getByTitle(stop).first().click();
    await page.getByTestId('map').focus();
    await page.keyboard.press('m');
    const moving = page.getByRole('region', { name: 'Moving' });
    const place = moving.getByRole('button', { name: press }).first();
    const [fetch, move, away] = leads;
    const price = [
      move > 0 ? `${move} to move` : '',
      fetch > 0 ? `${fetch} to fetch` : '',
      away > 0 ? `${away} put away` : '',
    ].filter(Boolean);
    await expect(place).toContainText(price.join(', '));
    await place.focus();
    await page.keyboard.press('Enter');
    await expect(moving).toHaveCount(0);
    await isWired(page, after);
  });

for (const { what, gear, before, after, stop, press } of CHANGES.slice(-4))
  test(`an order is changed by drawing a stop: ${what}`, async ({ page }) => {
    await newChainedRig(page, gear, before);
    await profile(page).getByTitle(stop).first().click();
    await drawnAlong(page, profile(page).getByTitle(stop).first(), () =>
      profile(page).getByRole('button', { name: press }).first(),
    );
    await isWired(page, after);
  });

test('a stop let go of the moment the pointer reaches a gap goes there', async ({ page }) => {
  const change = CHANGES.find(({ what }) => what === 'into a loop of a switcher');
  if (!change) throw new Error('no such change');
  const { gear, before, after, stop, press } = change;
  await newChainedRig(page, gear, before);
  const from = await profile(page).getByTitle(stop).first().boundingBox();
  if (!from) throw new Error('the stop is not on the page');
  await page.mouse.move(from.x + from.width / 2, from.y + 70);
  await page.mouse.down();
  await page.mouse.move(from.x + from.width / 2 + 20, from.y + 60, { steps: 4 });
  const gap = profile(page).getByRole('button', { name: press }).first();
  await expect(gap).toBeEnabled();
  // One turn of the page: nothing has said yet that the gap is reached when it is let go of.
  await gap.evaluate((mark) => {
    const { x, y, width, height } = mark.getBoundingClientRect();
    const at = { bubbles: true, clientX: x + width / 2, clientY: y + height / 2 };
    mark.dispatchEvent(new MouseEvent('mousemove', at));
    mark.dispatchEvent(new PointerEvent('pointerup', at));
    mark.dispatchEvent(new MouseEvent('mouseup', at));
  });
  await letGo(page);
  await isWired(page, after);
});
