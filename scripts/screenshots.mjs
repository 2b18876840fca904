// node scripts/screenshots.mjs: takes the pictures of docs/screenshots anew, from the demo, against the production build.
import path from 'node:path';
import { withApp } from './browser.mjs';
import { root } from './lib.mjs';

const go = (view) => async (page) => {
  await page.getByRole('link', { name: view, exact: true }).click();
  await page.waitForTimeout(800);
};
const part = (page, key) => page.locator(`[data-testid="map"] [data-part="${key}"]`);

const shots = [
  {
    name: 'map',
    act: async (page) => {
      await page.getByRole('button', { name: /8 Ω on SPK/ }).click();
      await page.getByRole('button', { name: /^Re-plug lead/ }).waitFor();
    },
  },
  { name: 'routes', act: go('Routes') },
  {
    name: 'gear',
    act: async (page) => {
      await go('Gear')(page);
      await page
        .getByRole('region', { name: 'Stage' })
        .getByRole('button', { name: /^Multi-effects/ })
        .click();
    },
  },
  {
    name: 'plugging-dark',
    theme: 'dark',
    act: async (page) => {
      await part(page, 'jack:multi-effects/send-1').last().click();
      await page.getByRole('region', { name: 'Plugging' }).waitFor();
    },
  },
  { name: 'cables', act: go('Cables') },
  {
    name: 'bench',
    act: async (page) => {
      await go('Bench')(page);
      await page.getByRole('button', { name: 'Begin the walk' }).click();
      for (const i of [0, 1, 2]) await page.getByRole('checkbox').nth(i).check();
    },
  },
  { name: 'sheet', act: go('Sheet') },
  {
    name: 'shelf',
    act: async (page) => {
      await page.getByLabel('Shelf: all rigs').click();
      await page.getByText('1 fault').waitFor();
    },
  },
  { name: 'map-tablet', size: [820, 1180] },
  { name: 'route-phone', size: [390, 844], theme: 'dark' },
];

process.exitCode = await withApp(4496, async (browser, base) => {
  for (const { name, act, theme = 'light', size = [1280, 800] } of shots) {
    const context = await browser.newContext({
      viewport: { width: size[0], height: size[1] },
      colorScheme: theme,
      reducedMotion: 'reduce',
    });
    const page = await context.newPage();
    await page.goto(base);
    await page.getByText('Not judged yet').waitFor();
    await page.getByLabel('Close this line').click();
    await page.waitForTimeout(800);
    await act?.(page);
    await page.waitForTimeout(600);
    await page.screenshot({ path: path.join(root, 'docs', 'screenshots', `${name}.png`) });
    await context.close();
  }
});
