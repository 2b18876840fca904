// Numbers as netlists write them.

/** Longer ones first: `meg` is no `m`, `mil` neither. */
const SUFFIXES: readonly (readonly [string, number])[] = [
  ['meg', 1e6],
  ['mil', 25.4e-6],
  ['t', 1e12],
  ['g', 1e9],
  ['k', 1e3],
  ['m', 1e-3],
  ['u', 1e-6],
  ['µ', 1e-6],
  ['n', 1e-9],
  ['p', 1e-12],
  ['f', 1e-15],
];

const NUMBER = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)(\p{L}*)$/u;

/** A number with its suffix, letters behind which are its unit (`10kohm`, `4.7uF`); null: it is none. */
export function numberOf(text: string): number | null {
  const found = NUMBER.exec(text.toLowerCase().replace('μ', 'µ'));
  if (!found) return null;
  const [, digits = '', letters = ''] = found;
  const scale = SUFFIXES.find(([suffix]) => letters.startsWith(suffix))?.[1] ?? 1;
  const value = Number(digits) * scale;
  return Number.isFinite(value) ? value : null;
}
