// By keyboard alone: after every act the focus is where the hands go on, and never lost to the page.
import type { Locator, Page } from '@playwright/test';
import { Hands } from './acts';
import { expect, newRig, newWiredRig, planned, saved, test } from './fixtures';

const LINE = 'guitar, tuner, fuzz, od, delay | unit | valve head, cab 16';

const nowhere = (page: Page) =>
  page.evaluate(() => {
    const at = document.activeElement;
    return at === null || at === document.body || at.matches(':disabled');
  });
/** The focus is on something, and stays there. */
const isSomewhere = (page: Page) =>
  expect(async () => {
    expect(await nowhere(page)).toBe(false);
    await page.waitForTimeout(80);
    expect(await nowhere(page)).toBe(false);
  }).toPass({ timeout: 5_000 });
const map = (page: Page) => page.getByTestId('map');

class Keys extends Hands {
  constructor(private readonly on: Page) {
    super(on);
  }
  /** Tabs to it and presses it; the focus is somewhere afterwards. */
  async enter(target: Locator, chord = 'Enter') {
    await expect(target).toBeVisible();
    await this.tabTo(target);
    await this.on.keyboard.press(chord);
    await isSomewhere(this.on);
  }
  /** An entry of a menu that is open, by its first letters. */
  async pick(entry: string) {
    await expect(this.on.getByRole('menu').locator(':focus')).toHaveCount(1);
    await this.on.keyboard.type(entry);
    await expect(
      this.on.getByRole('menuitem', { name: new RegExp(`^${entry}`) }).and(this.on.locator(':focus')),
    ).toHaveCount(1);
    await this.on.keyboard.press('Enter');
  }
}

/** What is typed into the finder, once it is there. */
async function find(page: Page, words: string) {
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('combobox', { name: /^Find/ })).toBeFocused();
  await page.keyboard.type(words);
}

async function wired(page: Page): Promise<Keys> {
  await newRig(page, LINE);
  const keys = new Keys(page);
  // What comes next has the focus already.
  await expect(page.getByRole('main').locator('a:focus')).toHaveCount(1);
  await keys.key('Enter');
  await planned(page);
  await keys.enter(page.getByRole('button', { name: /^Take / }).first());
  await expect(map(page)).toBeFocused();
  return keys;
}

test('a routing that is taken leads to the map; its acts end there, by key and by menu', async ({ page }) => {
  const keys = await wired(page);
  await keys.key('l');
  await expect(page.getByRole('region', { name: 'Route as a list' })).toBeFocused();
  await keys.key('l');
  await expect(map(page)).toBeFocused();

  for (let i = 0; i < 2; i += 1) await keys.key('ArrowRight');
  await keys.key('p');
  await expect(page.getByRole('region', { name: 'Plugging' }).locator(':focus')).toHaveCount(1);
  await keys.key('Escape');
  await expect(map(page)).toBeFocused();
  await keys.key('?');
  await expect(page.getByRole('dialog')).toBeVisible();
  await keys.key('Escape');
  await expect(map(page)).toBeFocused();

  await keys.tabTo(page.getByRole('button', { name: /^Acts/ }), 'Shift+Tab');
  await keys.key('Enter');
  await keys.pick('Fit');
  await expect(map(page)).toBeFocused();

  await find(page, 'fuzz');
  await keys.key('Escape');
  await expect(map(page)).toBeFocused();
  await find(page, 'fuzz');
  await keys.key('Enter');
  await expect(map(page)).toBeFocused();
  await keys.key('Delete');
  await expect(page.locator('[data-part="box:fuzz"]')).toHaveCount(0);
  await expect(map(page)).toBeFocused();
  await keys.key('Control+z');
  await expect(map(page)).toBeFocused();
});

test('what is left of the facts is the rig; sounds, findings and steps back keep the hands where they were', async ({
  page,
}) => {
  const keys = await wired(page);
  await keys.key('ArrowRight');
  await keys.key('ArrowRight');
  await keys.enter(page.getByRole('button', { name: 'Close the facts' }));
  await expect(map(page)).toBeFocused();

  // A lead comes out: what that brings about is listed, and its cure puts it right.
  await keys.key('ArrowRight');
  await keys.key('ArrowRight');
  await keys.key('u');
  const findings = page.getByRole('list', { name: 'List of findings' });
  await keys.enter(findings.getByRole('button').first());
  const cure = findings.getByRole('button', { name: /^(Re-plug|Plug|Put) / }).first();
  await keys.enter(cure);
  await expect(cure).toHaveCount(0);
  await isSomewhere(page);
  await keys.tabTo(map(page), 'Shift+Tab');
  await keys.key('u');
  const accept = page.getByRole('button', { name: /^(Accept|Mark as seen)/ });
  // What was open before opens by itself once it is found again.
  await expect(async () => {
    if ((await accept.count()) === 0) await keys.enter(findings.getByRole('button').first());
    await expect(accept).toBeVisible({ timeout: 1_000 });
  }).toPass();
  await keys.enter(accept);
  await page.keyboard.type('on purpose');
  await keys.key('Enter');
  await isSomewhere(page);

  const sound = page.getByRole('button', { name: /^Sound: / });
  await keys.enter(sound);
  await keys.pick('New');
  await expect(page.getByLabel('Name')).toBeFocused();
  await keys.key('Enter');
  await isSomewhere(page);
  await expect(page.getByRole('button', { name: 'Sound: Sound 2' })).toBeFocused();
  await keys.key('Enter');
  await keys.pick('Remove');
  await expect(page.getByRole('button', { name: 'Sound: Sound 1' })).toBeFocused();

  const undo = page.getByRole('button', { name: /^Undo/ });
  await keys.tabTo(undo);
  for (const what of ['Remove sound', 'New sound', 'Accept', 'Unplug', 'Re-plug', 'Unplug', 'Take', 'Add']) {
    await expect(undo).toHaveAccessibleName(new RegExp(`^Undo: ${what}`));
    await keys.key('Enter');
  }
  await expect(undo).toBeDisabled();
  await isSomewhere(page);
  await expect(page.getByRole('banner').locator(':focus')).toHaveCount(1);
});

/** Keys pressed as the map comes up, in the same turn of the page: no answer can be there yet. */
async function pressEarly(page: Page, pressed: readonly string[]) {
  await newWiredRig(page, 'guitar, fuzz, combo');
  await page.getByRole('link', { name: 'Cables' }).click();
  await expect(page.getByRole('region', { name: 'Lead schedule' })).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(page.getByRole('link', { name: 'Map', exact: true })).toBeVisible();
  await page.evaluate(
    (keys) =>
      new Promise<void>((done) => {
        const watch = new MutationObserver(() => {
          const map = document.querySelector('[data-testid="map"]');
          if (!map) return;
          watch.disconnect();
          for (const key of keys) map.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
          done();
        });
        watch.observe(document.body, { childList: true, subtree: true });
        [...document.querySelectorAll('a')].find((a) => a.textContent === 'Map')?.click();
      }),
    pressed,
  );
}

test('arrows pressed before the route is known walk it once it is', async ({ page }) => {
  await pressEarly(page, ['ArrowRight', 'ArrowRight', 'ArrowRight']);
  await expect(page.getByRole('region', { name: /Facts of Fuzz/ })).toBeVisible();
});

test('what is pressed behind an arrow that waits is done behind it', async ({ page }) => {
  await pressEarly(page, ['ArrowRight', 'ArrowRight', 'p']);
  await expect(page.getByRole('region', { name: 'Plugging' })).toBeVisible();
});

test('a walk begins at its first step and ends at the next walk', async ({ page }) => {
  const keys = await wired(page);
  await keys.enter(page.getByRole('link', { name: 'Bench' }), 'Enter');
  await expect(page.getByRole('button', { name: 'Begin the walk' })).toBeVisible();
  await keys.enter(page.getByRole('button', { name: 'Begin the walk' }));
  const first = page.getByRole('checkbox').first();
  await expect(first).toBeFocused();
  await keys.key('Space');
  await expect(first).toBeChecked();
  await expect(first).toBeFocused();
  await keys.enter(page.getByRole('button', { name: 'Undo tick' }));
  await expect(first).not.toBeChecked();
  await expect(first).toBeFocused();
  await keys.enter(page.getByRole('button', { name: 'Skip' }).first());
  await page.keyboard.type('no time');
  await keys.key('Enter');
  await isSomewhere(page);
  await expect(page.getByRole('main').locator('li :focus')).toHaveCount(1);
  await keys.tabTo(page.getByRole('button', { name: 'End the walk' }), 'Shift+Tab');
  await keys.key('Enter');
  await expect(page.getByRole('button', { name: 'Begin the walk' })).toBeFocused();
});

test('gear and places come and go under the hands', async ({ page }) => {
  await newRig(page, LINE);
  const keys = new Keys(page);
  const stage = page.getByRole('region', { name: 'Stage' });
  await keys.enter(stage.getByRole('button', { name: /^Fuzz/ }));
  await keys.enter(page.getByRole('button', { name: 'Remove', exact: true }));
  await expect(stage.getByRole('button', { name: /^Fuzz/ })).toHaveCount(0);
  await expect(stage).toBeFocused();
  const menu = stage.getByRole('button', { name: /^Acts for the place/ }).last();
  await keys.enter(menu);
  await keys.pick('New place');
  await expect(page.getByRole('textbox', { name: 'Name' })).toBeFocused();
  await page.keyboard.type('Wing');
  await keys.key('Enter');
  await expect(stage.getByRole('heading', { name: 'Wing' })).toBeVisible();
  await isSomewhere(page);
  const wing = stage.getByRole('button', { name: 'Acts for the place Wing' });
  await keys.enter(wing);
  await keys.pick('Remove');
  await expect(wing).toHaveCount(0);
  await isSomewhere(page);
  await expect(stage.locator(':focus')).toHaveCount(1);
  await saved(page);
});

test('on the shelf the next line takes the place of one that is put away', async ({ page }) => {
  await newRig(page, LINE);
  await saved(page);
  await page.goto('/shelf');
  const keys = new Keys(page);
  const rigs = page.getByRole('list', { name: 'Rigs' });
  const count = () => rigs.getByRole('listitem').count();
  await expect(rigs).toBeVisible();
  const before = await count();
  const acts = page.getByRole('button', { name: 'Acts for New rig', exact: true });
  await keys.enter(acts);
  await keys.pick('Copy');
  await expect.poll(count).toBe(before + 1);
  await expect(acts).toBeFocused();
  await keys.key('Enter');
  await keys.pick('Put');
  await expect.poll(count).toBe(before);
  await isSomewhere(page);
  await expect(rigs.locator(':focus')).toHaveCount(1);
  await keys.enter(page.getByText('Bin (1)'), 'Enter');
  await keys.enter(page.getByRole('button', { name: 'Take back' }));
  await expect.poll(count).toBe(before + 1);
  await isSomewhere(page);
  await keys.tabTo(page.getByRole('link', { name: 'New rig', exact: true }), 'Shift+Tab');
  await keys.key('Enter');
  await expect(page).toHaveURL(/\/rig\//);
  await expect(map(page)).toBeFocused();
});

test('in the schedule and on the sheet nothing is lost either', async ({ page }) => {
  const keys = await wired(page);
  await keys.enter(page.getByRole('link', { name: 'Cables' }));
  const renumber = page.getByRole('button', { name: /^Number along/ });
  await expect(renumber).toBeVisible();
  // Escape answers a question that is still on its way, too.
  await page.route('**/assets/dialog-late*', async (route) => {
    await new Promise((done) => setTimeout(done, 700));
    await route.continue();
  });
  await keys.enter(renumber);
  await keys.key('Escape');
  await expect(renumber).toBeFocused();
  await page.waitForTimeout(1_000);
  await expect(page.getByRole('dialog')).toHaveCount(0);
  await keys.enter(renumber);
  await expect(page.getByRole('dialog')).toBeVisible();
  await keys.key('Escape');
  await expect(renumber).toBeFocused();
  await keys.key('Enter');
  await keys.enter(page.getByRole('button', { name: 'Leave it' }));
  await expect(renumber).toBeFocused();
  await keys.enter(page.getByRole('link', { name: 'Sheet' }));
  await expect(page.getByRole('button', { name: /Print/ }).first()).toBeVisible();
  await isSomewhere(page);
  await find(page, 'gear');
  await keys.key('Enter');
  await expect(page).toHaveURL(/\/gear/);
  await isSomewhere(page);
});
