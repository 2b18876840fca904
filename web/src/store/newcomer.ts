import type { Rig } from '../../../core/model';
import type { RigDatabase } from './db';
import type { Stored } from './tab-document';

/** The sound rig that this page put on the shelf last. It is mostly opened next, with nothing to read and check anew. */
let newcomer: { readonly rig: Rig; readonly created: string } | null = null;

export function keepNewcomer(rig: Rig, created: string): void {
  newcomer = { rig, created };
}

/** Gives what was kept, once, if it is what stands on the shelf: no edit and no other rig of its id came meanwhile. */
export async function takeNewcomer(db: RigDatabase, id: string): Promise<Stored | null> {
  if (newcomer?.rig.id !== id) return null;
  const { rig, created } = newcomer;
  newcomer = null;
  const head = await db.heads.get(id);
  return head?.revision === 0 && head.created === created ? { rig, created, revision: 0, log: [] } : null;
}
