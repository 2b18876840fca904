import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { expect, test } from './fixtures';
import { readRig, writeRig } from '../core/file';
import { largeRig } from '../core/testing/large-rig';

const demo = readFileSync('demo/pit-chair.humrig.json', 'utf8');

test.describe('the printed sheet', () => {
  for (const [name, text] of [
    ['the demo', demo],
    ['forty boxes', writeRig(largeRig())],
  ] as const)
    test(`of ${name}: every lead and jack, a head on each page, ink on white in the dark theme too`, async ({
      page,
    }, info) => {
      await page.emulateMedia({ colorScheme: 'dark' });
      await page.goto('/shelf');
      await page
        .getByLabel('Rig files to import')
        .setInputFiles({ name: 'x.humrig.json', mimeType: 'application/json', buffer: Buffer.from(text) });
      await page.getByRole('list', { name: 'Rigs' }).getByRole('link').first().click();
      await page.getByRole('link', { name: 'Sheet' }).click();
      await expect(page.getByRole('heading', { name: 'Patch-up' })).toBeVisible();
      const file = info.outputPath('sheet.pdf');
      writeFileSync(file, await page.pdf({ preferCSSPageSize: true, format: 'A4' }));
      const printed = execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
      const read = readRig(text);
      if (!read.ok) throw new Error('the rig does not pass');
      const { rig } = read;
      for (const lead of rig.leads.filter((l) => l.kind !== 'air'))
        expect(printed).toContain(`${lead.number}`);
      for (const box of rig.boxes) expect(printed).toContain(box.tag);
      for (const words of ['SEND 1', 'RETURN 1', 'CH 1', 'Speakers and loads', 'Not judged yet'])
        expect(printed).toContain(words);
      const pages = printed.split('\f').filter((sheet) => sheet.trim() !== '');
      pages.forEach((sheet, i) => {
        expect(sheet).toContain(`page ${i + 1} of ${pages.length}`);
        expect(sheet).toContain(rig.title);
      });
      // The interface around the sheet stays off the paper.
      expect(printed).not.toMatch(/Print …|Map as SVG|Restore demo|is on the shelf/);
      // The first pixels of a page are paper, whatever the theme.
      const ppm = execFileSync('pdftoppm', ['-r', '20', '-f', '2', '-l', '2', file]);
      expect([...ppm.subarray(ppm.length - 3)]).toEqual([255, 255, 255]);
    });
});
