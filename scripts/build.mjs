// Builds the interface (build/web), the server (build/server.mjs) and the command line (build/hum.mjs).
import { existsSync, readdirSync, rmSync } from 'node:fs';
import path from 'node:path';
import { bin, isBuilt, node, root, sourceStamp, writeStamp } from './lib.mjs';

/** Bundles an entry for Node into a folder (from the root, or absolute). What it imports lazily comes in chunks of its own: a short command reads little. */
export async function bundle(entry, name, external, folder = 'build') {
  const { build } = await import('esbuild');
  await build({
    entryPoints: [{ in: path.join(root, entry), out: name }],
    outdir: path.resolve(root, folder),
    outExtension: { '.js': '.mjs' },
    chunkNames: `${name}-[hash]`,
    splitting: true,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: external ? 'external' : 'bundle',
    minifySyntax: true,
    loader: { '.ttf': 'binary' },
    // Packages in the older module format call require() when bundled.
    banner: external
      ? {}
      : {
          js: "import { createRequire as requireFrom } from 'node:module'; const require = requireFrom(import.meta.url);",
        },
    logLevel: 'warning',
  });
}

/** Builds the command line if its sources changed. Returns an exit code. */
export async function buildCli() {
  const stamp = sourceStamp(['core', 'cli', 'demo', 'scripts']);
  if (isBuilt('cli', stamp, 'build/hum.mjs')) return 0;
  for (const old of existsSync(path.join(root, 'build')) ? readdirSync(path.join(root, 'build')) : [])
    if (/^hum-.*\.mjs$/.test(old)) rmSync(path.join(root, 'build', old));
  await bundle('cli/main.ts', 'hum', false);
  writeStamp('cli', stamp);
  return 0;
}

/** Builds interface and server if their sources changed. Returns an exit code. */
export async function buildApp() {
  const stamp = sourceStamp(['core', 'web', 'server', 'demo', 'scripts']);
  if (isBuilt('app', stamp, 'build/web/index.html')) return 0;
  process.stderr.write('Building …\n');
  await bundle('server/main.ts', 'server', true);
  const code = await node([bin('vite'), 'build', '--config', 'web/vite.config.ts', '--logLevel', 'warn']);
  if (code === 0) writeStamp('app', stamp);
  return code;
}

if (process.argv[1] === path.join(root, 'scripts', 'build.mjs'))
  process.exitCode = (await buildCli()) || (await buildApp());
