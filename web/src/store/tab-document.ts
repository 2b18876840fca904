// The document of one open rig as a tab holds it: what is stored, what waits to be, and how other tabs' edits
// come in between. Pure: the session does the reading and writing.
import { carryOver, type ChangeCheck, type Logged } from '../../../core/edits';
import { patchRig, type HistoryRecord, type Rig } from '../../../core/model';

/** A document as it is stored, and who is to undo what. */
export type Stored = {
  readonly rig: Rig;
  readonly revision: number;
  readonly log: readonly Logged[];
  /** Tells this rig from another one that an import may put under the same id. */
  readonly created: string;
};

/** A record on its way to storage, and the document after it. */
export type Pending = {
  readonly record: HistoryRecord;
  readonly after: { readonly rig: Rig; readonly revision: number };
};

/** A document whose last changes could not be joined with another tab's: to be kept as a rig of its own. */
export type Apart = { readonly rig: Rig; readonly why: readonly string[] };

export type TabDocument = {
  /** What is on the disk as far as this tab knows. */
  readonly base: Stored;
  /** What comes after it, in order. */
  readonly pending: readonly Pending[];
  readonly apart: readonly Apart[];
  /** The newest revision that another tab told of. */
  readonly heardOf: number;
  /** Something may have been stored that nobody told this tab of. */
  readonly mustLook: boolean;
};

export const openDocument = (base: Stored): TabDocument => ({
  base,
  pending: [],
  apart: [],
  heardOf: 0,
  mustLook: false,
});

export const shown = ({ base, pending }: TabDocument): { readonly rig: Rig; readonly revision: number } =>
  pending.at(-1)?.after ?? base;

export const wholeLog = ({ base, pending }: TabDocument): readonly Logged[] => [
  ...base.log,
  ...pending.map(({ record }) => ({ record, own: true })),
];

/** Must the store be read before anything more is written? */
export const isBehind = ({ base, heardOf, mustLook }: TabDocument): boolean =>
  mustLook || heardOf > base.revision;

/** The store is about to be read: only what is said from here on asks for another look. */
export const looking = (doc: TabDocument): TabDocument => ({ ...doc, heardOf: 0, mustLook: false });
export const toLookAt = (doc: TabDocument): TabDocument => ({ ...doc, mustLook: true });

/** An edit, undo or redo of this tab; it waits to be stored. */
export const withRecord = (doc: TabDocument, rig: Rig, record: HistoryRecord): TabDocument => ({
  ...doc,
  pending: [...doc.pending, { record, after: { rig, revision: record.revision } }],
});

/** The first that waited is on the disk. */
export function firstStored(doc: TabDocument): TabDocument {
  const [first, ...pending] = doc.pending;
  if (!first) return doc;
  const log = [...doc.base.log, { record: first.record, own: true }];
  return { ...doc, base: { ...doc.base, ...first.after, log }, pending };
}

export const firstKept = (doc: TabDocument): TabDocument => ({ ...doc, apart: doc.apart.slice(1) });

/** Another tab's record is the very next: joined at once. Else null, and the store has to be read. */
export function joinedNext(doc: TabDocument, record: HistoryRecord): TabDocument | null {
  if (doc.pending.length > 0 || record.revision !== doc.base.revision + 1) return null;
  try {
    return { ...doc, base: onto(doc.base, [record]) };
  } catch {
    return null;
  }
}

const onto = (base: Stored, records: readonly HistoryRecord[]): Stored =>
  records.reduce<Stored>(
    (at, record) => ({
      ...at,
      rig: patchRig(at.rig, record.patches),
      revision: record.revision,
      log: [...at.log, { record, own: false }],
    }),
    base,
  );

/** Puts what waits on top of another document of the same rig; what cannot be joined with it stands apart. */
function rebased(doc: TabDocument, theirs: Stored, check: ChangeCheck): TabDocument {
  const renumbered = new Map<number, number>();
  const pending: Pending[] = [];
  let before = doc.base.rig;
  let top: { readonly rig: Rig; readonly revision: number } = theirs;
  for (const { record, after } of doc.pending) {
    const { rig, patches, inverse, clashes } = carryOver(top.rig, before, after.rig);
    const refused = clashes.length > 0 ? null : check(top.rig, rig);
    if (clashes.length > 0 || refused !== null)
      return standApart(doc, theirs, refused === null ? clashes : [refused]);
    const revision = top.revision + 1;
    renumbered.set(record.revision, revision);
    const of = record.of === undefined ? {} : { of: renumbered.get(record.of) ?? record.of };
    before = after.rig;
    top = { rig, revision };
    pending.push({ record: { ...record, ...of, revision, patches, inverse }, after: top });
  }
  return { ...doc, base: theirs, pending };
}

/** What is stored is shown from now on; what waited here goes on as a rig of its own. */
const standApart = (doc: TabDocument, base: Stored, why: readonly string[]): TabDocument => ({
  ...doc,
  base,
  pending: [],
  apart: doc.pending.length > 0 ? [...doc.apart, { rig: shown(doc).rig, why }] : doc.apart,
});

/**
 * What other tabs stored comes in, what waits here goes on top of it.
 * @param head and rows: the rig as it was just read, and every record after `doc.base`
 * @returns null if the rows do not lead from what this tab knows to what is stored: the rig must be read whole
 */
export function caughtUp(
  doc: TabDocument,
  head: { readonly created: string; readonly revision: number } | undefined,
  rows: readonly HistoryRecord[],
  check: ChangeCheck,
): TabDocument | null {
  const { base } = doc;
  const follows = rows.every((row, i) => row.revision === base.revision + 1 + i);
  if (head?.created !== base.created || !follows || base.revision + rows.length !== head.revision)
    return null;
  if (rows.length === 0) return doc;
  try {
    return rebased(doc, onto(base, rows), check);
  } catch {
    return null;
  }
}

const REPLACED = 'the whole rig';

/** The rig as it was just read whole; null if there is none, or none that can be read. */
export function readWhole(doc: TabDocument, fresh: Stored | null, check: ChangeCheck): TabDocument {
  if (!fresh) return standApart(doc, doc.base, [REPLACED]);
  if (fresh.created !== doc.base.created) return standApart(doc, fresh, [REPLACED]);
  return rebased(doc, fresh, check);
}
