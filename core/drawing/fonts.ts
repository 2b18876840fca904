import { BOLD_WIDTHS, MONO_WIDTHS, SANS_WIDTHS } from './font-widths';

export type Face = 'sans' | 'bold' | 'mono';

const tables: Readonly<Record<Face, ReadonlyMap<string, number>>> = (() => {
  const read = (widths: Readonly<Record<number, string>>) => {
    const map = new Map(
      Object.entries(widths).flatMap(([width, chars]) => [...chars].map((c) => [c, Number(width)] as const)),
    );
    // Figures are set tabular: all as wide as the widest.
    const digit = Math.max(...[...'0123456789'].map((c) => map.get(c) ?? 0));
    for (const c of '0123456789') map.set(c, digit);
    return map;
  };
  return { sans: read(SANS_WIDTHS), bold: read(BOLD_WIDTHS), mono: read(MONO_WIDTHS) };
})();

/** What a character outside the table is taken for: as wide as the widest usual one. */
const UNKNOWN = 900;

/** Width of a text in pixels at a font size in pixels. */
export function textWidth(text: string, face: Face, size: number): number {
  let sum = 0;
  for (const c of text) sum += tables[face].get(c) ?? UNKNOWN;
  return (sum * size) / 1000;
}

/** The text, or as much of it as fits with an ellipsis. */
export function fitText(text: string, face: Face, size: number, width: number): string {
  if (textWidth(text, face, size) <= width) return text;
  const room = width - textWidth('…', face, size);
  let taken = 0;
  let kept = '';
  for (const c of text) {
    taken += textWidth(c, face, size);
    if (taken > room) break;
    kept += c;
  }
  return `${kept.trimEnd()}…`;
}
