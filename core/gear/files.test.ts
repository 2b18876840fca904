import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { CATALOGUE } from '../catalog';
import { figurePlaces, produce, setFigureAt, type Figure } from '../model';
import { itemOf, everyItem } from '../testing/gear-items';
import { Met } from '../testing/met';
import { checkItem, figuresCsv, itemFromKind, readFigures, readGear, writeGear } from './index';

describe('files', () => {
  test('gear as JSON: every kind comes back to the letter; what does not pass is told and kept', () => {
    const items = everyItem();
    const text = writeGear(items, '2026-01-02T03:04:05Z');
    const read = readGear(text);
    expect(read).toEqual({ ok: true, file: { items, unread: [] } });
    const value = JSON.parse(text) as { items: Record<string, unknown>[]; version: number };
    value.items[3]!.jacks = [];
    const partly = readGear(JSON.stringify(value));
    expect(partly.ok && partly.file.items.length).toBe(items.length - 1);
    expect(partly.ok && partly.file.unread[0]).toMatchObject({
      name: items[3]!.name,
      reason: expect.stringContaining('jack') as unknown,
    });
    expect(readGear(JSON.stringify({ ...value, version: 9 }))).toMatchObject({
      reason: expect.stringContaining('version 9') as unknown,
    });
    expect(readGear(text.slice(0, 500))).toMatchObject({
      reason: expect.stringContaining('torn off') as unknown,
    });
    expect(readGear('{"format":"other"}')).toMatchObject({
      reason: expect.stringContaining('no gear file') as unknown,
    });
  });

  // Signs that no keyboard gives are cleaned out of tables; what people write comes back.
  const someText = fc.string({ unit: fc.constantFrom(...'abz \'"=+-@;,|0189äßµΩ–½漢'), maxLength: 12 });
  const positive = fc.double({ min: 1e-12, max: 1e9, noNaN: true });
  const anyFigure = fc.record<Figure>(
    {
      value: positive,
      source: fc.constantFrom('assumed', 'manual', 'measured'),
      low: fc.double({ min: 1e-13, max: 1e-12, noNaN: true }),
      high: fc.double({ min: 1e9, max: 1e10, noNaN: true }),
      note: someText.filter((s) => s.trim() !== ''),
      page: someText.filter((s) => s.trim() !== ''),
      date: fc.constantFrom('2026-01-31', '1999-12-01'),
    },
    { requiredKeys: ['value', 'source'] },
  );

  test('figures as a table: whatever they are, they come back to the last digit', () => {
    const met = new Met();
    fc.assert(
      fc.property(
        fc.array(fc.nat({ max: CATALOGUE.length - 1 }), { minLength: 1, maxLength: 4 }),
        fc.array(fc.option(anyFigure), { minLength: 5, maxLength: 40 }),
        fc.constantFrom('as written', 'line feeds'),
        (kinds, figures, way) => {
          const items = [...new Set(kinds)].map((n) =>
            itemFromKind(CATALOGUE[n]!, `own-${CATALOGUE[n]!.id}`),
          );
          let n = 0;
          const filled = items.map((item) =>
            produce(item, (draft) => {
              for (const { at } of figurePlaces(item)) {
                n += 1;
                const figure = figures[n % figures.length];
                if (figure || (at.on !== 'dcOutlet' && at.on !== 'mainsOutlet'))
                  setFigureAt(draft, at, figure ?? undefined);
              }
            }),
          );
          fc.pre(filled.every((item) => checkItem(item).ok));
          let text = figuresCsv(filled);
          if (way === 'line feeds') text = text.replaceAll('\r\n', '\n');
          const read = readFigures(text, items);
          expect(read.refused).toEqual([]);
          const after = items.map((item) => read.items.find(({ id }) => id === item.id) ?? item);
          expect(after).toEqual(filled);
          met.count(way);
          if (read.changes.length > 3) met.count('changed');
        },
      ),
      { numRuns: 60 },
    );
    met.atLeast({ changed: 40, 'line feeds': 10 });
  });

  test('what people write in cells is not taken for what parts them', () => {
    const item = itemOf('fuzz');
    const told = produce(item, (draft) => {
      const [first] = figurePlaces(item);
      if (first) setFigureAt(draft, first.at, { value: 1, source: 'manual', note: ';;;;', page: '|;|' });
    });
    expect(readFigures(figuresCsv([told]), [item]).items).toEqual([told]);
  });

  test('a table that went through a spreadsheet: other separators, other columns, words for numbers', () => {
    const item = itemOf('fuzz');
    const table = [
      'value;where;item;remark;source;page',
      '1,5M;mode/in/as-built/rIn;own-fuzz;mine;;p. 3',
      ';state/fuzz/on/ceilingDbu;own-fuzz;;;',
      'loud;mode/out/as-built/rOut;own-fuzz;;manual;',
      '0;mode/out/as-built/rOut;own-fuzz;;manual;',
      '5;mode/out/as-built/rOut;own-other;;manual;',
      '5;mode/gone/as-built/rOut;own-fuzz;;manual;',
      '5;mode/in/as-built/cIn;own-fuzz;;guess;',
      ';;;;;',
    ].join('\n');
    const { items, changes, refused } = readFigures(table, [item]);
    expect(changes.map(({ place, to }) => [place.what, to?.value])).toContainEqual([
      'input impedance',
      1.5e6,
    ]);
    expect(items[0]!.jacks[0]!.modes[0]!.rIn).toEqual({ value: 1.5e6, source: 'manual', page: 'p. 3' });
    expect(refused).toEqual([
      expect.stringMatching(/^line 4: Fuzz, OUT, output impedance: “loud” is no figure in Ω/),
      expect.stringMatching(/^line 6: no box “own-other” on your shelf/),
      expect.stringMatching(/^line 7: Fuzz has no figure “mode\/gone/),
      expect.stringMatching(
        /^line 8: Fuzz, IN, input capacitance: source: “guess” is none of assumed, manual, measured/,
      ),
    ]);
    expect(readFigures('a,b\n1,2', [item]).refused[0]).toMatch(/^line 1: no column “item”/);
    const negative = readFigures('value,where,item\n-3,mode/in/as-built/rIn,own-fuzz', [item]);
    expect(negative.items).toEqual([]);
    expect(negative.refused[0]).toMatch(/line 2: .*more than 0/);
  });
});
