import { z } from 'zod';
import { partHistory } from './file-history';
import { checkKeys, checkText, parseJson } from './guard';
import {
  checkInvariants,
  formatPath,
  LIMITS,
  rigSchema,
  type HistoryRecord,
  type Problem,
  type Rig,
} from '../model';
import { migrate } from './migrate';

export type ReadResult =
  | {
      readonly ok: true;
      readonly rig: Rig;
      /** The edits that led to the document, where the file carries them. */
      readonly history?: readonly HistoryRecord[];
    }
  | { readonly ok: false; readonly problems: readonly Problem[] };

const refuse = (...problems: readonly Problem[]): ReadResult => ({ ok: false, problems });

const tooMany = (raw: Record<string, unknown>, list: 'boxes' | 'leads'): Problem | null => {
  const items = raw[list];
  return Array.isArray(items) && items.length > LIMITS[list]
    ? { path: list, reason: `${items.length} ${list}; a rig has at most ${LIMITS[list]}` }
    : null;
};

/** Checks a value that claims to be a rig: keys, version, types, ranges, references. */
export function readRigValue(value: unknown): ReadResult {
  const key = checkKeys(value);
  if (key) return refuse(key);
  const { document, history } = partHistory(value);
  const migrated = migrate(document);
  if ('problem' in migrated) return refuse(migrated.problem);
  const crowd = tooMany(migrated.value, 'boxes') ?? tooMany(migrated.value, 'leads');
  if (crowd) return refuse(crowd);
  const parsed = rigSchema.safeParse(migrated.value);
  if (!parsed.success)
    return refuse(
      ...parsed.error.issues
        .slice(0, 50)
        .map((issue) => ({ path: formatPath(issue.path), reason: issue.message })),
    );
  const rig: Rig = parsed.data;
  const problems = checkInvariants(rig);
  if (problems.length > 0) return refuse(...problems);
  return { ok: true, rig, ...(history ? { history } : {}) };
}

/** Reads the text of a rig file. Never throws; on a bad file says what is wrong and where. */
export function readRig(text: string): ReadResult {
  const problem = checkText(text);
  if (problem) return refuse(problem);
  const parsed = parseJson(text);
  return 'problem' in parsed ? refuse(parsed.problem) : readRigValue(parsed.value);
}

/** The JSON Schema of the file, as other programs may check against. */
export function fileSchema(): unknown {
  return z.toJSONSchema(rigSchema, { io: 'input', target: 'draft-2020-12' });
}
