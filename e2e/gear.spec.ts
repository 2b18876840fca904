import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, newChainedRig, newEmptyRig, newRig, newWiredRig, saved, test } from './fixtures';

const stage = (page: Page) => page.getByRole('region', { name: 'Stage' });
/** A part of the map. */
const part = (page: Page, key: string) => page.locator(`[data-testid="map"] [data-part="${key}"]`).first();
const facts = (page: Page, of: string) => page.getByRole('region', { name: `Facts of ${of}` });

test('quick entry: guesses with their rivals, repeats, ohms and watts, completion, an unknown word', async ({
  page,
}) => {
  await newEmptyRig(page);
  const line = page.getByLabel('Gear in one line');
  await line.fill('guitar, od x2, cab 8 60w, zzyzx');
  const taken = page.getByRole('list', { name: 'What the line is taken for' });
  await expect(taken.getByRole('listitem')).toHaveCount(4);
  await expect(taken).toContainText('×2');
  await expect(taken).toContainText('8 Ω');
  await expect(page.getByText(/No kind is like “zzyzx”/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Add/ })).toBeDisabled();
  await page.getByLabel('What “zzyzx” is').selectOption({ label: 'Buffer' });
  await line.press('Enter');
  for (const name of [/^Guitar/, /^Overdrive/, /^Overdrive 2/, /^Cabinet/, /^Buffer/])
    await expect(stage(page).getByRole('button', { name }).first()).toBeVisible();
  await line.fill('multi-e');
  await line.press('Tab');
  await expect(line).toHaveValue('multi-effects');
});

test('the catalogue: found by what it does, makes of a kind by words and by choice', async ({ page }) => {
  await newEmptyRig(page);
  const asked = page.getByLabel('By name or by what it does');
  await asked.fill('isolated');
  const found = page.getByRole('toolbar', { name: 'Kinds found' });
  await expect(found.getByRole('button', { name: /Isolator/ })).toBeVisible();
  await asked.fill('qqqqq');
  await expect(page.getByText('No kind is like “qqqqq”.')).toBeVisible();
  await asked.fill('octaver');
  await found.getByRole('button', { name: /Pitch shifter/ }).click();
  await expect(stage(page).getByRole('button', { name: /^Pitch shifter/ })).toBeVisible();
  await asked.fill('');
  const catalogue = page.getByRole('toolbar', { name: 'Catalogue' });
  await catalogue.getByRole('button', { name: '+ Y lead' }).click();
  // One stop of the Tab key, the arrows go on.
  await catalogue.getByRole('button', { name: '+ Fuzz' }).focus();
  await page.keyboard.press('ArrowDown');
  await expect(catalogue.getByRole('button', { name: '+ Compressor', exact: true })).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(catalogue.locator(':focus')).toHaveCount(0);

  const line = page.getByLabel('Gear in one line');
  await line.fill('guitar single-coil, cab 4x12, loop switcher 4');
  await expect(page.getByLabel('Which guitar “guitar single-coil” is')).toHaveValue('single-coil');
  await page.getByLabel('Which cabinet “cab 4x12” is').selectOption({ label: '2 × 12' });
  await line.press('Enter');
  await stage(page)
    .getByRole('button', { name: /^Cab 4x12/ })
    .click();
  await expect(facts(page, 'Cab 4x12')).toContainText('40 W … 240 W');
  await expect(stage(page).getByRole('button', { name: /^Four-loop switcher/ })).toBeVisible();
});

test('the stage: a place of its own, its distance in feet, and lengths that follow', async ({ page }) => {
  await newRig(page, 'guitar, fuzz, unit, valve head, cab 16');
  await page.getByRole('button', { name: 'Preferences' }).click();
  await page.getByRole('menuitemradio', { name: 'Feet' }).click();
  await page.getByRole('button', { name: 'Preferences' }).click();
  await page.getByRole('menuitemradio', { name: 'Slate' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  await page.getByLabel('Distance to Backline').fill('30 ft');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'Acts for the place Backline' }).click();
  await page.getByRole('menuitem', { name: 'A closed place' }).click();
  await expect(stage(page)).toContainText('closed place');
  await page.getByRole('button', { name: 'Acts for the place Backline' }).click();
  await page.getByRole('menuitem', { name: 'Chassis touch (rack ears, metal frame)' }).click();
  await expect(stage(page)).toContainText('closed place, chassis touch');
  await page.getByRole('link', { name: 'Routes' }).click();
  await page
    .getByRole('button', { name: /^Take Four-cable/ })
    .first()
    .click();
  await page.getByRole('link', { name: 'Cables' }).click();
  // (9.144 + 0.3 + 1.2) m and 12 % more is 11.9 m: the 12 m lead, 39.4 ft.
  await expect(page.getByLabel('Length of lead 3')).toHaveValue('39.4 ft');
  await page.getByLabel('Length of lead 3').fill('50 ft');
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: /by hand: back to the rule/ })).toBeVisible();
  await page.getByRole('button', { name: /by hand: back to the rule/ }).click();
  await expect(page.getByLabel('Length of lead 3')).toHaveValue('39.4 ft');
  await saved(page);
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  await expect(page.getByLabel('Length of lead 3')).toHaveValue('39.4 ft');
});

test('a figure from the manual leaves the list of assumed ones; a bad one is refused with its reason', async ({
  page,
}) => {
  await newRig(page, 'guitar, valve head, cab');
  const list = page.getByRole('region', { name: 'Assumed figures' });
  await list.getByRole('button', { name: /SPK IN: impedance/ }).click();
  const cabinet = facts(page, 'Cabinet');
  await cabinet.getByText(/^Figures/).click();
  const ohm = cabinet.getByLabel('SPK IN: impedance', { exact: true });
  await ohm.fill('loud');
  await ohm.press('Enter');
  await expect(cabinet.getByRole('alert')).toContainText('A figure in Ω');
  await ohm.fill('8');
  await ohm.press('Enter');
  await expect(cabinet.getByLabel('Source of SPK IN: impedance')).toHaveValue('manual');
  await saved(page);
  await page.getByRole('button', { name: 'Close the facts' }).click();
  await expect(list.getByRole('button', { name: /SPK IN: impedance/ })).toHaveCount(0);

  // A long list is shown as far as it is read.
  await page.getByLabel('Gear in one line').fill('unit x3');
  await page.keyboard.press('Enter');
  const more = list.getByRole('button', { name: /^Show \d+ more/ });
  await expect(list.getByRole('listitem')).toHaveCount(100);
  const hidden = Number(/\d+/.exec(await more.innerText())?.[0]);
  await more.click();
  await expect(list.getByRole('listitem')).toHaveCount(100 + hidden);
});

test('a load inside an amplifier counts once it is noted as switched in, and no longer', async ({ page }) => {
  await newRig(page, 'guitar, four-channel head');
  await page.getByRole('link', { name: 'Map' }).click();
  const findings = page.getByRole('region', { name: 'Findings' });
  await expect(findings).toContainText('No load on');
  await page.getByRole('link', { name: 'Gear' }).click();
  await page
    .getByRole('region', { name: 'Stage' })
    .getByRole('button', { name: /^Four-channel head/ })
    .click();
  const head = facts(page, 'Four-channel head');
  await head.getByText('Loudspeaker jacks').click();
  const inside = head.getByLabel('a load inside is switched in').first();
  await inside.click();
  await expect(inside).toBeChecked();
  await saved(page);
  await page.getByRole('link', { name: 'Map' }).click();
  await expect(findings).not.toContainText('No load on');
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(findings).toContainText('No load on');
});

test('what is set inside and what is in for a test: noted, told of, put right', async ({ page }) => {
  await newWiredRig(page, 'guitar, fuzz, combo');
  await part(page, 'box:fuzz').click();
  const fuzz = facts(page, 'Fuzz');
  await fuzz.getByText(/^Hidden settings/).click();
  await fuzz.getByRole('button', { name: 'Note a trim or a switch' }).click();
  const findings = page.getByRole('region', { name: 'Findings' });
  await expect(findings).toContainText('Nobody has noted how Switch inside of Fuzz is set.');
  await fuzz.getByLabel('How Switch inside is set', { exact: true }).fill('bright');
  await page.keyboard.press('Enter');
  await fuzz.getByLabel('How Switch inside was set for Sound 1').fill('dark');
  await page.keyboard.press('Enter');
  await expect(findings).toContainText(
    'Switch inside of Fuzz stands at bright; Sound 1 was set up with dark.',
  );
  await findings.getByRole('button', { name: /Switch inside of Fuzz stands/ }).click();
  await findings.getByRole('button', { name: 'Put Switch inside of Fuzz back to dark' }).click();
  await expect(findings).not.toContainText('Switch inside');

  await fuzz.getByLabel('In for a test, to go again').check();
  await findings.getByRole('button', { name: /Fuzz is in for a test only/ }).click();
  await findings.getByRole('button', { name: /^Take Fuzz out/ }).click();
  await expect(findings).not.toContainText('in for a test');
});

test('sounds: new, renamed, moved, on another guitar; a state of its own goes back to rest', async ({
  page,
}) => {
  await newRig(page, 'guitar, baritone, fuzz, combo');
  const menu = () => page.getByRole('button', { name: /^Sound:/ });
  await menu().click();
  await page.getByRole('menuitem', { name: /New from this one/ }).click();
  await page.getByRole('dialog').getByLabel('Name', { exact: true }).fill('Low');
  await page.keyboard.press('Enter');
  await menu().click();
  await page.getByRole('menuitemradio', { name: 'Baritone' }).click();
  await menu().click();
  await expect(page.getByRole('menuitemradio', { name: 'Baritone' })).toBeChecked();
  await page.getByRole('menuitem', { name: 'Earlier in the list' }).click();
  await menu().click();
  await expect(page.getByRole('menuitemradio').first()).toHaveText(/Low/);
  await page.keyboard.press('Escape');

  await page
    .getByRole('toolbar', { name: 'On and off in Low' })
    .getByRole('button', { name: /^Fuzz/ })
    .click();
  await stage(page).getByRole('button', { name: /^Fuzz/ }).click();
  await expect(facts(page, 'Fuzz')).toContainText('set in Low');
  await facts(page, 'Fuzz').getByRole('button', { name: 'back to rest' }).click();
  await expect(facts(page, 'Fuzz')).not.toContainText('set in Low');
  await menu().click();
  await page.getByRole('menuitem', { name: 'Remove' }).click();
  await expect(menu()).toContainText('Sound 1');
});

test('the first start opens the demo’s map with one line; a bad address leads back to the shelf', async ({
  page,
}) => {
  await page.goto('/');
  await expect(page).toHaveURL(/\/rig\/pit-chair\/map/);
  await expect(page.getByText('Demo rig: yours to spoil.')).toBeVisible();
  await expect(page.getByText(/Rigs made under another address or port are still there/)).toBeVisible();
  await page.getByRole('banner').getByRole('link', { name: 'New rig' }).click();
  await expect(page.getByLabel('Gear in one line')).toBeFocused();
  await page.goto('/rig/nowhere/map');
  await expect(page.getByText('This rig is not on this shelf')).toBeVisible();
  await page.getByRole('button', { name: 'To the shelf' }).click();
  await expect(page.getByRole('list', { name: 'Rigs' }).getByRole('listitem')).toHaveCount(4);
  // Back leads where one came from, by a link as by a short address.
  await page.getByRole('link', { name: 'Pit chair' }).click();
  await expect(page).toHaveURL(/\/pit-chair\/map/);
  await page.goBack();
  await expect(page).toHaveURL(/\/shelf$/);
  await page.goto('/rig/pit-chair');
  await expect(page).toHaveURL(/\/pit-chair\/map/);
  await page.goBack();
  await expect(page).toHaveURL(/\/shelf$/);
  await page.goto('/');
  await expect(page).toHaveURL(/\/shelf/);
});

test('a walk keeps unchanged ticks, opens a changed step again with the reason, and skips with a note', async ({
  page,
}) => {
  await page.goto('/shelf');
  await page.getByLabel('Rig files to import').setInputFiles({
    name: 'demo.humrig.json',
    mimeType: 'application/json',
    buffer: readFileSync('demo/pit-chair.humrig.json'),
  });
  await page.getByRole('link', { name: 'Pit chair', exact: true }).click();
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole('link', { name: 'Bench' }).click();
  await page.getByLabel('Venue').fill('Lighthouse Ballroom');
  await page.getByRole('button', { name: 'Begin the walk' }).click();
  const step = (text: string | RegExp) => page.getByRole('listitem').filter({ hasText: text });
  await step('HEAD SPK 16 Ω').getByRole('checkbox').check();
  await step('TUNER OUT').getByRole('checkbox').check();
  await step('FUZZ OUT').getByRole('button', { name: 'Skip' }).click();
  await page.getByLabel('Why it is skipped').fill('lead crackles');
  await page.keyboard.press('Enter');
  await expect(step('FUZZ OUT')).toContainText('skipped: lead crackles');
  const { height } = (await step('TUNER OUT').boundingBox())!;
  expect(height).toBeGreaterThanOrEqual(44);

  // The cure of the wrong tap changes the speaker lead; the rig's own undo does not touch ticks.
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.getByRole('link', { name: 'Map' }).click();
  const findings = page.getByRole('region', { name: 'Findings' });
  await findings.getByRole('button', { name: /8 Ω on SPK 16/ }).click();
  await findings.getByRole('button', { name: /^Re-plug lead 9/ }).click();
  await page.getByRole('link', { name: 'Bench' }).click();
  await expect(step('HEAD SPK 8 Ω')).toContainText('open again, it was: 9 HEAD SPK 16 Ω');
  await expect(step('HEAD SPK 8 Ω').getByRole('checkbox')).not.toBeChecked();
  await expect(step('TUNER OUT').getByRole('checkbox')).toBeChecked();
  await page.keyboard.press('Control+z');
  await expect(step('HEAD SPK 16 Ω').getByRole('checkbox')).toBeChecked();
});

test('house rules: what another side would change is counted, findings follow it, and new rigs begin with it', async ({
  page,
}) => {
  await newRig(page, 'guitar, delay, combo');
  await page.getByText('House rules', { exact: true }).click();
  const cabinet = page.getByRole('group', { name: 'A cabinet model heard through a guitar cabinet' });
  await expect(cabinet.getByLabel(/never both/)).toBeChecked();
  await expect(cabinet.getByText('changes nothing here')).toBeVisible();
  await cabinet.getByLabel(/^accepted/).click();
  await expect(cabinet.getByLabel(/^accepted/)).toBeChecked();
  const slack = page.getByLabel('Slack on a lead, of its way');
  await slack.fill('much');
  await slack.press('Enter');
  await expect(page.getByRole('alert')).toContainText('A number of %, such as 12 %.');
  await slack.fill('20');
  await slack.press('Enter');
  await page.getByRole('button', { name: 'Let new rigs begin with these' }).click();
  await expect(page.getByText('New rigs begin with these house rules.')).toBeVisible();
  await saved(page);

  await newRig(page, 'guitar, combo');
  await page.getByText('House rules', { exact: true }).click();
  await expect(page.getByLabel('Slack on a lead, of its way')).toHaveValue('20 %');
  await expect(page.getByRole('group', { name: /^A cabinet model/ }).getByLabel(/^accepted/)).toBeChecked();
  await page.getByRole('button', { name: 'New rigs as usual again' }).click();
  await expect(page.getByText('New rigs begin with the usual house rules again.')).toBeVisible();
  await newRig(page, 'guitar, combo');
  await page.getByText('House rules', { exact: true }).click();
  await expect(page.getByLabel('Slack on a lead, of its way')).toHaveValue('12 %');
});

test('which guess to look up first: both ends of every range are tried, what they change is told', async ({
  page,
}) => {
  const list = page.getByRole('region', { name: 'Assumed figures' });
  // All of the demo takes a browser of the tests half a minute: it is begun only.
  await page.goto('/');
  await page.getByRole('link', { name: 'Gear' }).click();
  await list.getByRole('button', { name: 'Which to look up first' }).click();
  await expect(list.getByText(/^Tried \d+ of \d+/)).toBeVisible();
  await list.getByRole('button', { name: 'Cancel' }).click();
  await expect(list.getByText(/^Tried/)).toHaveCount(0);

  await newChainedRig(page, 'guitar, od, combo', 'GUITAR > OVRDRV > COMBO');
  await page.getByRole('link', { name: 'Gear' }).click();
  await list.getByRole('button', { name: 'Which to look up first' }).click();
  const first = list.getByRole('list', { name: 'To look up first' });
  await expect(first.getByRole('listitem').first()).toContainText(
    /changes .*(finding|buffers|levels by|tone by)/,
    { timeout: 60_000 },
  );
  await first.getByRole('button').first().click();
  await expect(page.getByRole('button', { name: 'Close the facts' })).toBeVisible();

  await newRig(page, 'guitar, valve head, cab');
  await list.getByRole('button', { name: 'Which to look up first' }).click();
  await expect(list.getByText('None of them changes anything that is judged here.')).toBeVisible();
});
