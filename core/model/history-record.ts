import type { DocumentPatch } from './patch';

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
