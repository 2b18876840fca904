import { describe, expect, test } from '@jest/globals';
import { type Figure } from '../model';
import { everyItem, addressesOf } from '../testing/gear-items';
import { Met } from '../testing/met';
import { valueAt } from './field';
import {
  addressOfFigure,
  fieldText,
  figureTexts,
  groupsOfPart,
  partAt,
  readField,
  readFigure,
} from './index';

describe('the facts of a part', () => {
  test('of every kind: what a field shows is read back as what stands there', () => {
    const met = new Met();
    for (const item of everyItem())
      for (const address of addressesOf(item))
        for (const field of groupsOfPart(item, address).flatMap(({ fields }) => fields)) {
          const part = partAt(item, address);
          const value = valueAt(part, field.path);
          const read = readField(field, fieldText(field, part));
          if (value === undefined && field.type === 'flag') expect(read).toEqual({ ok: true, value: false });
          else if (value === undefined && field.type === 'jacks')
            expect(read).toEqual({ ok: true, value: [] });
          else
            expect([item.id, address, field.path, read]).toEqual([
              item.id,
              address,
              field.path,
              { ok: true, value },
            ]);
          met.count(field.type);
          if (field.type === 'choice' && value !== undefined && value !== null)
            expect(field.options?.map((option) => option.value)).toContain(value);
          if (field.type === 'end')
            expect(field.options?.map((o) => o.value)).toContain(fieldText(field, part));
        }
    met.atLeast(
      Object.fromEntries(
        ['text', 'choice', 'flag', 'whole', 'numbers', 'words', 'jacks', 'end', 'number'].map((type) => [
          type,
          20,
        ]),
      ),
    );
  });

  test.each([
    ['1M', { value: 1e6 }],
    ['470 kΩ', { value: 470e3 }],
    ['0,47', { value: 0.47 }],
    ['4k7', { value: 4700 }],
    ['loud', 'is no figure in Ω'],
    ['1,000', 'may be one or a thousand'],
  ])('a figure typed as %s', (value, wanted) => {
    const read = readFigure({ ...figureTexts(undefined, 'Ω'), value, page: '12' }, 'Ω');
    if (typeof wanted === 'string')
      expect(read).toMatchObject({ ok: false, reason: expect.stringContaining(wanted) as unknown });
    else expect(read).toEqual({ ok: true, value: { ...wanted, source: 'manual', page: '12' } });
  });

  test('a figure keeps its digits where its text was not touched, and is none without any text', () => {
    const figure: Figure = { value: 1234567, source: 'measured', low: 1, high: 2e6, date: '2026-02-03' };
    const texts = figureTexts(figure, 'Ω');
    expect(texts.value).toBe('1.23 MΩ');
    expect(readFigure({ ...texts, page: 'p' }, 'Ω', figure)).toEqual({
      ok: true,
      value: { ...figure, page: 'p' },
    });
    expect(readFigure(figureTexts(undefined, 'Ω'), 'Ω')).toEqual({ ok: true, value: undefined });
    expect(readFigure({ ...texts, value: '' }, 'Ω', figure)).toMatchObject({ ok: false });
    expect(readFigure({ ...texts, low: '3', high: '2' }, 'Ω', figure)).toMatchObject({ ok: false });
  });
});

test('a whole number is none with a fraction, and no number is told as such', () => {
  const whole = { path: 'n', label: 'N', type: 'whole' } as Parameters<typeof readField>[0];
  expect(readField(whole, '12')).toEqual({ ok: true, value: 12 });
  expect(readField(whole, '12.5')).toEqual({ ok: false, reason: '“12.5” is no whole number' });
  const [none] = [readField(whole, 'twelve')];
  expect(none).toMatchObject({ ok: false });
  expect(JSON.stringify(none)).not.toContain('whole');
});

test('a figure is asked with its position, its state, its jack or the box', () => {
  const at = (place: object) => addressOfFigure({ at: place } as Parameters<typeof addressOfFigure>[0]);
  expect([
    at({ on: 'mode', jack: 'in', mode: 'line', field: 'rIn' }),
    at({ on: 'state', block: 'drive', state: 'on', field: 'rIn' }),
    at({ on: 'pickup', block: 'pickups', pickup: 'neck', field: 'peakDbu' }),
    at({ on: 'power', field: 'va' }),
    at({ on: 'box', field: 'tripMs' }),
    at({ on: 'speaker', jack: 'spk', field: 'ohm' }),
  ]).toEqual([
    'jacks/in/modes/line',
    'blocks/drive/states/on',
    'blocks/pickups/pickups/neck',
    '',
    '',
    'jacks/spk',
  ]);
});
