import { test as base, expect, type Page } from '@playwright/test';

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

/** A new rig with the first routing that can be had taken; the page stands on its map. */
export async function newWiredRig(page: Page, line: string) {
  await newRig(page, line);
  await page.getByRole('link', { name: 'Routes' }).click();
  await page
    .getByRole('button', { name: /^Take / })
    .first()
    .click();
  await expect(page.getByTestId('map')).toBeVisible();
}
