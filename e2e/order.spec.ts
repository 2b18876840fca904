import type { Page } from '@playwright/test';
import { drawnAlong, expect, newChainedRig, newRig, newWiredRig, test } from './fixtures';

const map = (page: Page) => page.getByTestId('map');
const profile = (page: Page) => page.getByRole('application', { name: /^Profile of/ });
const moving = (page: Page) => page.getByRole('region', { name: 'Moving' });
const places = (page: Page) => moving(page).getByRole('list', { name: 'Where it may go' });
const said = (page: Page) => page.locator('[data-testid="notice"]');

/** The order as the list over the route has it: its words from left to right. */
async function order(page: Page): Promise<string> {
  await page.getByRole('button', { name: 'List', exact: true }).click();
  const strip = page.getByRole('img', { name: 'Order from the string to what is heard' });
  // What stands there first may be of the rig as it was before.
  await expect(strip).toHaveAttribute('aria-busy', 'false');
  const words = await strip.evaluate((drawing) =>
    [...drawing.querySelectorAll('text')]
      .map((one) => ({ words: one.textContent, at: one.getBoundingClientRect() }))
      .sort((a, b) => Math.round(a.at.y) - Math.round(b.at.y) || a.at.x - b.at.x)
      .map(({ words }) => words),
  );
  await page.getByRole('button', { name: 'List', exact: true }).click();
  await expect(map(page)).toBeVisible();
  return words.join(' ');
}

/** The handle of a stop on the profile, by its tag and words. */
const stop = (page: Page, title: RegExp) => profile(page).getByTitle(title).first();

/** Off neighbours stand together until one of them is chosen. */
const choose = (page: Page, box: string) => map(page).locator(`[data-part="box:${box}"]`).first().click();

const FOUR = 'guitar, fuzz, overdrive, multi-effects, valve head, cab 16';

test('a stop is drawn along the order: over a neighbour, into a loop, out of it; each is one undo', async ({
  page,
}) => {
  await newWiredRig(page, FOUR);
  const before = await order(page);
  expect(before).toMatch(/FUZZ.*OVRDRV.*Drive/);

  await choose(page, 'fuzz');
  await drawnAlong(page, stop(page, /^FUZZ/), () =>
    profile(page).getByRole('button', { name: /^after Overdrive: 3 to move/ }),
  );
  await expect(said(page)).toContainText('Move Fuzz after Overdrive: move 1, 2 and 3.');
  expect(await order(page)).toMatch(/OVRDRV.*FUZZ.*Drive/);

  // Into the unit, where it gets a loop of its own.
  await drawnAlong(page, stop(page, /^FUZZ/), () =>
    profile(page).getByRole('button', { name: /^between Delay and Reverb of Multi-effects/ }),
  );
  await expect(said(page)).toContainText('Move Fuzz between Delay and Reverb');
  expect(await order(page)).toMatch(/OVRDRV.*Delay.*SEND 2.*FUZZ.*RETURN 2.*Reverb/);

  await page.keyboard.press('Control+z');
  expect(await order(page)).toMatch(/OVRDRV.*FUZZ.*Drive/);
  await page.keyboard.press('Control+z');
  expect(await order(page)).toBe(before);
});

test('drawn beside the order a stop is taken out, and from there put in again', async ({ page }) => {
  await newWiredRig(page, FOUR);
  await choose(page, 'fuzz');
  const box = await stop(page, /^FUZZ/).boundingBox();
  await page.mouse.move(box!.x + 20, box!.y + 70);
  await page.mouse.down();
  await page.mouse.move(box!.x + 40, box!.y + 60, { steps: 4 });
  const beside = page.getByRole('group', { name: 'Not in the order' });
  const shelf = await beside.boundingBox();
  await page.mouse.move(shelf!.x + shelf!.width / 2, shelf!.y + shelf!.height / 2, { steps: 6 });
  await expect(beside).toHaveClass(/bg-select-tint/);
  await page.mouse.up();
  await expect(said(page)).toContainText('Take out of the order');
  expect(await order(page)).not.toContain('FUZZ');

  await beside.getByRole('button', { name: 'FUZZ' }).click();
  const place = places(page).getByRole('button', { name: /^after Overdrive/ });
  const stood = await place.boundingBox();
  await place.hover();
  await expect(moving(page).getByRole('group', { name: 'What it brings' })).toContainText('Move2OVRDRV OUT');
  expect(await place.boundingBox()).toEqual(stood);
  await place.click();
  await expect(said(page)).toContainText('Put Fuzz after Overdrive');
  expect(await order(page)).toMatch(/OVRDRV.*FUZZ.*Drive/);
});

test('by keys alone: the list names every place with its price, tells what it brings, and says why not', async ({
  page,
}) => {
  await newWiredRig(page, FOUR);
  await choose(page, 'overdrive');
  await map(page).focus();
  await page.keyboard.press('m');
  await expect(moving(page)).toContainText('Overdrive to …');
  await expect(places(page).getByRole('button', { name: /^after Guitar/ })).toBeFocused();
  await expect(moving(page).getByText('OVRDRV OUT → FUZZ IN')).toBeVisible();
  // Where there is more to tell than is seen, arrows read on.
  const told = moving(page).getByRole('group', { name: 'What it brings' });
  await told.focus();
  await page.keyboard.press('ArrowDown');
  await expect(told).toBeFocused();
  await expect(places(page).getByRole('button', { name: 'after Fuzz here' })).toBeDisabled();
  // Why it cannot stand behind the power stage.
  await moving(page).getByText('that cannot be had').first().click();
  await expect(moving(page).getByRole('list', { name: 'What cannot be had' }).first()).toContainText(
    'after Power stage of Valve head Overdrive has no way to stand there: a speaker output goes to',
  );
  await places(page)
    .getByRole('button', { name: /^after Guitar/ })
    .focus();
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowDown');
  await expect(places(page).getByRole('button', { name: /^first in Loop 1/ })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(said(page)).toContainText('Move Overdrive first in Loop 1 of Multi-effects');
  await expect(map(page)).toBeFocused();
  expect(await order(page)).toMatch(/SEND 1.*OVRDRV.*Preamp.*RETURN 1/);

  // Step by step, further and back; Escape leaves all as it is.
  await map(page).focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(said(page)).toContainText('Move Overdrive after Preamp of Valve head');
  await page.keyboard.press('Shift+ArrowLeft');
  await expect(said(page)).toContainText('Move Overdrive first in Loop 1');
  // A quick hand: each step is made on what the one before has left.
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('Shift+ArrowLeft');
  await expect(said(page)).toContainText('Move Overdrive after Guitar');
  for (let i = 0; i < 3; i += 1) await page.keyboard.press('Control+z');
  await page.keyboard.press('m');
  await expect(moving(page)).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(moving(page)).toHaveCount(0);
  expect(await order(page)).toMatch(/SEND 1.*OVRDRV.*Preamp.*RETURN 1/);
});

test('the preamp into the loop of a unit is four-cable; a gate goes around drives; a feed splits off', async ({
  page,
}) => {
  await newChainedRig(
    page,
    'guitar, overdrive, multi-effects, valve head, cab 16, four-jack gate, desk',
    'GUITAR > OVRDRV > MULTI[drive amp cab chorus delay reverb] > VALVE > CABINET',
  );
  await stop(page, /^VALVE Preamp/).click();
  await map(page).focus();
  await page.keyboard.press('m');
  await places(page)
    .getByRole('button', { name: /^between Drive and/ })
    .first()
    .click();
  await expect(said(page)).toContainText('Move Preamp of Valve head');
  expect(await order(page)).toMatch(/Drive.*SEND 1.*Preamp.*RETURN 1.*Power stage/);

  await choose(page, 'overdrive');
  await map(page).focus();
  await page.keyboard.press('m');
  await moving(page)
    .getByRole('button', { name: /^Wrap Four-jack gate around Overdrive \d/ })
    .click();
  await expect(said(page)).toContainText('Wrap Four-jack gate around Overdrive');
  expect(await order(page)).toMatch(/Sense.*OVRDRV.*Gate.*Drive/);

  await stop(page, /Reverb/).click();
  await map(page).focus();
  await page.keyboard.press('m');
  await moving(page)
    .getByRole('button', { name: /^Split behind Reverb of Multi-effects, a way to Desk/ })
    .click();
  await expect(said(page)).toContainText('a way to Desk');
  await expect(profile(page).getByTitle(/^DESK/)).toBeVisible();
});

test('an order begins behind an instrument that nothing is plugged into', async ({ page }) => {
  await newRig(page, 'guitar, overdrive, combo');
  await page.getByRole('link', { name: 'Map', exact: true }).click();
  const beside = page.getByRole('group', { name: 'Not in the order' });
  await beside.getByRole('button', { name: 'OVRDRV' }).click();
  const there = await places(page)
    .getByRole('button', { name: /^after Guitar/ })
    .elementHandle();
  const combo = await beside.getByRole('button', { name: 'COMBO' }).elementHandle();
  // The next is taken up before it is worked out where the first goes: it stays in hand.
  await page.evaluate(
    ([first, next]) => {
      for (const one of [first, next]) one?.dispatchEvent(new MouseEvent('click', { bubbles: true }));
    },
    [there, combo] as const,
  );
  await expect(said(page)).toContainText('Put Overdrive after Guitar');
  await places(page)
    .getByRole('button', { name: /^after Overdrive/ })
    .click();
  await expect(said(page)).toContainText('Put Combo after Overdrive');
  expect(await order(page)).toMatch(/GUITAR.*OVRDRV.*COMBO/);
  await expect(beside).toHaveCount(0);
});

test.describe('by touch', () => {
  test.use({ hasTouch: true, viewport: { width: 820, height: 1180 } });
  test('a stop is chosen, its places are listed, and a press on one puts it there', async ({ page }) => {
    await newWiredRig(page, FOUR);
    await map(page).locator('[data-part="box:fuzz"]').first().tap();
    await stop(page, /^FUZZ/).tap();
    await page.getByRole('button', { name: 'Acts ▾' }).tap();
    await page.getByRole('menuitem', { name: /^Move to …/ }).tap();
    await profile(page)
      .getByRole('button', { name: /^after Overdrive/ })
      .tap();
    await expect(said(page)).toContainText('Move Fuzz after Overdrive');
  });
});
