import { readFileSync } from 'node:fs';
import { expect, newRig, saved, test } from './fixtures';

test.describe('two tabs', () => {
  test('both edit one rig live; each undoes its own', async ({ page, context }) => {
    await newRig(page, 'guitar, fuzz');
    await saved(page);
    const second = await context.newPage();
    await second.goto(page.url());
    const pedal = (on: typeof page, name: RegExp) =>
      on.getByRole('region', { name: 'Stage' }).getByRole('button', { name });
    await expect(pedal(second, /^Fuzz/)).toBeVisible();

    await page.getByLabel('Gear in one line').fill('chorus');
    await page.keyboard.press('Enter');
    await expect(pedal(second, /^Chorus/)).toBeVisible();
    await second.getByLabel('Gear in one line').fill('buffer');
    await second.keyboard.press('Enter');
    await expect(pedal(page, /^Buffer/)).toBeVisible();

    await page.getByRole('button', { name: /^Undo/ }).click();
    await expect(pedal(page, /^Chorus/)).toHaveCount(0);
    await expect(pedal(second, /^Chorus/)).toHaveCount(0);
    await expect(pedal(second, /^Buffer/)).toBeVisible();
    await second.getByRole('button', { name: /^Undo/ }).click();
    await expect(pedal(page, /^Buffer/)).toHaveCount(0);
    // The first tab's older edits are its own: nothing is left for the second to undo.
    await page.reload();
    await expect(pedal(page, /^Fuzz/)).toBeVisible();
    await saved(page);
    await saved(second);
  });

  test('undo over another tab’s later change to the same part is held back first', async ({
    page,
    context,
  }) => {
    await newRig(page, 'guitar, fuzz');
    await page.getByRole('region', { name: 'Stage' }).getByRole('button', { name: /^Fuzz/ }).click();
    await page.getByLabel('Name', { exact: true }).fill('Big fuzz');
    await page.keyboard.press('Tab');
    await saved(page);
    const second = await context.newPage();
    await second.goto(page.url());
    await second.getByLabel('Name', { exact: true }).fill('Bigger fuzz');
    await second.keyboard.press('Tab');
    await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Bigger fuzz');
    await page.getByRole('button', { name: /^Undo/ }).click();
    await expect(page.getByText(/held back: another tab changed “Bigger fuzz”/)).toBeVisible();
    await page.getByRole('button', { name: /^Undo/ }).click();
    await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Fuzz');
  });

  test('the shelf of one tab follows what another makes', async ({ page, context }) => {
    await newRig(page, 'guitar, fuzz');
    const shelf = await context.newPage();
    await shelf.goto('/shelf');
    await expect(shelf.getByText('2 boxes')).toBeVisible();
    await page.getByLabel('Gear in one line').fill('chorus');
    await page.keyboard.press('Enter');
    await expect(shelf.getByText('3 boxes')).toBeVisible();
  });
});

test.describe('a store that has no room', () => {
  test('keeps the edit in memory, says so, offers a file, asks before closing, and tries again', async ({
    page,
    context,
  }, info) => {
    const cdp = await context.newCDPSession(page);
    const origin = info.project.use.baseURL ?? '';
    // Set before the store is opened: the browser asks for the room only now and then. The empty store takes 60 kB.
    await cdp.send('Storage.overrideQuotaForOrigin', { origin, quotaSize: 100_000 });
    await newRig(page, 'guitar, fuzz');
    await saved(page);
    const alert = page.getByRole('alert');
    const line = page.getByLabel('Gear in one line');
    const add = async (gear: string) => {
      await line.fill(gear);
      await page.keyboard.press('Enter');
      await expect(line).toHaveValue('');
    };
    // Edits go in until there is no room: the browser does not say how it counts.
    for (let i = 0; i < 25 && !(await alert.isVisible()); i += 1) {
      await add('unit');
      await page.waitForTimeout(250);
    }
    await add('chorus');
    await expect(alert).toContainText('no room left in this browser’s storage');
    await expect(page.getByRole('banner').getByText('unsaved')).toBeVisible();

    const download = page.waitForEvent('download');
    await alert.getByRole('button', { name: 'Save to a file' }).click();
    const file = info.outputPath('unsaved.humrig.json');
    await (await download).saveAs(file);
    expect(readFileSync(file, 'utf8')).toContain('"name": "Chorus"');

    // Away to the shelf and back: the edit is still there, still marked.
    await page.getByLabel('Shelf: all rigs').click();
    await page.getByRole('link', { name: 'New rig', exact: true }).click();
    await page.getByRole('link', { name: 'Gear' }).click();
    const chorus = page.getByRole('region', { name: 'Stage' }).getByRole('button', { name: /^Chorus/ });
    await expect(chorus).toBeVisible();
    await expect(alert).toContainText('no room');

    let asked = false;
    page.once('dialog', (dialog) => {
      asked = dialog.type() === 'beforeunload';
      void dialog.dismiss();
    });
    await page.close({ runBeforeUnload: true });
    await expect.poll(() => asked).toBe(true);

    await cdp.send('Storage.overrideQuotaForOrigin', { origin });
    await alert.getByRole('button', { name: 'Try again' }).click();
    await saved(page);
    await page.reload();
    await expect(chorus).toBeVisible();
  });
});

test('a full store refuses a new rig in words, and the shelf stays as it is', async ({
  page,
  context,
}, info) => {
  const cdp = await context.newCDPSession(page);
  const origin = info.project.use.baseURL ?? '';
  await cdp.send('Storage.overrideQuotaForOrigin', { origin, quotaSize: 1_000 });
  await page.goto('/shelf');
  await page.getByRole('button', { name: 'New rig' }).first().click();
  await expect(page.getByText('The store refused: there is no room left')).toBeVisible();
  await expect(page.getByText('No rigs under this address')).toBeVisible();
});

test.describe('versions of the store', () => {
  const raise = (version: number) =>
    new Promise<string>((resolve, reject) => {
      const open = indexedDB.open('hum-map', version);
      open.onsuccess = () => {
        open.result.close();
        resolve('open');
      };
      open.onerror = () => reject(new Error(open.error?.message));
    });

  test('a newer app in another tab: the edit under way is stored, this one lets go and asks for a reload', async ({
    page,
    context,
    quiet,
  }) => {
    await newRig(page, 'guitar, fuzz');
    await saved(page);
    const other = await context.newPage();
    await other.goto('/mark.svg');
    await page.getByLabel('Gear in one line').fill('chorus');
    await page.keyboard.press('Enter');
    expect(await other.evaluate(raise, 40)).toBe('open');
    await expect(page.getByText(/newer version of Hum Map has taken the store over/)).toBeVisible();
    await expect(page.getByLabel('Gear in one line')).toBeDisabled();

    // This build under the newer store: nothing is touched, everything can be had as a file.
    await page.getByRole('button', { name: 'Reload' }).click();
    await expect(page.getByText('stored by a newer version')).toBeVisible();
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save what is stored as a file' }).click();
    const text = readFileSync(await (await download).path(), 'utf8');
    expect(JSON.parse(text)).toMatchObject({ format: 'hum-map/raw', version: 4 });
    expect(text).toContain('Chorus');
    // A picture opened as a page asks for an icon of its own in some browsers; the server has none.
    for (const noise of quiet.splice(0)) expect(noise).toContain('404');
  });
});

test('everything goes into one file and comes back from it', async ({ page }, info) => {
  await newRig(page, 'guitar, fuzz');
  await newRig(page, 'guitar, chorus');
  await saved(page);
  await page.getByLabel('Shelf: all rigs').click();
  const rigs = page.getByRole('list', { name: 'Rigs' }).getByRole('listitem');
  await expect(rigs).toHaveCount(2);
  await expect(page.getByRole('region', { name: 'Storage' })).toContainText(/\d+\skB of .*B used/);
  await page
    .getByRole('button', { name: /Acts for/ })
    .first()
    .click();
  await page.getByRole('menuitem', { name: 'Put into the bin' }).click();
  await expect(rigs).toHaveCount(1);

  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save everything to one file …' }).click();
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  const file = info.outputPath((await download).suggestedFilename());
  expect(file).toMatch(/shelf-\d{4}-\d\d-\d\d\.humshelf\.json$/);
  await (await download).saveAs(file);
  await expect(page.getByText(/^file: /)).toBeVisible();

  await page.getByLabel('Rig files to import').setInputFiles(file);
  await expect(page.getByText(/^0 rigs taken from .* 2 rigs stood here already/)).toBeVisible();
  await page.evaluate(() => indexedDB.deleteDatabase('hum-map'));
  await page.goto('/shelf');
  await expect(page.getByText('No rigs under this address')).toBeVisible();
  await page.getByLabel('Rig files to import').setInputFiles(file);
  await expect(page.getByText(/^2 rigs taken from/)).toBeVisible();
  await expect(rigs).toHaveCount(1);
  await expect(page.getByText('Bin (1)')).toBeVisible();
});

test('pages opened one upon another on a first start put every demo on the shelf once', async ({
  context,
  page,
}) => {
  // Held until all ask for it: then all of them find it missing at the same moment.
  const held: (() => void)[] = [];
  await context.route(/stage-walk-on/, async (route) => {
    await new Promise<void>((done) => {
      held.push(done);
      if (held.length === 4) for (const go of held) go();
    });
    await route.continue();
  });
  await page.goto('/');
  await expect(page).toHaveURL(/\/rig\/pit-chair\/map/);
  const others = await Promise.all([1, 2, 3].map(() => context.newPage()));
  await Promise.all(others.map((other) => other.goto('/shelf')));
  for (const other of others)
    // Four pages that begin at once on one machine take their time.
    await expect(other.getByRole('link', { name: 'Fly kit' }).first()).toBeVisible({ timeout: 25_000 });
  await page.goto('/shelf');
  await expect(page.getByRole('list', { name: 'Rigs' }).getByRole('listitem')).toHaveCount(3);
  await expect(page.getByText('(copy)')).toHaveCount(0);
});
