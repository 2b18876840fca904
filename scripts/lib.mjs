// What the scripts share. Plain Node: these run before anything is installed.
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';

export const root = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');

/** Runs a command with its output shown; resolves to its exit code (127 if it cannot be started). */
export function run(command, args, options = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: root, stdio: 'inherit', ...options });
    child.on('error', () => resolve(127));
    child.on('exit', (code, signal) => resolve(signal ? 1 : (code ?? 1)));
  });
}

export const node = (args, options) => run(process.execPath, args, options);

export const bin = (name) => {
  const manifest = JSON.parse(readFileSync(path.join(root, 'node_modules', name, 'package.json'), 'utf8'));
  const entry = typeof manifest.bin === 'string' ? manifest.bin : Object.values(manifest.bin)[0];
  return path.join(root, 'node_modules', name, entry);
};

const stampFile = (name) => path.join(root, 'node_modules', '.hum-map', name);

const readStamp = (name) => (existsSync(stampFile(name)) ? readFileSync(stampFile(name), 'utf8') : '');

export function writeStamp(name, value) {
  mkdirSync(path.dirname(stampFile(name)), { recursive: true });
  writeFileSync(stampFile(name), value);
}

/** Installs exactly what the lock file says, unless that is already there. Returns an exit code. */
export async function ensureInstalled() {
  const lock = createHash('sha256')
    .update(readFileSync(path.join(root, 'package-lock.json')))
    .digest('hex');
  if (readStamp('installed') === lock) return 0;
  process.stderr.write('Installing packages (once) …\n');
  const code = await run('npm', ['ci', '--no-audit', '--no-fund'], { stdio: ['ignore', 2, 2] });
  if (code === 0) writeStamp('installed', lock);
  return code;
}

function* sources(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const full = path.join(folder, entry.name);
    if (entry.isDirectory()) yield* sources(full);
    else if (!/\.test\.tsx?$/.test(entry.name)) yield full;
  }
}

/** A hash of name, size and time of every source below the folders: equal means nothing to build. */
export function sourceStamp(folders) {
  const hash = createHash('sha256');
  for (const folder of folders)
    for (const file of sources(path.join(root, folder))) {
      const { size, mtimeMs } = statSync(file);
      hash.update(`${path.relative(root, file)} ${size} ${mtimeMs}\n`);
    }
  hash.update(readFileSync(path.join(root, 'package-lock.json')));
  return hash.digest('hex');
}

export const isBuilt = (name, stamp, file) => readStamp(name) === stamp && existsSync(path.join(root, file));

export const hasCommand = (name) => spawnSync('sh', ['-c', `command -v ${name}`]).status === 0;
