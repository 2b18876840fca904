import { decodePDFRawStream, PDFDocument, PDFRawStream } from '@cantoo/pdf-lib';
import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';
import { edited, fourCable } from '../testing/build';
import { largeRig } from '../testing/large-rig';
import { labelsPdf, sheetPdf, type Order } from './index';
import { Flow } from './flow';
import { openPress, PAPERS } from './pen';
import { qrcode } from './qr';

const font = (family: string, face: string) =>
  new Uint8Array(readFileSync(`node_modules/@expo-google-fonts/atkinson-hyperlegible-${family}/${face}.ttf`));
const order: Order = {
  fonts: {
    sans: font('next', '400Regular/AtkinsonHyperlegibleNext_400Regular'),
    bold: font('next', '600SemiBold/AtkinsonHyperlegibleNext_600SemiBold'),
    mono: font('mono', '400Regular/AtkinsonHyperlegibleMono_400Regular'),
  },
  paper: 'a4',
  unit: 'metres',
  date: new Date('2026-03-01T12:00:00Z'),
};
const sizes = async (bytes: Uint8Array) =>
  (await PDFDocument.load(bytes)).getPages().map((page) => [page.getWidth(), page.getHeight()]);
const text = (bytes: Uint8Array) => Buffer.from(bytes).toString('latin1');

/** The words on each page, by their operators; every page ends inside its paper. */
async function pagesOf(bytes: Uint8Array): Promise<{ readonly lowest: number; readonly shown: number }[]> {
  const pdf = await PDFDocument.load(bytes);
  return pdf.getPages().map((page) => {
    const { Contents } = page.node.normalizedEntries();
    const operators = Contents!
      .asArray()
      .map((part) => pdf.context.lookup(part))
      .map((part) =>
        part instanceof PDFRawStream ? Buffer.from(decodePDFRawStream(part).decode()).toString('latin1') : '',
      )
      .join('\n');
    const at = [...operators.matchAll(/1 0 0 1 (-?[\d.]+) (-?[\d.]+) Tm/g)].map((m) => Number(m[2]));
    return { lowest: Math.min(...at), shown: at.length };
  });
}

describe('long words and notes', () => {
  const noted = (notes: string) => edited(fourCable(), { edit: 'setRigNotes', arguments: { notes } });

  test('notes of 400 lines go on over as many pages as they need, none below the paper', async () => {
    const lines = Array.from({ length: 400 }, (_, i) => `Line ${i + 1} of the notes.`).join('\n');
    const [short, long] = await Promise.all(
      [noted('Short.'), noted(lines)].map(async (rig) => pagesOf(await sheetPdf(rig, null, order))),
    );
    expect(long!.length).toBeGreaterThan(short!.length + 4);
    for (const page of long!) expect(page.lowest).toBeGreaterThan(20);
    const shown = (pages: typeof long) => pages!.reduce((sum, page) => sum + page.shown, 0);
    expect(shown(long) - shown(short)).toBeGreaterThanOrEqual(399);
  });

  test('what is written with a lead stands under the schedule', async () => {
    const written = (text: string) =>
      edited(fourCable(), { edit: 'setLeadNotes', arguments: { id: 'lead-5', notes: text } });
    const [without, with1] = await Promise.all(
      ['', 'Line level: tell the desk.'].map(async (words) =>
        pagesOf(await sheetPdf(written(words), null, order)),
      ),
    );
    const shown = (pages: typeof without) => pages!.reduce((sum, page) => sum + page.shown, 0);
    expect(shown(with1)).toBeGreaterThan(shown(without));
  });

  test('a row longer than a page is cut where the page ends, all of it set', async () => {
    const press = await openPress(order.fonts, { title: 'Rows', date: order.date });
    const flow = new Flow(press, [PAPERS.a4.width, PAPERS.a4.height]);
    const cell = Array.from({ length: 200 }, (_, i) => `line ${i}`).join('\n');
    const columns = [
      { title: 'No', share: 1 },
      { title: 'Notes', share: 3 },
    ];
    flow.table(columns, [
      ['1', 'short'],
      ['2', cell],
      ['3', 'short'],
    ]);
    const pages = await pagesOf(await press.save());
    expect(pages.length).toBe(4);
    for (const page of pages) expect(page.lowest).toBeGreaterThan(20);
    // Every line once, three numbers, two short cells, and the two words of the head on each page.
    expect(pages.reduce((sum, page) => sum + page.shown, 0)).toBe(200 + 3 + 2 + 2 * pages.length);
  });

  test('20 000 signs without a space are broken into lines', async () => {
    const pages = await pagesOf(await sheetPdf(noted('x'.repeat(20_000)), null, order));
    for (const page of pages) expect(page.lowest).toBeGreaterThan(20);
    expect(pages.reduce((sum, page) => sum + page.shown, 0)).toBeGreaterThan(150);
  });

  test('half a sign in a name stops neither labels nor sheet', async () => {
    const rig = edited(fourCable(), {
      edit: 'setJackLabel',
      arguments: { box: 'fuzz', jack: 'in', label: 'IN \ud83c \ufffe' },
    });
    expect((await sizes(await labelsPdf(rig, null, { ...order, form: 'wrap' }))).length).toBeGreaterThan(0);
    expect((await sizes(await sheetPdf(rig, null, order))).length).toBeGreaterThan(1);
  });
});

describe('the sheet as a PDF', () => {
  test('the same rig and date give the same bytes; another second changes nothing but the dates', async () => {
    const [one, again, later] = await Promise.all([
      sheetPdf(fourCable(), null, order),
      sheetPdf(fourCable(), null, order),
      sheetPdf(fourCable(), null, { ...order, date: new Date('2026-03-01T12:00:01Z') }),
    ]);
    expect(text(again)).toBe(text(one));
    expect(text(later)).not.toBe(text(one));
    expect(text(later).replaceAll('20260301120001', '20260301120000')).toBe(text(one));
  });

  test('map pages lie, the others stand; Letter is Letter', async () => {
    const a4 = await sizes(await sheetPdf(fourCable(), null, order));
    expect(a4[0]).toEqual([595.28, 841.89]);
    expect(a4[1]).toEqual([841.89, 595.28]);
    expect((await sizes(await sheetPdf(fourCable(), null, { ...order, paper: 'letter' })))[0]).toEqual([
      612, 792,
    ]);
  });

  test('a large rig is set, its map on as many sheets as it needs', async () => {
    const pages = await sizes(await sheetPdf(largeRig(60, 2), null, order));
    expect(pages.filter(([w, h]) => w! > h!).length).toBeGreaterThan(1);
  }, 20_000);

  test('signs that the fonts lack do not stop it', async () => {
    const rig = { ...fourCable(), title: '→ µ 漢字 \u0007 ▸' };
    await expect(sheetPdf(rig, null, order)).resolves.toBeInstanceOf(Uint8Array);
  });
});

describe('labels as a PDF', () => {
  test('wraps and flags, all leads or some', async () => {
    for (const form of ['wrap', 'flag'] as const)
      expect(await sizes(await labelsPdf(fourCable(), null, { ...order, form }))).toHaveLength(1);
    const many = await sizes(await labelsPdf(largeRig(40, 1), null, { ...order, form: 'wrap' }));
    expect(many.length).toBeGreaterThan(1);
    // Each lead that is asked for is more on the sheet, and no other is.
    const size = async (...only: string[]) =>
      (await labelsPdf(fourCable(), null, { ...order, form: 'wrap', only: new Set(only) })).length;
    const [none, one, two] = [await size(), await size('lead-1'), await size('lead-1', 'lead-2')];
    expect(one).toBeGreaterThan(none);
    expect(two).toBeGreaterThan(one);
    expect((await labelsPdf(fourCable(), null, { ...order, form: 'wrap' })).length).toBeGreaterThan(two);
  }, 20_000);
});

describe('codes', () => {
  test('grow with their text and have their three corners', () => {
    const [short, long] = [qrcode('1: A > B'), qrcode('x'.repeat(200))];
    expect(long.length).toBeGreaterThan(short.length);
    for (const code of [short, long]) {
      expect((code.length - 17) % 4).toBe(0);
      const n = code.length;
      for (const [r, c] of [
        [0, 0],
        [0, n - 7],
        [n - 7, 0],
      ] as const)
        expect(code[r]!.slice(c, c + 7).every(Boolean)).toBe(true);
    }
  });
});
