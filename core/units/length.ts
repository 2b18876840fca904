/** How lengths are shown and typed; documents and files always hold metres. */
export type LengthUnit = 'metres' | 'feet';

/** Metres in an international foot. */
export const METRES_PER_FOOT = 0.3048;

const trim = (value: number, digits: number) => String(Number(value.toFixed(digits)));

/** A length in metres as people read it: `9 m`, `0.15 m`, `29.5 ft`. */
export function formatLength(lengthM: number, unit: LengthUnit): string {
  return unit === 'metres' ? `${trim(lengthM, 2)} m` : `${trim(lengthM / METRES_PER_FOOT, 1)} ft`;
}

const FEET = /^(?:ft|feet|foot|′|')$/;
const INCHES = /^(?:in|inch|inches|″|")$/;
const METRES = /^(?:m|metre|metres|meter|meters)$/;

/**
 * Reads what a person types for a length and returns metres, or null if it is not one.
 * A bare number is in `unit`; `9 m`, `30 ft`, `12' 6"`, `60 cm` and decimal commas are understood.
 * @param unit what a number without a unit means
 */
export function parseLength(text: string, unit: LengthUnit): number | null {
  const parts = [
    ...text
      .trim()
      .toLowerCase()
      .replace(/(\d),(\d)/g, '$1.$2')
      .matchAll(/(\d+(?:\.\d+)?|\.\d+)\s*([a-z'"′″]*)\s*/gy),
  ];
  const used = parts.reduce((sum, part) => sum + part[0].length, 0);
  if (parts.length === 0 || used !== text.trim().length) return null;
  let metres = 0;
  for (const part of parts) {
    const value = Number(part[1]);
    const word = part[2] ?? '';
    if (METRES.test(word)) metres += value;
    else if (word === 'cm') metres += value / 100;
    else if (FEET.test(word)) metres += value * METRES_PER_FOOT;
    else if (INCHES.test(word)) metres += (value * METRES_PER_FOOT) / 12;
    else if (word === '' && parts.length === 1) metres += unit === 'metres' ? value : value * METRES_PER_FOOT;
    else return null;
  }
  return metres;
}
