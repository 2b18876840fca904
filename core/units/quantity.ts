import { parseLevel } from './volts';

const PREFIXES: readonly (readonly [number, string])[] = [
  [1e9, 'G'],
  [1e6, 'M'],
  [1e3, 'k'],
  [1, ''],
  [1e-3, 'm'],
  [1e-6, 'µ'],
  [1e-9, 'n'],
  [1e-12, 'p'],
];

/** Units that are never written with a prefix: decibels, milliseconds, watts of a stage and the like. */
const PLAIN = new Set(['dBu', 'dBV', 'dB', 'ms', 'W', 'VA', 'mA', 'µA', '%', '', 'Hz', 'mV/µT', 'pF/m']);

/** A figure with its unit, at most three significant digits: `1 MΩ`, `100 pF`, `−20 dBu`, `5.33 Ω`. */
export function formatQuantity(value: number, unit: string): string {
  const [factor, prefix] = PLAIN.has(unit)
    ? ([1, ''] as const)
    : (PREFIXES.find(([f]) => Math.abs(value) >= f * 0.9995) ?? ([1, ''] as const));
  const scaled = Number((value / factor).toPrecision(3));
  const text = String(Math.abs(scaled));
  return `${scaled < 0 ? '−' : ''}${text}${unit === '' && prefix === '' ? '' : ` ${prefix}${unit}`}`;
}

/** Reads `1M`, `470 kohm`, `100 pF`, `-20 dBu`, `4k7`, `10 Ω`: the value in the base unit, or null; a level in dBV or V too. */
export function parseQuantity(text: string, unit: string): number | null {
  const level = unit === 'dBu' ? parseLevel(text) : null;
  if (level !== null) return level;
  const clean = text
    .trim()
    .replace('−', '-')
    .replace(/^\+/, '')
    .replace(/(\d),(\d)/, '$1.$2')
    .replace(/ohms?$/i, 'Ω');
  const bare = unit !== '' && clean.endsWith(unit) ? clean.slice(0, -unit.length).trim() : clean;
  const infix = /^(-?\d+)([GMkmµunp])(\d+)$/.exec(bare);
  const match = infix ?? /^(-?\d*\.?\d+(?:e-?\d+)?)\s*([GMkmµunp]?)$/.exec(bare);
  if (!match) return null;
  const prefix = match[2] === 'u' ? 'µ' : (match[2] ?? '');
  if (prefix !== '' && PLAIN.has(unit)) return null;
  const factor = PREFIXES.find(([, p]) => p === prefix)?.[0] ?? 1;
  const value = Number(infix ? `${match[1]}.${match[3]}` : match[1]) * factor;
  return Number.isFinite(value) ? Number(value.toPrecision(12)) : null;
}

/** A knob's position as the clock hour it points to, to the half hour: 0 → `7:00`, 0.5 → `12:00`, 1 → `5:00`. */
export function formatClock(position: number): string {
  const half = Math.round((7 + position * 10) * 2);
  const hour = Math.floor(half / 2);
  return `${hour > 12 ? hour - 12 : hour}:${half % 2 === 0 ? '00' : '30'}`;
}

/** Decibels against the signal, of what is so far under it: through a stage that clips nothing comes out louder. */
export const besideSignal = (underDb: number): number => Math.min(0, -Math.round(underDb));

/** A level or a difference with its sign: `+6`, `-14`, `0`; one decimal where it says something. */
export function formatDb(db: number): string {
  const text = Math.abs(db - Math.round(db)) < 0.05 ? String(Math.round(db)) : db.toFixed(1);
  const value = text.replace(/^-0(\.0)?$/, '0');
  return Number(value) > 0 ? `+${value}` : value.replace('-', '\u2212');
}

/** Bytes as people read them: `640 kB`, `1.2 MB`, `10 GB`. Powers of 1000. */
export function formatBytes(bytes: number): string {
  const step = [1e9, 1e6, 1e3].find((size) => bytes >= size) ?? 1e3;
  const value = bytes / step;
  const name = { 1e9: 'GB', 1e6: 'MB', 1e3: 'kB' }[step] ?? 'kB';
  return `${value < 9.95 && step > 1e3 ? value.toFixed(1) : Math.ceil(value)}\u00a0${name}`;
}

/** `n` of something, in words: `1 lead`, `3 leads`. */
export const count = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/** `a`, `a and b`, `a, b and c`. */
export function inWords(items: readonly string[]): string {
  if (items.length < 2) return items.join('');
  return `${items.slice(0, -1).join(', ')} and ${items.at(-1) ?? ''}`;
}
