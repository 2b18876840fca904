import { LIMITS, formatProblem, slug, withEnding, type HistoryRecord, type Rig } from '../../../core/model';
import { writeRig, type ShelfFile } from '../../../core/file';
import { readFileText } from '../worker/reading';
import { database, now } from './app';
import { tellTabs } from './channel';
import { keepNewcomer } from './newcomer';
import { createRig, markSavedToFile, removeForGood, binRig, freeRigId } from './rigs';

/** Hands a text to the browser's downloads. */
export const saveText = (text: string, name: string, type = 'application/json') =>
  saveBlob(new Blob([text], { type: `${type};charset=utf-8` }), name);

export const saveBytes = (bytes: Uint8Array, name: string, type: string) =>
  saveBlob(new Blob([new Uint8Array(bytes)], { type }), name);

function saveBlob(blob: Blob, name: string) {
  const url = URL.createObjectURL(blob);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // The download has begun by then; the address must not be kept for ever.
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

export async function exportRig(rig: Rig): Promise<void> {
  saveText(writeRig(rig), `${slug(rig.title)}.humrig.json`);
  await markSavedToFile(database, rig.id, now());
}

export type ImportResult =
  | {
      readonly kind: 'read';
      readonly rig: Rig;
      /** The edits that the file carries, for undo. */
      readonly history: readonly HistoryRecord[];
      readonly clash: boolean;
    }
  | { readonly kind: 'shelf'; readonly file: string; readonly shelf: ShelfFile }
  | { readonly kind: 'gear'; readonly file: string; readonly text: string }
  | { readonly kind: 'refused'; readonly file: string; readonly problems: readonly string[] };

const MB = 1024 * 1024;

/** Reads a file and says whether a rig of its id is on the shelf; stores nothing. */
export async function readFile(file: File): Promise<ImportResult> {
  if (file.size > LIMITS.shelfBytes)
    return {
      kind: 'refused',
      file: file.name,
      problems: [`the file has ${Math.ceil(file.size / MB)} MB; at most ${LIMITS.shelfBytes / MB} are read`],
    };
  const text = await file.text();
  const result = await readFileText(text);
  if (result.kind === 'shelf') return { ...result, file: file.name };
  if (result.kind === 'gear') return { ...result, file: file.name, text };
  const { read } = result;
  if (!read.ok) return { kind: 'refused', file: file.name, problems: read.problems.map(formatProblem) };
  const head = await database.heads.get(read.rig.id);
  const { rig, history = [] } = read;
  return { kind: 'read', rig, history, clash: head !== undefined && head.binned === null };
}

/**
 * Puts a read rig on the shelf. A rig of its id in the bin does not count: it is moved to another id there.
 * @param mode on a clash: keep both (the new one gets an id of its own), or the old one goes to the bin
 * @param at the moment it is said to have come, ISO
 */
export async function importRig(
  rig: Rig,
  mode: 'keep-both' | 'replace',
  { at = now(), ...more }: { demo?: boolean; at?: string; history?: readonly HistoryRecord[] } = {},
): Promise<string> {
  const head = await database.heads.get(rig.id);
  const isCopy = head?.binned === null && mode === 'keep-both';
  if (head && !isCopy) await moveAside(rig.id);
  const id = isCopy ? await freeRigId(database, rig.id) : rig.id;
  return shelve(isCopy ? { ...rig, id, title: copyTitle(rig.title) } : rig, at, more);
}

/** Puts a rig of an id that is free on the shelf, and tells the other tabs. */
async function shelve(rig: Rig, at: string, more?: Parameters<typeof createRig>[3]): Promise<string> {
  await createRig(database, rig, at, more);
  if (!more?.history?.length) keepNewcomer(rig, at);
  tellTabs({ kind: 'shelf', rig: rig.id });
  return rig.id;
}

export const copyTitle = (title: string): string => withEnding(title, ' (copy)', LIMITS.nameLength);

/** Gives the rig that holds an id another one and leaves it in the bin. */
async function moveAside(id: string) {
  const other = await freeRigId(database, withEnding(id, '-old', LIMITS.idLength));
  await database.transaction('rw', database.heads, database.edits, database.snapshots, async () => {
    const head = await database.heads.get(id);
    if (!head) return;
    const [edits, snapshots] = await Promise.all([
      database.edits.where('rig').equals(id).toArray(),
      database.snapshots.where('rig').equals(id).toArray(),
    ]);
    await database.heads.add({ ...head, id: other });
    await database.edits.bulkPut(edits.map((row) => ({ ...row, rig: other })));
    await database.snapshots.bulkPut(
      snapshots.map((s) => ({ ...s, rig: other, document: { ...s.document, id: other } })),
    );
    await removeForGood(database, id);
  });
  await binRig(database, other, now());
}

/** A new empty rig on the shelf; returns its id. */
export async function addRig(rig: Rig): Promise<string> {
  return shelve({ ...rig, id: await freeRigId(database, rig.id) }, now());
}
