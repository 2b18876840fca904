import { expect, newChainedRig, pressUnit, test } from './fixtures';

test('an equaliser is noted in a sound, drawn as feel or tone, goes to the sheet, and is taken back', async ({
  page,
}) => {
  await newChainedRig(
    page,
    'guitar, graphic eq, valve head, cabinet 16',
    'GUITAR > GRAPHIC > VALVE > CABINET',
  );
  const eq = page.locator('[data-testid="map"] [data-part="box:graphic-equaliser"]').first();
  await eq.click({ position: { x: 40, y: 12 } });
  await page.getByRole('radiogroup', { name: 'State of Equaliser' }).getByText('on').click();
  await page.getByText('Equaliser (1)').click();
  const band = page.getByLabel('800', { exact: true });
  await band.fill('a bit');
  await band.press('Enter');
  await expect(page.getByText('A figure in dB, such as −3.')).toBeVisible();
  await band.fill('+6');
  await band.press('Enter');
  await page.getByLabel('Low cut').fill('80 Hz');
  await page.getByLabel('Low cut').press('Enter');
  await expect(page.getByText('set in Sound 1').first()).toBeVisible();

  await page.getByTestId('map').focus();
  await page.keyboard.press('3');
  const facts = page.getByRole('region', { name: 'Equalisers' });
  await expect(facts).toContainText('800 +6 dB; low cut 80 Hz');
  await expect(facts.getByRole('img', { name: /^Feel: ahead of the gain: from .* to \+\d/ })).toBeVisible();
  await expect(facts.getByRole('img', { name: /^Tone: behind it: from 0 to 0 dB/ })).toBeVisible();

  await page.getByRole('link', { name: 'Sheet' }).click();
  await expect(page.getByRole('region', { name: 'Equalisers' })).toContainText(
    'all sounds800 +6 dB; low cut 80 Hz',
  );
  await expect(page.getByRole('region', { name: 'Knobs and feeds' })).toContainText('MASTER of Valve head');
  for (let i = 0; i < 2; i += 1) await page.keyboard.press('Control+z');
  await expect(page.getByRole('region', { name: 'Equalisers' })).toHaveCount(0);
});

/** A WAV of 16 bits: a decay in a few samples. */
function wav(): Buffer {
  const samples = Array.from({ length: 256 }, (_, i) => Math.round(30_000 * Math.exp(-i / 20)));
  const head = Buffer.alloc(44);
  head.write('RIFF', 0);
  head.writeUInt32LE(36 + samples.length * 2, 4);
  head.write('WAVEfmt ', 8);
  head.writeUInt32LE(16, 16);
  for (const [at, value] of [
    [20, 1],
    [22, 1],
    [32, 2],
    [34, 16],
  ] as const)
    head.writeUInt16LE(value, at);
  head.writeUInt32LE(48_000, 24);
  head.writeUInt32LE(96_000, 28);
  head.write('data', 36);
  head.writeUInt32LE(samples.length * 2, 40);
  const body = Buffer.alloc(samples.length * 2);
  samples.forEach((sample, i) => body.writeInt16LE(sample, i * 2));
  return Buffer.concat([head, body]);
}

test('a cabinet’s impulse response is kept by name and fingerprint; what is no WAV is refused in words', async ({
  page,
}) => {
  await page.goto('/');
  await pressUnit(page);
  await page.getByText(/^Equaliser \(/).click();
  const picker = page.getByLabel('Impulse response of Cabinet model');
  await picker.setInputFiles({
    name: 'notes.wav',
    mimeType: 'audio/wav',
    buffer: Buffer.from('set it by ear'),
  });
  await expect(page.getByRole('alert')).toContainText('notes.wav: This is no WAV file.');
  await picker.setInputFiles({ name: 'closed back.wav', mimeType: 'audio/wav', buffer: wav() });
  await expect(page.getByRole('img', { name: /^Response of closed back.wav/ })).toBeVisible();
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByRole('link', { name: 'Sheet' }).click();
  await expect(page.getByRole('region', { name: 'Equalisers' })).toContainText(
    /closed back\.wav \([0-9a-f]{8}\); low cut 80 Hz/,
  );
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('region', { name: 'Equalisers' })).not.toContainText('closed back');
});
