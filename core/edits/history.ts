import { patchRig, type HistoryRecord, type Rig } from '../model';
import type { Applied } from './apply';
import { carryOver } from './carry';

/** A record, and whether this tab is the one to undo it. */
export type Logged = { readonly record: HistoryRecord; readonly own: boolean };

/** What can be undone and redone, each with the newest last. */
export type History = { readonly done: readonly HistoryRecord[]; readonly undone: readonly HistoryRecord[] };

export const emptyHistory: History = { done: [], undone: [] };

/**
 * The history after one more record. A new undoable edit forgets what was undone; a tick changes nothing.
 * What another tab did is not ours to undo; what it took back of ours is out of our hands.
 */
export function remember(history: History, record: HistoryRecord, own = true): History {
  if (record.kind === 'edit')
    return record.undoable && own ? { done: [...history.done, record], undone: [] } : history;
  const from = record.kind === 'undo' ? history.done : history.undone;
  const original = from.find((entry) => entry.revision === record.of);
  if (!original) return history;
  const without = from.filter((entry) => entry !== original);
  if (record.kind === 'undo')
    return { done: without, undone: own ? [...history.undone, original] : history.undone };
  return { done: own ? [...history.done, original] : history.done, undone: without };
}

/** What can be undone and redone after these records, the oldest first. */
export const historyOf = (log: readonly Logged[]): History =>
  log.reduce((history, { record, own }) => remember(history, record, own), emptyHistory);

/** A record of an edit just applied. */
export const recordOf = (applied: Applied, revision: number): HistoryRecord => ({
  revision,
  kind: 'edit',
  label: applied.label,
  undoable: applied.undoable,
  patches: applied.patches,
  inverse: applied.inverse,
});

/** An undo or redo that is ready to be done, with the parts that another tab changed after it. */
export type Step = {
  readonly rig: Rig;
  readonly record: HistoryRecord;
  readonly clashes: readonly string[];
};

/** The document as it was at a revision, by the inverses of all that came after. */
const rewind = (rig: Rig, log: readonly Logged[], revision: number): Rig =>
  log
    .filter(({ record }) => record.revision > revision)
    .reduceRight((document, { record }) => patchRig(document, record.inverse), rig);

/**
 * What undoes (or redoes) the newest entry of this tab's history, or null if there is none. If another tab
 * changed the document after it, only what the entry itself changed is taken back.
 * @param rig the document now
 * @param log every record after the entries of the history, the newest last
 */
export function stepBack(
  kind: 'undo' | 'redo',
  now: {
    readonly rig: Rig;
    readonly revision: number;
    readonly history: History;
    readonly log: readonly Logged[];
  },
): Step | null {
  const { rig, history, log } = now;
  const original = (kind === 'undo' ? history.done : history.undone).at(-1);
  if (!original) return null;
  const head = {
    revision: now.revision + 1,
    kind,
    of: original.revision,
    label: original.label,
    undoable: false,
  } as const;
  const later = log.filter(({ record }) => record.revision > original.revision);
  if (later.every(({ own }) => own)) {
    const { patches, inverse } = original;
    const record =
      kind === 'undo' ? { ...head, patches: inverse, inverse: patches } : { ...head, patches, inverse };
    return { rig: patchRig(rig, record.patches), record, clashes: [] };
  }
  const after = rewind(rig, log, original.revision);
  const before = patchRig(after, original.inverse);
  const carried = kind === 'undo' ? carryOver(rig, after, before) : carryOver(rig, before, after);
  const { patches, inverse, clashes } = carried;
  return { rig: carried.rig, record: { ...head, patches, inverse }, clashes };
}
