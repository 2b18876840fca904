import { fromVersion1 } from './from-version-1';
import { FORMAT, VERSION, type Problem } from '../model';

type Raw = Record<string, unknown>;
/** From version n to n + 1, keyed by n. Files of every version that was ever written must read for ever. */
export type Migrations = Readonly<Record<number, (old: Raw) => Raw>>;

const MIGRATIONS: Migrations = { 1: fromVersion1 };

const isObject = (value: unknown): value is Raw =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * Brings a parsed file to the current version, or says why it cannot.
 * @param migrations and current are arguments for the tests of later versions
 */
export function migrate(
  value: unknown,
  migrations: Migrations = MIGRATIONS,
  current: number = VERSION,
): { value: Raw } | { problem: Problem } {
  if (!isObject(value) || value.format !== FORMAT)
    return {
      problem: {
        path: 'format',
        reason: `this is not a rig file of Hum Map (its format is not "${FORMAT}")`,
      },
    };
  const version = value.version;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return {
      problem: {
        path: 'version',
        reason: version === undefined ? 'a number is missing' : `${JSON.stringify(version)} is no version`,
      },
    };
  if (version > current)
    return {
      problem: {
        path: 'version',
        reason: `the file is of version ${version}, this Hum Map reads up to ${current}: open it with a newer one`,
      },
    };
  let raw = value;
  for (let v = version; v < current; v += 1) {
    const step = migrations[v];
    if (!step) return { problem: { path: 'version', reason: `version ${v} can no longer be read` } };
    raw = { ...step(raw), version: v + 1 };
  }
  return { value: raw };
}
