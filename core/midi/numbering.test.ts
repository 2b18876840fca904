// Numbers against tables worked by hand, and there and back for every way of counting.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import {
  hexOf,
  placeOf,
  readProgram,
  selectBytes,
  selectOf,
  wireMs,
  writeProgram,
  type Banking,
  type Counting,
} from './index';

const FROM_0: Counting = { countsFrom: 0 };
const FROM_1: Counting = { countsFrom: 1 };
const FOUR_LETTERS: Counting = { countsFrom: 1, letters: 4 };

test.each<readonly [string, Counting, string, number]>([
  ['from 0', FROM_0, '22', 22],
  ['from 1', FROM_1, '51', 50],
  ['from 1, three digits', { countsFrom: 1, digits: 3 }, '007', 6],
  ['four letters, the first is 1A', FOUR_LETTERS, '1A', 0],
  ['four letters from 1', FOUR_LETTERS, '12C', 46],
  ['four letters from 0', { countsFrom: 0, letters: 4 }, '12C', 50],
  ['two digits and four letters', { countsFrom: 1, letters: 4, digits: 2 }, '03D', 11],
  ['00-0: five places to a number', { countsFrom: 0, slots: 5, digits: 2 }, '03-2', 17],
  ['places from 1 under numbers from 0', { countsFrom: 0, slots: 4, slotsCountFrom: 1 }, '7-4', 31],
  ['places from 1 under numbers from 1', { countsFrom: 1, slots: 3 }, '10-1', 27],
  ['a letter ahead, ten places from 1', { letters: 8, slots: 10, slotsCountFrom: 1, digits: 2 }, 'C04', 23],
  ['a letter ahead, eight places from 0', { letters: 4, slots: 8, slotsCountFrom: 0 }, 'D7', 31],
])('%s: shown and counted from 0', (_, counting, shown, index) => {
  expect(readProgram(counting, shown)).toEqual({ index });
  expect(writeProgram(counting, index)).toBe(shown);
});

describe('from one box to another', () => {
  const dial = (receiver: Counting & Banking, shown: string, sender: Counting) => {
    const place = readProgram(receiver, shown);
    const select = 'index' in place ? selectOf(receiver, place.index) : place;
    return 'program' in select ? [select.program, writeProgram(sender, select.program)] : select;
  };
  test.each<readonly [string, Counting & Banking, string, Counting, number, string]>([
    ['22 counted from 0, dialled where it is counted from 1', FROM_0, '22', FROM_1, 22, '23'],
    ['51 counted from 1, dialled where it is counted from 0', FROM_1, '51', FROM_0, 50, '50'],
    ['65 counted from 0, dialled as 66', FROM_0, '65', FROM_1, 65, '66'],
    ['12C, dialled where it is counted from 1', FOUR_LETTERS, '12C', FROM_1, 46, '47'],
    ['5, dialled where there are four letters', FROM_1, '5', FOUR_LETTERS, 4, '2A'],
    ['the 130th of 128 a bank', { ...FROM_1, bankBytes: 'msb' }, '130', FROM_1, 1, '2'],
  ])('%s', (_, receiver, shown, sender, wire, dialled) => {
    expect(dial(receiver, shown, sender)).toEqual([wire, dialled]);
  });
});

describe('bank bytes', () => {
  test.each<readonly [string, Banking, number, string, number]>([
    ['none within the first bank', { bankBytes: 'none' }, 46, 'C4 2E', 0.64],
    ['MSB', { bankBytes: 'msb' }, 300, 'B4 00 02 B4 20 00 C4 2C', 2.56],
    [
      'MSB, banks counted from 1',
      { bankBytes: 'msb', banksCountFrom: 1 },
      300,
      'B4 00 03 B4 20 00 C4 2C',
      2.56,
    ],
    [
      'LSB, a hundred programs a bank',
      { bankBytes: 'lsb', programs: 100 },
      345,
      'B4 00 00 B4 20 03 C4 2D',
      2.56,
    ],
    ['14 bits', { bankBytes: '14-bit', programs: 10 }, 1305, 'B4 00 01 B4 20 02 C4 05', 2.56],
  ])('%s', (_, banking, index, hex, ms) => {
    const select = selectOf(banking, index);
    const bytes = 'program' in select ? selectBytes(5, select) : [];
    expect([hexOf(bytes), wireMs(bytes.length)]).toEqual([hex, expect.closeTo(ms, 9)]);
  });

  test('a program without bank bytes lands in the first bank, whatever that is called', () => {
    const alone = { msb: null, lsb: null, program: 4 };
    for (const bankBytes of ['none', 'msb', 'lsb', '14-bit'] as const)
      for (const banksCountFrom of [0, 1]) expect(placeOf({ bankBytes, banksCountFrom }, alone)).toBe(4);
  });

  test('what cannot be called is refused with its reason', () => {
    expect(selectOf({ bankBytes: 'none' }, 128)).toEqual({
      refused: expect.stringMatching(/beyond the first 128, and no bank number/),
    });
    expect(selectOf({}, 128)).toEqual({
      refused: expect.stringMatching(/nobody has said how it hears bank/),
    });
    expect(selectOf({ banks: 2, bankBytes: 'lsb' }, 256)).toEqual({
      refused: 'it has 256 programs, this would be number 257',
    });
    expect(selectOf({ bankBytes: 'msb', programs: 1 }, 200)).toEqual({
      refused: 'bank 200 cannot be told over the wire',
    });
  });
});

test('what a display never shows is refused with how it counts', () => {
  const refused = (counting: Counting, text: string) => {
    const read = readProgram(counting, text);
    return 'refused' in read ? read.refused : '';
  };
  expect(refused(FROM_1, '0')).toBe('“0”: it counts from 1');
  expect(refused(FROM_1, '12C')).toBe('“12C” is not how it counts: a number');
  expect(refused(FOUR_LETTERS, '3E')).toBe('“3E”: it has 4 letters');
  expect(refused({ countsFrom: 0, slots: 5 }, '3-5')).toBe('“3-5”: it has 5 places to a number');
  expect(refused({ letters: 4, slots: 8, slotsCountFrom: 1 }, 'E1')).toBe('“E1”: it has 4 letters');
  expect(refused({}, '5')).toMatch(/^nobody has said/);
  expect(writeProgram({}, 5)).toBeNull();
  expect(writeProgram({ letters: 4, slots: 8, slotsCountFrom: 1 }, 32)).toBeNull();
});

const counting = fc.record(
  {
    countsFrom: fc.integer({ min: 0, max: 1 }),
    letters: fc.option(fc.integer({ min: 2, max: 8 }), { nil: undefined }),
    slots: fc.option(fc.integer({ min: 2, max: 12 }), { nil: undefined }),
    slotsCountFrom: fc.option(fc.integer({ min: 0, max: 1 }), { nil: undefined }),
    digits: fc.option(fc.integer({ min: 1, max: 3 }), { nil: undefined }),
  },
  { requiredKeys: ['countsFrom', 'letters', 'slots', 'slotsCountFrom', 'digits'] },
);

test('law: what is written is read as the same place, in every way of counting', () => {
  fc.assert(
    fc.property(counting, fc.integer({ min: 0, max: 127 }), (one, index) => {
      const shown = writeProgram(one, index);
      fc.pre(shown !== null);
      expect(readProgram(one, shown)).toEqual({ index });
    }),
  );
});

test('law: what is called lands where it was meant, whatever the bank bytes', () => {
  const banking = fc.record({
    programs: fc.integer({ min: 1, max: 128 }),
    bankBytes: fc.constantFrom('msb', 'lsb', '14-bit'),
    banksCountFrom: fc.constantFrom(0, 1),
  });
  fc.assert(
    fc.property(banking, fc.integer({ min: 0, max: 2000 }), (one, index) => {
      const select = selectOf(one, index);
      fc.pre('program' in select);
      if ('program' in select) expect(placeOf(one, select)).toBe(index);
    }),
  );
});
