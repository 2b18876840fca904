import { test as base, expect, type Locator, type Page } from '@playwright/test';
import { parseChains, wireChains } from '../core/chain';
import { writeRig } from '../core/file';
import { build } from '../core/testing/build';

/** Every page of a test: anything the console complains of, and any breach of the content security policy, fails it. */
export const test = base.extend<{ quiet: string[] }>({
  quiet: [
    async ({ context }, use) => {
      const noise: string[] = [];
      await context.addInitScript(() => {
        document.addEventListener('securitypolicyviolation', (event) =>
          console.error(`content security policy: ${event.violatedDirective} ${event.blockedURI}`),
        );
      });
      context.on('console', (message) => {
        if (message.type() === 'error') noise.push(message.text());
      });
      context.on('weberror', (error) => noise.push(error.error().message));
      await use(noise);
      expect(noise, 'the console stays quiet').toEqual([]);
    },
    { auto: true },
  ],
});

export { expect };

/** An empty new rig from the shelf; the page stands in Gear with the cursor in its line. */
export async function newEmptyRig(page: Page) {
  await page.goto('/shelf');
  await page.getByRole('button', { name: 'New rig' }).first().click();
  await expect(page.getByLabel('Gear in one line')).toBeFocused();
}

/** A new rig from the shelf with one line of gear; the page stands in Gear. */
export async function newRig(page: Page, line: string) {
  await page.goto('/shelf');
  await page.getByRole('button', { name: 'New rig' }).first().click();
  await page.getByLabel('Gear in one line').fill(line);
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Gear in one line')).toHaveValue('');
}

export const saved = (page: Page) =>
  expect(page.getByRole('banner').getByText('saved', { exact: true })).toBeVisible();

/** A rig from a file; the page stands on its map. */
export async function importRig(page: Page, text: string) {
  await page.goto('/shelf');
  await page
    .getByLabel('Rig files to import')
    .setInputFiles({ name: 'rig.humrig.json', mimeType: 'application/json', buffer: Buffer.from(text) });
  // By its title: until it has come, another may stand first.
  const { title } = JSON.parse(text) as { title: string };
  await page.getByRole('list', { name: 'Rigs' }).getByRole('link', { name: title, exact: true }).click();
  await expect(page).toHaveURL(/\/map/);
}

/** Gear wired as a chain says; the page stands on its map. */
export async function newChainedRig(page: Page, line: string, chain: string) {
  const rig = build(line);
  const wired = wireChains(rig, parseChains(rig, chain));
  if ('reason' in wired) throw new Error(wired.reason);
  await importRig(page, writeRig(wired.trial));
}

/** Waits until the table of routings is whole. */
export const planned = (page: Page) => expect(page.getByText(/\d+ combined, \d+ wired/)).toBeVisible();

/** A new rig with the best routing that is found taken; the page stands on its map. */
export async function newWiredRig(page: Page, line: string) {
  await newRig(page, line);
  await page.getByRole('link', { name: 'Routes' }).click();
  await planned(page);
  await page
    .getByRole('button', { name: /^Take / })
    .first()
    .click();
  await expect(page.getByTestId('map')).toBeVisible();
}

/** Draws a stop of the profile to a gap, which is there once it is held. */
export async function drawnAlong(page: Page, from: Locator, to: () => Locator) {
  const box = await from.boundingBox();
  if (!box) throw new Error('the stop is not on the page');
  await page.mouse.move(box.x + box.width / 2, box.y + 70);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 20, box.y + 60, { steps: 4 });
  const gap = await to().boundingBox();
  if (!gap) throw new Error('the gap is not on the page');
  await page.mouse.move(gap.x + gap.width / 2, gap.y + gap.height / 2, { steps: 6 });
  await expect(to()).toHaveClass(/border-select/);
  await page.mouse.up();
  await letGo(page);
}

/** Until what was in hand is put: for a moment a press just behind a drop is held back, and a link would load the page anew. */
export const letGo = (page: Page) => expect(page.locator('[data-gap]')).toHaveCount(0);

/** Chooses the unit of the demo by its name. */
export const pressUnit = (page: Page) =>
  page
    .locator('[data-testid="map"] [data-part="box:multi-effects"]')
    .first()
    .click({ position: { x: 40, y: 12 } });

/** Nothing worse than a note, or than a caution: what usual lengths of cable cost is worth knowing. */
export async function expectSound(page: Page, worst: 'note' | 'caution' = 'note') {
  const list = page.getByRole('region', { name: 'Findings' });
  await expect(list).toContainText(/Nothing found|\d (?:notes?|cautions?)/);
  await expect(list).not.toContainText(
    worst === 'note' ? /\d (?:dangers?|faults?|cautions?)/ : /\d (?:dangers?|faults?)/,
  );
}
