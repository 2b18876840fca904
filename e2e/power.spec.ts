import { writeRig } from '../core/file';
import { build } from '../core/testing/build';
import { joined } from '../core/testing/grounds';
import { fedRig } from '../core/testing/supplies';
import { expect, importRig, saved, test } from './fixtures';

test('mains on the stage: outlets and circuits are noted, a plug is put in, and too much is told', async ({
  page,
}) => {
  await importRig(
    page,
    writeRig(
      build('guitar, valve head, cab 16', 'guitar/out > valve-head/input', 'valve-head/spk-16 = cabinet/in'),
    ),
  );
  await page.getByRole('link', { name: 'Gear' }).click();
  const mains = page.getByRole('region', { name: 'Mains' });
  await mains.getByLabel('Volts of the venue').fill('loud');
  await mains.getByLabel('Volts of the venue').press('Enter');
  await expect(mains.getByText('Volts, such as 230.')).toBeVisible();
  await mains.getByLabel('Volts of the venue').fill('120');
  await mains.getByLabel('Volts of the venue').press('Enter');
  await page.getByRole('button', { name: '+ mains outlet' }).nth(2).click();
  await page.getByRole('button', { name: /^Outlet 1/ }).click();
  const sheet = page.getByRole('dialog', { name: 'Outlet 1' });
  await sheet.getByRole('checkbox', { name: 'Valve head' }).check();
  await sheet.getByRole('button', { name: 'Done' }).click();
  await expect(page.getByRole('button', { name: /^Outlet 1/ })).toContainText('VALVE');
  await mains.getByRole('button', { name: /^Circuit A/ }).click();
  await page.getByRole('dialog').getByLabel('Breaker').fill('1');
  await page.getByRole('dialog').getByLabel('Breaker').press('Enter');
  await page.getByRole('dialog').getByRole('button', { name: 'Done' }).click();
  await expect(mains.getByRole('button', { name: /^Circuit A/ })).toContainText('0.92 A of 1 A');
  await saved(page);
  await page.getByRole('link', { name: 'Map' }).click();
  const findings = page.getByRole('complementary', { name: 'Findings' });
  await expect(
    findings.getByText('Look up the rating plate of Valve head: 230 V assumed, here it gets 120 V.'),
  ).toBeVisible();
  await page
    .locator('[data-part="box:valve-head"]')
    .first()
    .click({ position: { x: 40, y: 14 } });
  const facts = page.getByRole('region', { name: 'Facts of Valve head' });
  await facts.getByText('Mains', { exact: true }).click();
  const plate = facts.getByLabel('Volts on its plate');
  await plate.fill('many');
  await plate.press('Enter');
  await expect(page.getByText('Volts, such as 230 or 100/120/230.')).toBeVisible();
  await plate.fill('230');
  await plate.press('Enter');
  await expect(findings.getByText('Valve head is made for 230 V; here it gets 120 V.')).toBeVisible();
  await expect(findings.getByText(/^Circuit A carries 917 mA by the rating plates/)).toBeVisible();
  await page.getByRole('link', { name: 'Sheet' }).click();
  const plan = page.getByRole('region', { name: 'Power plan' });
  await expect(plan.getByRole('row', { name: /Valve head 230 V, 110 VA Outlet 1 Circuit A/ })).toBeVisible();
});

test('layer Power: the supply is a table; what draws too much for its outlet is given another at a press, by one lead', async ({
  page,
}) => {
  await importRig(
    page,
    writeRig(
      fedRig(
        [{ outlets: [{ milliamps: 100 }, { milliamps: 500 }] }],
        [{ milliamps: 300, at: 'supply/out-1' }, { milliamps: 20 }],
      ),
    ),
  );
  await page.getByTestId('map').focus();
  await page.keyboard.press('7');
  const map = page.getByTestId('map');
  await expect(map.getByText('P1 300 / 100 mA')).toBeVisible();
  await expect(map.getByText('free 500 mA')).toBeVisible();
  await expect(page.getByText('SUPPLY OUT 1: 300 of 100 mA, 300 %; 1 over its rating.')).toBeVisible();
  await page.getByText('OUT 1 of supply gives 100 mA; Pedal 1 draws 300 mA.').click();
  await page
    .getByRole('button', { name: /^Give every box the outlet that suits it: 2 leads to plug/ })
    .click();
  await expect(map.getByText('P1 300 / 500 mA')).toBeVisible();
  await expect(map.getByText('P2 20 / 100 mA')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(map.getByText('P1 300 / 100 mA')).toBeVisible();
});

test('layer Power: what is pointed at has its lead drawn, and no other', async ({ page }) => {
  const rig = joined(
    joined(
      build(
        'guitar, fuzz, od, combo, supply',
        'guitar/out > fuzz/in',
        'fuzz/out > overdrive/in',
        'overdrive/out > combo/input',
      ),
      'dc',
      'supply/out-1',
      'fuzz/dc',
    ),
    'dc',
    'supply/out-2',
    'overdrive/dc',
  );
  await importRig(page, writeRig(rig));
  const map = page.getByTestId('map');
  await map.focus();
  await page.keyboard.press('7');
  const outlet = map.locator('[data-part="jack:supply/out-1"]').first();
  await expect(outlet).toBeVisible();
  const bends = (id: string) =>
    map
      .locator(`[data-group="lead:${id}"] path`)
      .evaluateAll((paths) => Math.max(0, ...paths.map((path) => path.getBoundingClientRect().height)));
  const [first, second] = rig.leads.filter(({ kind }) => kind === 'dc').map(({ id }) => id);
  expect(await bends(first!)).toBeLessThan(20);
  // While the map is drawn anew, no lead that lies as it lay is told as one that is to come.
  const flashed = await map.evaluateHandle((root) => {
    const lines: Node[] = [];
    new MutationObserver((changes) =>
      lines.push(
        ...changes.flatMap(({ addedNodes }) => [...addedNodes]).filter((node) => node.nodeName === 'line'),
      ),
    ).observe(root, { childList: true, subtree: true });
    return lines;
  });
  await outlet.hover({ force: true });
  await expect.poll(() => bends(first!)).toBeGreaterThan(40);
  expect(await flashed.evaluate((lines) => lines.length)).toBe(0);
  expect(await bends(second!)).toBeLessThan(20);
  await page.getByRole('complementary', { name: 'Findings' }).hover();
  await expect.poll(() => bends(first!)).toBeLessThan(20);
});

test('the earth of an outlet is noted against another’s, and what can kill is said', async ({ page }) => {
  await importRig(page, writeRig(build('guitar, combo', 'guitar/out > combo/input')));
  await page.getByRole('link', { name: 'Gear' }).click();
  await page.getByRole('button', { name: '+ mains outlet' }).nth(1).click();
  await page.getByRole('button', { name: '+ mains outlet' }).nth(2).click();
  await page.getByRole('button', { name: /^Outlet 1/ }).click();
  const sheet = page.getByRole('dialog', { name: 'Outlet 1' });
  const field = sheet.getByLabel('Outlet 2');
  await field.fill('a lot');
  await field.press('Enter');
  await expect(sheet.getByText('Volts AC between the two earths, such as 12 mV.')).toBeVisible();
  await field.fill('30 mV');
  await field.press('Enter');
  await expect(sheet.getByText(/with a mains-rated meter, by a qualified person/)).toBeVisible();
  await sheet.getByRole('button', { name: 'Done' }).click();
  // It stands at both outlets.
  await page.getByRole('button', { name: /^Outlet 2/ }).click();
  const other = page.getByRole('dialog', { name: 'Outlet 2' });
  await expect(other.getByLabel('Outlet 1')).toHaveValue('30 mV');
  await other.getByLabel('Outlet 1').fill('12 V');
  await other.getByLabel('Outlet 1').press('Enter');
  await expect(other.getByRole('alert')).toContainText('can kill');
});

test('what takes an amplifier’s power stands with it, by share', async ({ page }) => {
  await importRig(
    page,
    writeRig(
      build(
        'guitar, valve head 100w, cab with through 8, cab 16',
        'guitar/out > valve-head/input',
        'valve-head/spk-4 = cabinet-with-through/in',
        'cabinet-with-through/through = cabinet/in',
      ),
    ),
  );
  await page
    .locator('[data-part="box:valve-head"]')
    .first()
    .click({ position: { x: 40, y: 14 } });
  const facts = page.getByRole('region', { name: 'Facts of Valve head' });
  await expect(facts.getByText('5.33 Ω in parallel · 1.33:1')).toBeVisible();
  await expect(facts.getByRole('row', { name: 'Cabinet with through 67 % 67 120 100' })).toBeVisible();
});
