// node scripts/screenshots.mjs: takes the pictures of docs/screenshots anew, from the demo, against the production build.
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { withApp } from './browser.mjs';
import { node, root, run } from './lib.mjs';

const go = (view) => async (page) => {
  await page.getByRole('link', { name: view, exact: true }).click();
  await page.waitForTimeout(800);
};
const directNight = async (page) => {
  await page.getByRole('button', { name: /^Variant:/ }).click();
  await page.getByRole('menuitemradio', { name: 'Direct night' }).click();
  await page.getByRole('group', { name: /^Otherwise than/ }).waitFor();
  await page.waitForTimeout(600);
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
  {
    name: 'map-level',
    act: async (page) => {
      await page.getByRole('radio', { name: /Level/ }).click();
      await page.getByRole('button', { name: 'Work them out' }).click();
      await page.getByRole('button', { name: 'Set all' }).waitFor();
    },
  },
  {
    name: 'map-power',
    size: [1280, 900],
    act: async (page) => {
      await page.getByRole('radio', { name: /Power/ }).click();
      await page.waitForTimeout(600);
    },
  },
  {
    name: 'map-tone',
    act: async (page) => {
      await page.getByRole('radio', { name: /Tone/ }).click();
      await page.getByRole('slider', { name: 'Frequency to read the curves at' }).waitFor();
      await page.waitForTimeout(600);
    },
  },
  {
    name: 'map-hum',
    act: async (page) => {
      await page.getByRole('radio', { name: /Hum/ }).click();
      const loops = page.getByRole('list', { name: 'Ground loops' });
      await loops.getByRole('button').first().click();
      await page.waitForTimeout(600);
    },
  },
  {
    name: 'routes',
    act: async (page) => {
      await go('Routes')(page);
      await page.getByText(/\d+ combined, \d+ wired/).waitFor();
      await page
        .getByRole('button', { name: /^Four-cable/ })
        .first()
        .click();
    },
  },
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
    name: 'inside',
    act: async (page) => {
      await go('Gear')(page);
      await page
        .getByRole('region', { name: 'Stage' })
        .getByRole('button', { name: /^Multi-effects/ })
        .click();
      await page.getByRole('link', { name: 'Draw the inside' }).click();
      await page.locator('[data-spot="blocks/loop-1"]').click();
    },
  },
  {
    name: 'panel',
    act: async (page) => {
      await page.goto(new URL('/gear', page.url()).href);
      await page.getByRole('button', { name: 'New box' }).first().click();
      await page.getByLabel('Kind by name or by what it does').fill('four-channel head');
      await page.keyboard.press('Enter');
      await page.locator('[data-spot="jacks/return"]').click();
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
  { name: 'sounds', act: go('Sounds') },
  {
    name: 'feet',
    act: async (page) => {
      await go('Sounds')(page);
      await page.getByRole('link', { name: 'Under the foot' }).click();
      await page.getByRole('gridcell', { name: /^Multi-effects B, bank 1/ }).click();
      await page.getByRole('button', { name: 'Propose what they do' }).click();
      await page.getByRole('button', { name: /^Take/ }).waitFor();
      await page.waitForTimeout(400);
    },
  },
  {
    name: 'map-control',
    act: async (page) => {
      await page.getByTestId('map').focus();
      await page.keyboard.press('6');
      await page.keyboard.press('s');
      await page.getByText('RELAY 1 of Channel switch switches, lead 26').waitFor();
    },
  },
  {
    name: 'bench',
    act: async (page) => {
      await directNight(page);
      await go('Bench')(page);
      await page.getByRole('button', { name: 'Begin the moves from Cabinet night' }).click();
      for (const i of [0, 1, 2]) await page.getByRole('checkbox').nth(i).check();
    },
  },
  { name: 'sheet', act: go('Sheet') },
  {
    name: 'shelf',
    act: async (page) => {
      await page.getByLabel('Shelf: all rigs').click();
      await page.getByText('1 fault').first().waitFor();
      await page.getByRole('link', { name: 'Stage walk-on' }).waitFor();
      await page.getByRole('link', { name: 'Fly kit' }).waitFor();
    },
  },
];

/** What the command line writes of the demo, as pictures: a sheet of labels, the card on a phone in the dark. */
async function papers(browser) {
  const demo = path.join(root, 'demo', 'pit-chair.humrig.json');
  const [labels, card] = [path.join(root, '.cache', 'labels.pdf'), path.join(root, '.cache', 'card.html')];
  mkdirSync(path.dirname(card), { recursive: true });
  await node(['build/hum.mjs', 'export', demo, '--labels', labels, '--card', card, '--date', '2026-03-01']);
  const picture = (name) => path.join(root, 'docs', 'screenshots', name);
  await run('pdftoppm', ['-r', '90', '-png', '-singlefile', labels, picture('labels')]);
  const page = await browser.newPage({ viewport: { width: 390, height: 844 }, colorScheme: 'dark' });
  await page.goto(`file://${card}`);
  await page.screenshot({ path: picture('card-phone.png') });
}

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
  await papers(browser);
});
