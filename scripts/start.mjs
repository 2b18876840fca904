// npm start: installs and builds what is missing, then serves the production build and opens it.
// Options: --port N, --no-open, --host ADDRESS (see server/options.ts).
import { ensureInstalled, node } from './lib.mjs';

const fail = (what, code) => {
  process.stderr.write(`Hum Map could not start: ${what}.\n`);
  process.exit(code);
};

const installed = await ensureInstalled();
if (installed !== 0) fail('the packages could not be installed (see above)', installed);
const { buildApp } = await import('./build.mjs');
const built = await buildApp();
if (built !== 0) fail('the build failed (see above)', built);

// Ctrl-C reaches the server too, which ends itself; this process only waits for it.
process.on('SIGINT', () => {});
process.on('SIGTERM', () => {});
const args = process.argv.slice(2);
process.exitCode = await node([
  'build/server.mjs',
  ...(args.includes('--no-open') ? [] : ['--open']),
  ...args,
]);
