import { z } from 'zod';
import type { HistoryRecord } from '../model';

const step = z.union([z.string(), z.number().int().min(0)]);
const path = z.array(step).max(64);

const patch = z.union([
  z.object({
    op: z.enum(['add', 'replace']),
    path,
    value: z.unknown().optional(),
    after: z.string().nullable().optional(),
  }),
  z.object({ op: z.literal('remove'), path }),
  z.object({ op: z.literal('order'), path, value: z.array(z.string()) }),
]);

const record = z.object({
  revision: z.number().int().min(1),
  kind: z.enum(['edit', 'undo', 'redo']),
  of: z.number().int().min(1).optional(),
  label: z.string().max(200),
  undoable: z.boolean(),
  patches: z.array(patch),
  inverse: z.array(patch),
});

const history = z
  .array(record)
  .refine((records) =>
    records.every(({ revision }, i) => i === 0 || revision > (records[i - 1]?.revision ?? 0)),
  );

/**
 * Parts a file that carries its edits into the document and what led to it. Edits that are none are left out:
 * they are for undo only, and the rig is whole without them.
 */
export function partHistory(value: unknown): { document: unknown; history?: readonly HistoryRecord[] } {
  if (typeof value !== 'object' || value === null || !Object.hasOwn(value, 'history'))
    return { document: value };
  const { history: told, ...document } = value as { history: unknown };
  const read = history.safeParse(told);
  // An absent field and one that is undefined are the same to a record.
  return read.success ? { document, history: read.data } : { document };
}
