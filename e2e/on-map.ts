// What flows on the map share.
import type { Page } from '@playwright/test';
import { expect, expectSound, newRig } from './fixtures';

/** A part of the map; of a jack its terminal, which is drawn after its name. */
export const part = (page: Page, key: string) => {
  const all = page.locator(`[data-testid="map"] [data-part="${key}"]`);
  return key.startsWith('jack:') ? all.last() : all.first();
};
export const findings = (page: Page) => page.getByRole('region', { name: 'Findings' });
export const facts = (page: Page, of: RegExp) => page.getByRole('region', { name: of });
export const lines = (page: Page) => page.getByRole('list', { name: /^Route / }).getByRole('button');
export const map = (page: Page) => page.getByTestId('map');

/** A four-cable rig made by hand through the interface, standing on its map. */
export async function fourCable(
  page: Page,
  line = 'guitar, fuzz, unit, valve head, cab 16',
  says: string | null = null,
) {
  await newRig(page, line);
  await page.getByRole('link', { name: 'Routes' }).click();
  await page
    .getByRole('button', { name: /^Take Four-cable/ })
    .first()
    .click();
  await expect(part(page, 'box:valve-head')).toBeVisible();
  if (says === null) await expectSound(page);
  else await expect(findings(page)).toContainText(says);
}

/** The titles of the route list, which is opened for it and closed again. */
export async function route(page: Page): Promise<string[]> {
  await page.getByRole('button', { name: 'List', exact: true }).click();
  await expect(lines(page).first()).toBeVisible();
  const titles = await lines(page).allInnerTexts();
  await page.getByRole('button', { name: 'List', exact: true }).click();
  return titles.map((title) => title.split('\n')[0] ?? '').filter((title) => !title.startsWith('lead'));
}
