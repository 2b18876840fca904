// npm run unit [-- PATTERN ...] [Jest's options]: the unit tests, under Jest without a context of its own for each suite.
// Suites are bundled first and share their modules, so that a thread loads each of them once.
import { readdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { bin, ensureInstalled, node, root } from './lib.mjs';

const OUT = path.join(root, '.cache', 'unit');
const ROOMS = ['core', 'web', 'cli', 'server', 'scripts'];

const suites = ROOMS.flatMap((room) =>
  readdirSync(path.join(root, room), { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith('.test.ts'))
    .map((file) => path.join(room, file)),
);

/** Packages are read from node_modules as they are; only fonts come into the bundle. */
const packagesStay = {
  name: 'packages-stay',
  setup: ({ onResolve }) =>
    onResolve({ filter: /^[^./]/ }, ({ path: name, kind }) =>
      kind === 'entry-point' || name.endsWith('.ttf') || name === '@jest/globals'
        ? undefined
        : { path: name, external: true },
    ),
};

/** Reads one source otherwise than it stands: what a suite is worth shows when the code is wrong. */
const spoiling = ({ file, from, to }) => ({
  name: 'spoiling',
  setup: ({ onLoad }) =>
    onLoad({ filter: /\.ts$/ }, ({ path: loaded }) => {
      if (path.relative(root, loaded) !== file) return undefined;
      const text = readFileSync(loaded, 'utf8');
      if (text.split(from).length !== 2) throw new Error(`${file}: "${from}" does not stand there just once`);
      return { contents: text.replace(from, () => to), loader: 'ts' };
    }),
});

/** @param {readonly string[]} files suites, from the root @param {object} [mutation] */
async function bundleSuites(files, mutation) {
  const { build } = await import('esbuild');
  await build({
    entryPoints: files.map((file) => ({ in: path.join(root, file), out: file.replace(/\.ts$/, '') })),
    outdir: OUT,
    outExtension: { '.js': '.mjs' },
    chunkNames: 'shared/[hash]',
    splitting: true,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    plugins: mutation ? [spoiling(mutation), packagesStay] : [packagesStay],
    alias: { '@jest/globals': path.join(root, 'scripts', 'jest-words.mjs') },
    loader: { '.ttf': 'binary' },
    // Workers are not started in unit tests; their addresses only have to parse.
    logOverride: { 'empty-import-meta': 'silent' },
    sourcemap: true,
    logLevel: 'warning',
  });
}

/**
 * Bundles and runs the suites whose path holds one of the patterns, or all of them.
 * @param {readonly string[]} args patterns and Jest's own options @param {object} [options] of the process
 * @param {{ file: string, from: string, to: string }} [mutation] of the code under test
 * @returns {Promise<number>} an exit code
 */
export async function unitTests(args, options, mutation) {
  const patterns = args.filter((arg) => !arg.startsWith('-'));
  const chosen = suites.filter(
    (file) => patterns.length === 0 || patterns.some((pattern) => new RegExp(pattern).test(file)),
  );
  rmSync(OUT, { recursive: true, force: true });
  await bundleSuites(chosen, mutation);
  const flags = args.filter((arg) => arg.startsWith('-'));
  // Random documents are short-lived: with room for them a fifth less of the time goes into collecting them.
  const room = '--max-semi-space-size=64';
  return node([room, '--enable-source-maps', '--no-warnings', bin('jest'), ...flags], options);
}

if (process.argv[1] === path.join(root, 'scripts', 'unit.mjs'))
  process.exitCode = (await ensureInstalled()) || (await unitTests(process.argv.slice(2)));
