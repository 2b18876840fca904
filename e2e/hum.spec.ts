import { writeRig } from '../core/file';
import { build, edited } from '../core/testing/build';
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

test('lift and listen at a venue: what is heard goes before what is reckoned, is kept at a press, and stands on the lead, its label, the schedule and the sheet', async ({
  page,
}) => {
  const rig = ['valve-head', 'desk'].reduce(
    (r, box) =>
      edited(
        r,
        { edit: 'setEarth', arguments: { box, earth: 'kept' } },
        { edit: 'setEarthProved', arguments: { box, proved: { by: 'Electrician', date: '2026-05-01' } } },
      ),
    intoDesk(),
  );
  await importRig(page, writeRig(rig));
  await page.getByRole('link', { name: 'Bench' }).click();
  await page.getByLabel('Venue').fill('Town Hall');
  await page.getByRole('button', { name: 'Begin to listen' }).click();
  await expect(page.getByRole('heading', { name: /^Lift and listen, Town Hall/ })).toBeVisible();
  const shield = page.getByRole('listitem', { name: 'Shield of lead 2' });
  await expect(shield.getByRole('list', { name: 'Acts' }).getByRole('listitem')).toHaveText([
    '1 Lift the shield at VALVE RETURN',
    '2 Listen',
    '3 Restore the shield at VALVE RETURN',
    '4 Listen',
  ]);
  const by = shield.getByLabel('By how many dB');
  await by.fill('loud');
  await expect(shield.getByText('By how much is 0 to 60 dB.')).toBeVisible();
  await expect(shield.getByRole('button', { name: 'Quieter lifted' })).toBeDisabled();
  await by.fill('9');
  await shield.getByRole('button', { name: 'Quieter lifted' }).click();
  await expect(shield).toContainText(/Lead 2 quieter lifted, by 9 dB; heard \d{4}-\d{2}-\d{2}, Town Hall\./);
  await shield.getByRole('button', { name: 'Keep it lifted' }).click();
  await expect(shield.getByRole('button', { name: 'Keep it lifted' })).toHaveCount(0);
  await page.getByRole('button', { name: 'End the walk' }).click();
  await expect(page.getByText(/· Town Hall · Lift and listen/)).toBeVisible();
  await saved(page);

  await page.getByRole('link', { name: 'Cables' }).click();
  await expect(page.getByRole('row', { name: /shield lifted at the far end/ })).toBeVisible();
  await page.getByRole('link', { name: 'Sheet' }).click();
  const shields = page.getByRole('region', { name: 'Shields' });
  await expect(shields).toContainText('shield lifted at the far end');
  await expect(shields).toContainText(/quieter lifted, by 9 dB; heard \d{4}-\d{2}-\d{2}, Town Hall/);
  await page.getByRole('link', { name: 'Map' }).click();
  await page.getByTestId('map').focus();
  await page.keyboard.press('4');
  const hum = page.getByRole('region', { name: 'Hum', exact: true });
  await hum.getByRole('button', { name: 'Look for the cheapest' }).click();
  await expect(hum.getByRole('heading', { name: 'Not so, by ear' })).toBeVisible();
  await expect(hum.getByText('Restore the shield of lead 2.', { exact: true })).toBeVisible();
});
