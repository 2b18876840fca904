import type { Applied, DocumentPatch } from './apply';

/** One step that was done to a document, as it is kept for undo. */
export type HistoryRecord = {
  readonly revision: number;
  /** `undo` and `redo` name the revision of the edit they take back or do again. */
  readonly kind: 'edit' | 'undo' | 'redo';
  readonly of?: number;
  readonly label: string;
  readonly undoable: boolean;
  readonly patches: readonly DocumentPatch[];
  readonly inverse: readonly DocumentPatch[];
};

/** What can be undone and redone, each with the newest last. */
export type History = { readonly done: readonly HistoryRecord[]; readonly undone: readonly HistoryRecord[] };

export const emptyHistory: History = { done: [], undone: [] };

/** The history after one more record. A new undoable edit forgets what was undone; a tick changes nothing. */
export function remember(history: History, record: HistoryRecord): History {
  if (record.kind === 'edit')
    return record.undoable ? { done: [...history.done, record], undone: [] } : history;
  const from = record.kind === 'undo' ? history.done : history.undone;
  const original = from.find((entry) => entry.revision === record.of);
  if (!original) return history;
  const without = from.filter((entry) => entry !== original);
  return record.kind === 'undo'
    ? { done: without, undone: [...history.undone, original] }
    : { done: [...history.done, original], undone: without };
}

export const historyOf = (records: readonly HistoryRecord[]): History =>
  records.reduce(remember, emptyHistory);

/** A record of an edit just applied. */
export const recordOf = (applied: Applied, revision: number): HistoryRecord => ({
  revision,
  kind: 'edit',
  label: applied.label,
  undoable: applied.undoable,
  patches: applied.patches,
  inverse: applied.inverse,
});

/** The record that undoes (or redoes) the newest entry, or null if there is none. */
export function stepBack(history: History, kind: 'undo' | 'redo', revision: number): HistoryRecord | null {
  const original = (kind === 'undo' ? history.done : history.undone).at(-1);
  if (!original) return null;
  const { patches, inverse } = original;
  return {
    revision,
    kind,
    of: original.revision,
    label: original.label,
    undoable: false,
    patches: kind === 'undo' ? inverse : patches,
    inverse: kind === 'undo' ? patches : inverse,
  };
}
