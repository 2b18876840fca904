// What is stored can always be read again; what an earlier build stored otherwise can be had all the same.
import type { Page } from '@playwright/test';
import { readFileSync, writeFileSync } from 'node:fs';
import { expect, newRig, saved, test } from './fixtures';

test('a setting too long for a rig is refused in words, kept in its field, and the rig opens again', async ({
  page,
}) => {
  await newRig(page, 'guitar, fuzz');
  await page.getByRole('region', { name: 'Stage' }).getByRole('button', { name: /^Fuzz/ }).click();
  const facts = page.getByRole('region', { name: 'Facts of Fuzz' });
  await facts.getByText(/^Hidden settings/).click();
  await facts.getByRole('button', { name: 'Note a trim or a switch' }).click();
  const field = facts.getByLabel('How Switch inside is set');
  await field.fill('x'.repeat(250));
  await page.keyboard.press('Tab');
  await expect(facts.getByRole('alert')).toHaveText(
    '“Fuzz”, hidden setting, “Switch inside”, value: at most 200 characters.',
  );
  await expect(field).toHaveValue('x'.repeat(250));
  await field.fill('to the left');
  await page.keyboard.press('Tab');
  await saved(page);
  await page.reload();
  await expect(facts.getByLabel('How Switch inside is set')).toHaveValue('to the left');
});

test('a rig with the longest name is kept beside its own file, and both open', async ({ page }, info) => {
  await newRig(page, 'guitar, fuzz');
  await page.getByRole('button', { name: /New rig/ }).click();
  await page.getByRole('menuitem', { name: 'Rename' }).click();
  const name = `N${'a'.repeat(199)}`;
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.keyboard.press('Enter');
  await saved(page);
  await page.getByRole('button', { name: /Naaa/ }).click();
  const download = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: 'Export' }).click();
  const file = info.outputPath('long.humrig.json');
  await (await download).saveAs(file);
  // The longest id there is, twice: each copy needs one of its own.
  const id = `r${'b'.repeat(59)}`;
  writeFileSync(file, readFileSync(file, 'utf8').replace(/"id": "rig-\w+"/, `"id": "${id}"`));
  await page.getByLabel('Shelf: all rigs').click();
  const rigs = page.getByRole('list', { name: 'Rigs' }).getByRole('listitem');
  await page.getByLabel('Rig files to import').setInputFiles(file);
  await expect(rigs).toHaveCount(2);
  for (const n of [3, 4]) {
    await page.getByLabel('Rig files to import').setInputFiles(file);
    await page.getByRole('button', { name: 'Keep both' }).click();
    await expect(rigs).toHaveCount(n);
  }
  await expect(page.getByText('could not be read')).toHaveCount(0);
  await page
    .getByRole('link', { name: /\(copy\)$/ })
    .first()
    .click();
  await page.getByRole('link', { name: 'Gear' }).click();
  await expect(
    page.getByRole('region', { name: 'Stage' }).getByRole('button', { name: /^Fuzz/ }),
  ).toBeVisible();
});

/** Stores an edit that no build of today makes: a place to the left of its neighbour. */
const spoil = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<void>((resolve, reject) => {
        const open = indexedDB.open('hum-map');
        open.onerror = () => reject(new Error('not opened'));
        open.onsuccess = () => {
          const work = open.result.transaction(['heads', 'edits'], 'readwrite');
          const heads = work.objectStore('heads');
          const all = heads.getAll();
          all.onsuccess = () => {
            const head = all.result[0] as { id: string; revision: number };
            const revision = head.revision + 1;
            heads.put({ ...head, revision });
            const path = ['stage', 'places', 1, 'distanceM'];
            work.objectStore('edits').put({
              rig: head.id,
              tab: 'x',
              at: '2026-03-01',
              revision,
              kind: 'edit',
              label: 'Change distance',
              undoable: true,
              patches: [{ op: 'replace', path, value: -4 }],
              inverse: [{ op: 'replace', path, value: 3 }],
            });
          };
          work.oncomplete = () => {
            open.result.close();
            resolve();
          };
        };
      }),
  );

test('a stored rig that does not pass: as it was before, or as a file that import takes once mended, with undo', async ({
  page,
}, info) => {
  await newRig(page, 'guitar, fuzz');
  await saved(page);
  await spoil(page);
  await page.reload();
  await expect(page.getByRole('heading', { name: '“New rig” could not be read' })).toBeVisible();
  await expect(page.getByText(/distance: 0 or more, not -4\./)).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save it as a file' }).click();
  const file = info.outputPath((await download).suggestedFilename());
  await (await download).saveAs(file);

  await page.getByRole('button', { name: 'Open it as it was' }).click();
  await expect(page.getByRole('button', { name: /as it could be read/ })).toBeVisible();
  await page.getByRole('link', { name: 'Gear' }).click();
  const fuzz = page.getByRole('region', { name: 'Stage' }).getByRole('button', { name: /^Fuzz/ });
  await expect(fuzz).toBeVisible();

  await page.getByLabel('Shelf: all rigs').click();
  await page.getByLabel('Rig files to import').setInputFiles(file);
  await expect(page.getByRole('dialog')).toContainText('stage.places[1].distanceM');
  await page.getByRole('button', { name: 'Close' }).click();
  writeFileSync(file, readFileSync(file, 'utf8').replace('"distanceM": -4', '"distanceM": 4'));
  await page.getByLabel('Rig files to import').setInputFiles(file);
  await page.getByRole('button', { name: 'Replace: the old one goes to the bin' }).click();
  await expect(page.getByText('“New rig” is on the shelf.')).toBeVisible();
  await page.getByRole('link', { name: 'New rig', exact: true }).click();
  await expect(page).toHaveURL(/\/map/);
  await page.getByRole('link', { name: 'Gear' }).click();
  await expect(fuzz).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByText('Begin with one line of gear')).toBeVisible();
});

test('the shelf tells what a rig is for, stands in the order of last use, and over twelve rigs it is searched', async ({
  page,
}) => {
  await page.goto('/shelf');
  const rigs = page.getByRole('list', { name: 'Rigs' }).getByRole('listitem');
  const search = page.getByLabel('Search the shelf');
  for (let n = 3; n <= 12; n += 3) {
    await page
      .getByRole('button', { name: n === 3 ? 'Restore the demo' : 'Restore demo' })
      .last()
      .click();
    await expect(rigs).toHaveCount(n);
  }
  await expect(search).toHaveCount(0);
  await page.getByRole('button', { name: 'Restore demo' }).click();
  await expect(rigs).toHaveCount(15);
  await expect(rigs.filter({ hasText: 'Pit chair' }).first()).toContainText('Guitar and Baritone');
  await expect(rigs.filter({ hasText: 'Pit chair' }).first()).toContainText('Cabinet 1×12 and Desk');
  await search.fill('RECEIVER walk');
  await expect(rigs).toHaveCount(5);
  await search.fill('nothing of the kind');
  await expect(page.getByText('No rig on the shelf has “nothing of the kind”.')).toBeVisible();
  await search.fill('');
  await expect(rigs).toHaveCount(15);

  const last = await rigs.last().getByRole('link').last().getAttribute('href');
  await rigs.last().getByRole('link').last().click();
  await expect(page.getByTestId('map').locator('svg')).toBeVisible();
  // That it was opened is stored behind the first paint: the page stays, and the shelf is read until it knows.
  await page.getByLabel('Shelf: all rigs').click();
  await expect(rigs).toHaveCount(15);
  await expect(async () => {
    await page.reload();
    await expect(rigs.first().getByRole('link').last()).toHaveAttribute('href', last ?? '', {
      timeout: 3000,
    });
  }).toPass();
});
