import type { Problem } from './problem';

const FIELD_WORDS: Readonly<Record<string, string>> = {
  lengthM: 'length',
  distanceM: 'distance',
  dropM: 'drop',
  latencyMs: 'delay',
  tripMs: 'converter trip',
  changeMs: 'time to change over',
  dcMilliamps: 'supply current',
  stockM: 'stock lengths',
  hidden: 'hidden setting',
  houseRules: 'house rules',
  acceptedFindings: 'accepted finding',
};
/** Fields that say nothing to anyone who reads the name of the thing before them. */
const SILENT: readonly string[] = [
  'boxes',
  'leads',
  'sounds',
  'variants',
  'songs',
  'walks',
  'places',
  'stage',
];

const fieldWords = (field: string): string =>
  FIELD_WORDS[field] ?? field.replace(/([A-Z])/g, (letter) => ` ${letter.toLowerCase()}`);

function nameOf(item: unknown): string | null {
  if (typeof item !== 'object' || item === null) return null;
  const { number, name, label, title } = item as Readonly<Record<string, unknown>>;
  if (typeof number === 'number') return `lead ${number}`;
  const found = [name, label, title].find((word) => typeof word === 'string' && word !== '');
  return typeof found === 'string' ? `“${found.slice(0, 40)}”` : null;
}

const stepsOf = (path: string): readonly string[] =>
  [...path.matchAll(/\["([^"]*)"\]|\[(\d+)\]|[^.[\]]+/g)].map((m) => m[1] ?? m[2] ?? m[0]);

/** A problem in words for somebody who looks at the rig: the things it is about by their names. */
export function problemWords(document: unknown, { path, reason }: Problem): string {
  const words: string[] = [];
  let at: unknown = document;
  for (const step of stepsOf(path)) {
    const inList = Array.isArray(at);
    at = typeof at === 'object' && at !== null ? (at as Readonly<Record<string, unknown>>)[step] : undefined;
    const word = inList ? nameOf(at) : SILENT.includes(step) ? null : fieldWords(step);
    if (word !== null) words.push(word);
  }
  const about = words.join(', ');
  const given = typeof at === 'number' ? `, not ${Number(at.toPrecision(6))}` : '';
  const text = `${about}${about === '' ? '' : ': '}${reason}${given}.`;
  return text[0] === undefined ? text : text[0].toUpperCase() + text.slice(1);
}
