import type { Page } from '@playwright/test';
import { writeRig } from '../core/file';
import { edited, fourCable } from '../core/testing/build';
import { variant as aNight } from '../core/testing/setup-kit';
import { expect, importRig, newWiredRig, saved, test, planned, expectSound } from './fixtures';

const GEAR = 'guitar, fuzz, od, unit, valve head, cab 16, desk';
const variant = (page: Page) => page.getByRole('banner').getByRole('button', { name: /^Variant:/ });
const otherwise = (page: Page) => page.getByRole('group', { name: 'Otherwise than Base' });
const sleeves = (page: Page) => page.getByTestId('map').locator('[data-group^="sleeve:"] text');

/** By the menu in the top bar. */
async function inForce(page: Page, name: string) {
  await variant(page).click();
  await page.getByRole('menuitemradio', { name }).click();
  await expect(variant(page)).toHaveAccessibleName(`Variant: ${name}`);
}

/** A rig with the head's loop, and a night on which the unit plays straight to the desk. */
async function twoNights(page: Page) {
  await newWiredRig(page, GEAR);
  await variant(page).click();
  await page.getByRole('menuitem', { name: 'New, wired as Base is now …' }).click();
  await page.getByRole('textbox', { name: 'Name' }).fill('Direct night');
  await page.getByRole('button', { name: 'Make' }).click();
  await expect(variant(page)).toHaveAccessibleName('Variant: Direct night');
  await expect(otherwise(page)).toContainText('is wired as Base so far');

  await page.getByRole('link', { name: 'Routes' }).click();
  const heard = page.getByRole('region', { name: 'Must be heard' });
  await expect(heard).toContainText('Must be heard on Direct night from');
  await heard.getByRole('button', { name: 'Desk CH 1' }).click();
  await heard.getByRole('button', { name: 'Cabinet' }).click();
  await page.getByRole('button', { name: 'Take Direct', exact: true }).click();
  await expect(otherwise(page).getByRole('button', { name: /^lead/ })).toHaveCount(4);
}

test('cabinet night and direct night: a wiring and wishes each, starred where they differ, chosen at the top and by key', async ({
  page,
}) => {
  await twoNights(page);
  await expectSound(page, 'caution');
  await expect(page.getByRole('combobox', { name: 'Route' })).toContainText('Guitar → Desk');
  await expect(sleeves(page).filter({ hasText: '*' }).first()).toBeVisible();
  // The power stage keeps its load.
  await expect(otherwise(page)).not.toContainText('lead 7');

  await inForce(page, 'Base');
  await expect(otherwise(page)).toHaveCount(0);
  await expect(sleeves(page).filter({ hasText: '*' })).toHaveCount(0);
  await expect(page.getByRole('combobox', { name: 'Route' })).toContainText('Guitar → Cabinet');
  await expectSound(page, 'caution');

  await page.getByTestId('map').locator('[data-part="box:fuzz"]').first().click();
  await page.keyboard.press('v');
  await expect(variant(page)).toHaveAccessibleName('Variant: Direct night');
  // Moved in the one night, it stays where it was in the other.
  await page.keyboard.press('Shift+ArrowRight');
  await expect(otherwise(page).getByRole('button', { name: 'lead 2' })).toBeVisible();
  await page.keyboard.press('v');
  await expect(variant(page)).toHaveAccessibleName('Variant: Base');
  await page.keyboard.press('v');
  await expect(page).toHaveURL(/variant=direct-night/);
  await saved(page);
  await page.reload();
  await expect(variant(page)).toHaveAccessibleName('Variant: Direct night');
  await expect(otherwise(page).getByRole('button', { name: 'lead 2' })).toBeVisible();

  // A lead that lies as in the base again.
  await otherwise(page).getByRole('button', { name: 'lead 6' }).click();
  const facts = page.getByRole('region', { name: 'Facts of lead 6' });
  await expect(facts).toContainText('In Base: MULTI OUT 1 L → VALVE RETURN');
  // Its jack is taken on this night, which is said; another lead's is free.
  await facts.getByRole('button', { name: 'As in Base' }).click();
  await expect(page.getByText(/OUT 1 L of Multi-effects already holds lead/)).toBeVisible();
  await otherwise(page).getByRole('button', { name: 'lead 5' }).click();
  await page
    .getByRole('region', { name: 'Facts of lead 5' })
    .getByRole('button', { name: 'As in Base' })
    .click();
  await expect(otherwise(page).getByRole('button', { name: 'lead 5' })).toHaveCount(0);
});

test('the moves from night to night: walked on the bench, on the sheet, and back', async ({ page }) => {
  await twoNights(page);
  await page.getByRole('link', { name: 'Bench' }).click();
  const moves = page.getByRole('region', { name: 'Moves' });
  await expect(moves).toContainText('Moves to Direct night');
  await moves.getByText('Step by step').click();
  const steps = moves.getByRole('list', { name: 'Moves from Base' }).getByRole('listitem');
  await expect(steps.first()).toContainText('Off at the switch');
  await expect(steps.filter({ hasText: 'put away' })).toHaveCount(3);
  await expect(steps.filter({ hasText: 'fetched' })).toHaveCount(1);

  await moves.getByRole('button', { name: 'Begin the moves from Base' }).click();
  await expect(page.getByRole('heading', { name: /^Base to Direct night/ })).toBeVisible();
  await page.keyboard.press('Space');
  await expect(page.getByRole('heading', { name: /1 of \d+/ })).toBeVisible();
  // The walk is of its own two nights, whichever is in force.
  await inForce(page, 'Base');
  await expect(page.getByRole('heading', { name: /^Base to Direct night/ })).toBeVisible();
  await page.getByRole('button', { name: 'End the walk' }).click();
  await expect(moves).toContainText('Moves to Base');
  await expect(page.getByText(/Base to Direct night\s+1 done/)).toBeVisible();

  await inForce(page, 'Direct night');
  await page.getByRole('link', { name: 'Sheet' }).click();
  const table = page.getByRole('region', { name: 'Otherwise than Base' });
  await expect(table.getByRole('row').filter({ hasText: 'Lead 6' })).toContainText(
    'MULTI OUT 1 L → VALVE RETURN',
  );
  await expect(page.getByRole('region', { name: 'Moves from Base to Direct night' })).toContainText(
    'put away',
  );
  await page.getByRole('link', { name: 'Cables' }).click();
  await expect(page.getByRole('region', { name: 'Totals' })).toContainText('* lies otherwise than in Base');
});

test('a routing as a variant by keys alone, named anew, removed, and undone', async ({ page }) => {
  await newWiredRig(page, GEAR);
  await page.getByRole('link', { name: 'Routes' }).click();
  await planned(page);
  const as = page.getByRole('button', { name: /as a variant$/ }).first();
  await as.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Name' })).toBeFocused();
  await page.keyboard.type('Loop night');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/map/);
  await expect(variant(page)).toHaveAccessibleName('Variant: Loop night');
  await expect(otherwise(page).getByRole('button').first()).toBeVisible();

  await variant(page).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('menuitem', { name: 'Rename …' }).press('Enter');
  await page.getByRole('textbox', { name: 'Name' }).fill('Second stage');
  await page.keyboard.press('Enter');
  await expect(variant(page)).toHaveAccessibleName('Variant: Second stage');

  await variant(page).click();
  await page.getByRole('menuitem', { name: 'Remove' }).click();
  await expect(variant(page)).toHaveAccessibleName('Variant: Base');
  await page.keyboard.press('Control+z');
  await expect(variant(page)).toHaveAccessibleName('Variant: Second stage');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(variant(page)).toHaveAccessibleName('Variant: Base');
  await variant(page).click();
  await expect(page.getByRole('menuitemradio')).toHaveCount(1);
});

test('two plugs exchanged in one night: both leads are lit, one press puts that night right and leaves the base', async ({
  page,
}) => {
  const [a, b] = [
    { lead: 'lead-5', side: 'to' },
    { lead: 'lead-6', side: 'to' },
  ] as const;
  const rig = edited(fourCable(), aNight('club'), {
    edit: 'exchangeEnds',
    arguments: { a, b, scope: { layer: 'variant', id: 'club' } },
  });
  await importRig(page, writeRig({ ...rig, title: 'Club and hall' }));
  const findings = page.getByRole('region', { name: 'Findings' });
  // What destroys gear is told in every night.
  await findings.getByRole('button', { name: /No load on Valve head in club/ }).click();
  await expect(
    findings.getByRole('button', {
      name: 'Exchange the plugs of lead 5 and lead 6, amplifier switched off, in club',
    }),
  ).toBeVisible();
  await inForce(page, 'club');
  await expect(findings).toContainText('1 danger');
  await findings.getByRole('listitem').first().getByRole('button').first().click();
  const cure = findings.getByRole('button', { name: /^Exchange the plugs of lead 5 and lead 6/ });
  await expect(cure).toBeVisible();
  const lit = (lead: string) =>
    page.getByTestId('map').locator(`[data-part="lead:${lead}"] path.stroke-select`).first();
  await expect(lit('lead-5')).toBeVisible();
  await expect(lit('lead-6')).toBeVisible();
  await expect(lit('lead-4')).toHaveCount(0);
  await cure.click();
  await expectSound(page);
  await expect(otherwise(page)).toContainText('is wired as Base so far');
  await inForce(page, 'Base');
  await expectSound(page);
});
