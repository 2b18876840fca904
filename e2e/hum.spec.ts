import { writeRig } from '../core/file';
import { build } from '../core/testing/build';
import { expect, importRig, saved, test } from './fixtures';
import type { Page } from '@playwright/test';

/** A unit into the return of a head, and into a desk on a circuit of its own. */
const intoDesk = () =>
  build(
    'guitar, unit, valve head, cab 16, desk',
    'guitar/out > multi-effects/input',
    'multi-effects/out-1-l > valve-head/return',
    'multi-effects/out-1-r > desk/ch-1',
    'valve-head/spk-16 = cabinet/in',
  );

async function prove(page: Page, box: string, name: string) {
  await page
    .locator(`[data-part="box:${box}"]`)
    .first()
    .click({ position: { x: 40, y: 14 } });
  const facts = page.getByRole('region', { name: `Facts of ${name}` });
  await facts.getByLabel('Proved today by').fill('Electrician');
  await facts.getByRole('button', { name: 'Enter' }).click();
  await expect(facts.getByText(/To be proved anew by \d{4}-\d{2}-\d{2}/)).toBeVisible();
  await facts.getByRole('button', { name: 'Close the facts' }).click();
}

test('layer Hum by its key: a loop as a closed figure; nothing is lifted before the earths are proved, then the cheapest cure at one press, undone at another', async ({
  page,
}) => {
  await importRig(page, writeRig(intoDesk()));
  await page.getByTestId('map').focus();
  await page.keyboard.press('4');
  await expect(page.getByRole('radio', { name: /Hum/ })).toBeChecked();
  const hum = page.getByRole('region', { name: 'Hum', exact: true });
  const loops = hum.getByRole('list', { name: 'Ground loops' });
  const loop = loops.getByRole('button', { name: 'leads 2 and 3 and the earths of Valve head and Desk' });
  await expect(loops).toContainText('have the earth of Valve head and Desk proved first');
  await loop.click();
  await expect(loop).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByTestId('map').getByText('earths', { exact: true })).toBeVisible();
  await loop.click();
  await expect(page.getByTestId('map').getByText('earths', { exact: true })).toBeHidden();

  await hum.getByRole('button', { name: 'Look for the cheapest' }).click();
  await expect(hum.getByText(/by a qualified person; not by this plan/)).toBeVisible();
  await expect(hum.getByRole('button', { name: 'Do it' })).toHaveCount(0);

  await prove(page, 'valve-head', 'Valve head');
  await prove(page, 'desk', 'Desk');
  await expect(hum.getByText('The rig has changed since: look again.')).toBeVisible();
  await hum.getByRole('button', { name: 'Look again' }).click();
  await expect(hum.getByRole('list', { name: 'The cheapest that is enough' })).toHaveText(
    /^Make lead 3 of twin-core cable, its shield open/,
  );
  await hum.getByRole('button', { name: 'Do it' }).first().click();
  await expect(hum.getByText('None: every ground has one way to the others.')).toBeVisible();
  await saved(page);
  // What stands in it is told wherever the lead is.
  await page.getByRole('link', { name: 'Cables' }).click();
  await expect(page.getByRole('row', { name: /twin-core, shield open at the source end/ })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('row', { name: /twin-core, shield open at the source end/ })).toHaveCount(0);
});

test('a shield is lifted by hand beside proved earths only; the field of a place is entered where hum is told', async ({
  page,
}) => {
  await importRig(page, writeRig(intoDesk()));
  await page.getByTestId('map').focus();
  await page.keyboard.press('4');
  const hum = page.getByRole('region', { name: 'Hum', exact: true });
  await hum.getByText('What this rests on').click();
  await hum.getByLabel('Floor').fill('2');
  await hum.getByLabel('Floor').press('Enter');
  await expect(hum.getByLabel('Floor')).toHaveValue('2 µT');
  await hum.getByLabel('Floor').fill('much');
  await hum.getByLabel('Floor').press('Enter');
  await expect(hum.getByText('A figure in µT, such as 0.2.')).toBeVisible();
  await hum.getByLabel('Floor').fill('');
  await hum.getByLabel('Floor').press('Enter');

  await hum.getByRole('button', { name: '2', exact: true }).click();
  const facts = page.getByRole('region', { name: 'Facts of lead 2' });
  await expect(facts.getByLabel('Shield')).toBeDisabled();
  await expect(facts.getByText(/have the earth of Valve head and Desk proved first/)).toBeVisible();
  await facts.getByRole('button', { name: 'Close the facts' }).click();
  await prove(page, 'valve-head', 'Valve head');
  await prove(page, 'desk', 'Desk');
  await hum.getByRole('button', { name: '2', exact: true }).click();
  await facts.getByLabel('Shield').selectOption('lifted at one end');
  await facts.getByLabel('At the').selectOption('source');
  await hum.getByRole('button', { name: 'Look for the cheapest' }).click();
  // The lift that was made has moved hum into lead 2: it is restored, and the other lead is made right.
  const cheapest = hum.getByRole('list', { name: 'The cheapest that is enough' });
  await expect(cheapest.getByRole('listitem')).toHaveText([
    'Restore the shield of lead 2.',
    /^Make lead 3 of twin-core cable/,
  ]);
});
