// Presses on jacks of the map: plugs are picked up and plugged in.
import type { Page } from '@playwright/test';
import { expect, newRig, test } from './fixtures';
import { part, findings, facts, lines, map, fourCable, route } from './on-map';

/** A guitar, a fuzz and a combo with nothing plugged, on their map: a press on the guitar's jack chose the guitar. */
async function guitarChosen(page: Page) {
  await newRig(page, 'guitar, fuzz, combo');
  await page.getByRole('link', { name: 'Map' }).click();
  await part(page, 'jack:guitar/out').click();
  await expect(facts(page, /Facts of Guitar/)).toBeVisible();
}

test('by tap and tap on pedals: the first press names the jacks, the next picks the plug up', async ({
  page,
}) => {
  await guitarChosen(page);
  await expect(page.getByRole('region', { name: 'Plugging' })).toHaveCount(0);
  await part(page, 'jack:guitar/out').click();
  await expect(page.getByRole('region', { name: 'Plugging' })).toContainText('From GUITAR OUT to …');
  await part(page, 'jack:fuzz/in').click();
  // A plugged pedal stands elsewhere: it is pressed again where it is then.
  await expect(page.getByText('saved', { exact: true })).toBeVisible();
  await expect(map(page)).toHaveAttribute('aria-busy', 'false');
  await part(page, 'jack:fuzz/out').click();
  await expect(map(page)).toHaveAttribute('aria-busy', 'false');
  await part(page, 'jack:fuzz/out').click();
  await expect(page.getByRole('region', { name: 'Plugging' })).toContainText('From FUZZ OUT to …');
  await part(page, 'jack:combo/input').click();
  await expect.poll(() => route(page)).toEqual(['GUITAR · Guitar', 'FUZZ · Fuzz', 'COMBO · Combo']);
  await page.locator('[data-testid="map"] [data-group="sleeve:lead-1"] [data-part]').first().click();
  await page.getByRole('button', { name: 'Put away' }).click();
  await expect(findings(page)).toContainText('1 fault');
});

test('a jack pressed before it is known what fits takes the plug all the same, with the map put away', async ({
  page,
}) => {
  await guitarChosen(page);
  await expect(map(page)).toHaveAttribute('aria-busy', 'false');
  // All presses in one turn of the page: no answer can have come before the map has given way to the list.
  await page.evaluate(async () => {
    const press = (all: readonly Element[]) =>
      all.at(-1)?.dispatchEvent(new MouseEvent('click', { bubbles: true }));
    const jack = (key: string) => [...document.querySelectorAll(`[data-testid="map"] [data-part="${key}"]`)];
    press(jack('jack:guitar/out'));
    await Promise.resolve();
    press(jack('jack:combo/input'));
    await Promise.resolve();
    press([...document.querySelectorAll('button')].filter(({ textContent }) => textContent === 'List'));
  });
  await expect(lines(page)).toContainText([/Guitar/, /lead 1/, /Combo/]);
  await expect(map(page)).toHaveCount(0);
});

test('a press is for what it began on, also where the map is drawn anew before it is let go', async ({
  page,
}) => {
  await fourCable(page, 'guitar, fuzz, unit, valve head, cab 16');
  const at = async () => {
    const box = await part(page, 'jack:fuzz/out').boundingBox();
    if (!box) throw new Error('the jack is not on the map');
    return { x: Math.round(box.x + box.width / 2), y: Math.round(box.y + box.height / 2) };
  };
  const before = await at();
  await map(page).focus();
  await page.mouse.move(before.x, before.y);
  await page.mouse.down();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^Redo: Take routing/ })).toBeVisible();
  await expect(map(page)).toHaveAttribute('aria-busy', 'false');
  await expect.poll(at).not.toEqual(before);
  await page.mouse.up();
  await expect(facts(page, /Facts of Fuzz/)).toBeVisible();
});

test('escape ends plugging with nothing changed', async ({ page }) => {
  await fourCable(page);
  await part(page, 'jack:multi-effects/send-1').click();
  await expect(page.getByRole('region', { name: 'Plugging' })).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('region', { name: 'Plugging' })).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^Undo: Take routing/ })).toBeVisible();
});
