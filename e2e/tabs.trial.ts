// A minute of dense edits in two real pages on one rig: `npm run trial`. Too long for every test run.
import type { BrowserContext, Page } from '@playwright/test';
import { expect, newRig, saved, test } from './fixtures';

const SECONDS = Number(process.env.TRIAL_SECONDS ?? 60);

const plates = (page: Page, name: RegExp) =>
  page.getByRole('region', { name: 'Stage' }).getByRole('button', { name });

/**
 * Presses the page's own buttons in bursts with hardly a pause, faster than any driver from outside could: adds one
 * kind of pedal, now and then takes the last one back. Returns how many stand at the end.
 */
async function burst(page: Page, kind: string, seconds: number, undoEvery: number): Promise<number> {
  const button = page.getByRole('button', { name: `+ ${kind}`, exact: true });
  if (!(await button.isVisible())) await page.getByText(/^Catalogue \(/).click();
  await expect(button).toBeVisible();
  return page.evaluate(
    async ([kind, seconds, undoEvery]) => {
      const buttons = [...document.querySelectorAll('button')];
      const add = buttons.find((button) => button.textContent === `+ ${kind}`);
      const undo = buttons.find((button) =>
        /^Undo/.test(button.getAttribute('aria-label') ?? button.textContent),
      );
      if (!add || !undo) throw new Error('the buttons are not there');
      let stands = 0;
      // The page has drawn a press once its microtasks are through: the next one is made on what it shows.
      const drawn = () => new Promise((done) => setTimeout(done, 0));
      const takeBack = async () => {
        undo.click();
        stands -= 1;
        await drawn();
      };
      const until = performance.now() + seconds * 1000;
      for (let n = 1; performance.now() < until; n += 1) {
        add.click();
        stands += 1;
        await drawn();
        if (n % undoEvery === 0) await takeBack();
        // A rig of hundreds of boxes would measure the drawing of Gear.
        while (stands > 40) await takeBack();
        if (n % 12 === 0) await new Promise((done) => setTimeout(done, 60));
      }
      return stands;
    },
    [kind, seconds, undoEvery] as const,
  );
}

/** Types into one and the same field of both pages at the same moments; each page another figure every time. */
const typeOver = (page: Page, from: number, times: number) =>
  page.evaluate(
    async ([from, times]) => {
      const field = document.querySelector<HTMLInputElement>('input[aria-label^="Distance to"]');
      if (!field) throw new Error('no field of a distance');
      const value = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value');
      for (let n = 0; n < times; n += 1) {
        field.focus();
        value?.set?.call(field, `${from + n / 10} m`);
        field.dispatchEvent(new Event('input', { bubbles: true }));
        field.blur();
        await new Promise((done) => setTimeout(done, n % 3 === 0 ? 30 : 2));
      }
    },
    [from, times] as const,
  );

/** What stands in the places of the rig, in the page's own words. */
const standing = (page: Page) => page.getByRole('region', { name: 'Stage' }).innerText();

async function twoPages(page: Page, context: BrowserContext): Promise<Page> {
  await newRig(page, 'guitar');
  await saved(page);
  const second = await context.newPage();
  await second.goto(page.url());
  await expect(plates(second, /^Guitar/)).toBeVisible();
  return second;
}

test('two pages edit one rig without a pause: nothing is lost, both show the same', async ({
  page,
  context,
}) => {
  test.setTimeout(SECONDS * 1000 + 60_000);
  const second = await twoPages(page, context);
  const [fuzzes, tuners] = await Promise.all([
    burst(page, 'Fuzz', SECONDS, 5),
    burst(second, 'Tuner', SECONDS, 7),
  ]);
  for (const tab of [page, second]) {
    await saved(tab);
    await expect(plates(tab, /^Fuzz/)).toHaveCount(fuzzes);
    await expect(plates(tab, /^Tuner/)).toHaveCount(tuners);
  }
  await page.reload();
  await expect(plates(page, /^Fuzz/)).toHaveCount(fuzzes);
  await expect(plates(page, /^Tuner/)).toHaveCount(tuners);
  await page.getByLabel('Shelf: all rigs').click();
  // Nothing had to be kept apart: the two never changed the same thing.
  await expect(page.getByRole('list', { name: 'Rigs' }).getByRole('listitem')).toHaveCount(1);
});

test('two pages change one and the same thing again and again: both end with what is stored, every copy opens', async ({
  page,
  context,
}) => {
  test.setTimeout(SECONDS * 1000 + 120_000);
  const second = await twoPages(page, context);
  for (let round = 0; round < SECONDS / 6; round += 1) {
    await Promise.all([
      typeOver(page, 3, 15),
      typeOver(second, 20, 15),
      burst(page, 'Fuzz', 1, 5),
      burst(second, 'Tuner', 1, 5),
    ]);
    await Promise.all([saved(page), saved(second)]);
    await expect.poll(() => standing(second)).toBe(await standing(page));
  }
  const shown = await standing(page);
  await page.reload();
  await expect.poll(() => standing(page)).toBe(shown);
  await page.getByLabel('Shelf: all rigs').click();
  const rigs = page.getByRole('list', { name: 'Rigs' }).getByRole('listitem');
  await expect(rigs.filter({ hasText: 'kept from this tab' }).first()).toBeVisible();
  await expect(rigs.filter({ hasText: 'could not be read' })).toHaveCount(0);
});
