import { carryOver, checkInvariants, patchRig, type HistoryRecord, type Rig } from '../../../core/rig';
import type { Stored } from './session';

/** A record on its way to storage, and the document after it. */
export type Pending = {
  readonly record: HistoryRecord;
  readonly after: { readonly rig: Rig; readonly revision: number };
};

type Rebased =
  | { readonly ok: true; readonly base: Stored; readonly pending: readonly Pending[] }
  | { readonly ok: false; readonly clashes: readonly string[] };

/**
 * Puts what waits in this tab on top of what other tabs stored.
 * Not ok when both changed the same part, or when the two together are no rig any more.
 */
export function rebase(base: Stored, stored: readonly HistoryRecord[], pending: readonly Pending[]): Rebased {
  const theirs = stored.reduce<Stored>(
    (at, record) => ({
      ...at,
      rig: patchRig(at.rig, record.patches),
      revision: record.revision,
      log: [...at.log, { record, own: false }],
    }),
    base,
  );
  const renumbered = new Map<number, number>();
  const moved: Pending[] = [];
  let before = base.rig;
  let onto: { rig: Rig; revision: number } = theirs;
  for (const { record, after } of pending) {
    const { rig, patches, inverse, clashes } = carryOver(onto.rig, before, after.rig);
    const problems = checkInvariants(rig).map((problem) => problem.reason);
    if (clashes.length > 0 || problems.length > 0)
      return { ok: false, clashes: clashes.length > 0 ? clashes : problems };
    const revision = onto.revision + 1;
    renumbered.set(record.revision, revision);
    const of = record.of === undefined ? {} : { of: renumbered.get(record.of) ?? record.of };
    before = after.rig;
    onto = { rig, revision };
    moved.push({ record: { ...record, ...of, revision, patches, inverse }, after: onto });
  }
  return { ok: true, base: theirs, pending: moved };
}
