import { describe, expect, test } from '@jest/globals';
import type { Rig } from '../model';
import { edited, fourCable } from '../testing/build';
import { largeRig } from '../testing/large-rig';
import { referenceRig } from '../testing/reference-rig';
import { mapSheets, paperMap, pocketCardHtml, svgOf } from './index';

describe('the map on paper', () => {
  test('fits one landscape page for the 20-box rig', () => {
    const map = paperMap(referenceRig(), null, 'sound-1');
    const sheets = mapSheets(referenceRig(), map);
    expect(sheets).toHaveLength(1);
    expect(sheets[0]!.scale).toBeGreaterThanOrEqual(7.5 / 9);
  });

  test('where it does not fit breaks by place, and says which leads go on where', () => {
    const wide = referenceRig();
    const map = paperMap(wide, null, 'sound-1');
    const stretched = {
      ...map,
      width: map.width * 2,
      items: map.items.map((item) => {
        if (item.type === 'path') return { ...item, points: item.points.map((p) => ({ ...p, x: p.x * 2 })) };
        return 'x' in item && 'w' in item ? { ...item, x: item.x * 2, w: item.w * 2 } : item;
      }),
    };
    const sheets = mapSheets(wide, stretched);
    expect(sheets.length).toBeGreaterThan(1);
    expect(sheets.reduce((sum, sheet) => sum + sheet.width, 0)).toBe(stretched.width);
    const [right] = sheets[0]!.edges;
    expect(right).toMatch(/^\d+(, \d+)* → sheet 2$/);
    expect(sheets[1]!.edges[0]).toBe(right!.replace('sheet 2', 'sheet 1'));
  });

  test('too tall it breaks between rows, never through a plate', () => {
    const map = paperMap(largeRig(120, 1), null, 'sound-1');
    const sheets = mapSheets(largeRig(120, 1), map);
    expect(sheets.length).toBeGreaterThan(1);
    const plates = map.items.flatMap((item) =>
      item.type === 'plate' && item.look !== 'place' ? [item] : [],
    );
    for (const sheet of sheets) {
      expect(sheet.scale).toBeGreaterThanOrEqual(7.5 / 9 - 1e-9);
      for (const plate of plates) {
        const cut = sheet.y + sheet.height;
        expect(cut <= plate.y || cut >= plate.y + plate.h).toBe(true);
      }
    }
  });
});

describe('the SVG file', () => {
  const svg = (r: Rig) => svgOf(paperMap(r, null, 'sound-1'), r.title);
  test('has every lead number and jack name in use, in ink on white', () => {
    const text = svg(fourCable());
    for (const words of ['SEND 1', 'RETURN 1', 'SPK 16 Ω', '>3<', '>6<']) expect(text).toContain(words);
    expect(text).toMatch(/^<svg [^>]*viewBox=/);
    expect(text).not.toMatch(/class=|undefined|NaN/);
    // Words keep their width where the fonts are not at hand.
    expect(text.match(/<text [^>]*textLength="\d/g)!.length).toBeGreaterThan(10);
  });
  test('half a sign, and what no text may hold, do not make the map no XML', () => {
    const rig = edited(fourCable(), {
      edit: 'renameBox',
      arguments: { id: 'fuzz', name: 'Fuzz \ud83c \ufffe\uffff' },
    });
    for (const text of [
      svgOf(paperMap(rig, null, 'sound-1'), rig.title),
      pocketCardHtml(rig, null, '2026-03-01'),
    ]) {
      expect(text).toContain('\ufffd');
      // The characters that XML has room for.
      expect(text).toMatch(/^[\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]*$/u);
    }
  });

  test('markup and control characters in names are plain text', () => {
    const named = edited(
      fourCable(),
      { edit: 'renameBox', arguments: { id: 'fuzz', name: '<b>"x"&\u0007' } },
      { edit: 'setTitle', arguments: { title: '</title><script>' } },
    );
    const text = svg(named);
    expect(text).not.toMatch(/<script|<b>/);
    expect([...text].filter((c) => c < ' ' && c !== '\n')).toEqual([]);
    expect(text).toContain('&lt;/title&gt;&lt;script&gt;');
  });
});
