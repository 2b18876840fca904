// Builds the interface (build/web), the server (build/server.mjs) and the command line (build/hum.mjs).
import path from 'node:path';
import { bin, isBuilt, node, root, sourceStamp, writeStamp } from './lib.mjs';

export async function bundle(entry, outfile, external) {
  const { build } = await import('esbuild');
  await build({
    entryPoints: [path.join(root, entry)],
    outfile: path.join(root, outfile),
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: external ? 'external' : 'bundle',
    minifySyntax: true,
    // Packages in the older module format call require() when bundled.
    banner: external
      ? {}
      : {
          js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
        },
    logLevel: 'warning',
  });
}

/** Builds the command line if its sources changed. Returns an exit code. */
export async function buildCli() {
  const stamp = sourceStamp(['core', 'cli', 'demo']);
  if (isBuilt('cli', stamp, 'build/hum.mjs')) return 0;
  await bundle('cli/main.ts', 'build/hum.mjs', false);
  writeStamp('cli', stamp);
  return 0;
}

/** Builds interface and server if their sources changed. Returns an exit code. */
export async function buildApp() {
  const stamp = sourceStamp(['core', 'web', 'server', 'demo']);
  if (isBuilt('app', stamp, 'build/web/index.html')) return 0;
  process.stderr.write('Building …\n');
  await bundle('server/main.ts', 'build/server.mjs', true);
  const code = await node([bin('vite'), 'build', '--config', 'web/vite.config.ts', '--logLevel', 'warn']);
  if (code === 0) writeStamp('app', stamp);
  return code;
}

if (process.argv[1] === path.join(root, 'scripts', 'build.mjs'))
  process.exitCode = (await buildCli()) || (await buildApp());
