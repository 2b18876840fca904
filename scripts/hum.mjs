// npm run -s hum -- COMMAND: the command line. Built when its sources changed, then run in this process.
import { ensureInstalled } from './lib.mjs';

const installed = await ensureInstalled();
if (installed !== 0) process.exit(installed);
const { buildCli } = await import('./build.mjs');
await buildCli();
await import('../build/hum.mjs');
