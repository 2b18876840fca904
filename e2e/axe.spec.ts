import axe from 'axe-core';
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { writeRig } from '../core/file';
import { largeRig } from '../core/testing/large-rig';
import { expect, test, importRig } from './fixtures';

const VIEWS = ['gear', 'routes', 'map', 'sounds', 'cables', 'bench', 'sheet'] as const;
/** Views that are looked at in every form. */
const WHOLE: readonly (typeof VIEWS)[number][] = ['map', 'gear', 'sheet'];
const WIDTHS = [
  [1280, 800],
  [820, 1180],
  [390, 844],
] as const;

const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/** What axe finds serious or critical. Text in drawings is left to the test of the tokens. */
async function violations(page: Page, contrast: boolean): Promise<readonly string[]> {
  return page.evaluate(
    async ({ tags, contrast }) => {
      const { axe: tool } = window as unknown as { axe: typeof axe };
      const { violations } = await tool.run(
        { exclude: ['svg'] },
        {
          runOnly: { type: 'tag', values: tags },
          resultTypes: ['violations'],
          rules: { 'color-contrast': { enabled: contrast } },
        },
      );
      return violations
        .filter(({ impact }) => impact === 'serious' || impact === 'critical')
        .map(
          ({ id, nodes }) =>
            `${id}: ${nodes
              .map((node) => node.html.slice(0, 160))
              .slice(0, 3)
              .join(' | ')}`,
        );
    },
    { tags: TAGS, contrast },
  );
}

type Look = { readonly theme: 'light' | 'dark'; readonly axe: 'with contrast' | 'without' | null };

/** Nothing serious or critical; nothing is cut off sideways: neither the page scrolls across nor a field's figure. */
async function look(page: Page, where: string, size: (typeof WIDTHS)[number], { theme, axe: how }: Look) {
  const [width, height] = size;
  await page.emulateMedia({ colorScheme: theme, reducedMotion: 'reduce' });
  await page.setViewportSize({ width, height });
  if (how !== null)
    expect(await violations(page, how === 'with contrast'), `${where}, ${theme}, ${width} px`).toEqual([]);
  const over = await page.evaluate(
    () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
  );
  expect(over, `${where}, ${theme}, ${width} px: the page scrolls across`).toBeLessThanOrEqual(0);
  const cut = await page.evaluate(() =>
    [...document.querySelectorAll('input')]
      .filter(({ scrollWidth, clientWidth }) => clientWidth > 0 && scrollWidth > clientWidth)
      .map((field) => `${field.getAttribute('aria-label')}: ${field.value}`),
  );
  expect(cut, `${where}, ${theme}, ${width} px: fields cut what stands in them`).toEqual([]);
}

/**
 * A view: at every width, in both themes. Contrast is proved on the tokens, pair by pair; that the right pairs are used
 * is looked at once a theme. It takes axe six times as long as everything else.
 * @param how much axe sees of it: every theme and width; the first width, light; the same without contrast, of what is
 * only more of what was seen
 */
async function audit(page: Page, where: string, how: 'whole' | 'once' | 'more') {
  await page.evaluate(axe.source);
  const [first, ...narrow] = WIDTHS;
  const isWhole = how === 'whole';
  await look(page, where, first, { theme: 'dark', axe: isWhole ? 'with contrast' : null });
  for (const size of narrow)
    await look(page, where, size, { theme: 'light', axe: isWhole ? 'without' : null });
  await look(page, where, first, { theme: 'light', axe: how === 'more' ? 'without' : 'with contrast' });
}

async function open(page: Page, view: (typeof VIEWS)[number], ready: string | RegExp) {
  await page.goto(page.url().replace(/\/(gear|routes|map|sounds|cables|bench|sheet)(\?.*)?$/, `/${view}`));
  await expect(page.locator('main')).toContainText(ready);
}

const demo = () => readFileSync('demo/pit-chair.humrig.json', 'utf8');

test.describe('axe', () => {
  test.setTimeout(240_000);

  test('an empty rig, and the shelf', async ({ page }) => {
    await page.goto('/shelf');
    await expect(page.getByText('No rigs under this address')).toBeVisible();
    await audit(page, 'empty shelf', 'once');
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.getByRole('button', { name: 'New rig' }).first().click();
    await expect(page).toHaveURL(/\/gear/);
    const ready = {
      gear: 'Begin with one line of gear',
      routes: 'No guitar in the rig yet',
      map: 'Nothing to map yet',
      sounds: 'No boxes to set yet',
      cables: 'No leads yet',
      bench: 'Nothing to patch up yet',
      sheet: 'Nothing to hand over yet',
    };
    for (const view of VIEWS) {
      await open(page, view, ready[view]);
      await audit(page, `${view}, empty`, 'once');
    }
  });

  const ready = {
    gear: /Assumed figures \(/,
    routes: 'Stage runs',
    map: 'Not judged yet',
    sounds: 'other than in the sound before',
    cables: 'Lead schedule',
    bench: 'Begin the walk',
    sheet: 'Everything off, masters down',
  };
  const parts = {
    set: 'Between sounds',
    feet: 'Each by its own switch',
    presses: 'From each sound to each',
    combinations: 'No switcher in this rig',
    channels: 'called from',
    numbers: 'to dial',
    proof: 'Bytes by hand',
    sweeps: 'Heel down',
    stored: 'All are in it now',
    rules: 'The wiring and the sounds suggest',
  };
  test('the parts of Sounds', async ({ page }) => {
    await importRig(page, demo());
    const rig = page.url().replace(/\/map.*$/, '');
    for (const [part, text] of Object.entries(parts)) {
      await page.goto(`${rig}/sounds/${part}`);
      await expect(page.locator('main')).toContainText(text);
      await audit(page, `${part}, demo`, 'once');
    }
  });

  test('the demo', async ({ page }) => {
    await importRig(page, demo());
    for (const view of VIEWS) {
      await open(page, view, ready[view]);
      await audit(page, `${view}, demo`, WHOLE.includes(view) ? 'whole' : 'once');
    }
  });

  test('what is opened on the map', async ({ page }) => {
    await importRig(page, demo());
    await page.getByRole('button', { name: 'Why so' }).click();
    await page
      .getByRole('list', { name: 'Stops of the order' })
      .getByRole('button', { name: /^Tuner/ })
      .click();
    await page.getByRole('button', { name: 'Put in the usual order …' }).click();
    await expect(page.getByRole('button', { name: 'Put them so' })).toBeEnabled();
    await audit(page, 'the order read out', 'once');
    await page.keyboard.press('Escape');
    await page.goto(page.url().replace(/\/map.*$/, '/map?layer=tone&sel=box:guitar'));
    const buffers = page.getByRole('region', { name: 'Buffers' });
    await buffers.getByRole('button', { name: 'Find their places' }).click();
    await expect(buffers).toContainText('placements looked at');
    await page.getByText('Pickups and controls').click();
    await page.getByRole('slider', { name: /^Length of lead/ }).press('ArrowRight');
    await expect(page.getByRole('button', { name: 'Keep' })).toBeVisible();
    await audit(page, 'tone, buffers, pickups', 'once');
    await page.goto(page.url().replace(/\/map.*$/, '/map?layer=level&sel=box:multi-effects'));
    await page.getByRole('button', { name: 'Work them out' }).click();
    await expect(page.getByRole('button', { name: 'Set all' })).toBeVisible();
    await page.getByText(/^Controls \(/).click();
    await page.getByText(/^Equaliser \(/).click();
    await audit(page, 'levels worked out, knobs, equaliser', 'once');
    await page.goto(page.url().replace(/\/map.*$/, '/map?layer=latency'));
    await expect(page.getByRole('region', { name: 'Latency', exact: true }).getByRole('table')).toBeVisible();
    await page.getByTestId('map').focus();
    await page.keyboard.press('=');
    await expect(page.getByRole('dialog', { name: 'Small sums' })).toBeVisible();
    await audit(page, 'latency, small sums', 'once');
    await page.keyboard.press('Escape');
  });

  test('the inside of a unit, gear of one’s own, and the shelf', async ({ page }) => {
    await importRig(page, demo());
    await page.goto(page.url().replace(/\/map.*$/, '/gear/inside/multi-effects'));
    await expect(page.getByRole('group', { name: 'Inside Multi-effects' })).toBeVisible();
    await audit(page, 'inside, demo', 'once');
    await page.goto('/gear');
    await expect(page.getByText('No gear of your own yet')).toBeVisible();
    await audit(page, 'gear shelf, empty', 'once');
    await page.getByRole('button', { name: 'New box' }).first().click();
    await page.getByLabel('Kind by name or by what it does').fill('valve head');
    await page.keyboard.press('Enter');
    await page.locator('[data-spot="jacks/return"]').click();
    await audit(page, 'panel', 'once');
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.getByRole('button', { name: 'Put on the shelf' }).click();
    await page.getByRole('link', { name: 'Gear shelf' }).click();
    await expect(page.getByRole('list', { name: 'Your gear' })).toBeVisible();
    await audit(page, 'gear shelf', 'once');
    await page.goto('/shelf');
    await expect(page.getByText('1 fault')).toBeVisible();
    await audit(page, 'shelf, demo', 'once');
  });

  test('forty boxes', async ({ page }) => {
    await importRig(page, writeRig(largeRig()));
    for (const view of WHOLE) {
      await open(page, view, ready[view]);
      await audit(page, `${view}, 40 boxes`, 'more');
    }
  });
});
