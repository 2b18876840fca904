import type { Page } from '@playwright/test';
import { CHANGES } from '../core/testing/changes';
import { drawnAlong, expect, newChainedRig, test } from './fixtures';

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
