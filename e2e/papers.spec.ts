import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import jsqr from 'jsqr';
import { readRig } from '../core/file';
import type { Rig } from '../core/model';
import { expect, test } from './fixtures';

const DEMO = 'demo/pit-chair.humrig.json';
const read = readRig(readFileSync(DEMO, 'utf8'));
const rig: Rig = read.ok
  ? read.rig
  : (() => {
      throw new Error('the demo does not pass');
    })();
const plugged = rig.leads.filter(
  (lead) => lead.kind !== 'air' && lead.kind !== 'radio' && lead.from.at.length > 0,
);
const jackOf = ({ box, jack }: { box: string; jack: string }) =>
  rig.boxes.find((b) => b.id === box)!.jacks.find((j) => j.id === jack)!.label;

const textOf = (file: string) => execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
/** Every font of a PDF, with whether it is embedded. */
const fontsOf = (file: string) =>
  execFileSync('pdffonts', [file], { encoding: 'utf8' })
    .split('\n')
    .slice(2)
    .filter((line) => line.trim() !== '')
    .map((line) => /\s(yes|no)\s+(yes|no)\s+(yes|no)\s/.exec(line)?.[1]);

const dates = /\d{14}Z|D:\d{14}/g;
const butForDates = (file: string) => readFileSync(file, 'latin1').replace(dates, 'DATE');
const hum = (...args: string[]) =>
  execFileSync(process.execPath, [
    'build/hum.mjs',
    'export',
    DEMO,
    '--date',
    new Date().toISOString().slice(0, 10),
    ...args,
  ]);

async function openDemo(page: Page, view: string) {
  await page.goto('/');
  await page.getByRole('link', { name: view, exact: true }).click();
}
async function saved(page: Page, press: () => Promise<void>, file: string) {
  // The press is fetched and set up on the first one.
  const download = page.waitForEvent('download', { timeout: 90_000 });
  await press();
  await (await download).saveAs(file);
}

/** Grey pixels of a part of a page, from the PGM that pdftoppm writes. */
function pixels(file: string, part: { x: number; y: number; w: number; h: number }) {
  const dpi = 300;
  const px = (mm: number) => String(Math.round((mm / 25.4) * dpi));
  const pgm = execFileSync(
    'pdftoppm',
    [
      '-gray',
      '-r',
      String(dpi),
      '-x',
      px(part.x),
      '-y',
      px(part.y),
      '-W',
      px(part.w),
      '-H',
      px(part.h),
      '-f',
      '1',
      '-l',
      '1',
      file,
    ],
    { maxBuffer: 1 << 28 },
  );
  const head = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(pgm.subarray(0, 40).toString('latin1'))!;
  const [width, height] = [Number(head[1]), Number(head[2])];
  const grey = pgm.subarray(head[0].length);
  const rgba = new Uint8ClampedArray(width * height * 4).fill(255);
  for (let i = 0; i < width * height; i += 1) rgba.fill(grey[i]!, i * 4, i * 4 + 3);
  return { rgba, width, height };
}

test('the sheet as PDF: every lead number and jack name can be found, fonts embedded, the command line gives the same bytes', async ({
  page,
}, info) => {
  await openDemo(page, 'Sheet');
  const file = info.outputPath('app.pdf');
  await saved(page, () => page.getByRole('button', { name: 'Sheet as PDF' }).click(), file);
  const text = textOf(file);
  for (const lead of plugged) {
    expect(text).toMatch(new RegExp(`\\b${lead.number}\\b`));
    for (const ref of [...lead.from.at, ...lead.to.at]) expect(text).toContain(jackOf(ref));
  }
  expect(fontsOf(file)).toEqual(['yes', 'yes', 'yes']);
  const other = info.outputPath('cli.pdf');
  hum('--pdf', other);
  expect(butForDates(other)).toBe(butForDates(file));
  const pages = text.split('\f').filter((sheet) => sheet.trim() !== '');
  pages.forEach((sheet, i) => expect(sheet).toContain(`page ${i + 1} of ${pages.length}`));
});

test('labels: both ends of every lead in words, and a code that reads the same', async ({ page }, info) => {
  await openDemo(page, 'Cables');
  const file = info.outputPath('wrap.pdf');
  await saved(
    page,
    async () => {
      await page.getByRole('button', { name: 'Labels' }).click();
      await page.getByRole('menuitem', { name: 'To wrap round, every lead' }).click();
    },
    file,
  );
  const text = textOf(file);
  for (const lead of plugged)
    for (const ref of [lead.from.at[0]!, lead.to.at[0]!]) expect(text).toContain(jackOf(ref));
  expect(text).toContain('SPEAKER: AMP OFF FIRST');
  const other = info.outputPath('cli.pdf');
  hum('--labels', other);
  expect(butForDates(other)).toBe(butForDates(file));

  // The first two rows of labels, three a row: 60 by 27 mm, 3 mm apart, below the head.
  const codes = [0, 1, 2, 3, 4, 5].map((i) => {
    const { rgba, width, height } = pixels(file, {
      x: 12 + (i % 3) * 63,
      y: 16.9 + Math.floor(i / 3) * 30,
      w: 60,
      h: 27,
    });
    return jsqr(rgba, width, height)?.data;
  });
  const words = (ref: { box: string; jack: string }) =>
    `${rig.boxes.find((b) => b.id === ref.box)!.tag} ${jackOf(ref)}`;
  const first = [...plugged].sort((a, b) => a.number - b.number).slice(0, 3);
  const wanted = first.map(({ number, from, to }) => {
    const tags = from.at.map((ref) => rig.boxes.find((b) => b.id === ref.box)!.tag).join('/');
    return `${number}: ${tags} ${jackOf(from.at[0]!)} > ${words(to.at[0]!)}`;
  });
  expect(codes).toEqual(wanted.flatMap((code) => [code, code]));

  const flag = info.outputPath('flag.pdf');
  await saved(
    page,
    async () => {
      await page.getByRole('button', { name: 'Labels' }).click();
      await page.getByRole('menuitem', { name: 'To fold over, every lead' }).click();
    },
    flag,
  );
  expect(fontsOf(flag)).toEqual(['yes', 'yes', 'yes']);
});

test('the card reads on a phone in the dark, with scripts off, and small', async ({
  page,
  browser,
}, info) => {
  await openDemo(page, 'Sheet');
  const file = info.outputPath('card.html');
  await saved(page, () => page.getByRole('button', { name: 'Card for a phone' }).click(), file);
  expect(readFileSync(file).length).toBeLessThan(300_000);
  expect(hum('--card', '-').toString()).toBe(readFileSync(file, 'utf8'));

  const phone = await browser.newContext({
    javaScriptEnabled: false,
    viewport: { width: 360, height: 740 },
    colorScheme: 'dark',
  });
  const card = await phone.newPage();
  await card.goto(`file://${file}`);
  for (const heading of ['Patch-up', 'Leads', 'Sounds', 'Cautions'])
    await expect(card.getByRole('heading', { name: heading, exact: true })).toBeVisible();
  await card.getByRole('checkbox').first().check();
  await expect(card.getByRole('checkbox').first()).toBeChecked();
  await card.getByText('Ballad', { exact: true }).click();
  await expect(card.getByText('Baritone', { exact: true }).first()).toBeVisible();
  const size = await card.evaluate(() => [
    document.documentElement.scrollWidth,
    getComputedStyle(document.body).backgroundColor,
  ]);
  expect(size).toEqual([360, 'rgb(18, 23, 26)']);
  await phone.close();
});
