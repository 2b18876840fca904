import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { clone } from './clone';

/** Every object and list of a value, itself among them. */
const partsOf = (value: unknown): object[] =>
  typeof value === 'object' && value !== null ? [value, ...Object.values(value).flatMap(partsOf)] : [];

describe('a copy', () => {
  test('says the same, in the same order, and shares no part with what it is of', () => {
    let met = 0;
    fc.assert(
      fc.property(fc.json(), (text) => {
        const value: unknown = JSON.parse(text);
        const copy = clone(value);
        expect(JSON.stringify(copy)).toBe(JSON.stringify(value));
        const parts = new Set(partsOf(value));
        expect(partsOf(copy).filter((part) => parts.has(part))).toEqual([]);
        met += parts.size;
      }),
    );
    expect(met).toBeGreaterThan(100);
  });

  test('what a file calls __proto__ is a key like any other', () => {
    const copy = clone(JSON.parse('{"__proto__": {"isMute": true}, "a": 1}') as Record<string, unknown>);
    expect(Object.keys(copy)).toEqual(['__proto__', 'a']);
    expect(copy.isMute).toBeUndefined();
    expect(JSON.stringify(copy)).toBe('{"__proto__":{"isMute":true},"a":1}');
  });
});
