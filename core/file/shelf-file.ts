import { checkKeys, checkText, parseJson } from './guard';
import { formatProblem, LIMITS, type Problem } from '../model';
import { readRigValue, type ReadResult } from './read';
import { GEAR_FORMAT, SHELF_FORMAT, SHELF_VERSION, type ShelvedRig } from './write';

export type ShelfFile = {
  readonly rigs: readonly ShelvedRig[];
  /** Entries that do not pass, as they stand, each with its reason. */
  readonly unread: readonly { readonly reason: string; readonly raw: unknown }[];
  /** Items of the gear shelf, as they stand. */
  readonly gear: readonly unknown[];
};

export type FileResult =
  | { readonly kind: 'rig'; readonly read: ReadResult }
  | { readonly kind: 'shelf'; readonly shelf: ShelfFile }
  /** A file of gear, which is no rig; what is in it is for others to read. */
  | { readonly kind: 'gear' };

const refuse = (problem: Problem): FileResult => ({ kind: 'rig', read: { ok: false, problems: [problem] } });

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

function readEntry(entry: unknown): ShelvedRig | { reason: string; raw: unknown } {
  if (!isObject(entry)) return { reason: 'not an entry of a shelf', raw: entry };
  const read = readRigValue(entry.document);
  if (!read.ok) return { reason: read.problems.map(formatProblem).join('; '), raw: entry };
  return { rig: read.rig, binned: typeof entry.binned === 'string' ? entry.binned : null };
}

/** Reads a rig file or a shelf file, whichever the text is, and tells a gear file from both. Never throws. */
export function readAnyFile(text: string): FileResult {
  const problem = checkText(text, LIMITS.shelfBytes);
  if (problem) return refuse(problem);
  const parsed = parseJson(text);
  if ('problem' in parsed) return refuse(parsed.problem);
  const { value } = parsed;
  if (isObject(value) && value.format === GEAR_FORMAT) return { kind: 'gear' };
  if (!isObject(value) || value.format !== SHELF_FORMAT) {
    const tooLarge = checkText(text);
    return tooLarge ? refuse(tooLarge) : { kind: 'rig', read: readRigValue(value) };
  }
  const key = checkKeys(value);
  if (key) return refuse(key);
  if (value.version !== SHELF_VERSION)
    return refuse({
      path: 'version',
      reason: `this shelf file is of version ${String(value.version)}; this program reads version ${SHELF_VERSION}`,
    });
  if (!Array.isArray(value.rigs)) return refuse({ path: 'rigs', reason: 'a shelf file lists its rigs' });
  const entries = value.rigs.map(readEntry);
  const before = Array.isArray(value.unread) ? (value.unread as unknown[]) : [];
  return {
    kind: 'shelf',
    shelf: {
      gear: Array.isArray(value.gear) ? (value.gear as unknown[]) : [],
      rigs: entries.filter((entry) => 'rig' in entry),
      unread: [
        ...entries.filter((entry) => 'raw' in entry),
        ...before.map((raw) => ({ reason: 'could not be read when the shelf was saved', raw })),
      ],
    },
  };
}
