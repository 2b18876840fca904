import { describe, expect, test } from '@jest/globals';
import { z } from 'zod';
import { readRigValue } from '../file';
import { fourCable } from '../testing/build';
import { boxSchema } from './index';

/** What is said of a rig with one value put in its first box or lead. */
function told(path: readonly (string | number)[], value: unknown): readonly string[] {
  const rig: unknown = structuredClone(fourCable());
  const holder = path.slice(0, -1).reduce((at, key) => (at as Record<string, unknown>)[key], rig) as Record<
    string | number,
    unknown
  >;
  holder[path.at(-1)!] = value;
  const read = readRigValue(rig);
  return read.ok ? [] : read.problems.map(({ path: at, reason }) => `${at}: ${reason}`);
}

describe('what a value that cannot be taken is told', () => {
  test.each<[string, readonly (string | number)[], unknown, string]>([
    ['a text that is missing', ['boxes', 0, 'name'], undefined, 'boxes[0].name: a text is missing'],
    ['a number for a text', ['boxes', 0, 'name'], 12, 'boxes[0].name: a text is wanted'],
    ['a text for a list', ['boxes', 0, 'jacks'], 'none', 'boxes[0].jacks: a list is wanted'],
    ['half of a whole number', ['leads', 0, 'number'], 1.5, 'leads[0].number: a whole number is wanted'],
    [
      'a word that is none of some',
      ['leads', 0, 'lengthBy'],
      'eye',
      'leads[0].lengthBy: one of computed, hand, measured',
    ],
  ])('%s', (_name, path, value, line) => {
    expect(told(path, value)).toEqual([line]);
  });

  test('limits say what they count, where the schema has no words of its own', () => {
    const reasons = (schema: z.ZodType, value: unknown) =>
      schema.safeParse(value).error!.issues.map(({ message }) => message);
    expect(reasons(z.string().max(3), 'four')).toEqual(['at most 3 characters']);
    expect(reasons(z.array(z.number()).min(2), [1])).toEqual(['at least 2 entries']);
    expect(reasons(z.array(z.number()).min(1), [])).toEqual(['at least 1 entry']);
    expect(reasons(z.number().lt(3), 3)).toEqual(['less than 3']);
    expect(reasons(z.number().gt(3), 3)).toEqual(['more than 3']);
    expect(reasons(z.number().max(3, 'three and no more'), 4)).toEqual(['three and no more']);
    expect(reasons(z.strictObject({}), { b: 1 })).toEqual(['not known here: b']);
    expect(reasons(z.union([z.number(), z.null()]), 'x')).toEqual(['none of what may stand here']);
  });

  test('no schema of ours speaks the library’s words of a field that is missing or of another type', () => {
    for (const [field, schema] of Object.entries(boxSchema.shape))
      for (const value of [undefined, Symbol.iterator, { a: 1 }, 7, 'x', []]) {
        const { error } = (schema as z.ZodType).safeParse(value);
        for (const { message } of error?.issues ?? [])
          expect([field, message]).toEqual([field, expect.not.stringMatching(/Invalid|expected|received/)]);
      }
  });
});
