// How parts of a document are told apart: things in lists by their id, ticks by their step.

export type Plain = Record<string, unknown>;

/** Is this an object that is no list, as JSON has them? */
export const isPlain = (value: unknown): value is Plain =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** What names a thing among others of its list, or null if nothing does. */
export function keyOf(item: unknown): string | null {
  if (!isPlain(item)) return null;
  const key = item.id ?? item.step;
  return typeof key === 'string' ? key : null;
}

/** A list whose things can be told apart; a list of anything else is one value. */
export function isKeyed(value: unknown): value is Plain[] {
  if (!Array.isArray(value)) return false;
  const keys = new Set<string>();
  for (const item of value as readonly unknown[]) {
    const key = keyOf(item);
    if (key === null || keys.has(key)) return false;
    keys.add(key);
  }
  return true;
}

/** Are both the same plain data? */
export function same(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (Array.isArray(a))
    return Array.isArray(b) && a.length === b.length && a.every((item: unknown, i) => same(item, b[i]));
  if (!isPlain(a) || !isPlain(b)) return false;
  const keys = Object.keys(a);
  return (
    keys.length === Object.keys(b).length &&
    keys.every((key) => Object.hasOwn(b, key) && same(a[key], b[key]))
  );
}
