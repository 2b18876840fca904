// The command line as a function, for tests.
import { mkdtempSync } from 'node:fs';
import path from 'node:path';
import { processIo } from './io';
import { run } from './run';

/** Suites that run in one thread share it; it goes with the bundled suites when they are run again. */
export const folder = mkdtempSync(path.join(process.cwd(), '.cache', 'unit', 'cli-'));
export const at = (name: string) => path.join(folder, name);

/** The command line as a function: what it wrote, and its exit code. */
export async function hum(args: readonly string[], input = '') {
  let [stdout, stderr] = ['', ''];
  const status = await run(args, {
    ...processIo,
    read: (file) => (file === '-' ? input : processIo.read(file)),
    out: (content) => (stdout += typeof content === 'string' ? content : Buffer.from(content).toString()),
    err: (text) => (stderr += text),
  });
  return { status, stdout, stderr };
}
export const json = async (args: readonly string[], input?: string) => {
  const { status, stdout } = await hum([...args, '--json'], input);
  return { status, value: JSON.parse(stdout) as Record<string, unknown> };
};
