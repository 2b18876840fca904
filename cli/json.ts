import type { z } from 'zod';
import { BadInput, textOf, type Call } from './input';

/** The JSON file of a command by its schema, or what of it cannot be read, and where. @param what it is: `chain` */
export function jsonOf<S extends z.ZodType>(call: Call, what: string, schema: S): z.output<S> {
  let value: unknown;
  try {
    value = JSON.parse(textOf(call, `a ${what}`));
  } catch (error) {
    if (error instanceof BadInput) throw error;
    throw new BadInput(`the ${what} is no JSON: ${error instanceof Error ? error.message : String(error)}`);
  }
  const read = schema.safeParse(value);
  if (read.success) return read.data;
  const problems = read.error.issues.map(
    ({ path, message }) => `  ${path.join('.') || 'the file'}: ${message}`,
  );
  throw new BadInput([`the ${what} cannot be read:`, ...problems].join('\n'));
}
