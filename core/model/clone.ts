/** A deep copy of plain data (what JSON can hold). */
export function clone<T>(value: T): T {
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) return value.map((item: unknown) => clone(item)) as T;
  const copy: Record<string, unknown> = {};
  for (const [key, inner] of Object.entries(value)) {
    // A plain assignment would make it what the copy inherits from.
    if (key === '__proto__') Object.defineProperty(copy, key, { ...AS_ANY, value: clone(inner) });
    else copy[key] = clone(inner);
  }
  return copy as T;
}

const AS_ANY = { enumerable: true, configurable: true, writable: true };

/** Bytes the text takes in UTF-8. */
export function utf8Length(text: string): number {
  let bytes = 0;
  for (let i = 0; i < text.length; i += 1) {
    const c = text.charCodeAt(i);
    // A surrogate pair is four bytes: two for each half.
    bytes += c < 0x80 ? 1 : c < 0x800 || (c >= 0xd800 && c <= 0xdfff) ? 2 : 3;
  }
  return bytes;
}
