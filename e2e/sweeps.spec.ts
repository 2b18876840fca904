import type { Page } from '@playwright/test';
import { writeRig } from '../core/file';
import { build, edited } from '../core/testing/build';
import { expressionLead, withSounds } from '../core/testing/feet';
import { expect, importRig, saved, test } from './fixtures';

const rig = () =>
  edited(
    withSounds(build('guitar, expression pedal, midi delay'), 'Clean', 'Lead'),
    expressionLead('midi-delay/exp'),
  );

async function open(page: Page) {
  await importRig(page, writeRig(rig()));
  await page.getByRole('link', { name: 'Sounds', exact: true }).click();
  await page.getByRole('link', { name: 'Sweeps' }).click();
}

test('a pedal is wired, given something to move, calibrated; what is wrong is told and a finding of its own', async ({
  page,
}) => {
  await open(page);
  const pedal = page.getByRole('region', { name: 'Pedal: Expression pedal' });
  await pedal.getByRole('group', { name: 'is wanted by EXP of MIDI delay' }).getByLabel('ring').click();
  await expect(pedal).toContainText('The wiper is on another pole than is wanted');
  await pedal.getByLabel('What Expression pedal moves in Lead').selectOption('MIX');
  await pedal.getByLabel('At the heel in Lead').fill('20');
  await page.keyboard.press('Enter');
  await expect(pedal.getByLabel('At the heel in Lead')).toHaveValue('20 %');
  await pedal.getByLabel('At the toe in Lead').fill('120 %');
  await page.keyboard.press('Enter');
  await expect(pedal.getByRole('alert')).toContainText('From 0 to 100 %.');
  await page.keyboard.press('Escape');
  await pedal.getByLabel('What it switches on in Lead').selectOption('off the heel: Delay on');
  await page.getByRole('link', { name: 'Map', exact: true }).click();
  await expect(
    page.getByRole('button', {
      name: /Expression pedal has its wiper on the tip, EXP of MIDI delay wants it on the ring/,
    }),
  ).toBeVisible();
  await page.getByRole('link', { name: 'Sounds', exact: true }).click();
  await page.getByRole('link', { name: 'Sweeps' }).click();
  await pedal.getByRole('group', { name: 'is wanted by EXP of MIDI delay' }).getByLabel('tip').click();
  await expect(page.getByText('1 to be calibrated')).toBeVisible();
  await pedal.getByLabel('Heel down it shows').fill('3');
  await pedal.getByLabel('Toe down').fill('3');
  await pedal.getByRole('button', { name: 'Note it' }).click();
  await expect(pedal.getByRole('alert')).toContainText('Heel and toe show the same');
  await pedal.getByLabel('Toe down').fill('124');
  await pedal.getByRole('button', { name: 'Note it' }).click();
  await expect(pedal).toContainText('noted on');
  await saved(page);
  await page.reload();
  await expect(pedal.getByLabel('Toe down')).toHaveValue('124');
});
