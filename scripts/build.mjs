// Builds the interface (build/web), the server (build/server.mjs) and the command line (build/hum.mjs).
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
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

const PACKABLE = /\.(js|css|html|svg|json|webmanifest|ttf)$/;

/** Packs every file of the interface once, as small as it gets, so that the server only has to hand it out. */
function pack(folder) {
  for (const file of readdirSync(folder, { recursive: true, encoding: 'utf8' })) {
    if (!PACKABLE.test(file)) continue;
    const bytes = readFileSync(path.join(folder, file));
    if (bytes.length < 1000) continue;
    writeFileSync(path.join(folder, `${file}.br`), brotliCompressSync(bytes));
    writeFileSync(path.join(folder, `${file}.gz`), gzipSync(bytes, { level: 9 }));
  }
}

/** Builds interface and server if their sources changed. Returns an exit code. */
export async function buildApp() {
  const stamp = sourceStamp(['core', 'web', 'server', 'demo', 'scripts']);
  if (isBuilt('app', stamp, 'build/web/index.html')) return 0;
  process.stderr.write('Building …\n');
  await bundle('server/main.ts', 'server', true);
  const code = await node([bin('vite'), 'build', '--config', 'web/vite.config.ts', '--logLevel', 'warn']);
  if (code === 0) {
    pack(path.join(root, 'build', 'web'));
    writeStamp('app', stamp);
  }
  return code;
}

if (process.argv[1] === path.join(root, 'scripts', 'build.mjs'))
  process.exitCode = (await buildCli()) || (await buildApp());
