import pitChair from '../../../demo/pit-chair.humrig.json?url';
import stageWalkOn from '../../../demo/stage-walk-on.humrig.json?url';
import flyKit from '../../../demo/fly-kit.humrig.json?url';
import Dexie from 'dexie';
import type { Rig } from '../../../core/model';
import { database, now } from './app';
import { tellTabs } from './channel';
import { importRig } from './files';
import { createRig } from './rigs';

/** The demo rigs, each a file of its own: most starts need none of them, the first start one. */
const DEMOS = [pitChair, stageWalkOn, flyKit] as const;

/** Noted from the first start until every demo is on the shelf: since when they are owed. */
const OWED = 'hum-map-demos-owed';

const WHILE_LOOKED_AT_MS = 3000;

/** A demo is part of the build, and written as it would be read: nothing in it has to be checked or put in (demo.test.ts). */
async function read(address: string): Promise<Rig> {
  const answer = await fetch(address);
  if (!answer.ok) throw new Error(`the demo rig could not be fetched (${answer.status})`);
  return (await answer.json()) as Rig;
}

/** Puts fresh copies of the demo rigs on the shelf. */
export async function restoreDemo(): Promise<void> {
  // One after the other: the order on the shelf is that of their making, the first on top.
  for (const demo of DEMOS.toReversed()) await importRig(await read(demo), 'keep-both', { demo: true });
}

/** Puts the demos on the shelf that a first start left for later, in this page or in one closed too early. */
export async function putOwedDemos(): Promise<void> {
  const at = localStorage.getItem(OWED);
  if (at === null) return;
  // All of one moment: the shelf then keeps the order of their names. One that does not come is owed on.
  for (const demo of DEMOS.slice(1)) {
    const rig = await read(demo);
    if ((await database.heads.get(rig.id)) !== undefined) continue;
    try {
      await createRig(database, rig, at, { demo: true });
      tellTabs({ kind: 'shelf', rig: rig.id });
    } catch (error) {
      // A page that is just closing, or another call, was at it too and has put it there meanwhile.
      if (!(error instanceof Dexie.ConstraintError)) throw error;
    }
  }
  localStorage.removeItem(OWED);
}

/** Under way since before the page was drawn; taken once. */
let begun: Promise<string | null> | null = null;

/** Begins a start at the bare address while the page is still being made. */
export function beginFirstStart(): void {
  begun = start();
  // Who takes it is told what went wrong.
  begun.catch(() => undefined);
}

/** On the first start under this address: the demo. Gives the id to open, or null if there are rigs already. */
export function firstStart(): Promise<string | null> {
  const taken = begun ?? start();
  begun = null;
  return taken;
}

async function start(): Promise<string | null> {
  if ((await database.heads.count()) > 0) return null;
  const at = now();
  const id = await importRig(await read(pitChair), 'keep-both', { demo: true, at });
  // The others come while the first is looked at.
  localStorage.setItem(OWED, at);
  setTimeout(() => void putOwedDemos().catch(() => undefined), WHILE_LOOKED_AT_MS);
  return id;
}
