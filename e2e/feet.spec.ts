import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { writeRig } from '../core/file';
import { build } from '../core/testing/build';
import { board, call, linkedStage, slot, stand, withSounds } from '../core/testing/feet';
import { expect, importRig, saved, test } from './fixtures';

const SWITCHER = 'four-loop-switcher';
const rig = () => {
  const lead = stand(board(), 's1', { 'fuzz/fuzz': 'on', [`${SWITCHER}/loop-1`]: 'on' });
  return { ...lead, switchPlan: [slot(SWITCHER, 'switch-1', call('s0'))] };
};

async function open(page: Page, part: 'Under the foot' | 'Presses') {
  await importRig(page, writeRig(rig()));
  await page.getByRole('link', { name: 'Sounds', exact: true }).click();
  await page.getByRole('link', { name: part }).click();
}
const plate = (page: Page, name: string) => page.getByRole('gridcell', { name });
const stood = (page: Page) => page.getByRole('complementary', { name: 'Stood on' });

test('under the foot by keys alone: walked, written, refused, taken away, undone', async ({ page }) => {
  await open(page, 'Under the foot');
  await plate(page, 'Four-loop switcher 1, bank 1: One').focus();
  await page.keyboard.press('ArrowRight');
  await expect(plate(page, 'Four-loop switcher 2, bank 1: nothing')).toBeFocused();
  await page.keyboard.type('tw');
  await page.keyboard.press('Enter');
  await expect(plate(page, 'Four-loop switcher 2, bank 1: Two')).toBeFocused();
  await page.keyboard.press('ArrowRight');
  await expect(plate(page, 'Four-loop switcher 3, bank 1: nothing')).toBeFocused();
  await page.keyboard.type('step loop 1 + loop 2');
  await page.keyboard.press('Enter');
  await expect(plate(page, 'Four-loop switcher 3, bank 1: step Loop 1 + Loop 2')).toBeFocused();
  await page.keyboard.type('thunder');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText(
    '“thunder” is no sound and nothing that Four-loop switcher switches',
  );
  await expect(plate(page, 'Four-loop switcher 3, bank 1: step Loop 1 + Loop 2')).toBeFocused();
  await page.keyboard.press('Delete');
  await expect(plate(page, 'Four-loop switcher 3, bank 1: nothing')).toBeFocused();
  await page.keyboard.press('Control+z');
  await expect(plate(page, 'Four-loop switcher 3, bank 1: step Loop 1 + Loop 2')).toBeVisible();
  await saved(page);
  await page.reload();
  await expect(plate(page, 'Four-loop switcher 2, bank 1: Two')).toBeVisible();
});

test('switches are stood on: what a call leaves undone is told, and the pedal mends it', async ({ page }) => {
  await open(page, 'Under the foot');
  await page.getByRole('button', { name: 'Propose what they do' }).click();
  const proposal = page.getByRole('region', { name: 'Proposal' });
  await expect(proposal).toContainText(
    '4 presses over the sounds as listed, today 3, with 1 change left to hands.',
  );
  await expect(proposal).toContainText('No other plan has fewer.');
  await proposal.getByRole('button', { name: 'Take this plan' }).click();
  await plate(page, 'Four-loop switcher 2, bank 1: Two').click();
  await expect(stood(page).getByRole('status')).toContainText('Not yet Two:');
  await expect(stood(page).getByRole('status')).toContainText('Fuzz is off');
  await plate(page, 'Fuzz FUZZ: Fuzz').focus();
  await page.keyboard.press('Space');
  await expect(stood(page).getByRole('status')).toContainText('This is Two.');
  await expect(stood(page).getByRole('list', { name: 'What was pressed' }).getByRole('listitem')).toHaveText([
    'FOUR 2calls Two',
    'FUZZFuzz on',
  ]);
  await page.getByRole('button', { name: 'Begin again' }).click();
  await expect(stood(page).getByRole('status')).toContainText('This is One.');
});

test('the switches of a box are written as they are printed, and had again as such boxes have them', async ({
  page,
}) => {
  await open(page, 'Under the foot');
  await page
    .getByRole('region', { name: 'Switches of Four-loop switcher' })
    .getByRole('button', { name: 'Change its switches' })
    .click();
  const sheet = page.getByRole('dialog');
  await sheet.getByLabel(/^Free switches/).fill('1, Left, Right');
  await sheet.getByLabel('Banks').fill('none');
  await sheet.getByRole('button', { name: 'Keep' }).click();
  await expect(sheet.getByRole('alert')).toHaveText('Banks: a whole number from 1 to 999.');
  await sheet.getByLabel('Banks').fill('1');
  await sheet.getByRole('button', { name: 'Keep' }).click();
  await expect(plate(page, 'Four-loop switcher 1: One')).toBeVisible();
  await expect(plate(page, 'Four-loop switcher Right: nothing')).toBeVisible();
  await page.getByRole('button', { name: 'Change its switches' }).click();
  await sheet.getByRole('button', { name: 'As such boxes have them' }).click();
  await expect(plate(page, 'Four-loop switcher 4, bank 1: nothing')).toBeVisible();
});

test('presses: the changes worst first, each with why, and any two sounds by keys', async ({ page }) => {
  await open(page, 'Presses');
  const changes = page.getByRole('region', { name: 'Changes' }).getByRole('listitem');
  await expect(changes.filter({ hasText: 'One → Two' }).first()).toContainText(
    'By hand: Loop 1 of Four-loop switcher: on.',
  );
  await page.getByRole('button', { name: 'One to Two: 1, hands too' }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('region', { name: 'The change chosen' })).toContainText('Nothing is pressed.');
  await page.keyboard.press('ArrowDown');
  await expect(page.getByRole('button', { name: /^Two to Three/ })).toBeFocused();
  await expect(page.getByRole('region', { name: 'The change chosen' })).toContainText('FOUR 1');
});

test('combinations of linked switchers are one table, and go out as CSV', async ({ page }) => {
  await importRig(page, writeRig(linkedStage('four-loop-switcher/control / amp-selector/remote')));
  await page.getByRole('link', { name: 'Sounds', exact: true }).click();
  await page.getByRole('link', { name: 'Combinations' }).click();
  const table = page.getByRole('region', { name: 'Combinations of Four-loop switcher with Amp selector' });
  await expect(table).toContainText('3 of 96 wanted, room for 32');
  await expect(table.getByRole('row', { name: /Drive B/ })).toHaveText('bank 1, 2Drive BononoffoffoffB');
  const saving = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  const csv = readFileSync(await (await saving).path(), 'utf8').split(/\r?\n/);
  expect(csv[1]).toBe(
    'Called by,Sounds,FOUR Buffer,FOUR Loop 1,FOUR Loop 2,FOUR Loop 3,FOUR Loop 4,AMP Selector',
  );
  expect(csv[4]).toBe('"bank 1, 3",Both,off,off,off,off,off,A and B');
});

test('rules: written by keys, broken in a sound, told as a finding, mended there; one that is suggested is taken', async ({
  page,
}) => {
  const stage = linkedStage(
    'four-loop-switcher/send-1 > overdrive/in',
    'overdrive/out > four-loop-switcher/return-1',
  );
  await importRig(
    page,
    writeRig(
      stand(stage, 's2', {
        'overdrive/drive': 'on',
        'four-loop-switcher/loop-1': 'on',
      }),
    ),
  );
  await page.getByRole('link', { name: 'Sounds', exact: true }).click();
  await page.getByRole('link', { name: 'Rules' }).click();
  const suggested = page.getByRole('region', { name: 'Suggested' });
  await suggested.getByRole('button', { name: 'Make it a rule' }).first().click();
  const rules = page.getByRole('list', { name: 'Rules of this rig' });
  await expect(rules).toContainText('Exactly one of Preamp of Combo and Preamp of Combo 2');
  await expect(rules).toContainText('Both: Preamp of Combo and Preamp of Combo 2 at once.');
  await rules.getByRole('button', { name: 'Remove' }).click();
  await page.getByRole('button', { name: 'New rule' }).click();
  const form = page.getByRole('form', { name: 'Rule' });
  await page.keyboard.type('thunder');
  await page.keyboard.press('Enter');
  await expect(form.getByRole('alert')).toContainText('“thunder” is no part of this rig');
  await form.getByLabel('Add a part').fill('');
  for (const name of ['Overdrive', 'Power stage of Combo', 'Power stage of Combo 2']) {
    await page.keyboard.type(name);
    await page.keyboard.press('Enter');
  }
  await expect(form.getByRole('list', { name: 'Parts of the rule' }).getByRole('listitem')).toHaveCount(3);
  await form.getByLabel('In the player’s own words').fill('no drive while both amplifiers sound');
  await page.keyboard.press('Enter');
  await expect(rules).toContainText('No drive while both amplifiers sound');
  await expect(rules.getByRole('list', { name: 'Broken in' })).toHaveText(
    'Both: Overdrive, Power stage of Combo and Power stage of Combo 2 at once.',
  );
  await page.getByRole('button', { name: /^Sound:/ }).click();
  await page.getByRole('menuitemradio', { name: 'Both' }).first().click();
  await page.getByRole('link', { name: 'Map', exact: true }).click();
  await page.getByText(/Against a rule of this rig \(no drive while both amplifiers sound\)/).click();
  await page.getByRole('button', { name: 'Set Overdrive to off' }).click();
  await page.getByRole('link', { name: 'Sounds', exact: true }).click();
  await page.getByRole('link', { name: 'Rules' }).click();
  await expect(rules).toContainText('Kept in all 3 sounds.');
});

test('a rig with one sound says what comes first, and without gear where to begin', async ({ page }) => {
  await importRig(page, writeRig({ ...rig(), sounds: rig().sounds.slice(0, 1) }));
  await page.getByRole('link', { name: 'Sounds', exact: true }).click();
  await page.getByRole('link', { name: 'Presses' }).click();
  await expect(page.getByText('Nothing to change between yet')).toBeVisible();
});

test('a channel that cannot be switched from here gets the lead that would, and that one is drawn', async ({
  page,
}) => {
  const bare = stand(
    withSounds(
      build('guitar, effects-only unit, valve head', 'guitar/out > effects-only-unit/input'),
      'Clean',
      'Lead',
    ),
    's1',
    { 'valve-head/preamp': 'lead' },
  );
  await importRig(page, writeRig(bare));
  await expect(page.getByRole('button', { name: /cannot be switched from under a foot/ })).toBeVisible();
  await page.getByRole('link', { name: 'Sounds', exact: true }).click();
  await page.getByRole('link', { name: 'Channels' }).click();
  const head = page.getByRole('region', { name: 'Switched: Valve head' });
  await expect(head.getByRole('status')).toContainText('Cannot be switched from here.');
  await expect(head.getByRole('list', { name: 'What is plugged' })).toContainText('nothing reaches the tip');
  await head
    .getByRole('listitem')
    .filter({ hasText: 'A stereo switch lead from RELAY 1 of Effects-only unit' })
    .getByRole('button', { name: 'Plug it so' })
    .click();
  await expect(head.getByRole('status')).toHaveCount(0);
  await expect(head.getByRole('list', { name: 'Sounds' })).toContainText(
    'called from Effects-only unit, tip closed',
  );
  await expect(head.getByRole('list', { name: 'What is plugged' })).toContainText(
    'RELAY 1 of Effects-only unit lead 2',
  );
  await page.keyboard.press('Control+z');
  await expect(head.getByRole('status')).toContainText('Cannot be switched from here.');
});
