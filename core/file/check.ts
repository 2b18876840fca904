import type { z } from 'zod';
import { checkKeys } from './guard';
import {
  checkInvariants,
  formatPath,
  problemWords,
  ITEMS,
  rigSchema,
  LIMITS,
  type Problem,
  type Rig,
} from '../model';

/** How many things a list of the rig holds at least and at most. */
const COUNTS: Readonly<Record<string, readonly [number, number]>> = {
  boxes: [0, LIMITS.boxes],
  leads: [0, LIMITS.leads],
  sounds: [1, Infinity],
};

const FIELDS: Readonly<Record<string, z.ZodType>> = rigSchema.shape;
const LISTED: Readonly<Record<string, z.ZodType>> = ITEMS;

function checkValue(schema: z.ZodType | undefined, value: unknown, path: readonly PropertyKey[]): Problem[] {
  const key = checkKeys(value, formatPath(path));
  if (key) return [key];
  const parsed = schema?.safeParse(value);
  return (parsed?.error?.issues ?? []).map((issue) => ({
    path: formatPath([...path, ...issue.path]),
    reason: issue.message,
  }));
}

function checkList(name: string, before: unknown, after: readonly unknown[]): readonly Problem[] {
  const [least, most] = COUNTS[name] ?? [0, Infinity];
  if (after.length < least || after.length > most)
    return [{ path: name, reason: after.length < least ? `at least ${least}` : `at most ${most}` }];
  const known = new Set(Array.isArray(before) ? (before as readonly unknown[]) : []);
  return after.flatMap((item, i) => (known.has(item) ? [] : checkValue(LISTED[name], item, [name, i])));
}

/**
 * Whether a changed document can be read again once it is stored: the schema and the invariants that reading
 * goes by, the schema only over what is not shared with the document before.
 * @param before a document that passes
 * @returns every problem found; none if it can be stored
 */
export function checkChange(before: Rig, after: Rig): readonly Problem[] {
  if (before === after) return [];
  const was = before as Readonly<Record<string, unknown>>;
  const problems = Object.entries(after).flatMap(([name, value]) => {
    if (was[name] === value) return [];
    return LISTED[name] && Array.isArray(value)
      ? checkList(name, was[name], value)
      : checkValue(FIELDS[name], value, [name]);
  });
  // References of a document whose parts are not even of their types cannot be looked up.
  return problems.length > 0 ? problems : checkInvariants(after);
}

/** Why a changed document could not be read again, in words; null if it could. `before` passes reading. */
export function refusalOf(before: Rig, after: Rig): string | null {
  const [problem] = checkChange(before, after);
  return problem ? problemWords(after, problem) : null;
}
