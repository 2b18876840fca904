import { describe, expect, test } from '@jest/globals';
import { readFileSync } from 'node:fs';

const css = readFileSync('web/src/tokens.css', 'utf8');

function tokens(block: string): Record<string, string> {
  const body = css.slice(css.indexOf(block)).split('}')[0] ?? '';
  const found = [...body.matchAll(/--([a-z0-9-]+):\s*(#[0-9a-f]{6})/g)];
  return Object.fromEntries(found.map(([, name = '', colour = '']): [string, string] => [name, colour]));
}

/** Relative luminance, WCAG 2.2. */
function luminance(hex: string): number {
  const [r = 0, g = 0, b = 0] = [1, 3, 5].map((i) => {
    const c = Number.parseInt(hex.slice(i, i + 2), 16) / 255;
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}
const contrast = (a: string, b: string) => {
  const [x = 0, y = 0] = [luminance(a), luminance(b)].sort((p, q) => q - p);
  return (x + 0.05) / (y + 0.05);
};

const GROUNDS = ['ground', 'sheet', 'raised'];
const TEXTS = ['ink', 'muted', 'select', 'danger', 'fault', 'caution', 'note', 'good'];
const SEVERITIES = ['danger', 'fault', 'caution', 'note'];
const LINES = ['line', 'ink', 'select', ...SEVERITIES, 'q0', 'q1', 'q2', 'q3', 'q4'];

const PAIRS: [text: string, ground: string, least: number][] = [
  ...TEXTS.flatMap((text) => GROUNDS.map((ground): [string, string, number] => [text, ground, 4.5])),
  ...SEVERITIES.flatMap((s): [string, string, number][] => [
    [s, `${s}-tint`, 4.5],
    ['ink', `${s}-tint`, 4.5],
  ]),
  ['ink', 'select-tint', 4.5],
  ['muted', 'select-tint', 4.5],
  ['caution', 'select-tint', 4.5],
  ['fault', 'select-tint', 4.5],
  ['select', 'select-tint', 4.5],
  ['on-ink', 'ink', 4.5],
  ['on-ink', 'select', 4.5],
  ...LINES.flatMap((line) => GROUNDS.map((ground): [string, string, number] => [line, ground, 3])),
];

describe.each([
  ['paper', ':root'],
  ['slate', "[data-theme='dark']"],
])('%s', (_name, block) => {
  const theme = { ...tokens(':root'), ...tokens(block) };
  test.each(PAIRS)('%s on %s has %d : 1', (text, ground, least) => {
    expect(theme[text]).toBeDefined();
    expect(theme[ground]).toBeDefined();
    expect(contrast(theme[text]!, theme[ground]!)).toBeGreaterThanOrEqual(least);
  });
});

test('black on white is 21 : 1', () => {
  expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 9);
});
