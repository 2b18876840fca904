import { readText } from '../worker/reading';
import { database } from './app';
import { importRig } from './files';

/** The demo rigs, each in a chunk of its own: most starts need none of them, the first start one. */
const DEMOS = [
  () => import('../../../demo/pit-chair.humrig.json?raw'),
  () => import('../../../demo/stage-walk-on.humrig.json?raw'),
] as const;

const WHILE_LOOKED_AT_MS = 3000;

/** Reads a demo like any file and puts it on the shelf; returns its id. */
async function put(load: (typeof DEMOS)[number]): Promise<string> {
  const read = await readText((await load()).default);
  if (!read.ok) throw new Error(`the demo rig does not pass: ${read.problems[0]?.reason ?? ''}`);
  return importRig(read.rig, 'keep-both', { demo: true });
}

/** Puts fresh copies of the demo rigs on the shelf. */
export async function restoreDemo(): Promise<void> {
  // One after the other: the order on the shelf is that of their making, the first on top.
  for (const load of DEMOS.toReversed()) await put(load);
}

/** On the first start under this address: the demo. Returns the id to open, or null if there are rigs already. */
export async function firstStart(): Promise<string | null> {
  if ((await database.heads.count()) > 0) return null;
  const [first, ...rest] = DEMOS;
  const id = await put(first);
  // The others come while the first is looked at; one that does not come can be restored from the shelf.
  setTimeout(() => {
    for (const load of rest) void put(load).catch(() => undefined);
  }, WHILE_LOOKED_AT_MS);
  return id;
}
