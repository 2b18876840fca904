import type { Rig } from '../../../core/rig';
import { readText } from '../worker/reading';
import { database } from './app';
import { importRig } from './files';

/** The demo rigs, read like any file. They come in a chunk of their own: most starts need none of it. */
async function demoRigs(): Promise<readonly Rig[]> {
  const files = await Promise.all([
    import('../../../demo/pit-chair.humrig.json?raw'),
    import('../../../demo/stage-walk-on.humrig.json?raw'),
  ]);
  return Promise.all(
    files.map(async ({ default: text }) => {
      const read = await readText(text);
      if (!read.ok) throw new Error(`the demo rig does not pass: ${read.problems[0]?.reason ?? ''}`);
      return read.rig;
    }),
  );
}

/** Puts fresh copies of the demo rigs on the shelf; returns their ids. */
export async function restoreDemo(): Promise<readonly string[]> {
  const ids: string[] = [];
  for (const rig of await demoRigs()) ids.push(await importRig(rig, 'keep-both', { demo: true }));
  return ids;
}

/** On the first start under this address: the demo. Returns the id to open, or null if there are rigs already. */
export async function firstStart(): Promise<string | null> {
  if ((await database.heads.count()) > 0) return null;
  const [id] = await restoreDemo();
  return id ?? null;
}
