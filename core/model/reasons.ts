// What a schema says of a value that it does not take, where the schema itself has no words for it.
import type { z } from 'zod';
import { count } from '../units';

type Issue = z.core.$ZodRawIssue;

const KINDS: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  array: 'a list',
  object: 'a record',
  record: 'a record',
  null: 'nothing',
};

/** A limit with what it counts: figures are themselves. */
const limitWords = (origin: string, n: number | bigint): string =>
  origin === 'string'
    ? count(Number(n), 'character')
    : origin === 'array'
      ? count(Number(n), 'entry', 'entries')
      : String(n);

const values = (all: readonly unknown[]): string => all.map(String).join(', ');

/**
 * A reason as the user reads it: `a number is missing`, `at most 30`, `one of ts, trs`.
 * @returns undefined: the library's own words, for what no schema of ours asks
 */
export function reasonOf(issue: Issue): string | undefined {
  const isMissing = issue.input === undefined;
  switch (issue.code) {
    case 'invalid_type':
      return `${KINDS[issue.expected] ?? issue.expected} ${isMissing ? 'is missing' : 'is wanted'}`;
    case 'invalid_value':
      return `${isMissing ? 'is missing: ' : ''}one of ${values(issue.values)}`;
    case 'invalid_union':
      return isMissing ? 'is missing' : 'none of what may stand here';
    case 'unrecognized_keys':
      return `not known here: ${values(issue.keys)}`;
    case 'too_small':
      return `${issue.inclusive === false ? 'more than' : 'at least'} ${limitWords(issue.origin, issue.minimum)}`;
    case 'too_big':
      return `${issue.inclusive === false ? 'less than' : 'at most'} ${limitWords(issue.origin, issue.maximum)}`;
    default:
      return undefined;
  }
}
