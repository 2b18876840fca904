import { writeRig, writeShelf, type ShelfFile, type ShelvedRig } from '../../../core/file';
import type { Rig } from '../../../core/model';
import { readValue } from '../worker/reading';
import { database, now, today } from './app';
import { tellTabs } from './channel';
import { importRig, saveText } from './files';
import type { GearTaken } from './gear-files';
import { binRig, listRigs, loadRig, markSavedToFile, rawRecords, type CheckStored } from './rigs';

/**
 * Saves every rig of this address, those in the bin too, into one file.
 * @param inMemory a document that stands for what is stored of it
 * @returns how many rigs the file holds
 */
export async function saveShelf(args: {
  withNames: boolean;
  check: CheckStored;
  inMemory?: Rig | null;
}): Promise<number> {
  const { withNames, check, inMemory } = args;
  const heads = await listRigs(database, now());
  const rigs: ShelvedRig[] = [];
  const unread: unknown[] = [];
  for (const { id, binned } of heads) {
    const loaded =
      inMemory?.id === id ? { ok: true as const, rig: inMemory } : await loadRig(database, id, check);
    if (loaded.ok) rigs.push({ rig: loaded.rig, binned });
    else unread.push(await rawRecords(database, id));
  }
  const gear = (await database.gear.toArray()).filter((row) => row.binned === null).map(({ item }) => item);
  saveText(writeShelf(rigs, unread, now(), { withNames, gear }), `shelf-${today()}.humshelf.json`);
  for (const { rig } of rigs) await markSavedToFile(database, rig.id, now());
  return heads.length;
}

export type Taken = { readonly added: number; readonly same: number; readonly gear: GearTaken };

/**
 * Puts the rigs and the gear of a shelf file on their shelves. What stands there already, to the letter, is passed over;
 * what differs from the rig of its id comes as a copy. Nothing is overwritten.
 */
export async function importShelf({ rigs, gear }: ShelfFile): Promise<Taken> {
  const { takeGear } = await import('./gear-files');
  const texts = new Set<string>();
  for (const head of await listRigs(database, now())) {
    const loaded = await loadRig(database, head.id, readValue);
    if (loaded.ok) texts.add(writeRig(loaded.rig));
  }
  let added = 0;
  for (const { rig, binned } of rigs) {
    if (texts.has(writeRig(rig))) continue;
    const id = await importRig(rig, 'keep-both');
    if (binned !== null) await binRig(database, id, now());
    tellTabs({ kind: 'shelf', rig: id });
    added += 1;
  }
  return { added, same: rigs.length - added, gear: await takeGear(gear) };
}
