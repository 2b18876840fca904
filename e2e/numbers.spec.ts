import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { parseMidi } from 'midi-file';
import { writeRig } from '../core/file';
import { build, edited } from '../core/testing/build';
import { withSounds } from '../core/testing/feet';
import { expect, importRig, saved, test } from './fixtures';

/** A footswitch that counts from 1 calls a delay that counts from 0, and an amplifier's channels. */
const rig = () =>
  withSounds(
    edited(
      build(
        'guitar, midi footswitch, midi delay, four-channel head',
        'midi-footswitch/midi-out : midi-delay/midi-in',
        'midi-delay/midi-thru : four-channel-head/midi-in',
      ),
      {
        edit: 'setMidi',
        arguments: {
          box: 'four-channel-head',
          midi: { channel: 2, countsFrom: 1, programs: 128, bankBytes: 'none' },
        },
      },
    ),
    'Clean',
    'Lead',
  );

const shows = (page: Page, box: string, sound: string) =>
  page.getByRole('textbox', { name: `${box} shows in ${sound}` });
const dialled = (page: Page, sound: string) =>
  page.getByRole('textbox', { name: `Dialled for MIDI delay in ${sound}` });
const row = (page: Page, sound: string) =>
  page.getByRole('row').filter({ has: page.getByRole('rowheader', { name: sound, exact: true }) });

async function open(page: Page) {
  await importRig(page, writeRig(rig()));
  await page.getByRole('link', { name: 'Sounds', exact: true }).click();
  await page.getByRole('link', { name: 'Numbers' }).click();
}

test('what is shown, dialled and sent, by keys alone; a wrong number is a finding whose cure dials the right one', async ({
  page,
}) => {
  await open(page);
  await shows(page, 'MIDI delay', 'Clean').focus();
  await page.keyboard.type('22');
  await page.keyboard.press('Enter');
  await expect(shows(page, 'MIDI delay', 'Lead')).toBeFocused();
  await expect(row(page, 'Clean')).toContainText('23');
  await expect(row(page, 'Clean')).toContainText('C0 16');
  await dialled(page, 'Clean').fill('22');
  await page.keyboard.press('Enter');
  await expect(row(page, 'Clean')).toContainText('lands on 21');
  await saved(page);
  await page.getByRole('link', { name: 'Map', exact: true }).click();
  await page
    .getByRole('button', {
      name: /is to show 22 in Clean; what is dialled in MIDI footswitch, 22, lands on 21/,
    })
    .click();
  await page.getByRole('button', { name: 'Dial 23 for MIDI delay' }).click();
  await page.getByRole('link', { name: 'Sounds', exact: true }).click();
  await page.getByRole('link', { name: 'Numbers' }).click();
  await expect(dialled(page, 'Clean')).toHaveValue('23');
  await expect(row(page, 'Clean')).toContainText('right');
});

test('how a box counts is changed in its words, and every number follows; nonsense is refused by its field', async ({
  page,
}) => {
  await open(page);
  await shows(page, 'MIDI delay', 'Clean').fill('12C');
  await page.keyboard.press('Enter');
  await expect(row(page, 'Clean')).toContainText('“12C” is not how it counts: a number');
  await page.getByRole('button', { name: 'MIDI delay', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('The first number is').first().fill('1');
  await dialog.getByLabel('Letters').first().fill('40');
  await dialog.getByRole('button', { name: 'Keep' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Letters: “40” is no whole number from 1 to 26.');
  await dialog.getByLabel('Letters').first().fill('4');
  await expect(dialog).toContainText('1A, 1B, 1C … 7C');
  await dialog.getByRole('button', { name: 'One more' }).click();
  await dialog.getByLabel('Number of control change 1').fill('38');
  await dialog.getByLabel('What control change 1 does').selectOption('Delay of MIDI delay, on and off');
  await dialog.getByRole('button', { name: 'Keep' }).click();
  await expect(dialog).toHaveCount(0);
  await expect(row(page, 'Clean')).toContainText('47');
  await expect(row(page, 'Clean')).toContainText('C0 2E');
  await expect(page.getByRole('region', { name: 'Control changes' })).toContainText(
    '38 means something of its own',
  );
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('region', { name: 'Control changes' })).toHaveCount(0);
});

/** Both sounds call the delay; the second is dialled one too low. */
const called = () =>
  edited(
    rig(),
    ...(['s0', 's1'] as const).map((sound, i) => ({
      edit: 'setProgram' as const,
      arguments: { sound, box: 'midi-delay', shown: i === 0 ? '22' : '5' },
    })),
    { edit: 'setDialled', arguments: { sound: 's1', box: 'midi-delay', dialled: '5' } },
  );

async function prove(page: Page) {
  await importRig(page, writeRig(called()));
  await page.getByRole('link', { name: 'Sounds', exact: true }).click();
  await page.getByRole('link', { name: 'Proof' }).click();
}

test('every sound is proved on simulated receivers; what does not land is named, walked by keys', async ({
  page,
}) => {
  await prove(page);
  await expect(page.getByText('2 of 3 calls do not land')).toBeVisible();
  const delay = page.getByRole('region', { name: 'Simulated: MIDI delay' });
  await expect(delay).toContainText('C0 16');
  await expect(delay).toContainText('channel 1, program 22 on the wire');
  await expect(page.getByRole('region', { name: 'Simulated: Four-channel head' })).toContainText(
    'lamp clean',
  );
  await page.getByRole('list', { name: 'Calls' }).getByRole('button').first().focus();
  await page.keyboard.press('ArrowDown');
  await expect(delay).toContainText('shows 4, is to show 5');
  await page.getByLabel('Who takes them').selectOption('Unit with banks of four letters');
  await page.getByLabel('Bytes in hex').fill('C0 2');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('“2” is no byte');
  await page.getByLabel('Bytes in hex').fill('B0 00 00 C0 2E');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Bytes by hand' })).toContainText('shows 12C');
});

test('the messages go out as a MIDI file that a library reads, and as hex', async ({ page }) => {
  await prove(page);
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as MIDI file' }).click(),
  ]);
  expect(file.suggestedFilename()).toMatch(/-sounds\.mid$/);
  const events = parseMidi(readFileSync(await file.path())).tracks[0] ?? [];
  expect(events.flatMap((event) => (event.type === 'marker' ? [event.text] : []))).toEqual(['Clean', 'Lead']);
  expect(events.flatMap((event) => (event.type === 'programChange' ? [event.programNumber] : []))).toEqual([
    22, 0, 4, 0,
  ]);
  const [hex] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save as hex' }).click(),
  ]);
  expect(readFileSync(await hex.path(), 'utf8')).toBe('# Clean\nC0 16\nC1 00\n\n# Lead\nC0 04\nC1 00\n');
});

test('a sound goes to a device by a chosen port, each message shown; refused permission says what else there is', async ({
  page,
}) => {
  await page.addInitScript(() => {
    const taken: number[][] = [];
    const port = (id: string) => ({
      id,
      name: `Port ${id}`,
      send: (bytes: number[]) => taken.push([...bytes]),
    });
    let isAllowed = false;
    Object.assign(window, { taken });
    Object.assign(navigator, {
      requestMIDIAccess: () => {
        const answer = isAllowed
          ? Promise.resolve({ outputs: new Map(['one', 'two'].map((id) => [id, port(id)])) })
          : Promise.reject(new Error('not allowed'));
        isAllowed = true;
        return answer;
      },
    });
  });
  await prove(page);
  await page.getByRole('button', { name: 'Send to a device' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Ask for MIDI outputs' }).click();
  await expect(dialog).toContainText('The browser was not allowed to use MIDI.');
  await dialog.getByRole('button', { name: 'Ask for MIDI outputs' }).click();
  await dialog.getByLabel('Output').selectOption('Port two');
  await dialog.getByRole('button', { name: 'Send' }).click();
  await expect(dialog.getByRole('list', { name: 'What was sent' }).getByRole('listitem')).toHaveText([
    'C0 16 to Port two',
    'C1 00 to Port two',
  ]);
  expect(await page.evaluate(() => (window as unknown as { taken: number[][] }).taken)).toEqual([
    [0xc0, 22],
    [0xc1, 0],
  ]);
});

test('every sound of the demo lands, from power-up and over every change of its set', async ({ page }) => {
  await importRig(page, readFileSync('demo/pit-chair.humrig.json', 'utf8'));
  await page.getByRole('link', { name: 'Sounds', exact: true }).click();
  await page.getByRole('link', { name: 'Proof' }).click();
  await expect(page.getByText('All 8 calls land: 3 from power-up and 5 from one to the next.')).toBeVisible();
  const calls = page.getByRole('list', { name: 'Calls' }).getByRole('button');
  await expect(calls).toHaveCount(8);
  await expect(calls.filter({ hasText: 'does not land' })).toHaveCount(0);
  await calls.first().focus();
  for (const display of ['12', '22', '65']) {
    await expect(page.getByRole('region', { name: 'Simulated: Delay unit' })).toContainText(
      `shows ${display}`,
    );
    await page.keyboard.press('ArrowDown');
  }
});
