// npm test: lint, types, unit tests, end-to-end tests; ends with a line `N passed, N failed`.
// Options: --no-e2e leaves the browser out.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { flowFailures, unitFailures } from './failures.mjs';
import { bin, ensureInstalled, hasCommand, node, root, run } from './lib.mjs';
import { unitTests } from './unit.mjs';

const withBrowser = !process.argv.includes('--no-e2e');

let passed = 0;
let failed = 0;
/** What failed in tests, told once more at the end. */
const failures = [];
const count = (name, ok) => {
  if (ok) passed += 1;
  else failed += 1;
  console.log(`${ok ? 'ok' : 'FAILED'}: ${name}`);
};

const finish = () => {
  for (const text of failures) console.log(`\n${text}`);
  console.log(`\n${passed} passed, ${failed} failed`);
  process.exit(failed === 0 && passed > 0 ? 0 : 1);
};

/** Adds a runner's own counts and what failed; a runner that crashed without a report is one failure. */
function addReport(name, file, code, read) {
  try {
    const [good, bad, told] = read(JSON.parse(readFileSync(file, 'utf8')));
    failures.push(...told);
    passed += good;
    failed += bad;
    console.log(`${name}: ${good} passed, ${bad} failed`);
    if (bad === 0 && (code !== 0 || good === 0)) count(`${name} ended with code ${code}`, false);
  } catch {
    count(`${name} left no report`, false);
  }
}

/** The browser, and what the end-to-end tests read PDF files with; the system's packages where something is missing. */
async function ensureChromium() {
  const isThere = (...browsers) => hasCommand('pdftotext') && browsers.some(hasCommand);
  const there = () => isThere('chromium-headless-shell', 'chromium');
  if (isThere('chromium-headless-shell')) return true;
  if (!hasCommand('apt-get') || process.getuid?.() !== 0) {
    if (there()) return true;
    console.log(
      'No chromium or pdftotext found. Install your system’s packages `chromium` and `poppler-utils`, then run npm test again.',
    );
    return false;
  }
  const quiet = { stdio: ['ignore', 'ignore', 'inherit'] };
  const install = (browser) =>
    run('apt-get', ['install', '-y', '-q', '--no-install-recommends', browser, 'poppler-utils'], quiet);
  await run('apt-get', ['update', '-q'], quiet);
  await install('chromium-headless-shell');
  // Not every archive has the one without a window.
  if (!there()) await install('chromium');
  return there();
}

/** The command line and the interface as they are handed out, for the end-to-end tests. */
async function build() {
  const { buildApp, buildCli } = await import('./build.mjs');
  return (await buildCli()) === 0 && (await buildApp()) === 0;
}

/** Style, rules, arrows between the rooms, what nothing uses, and types (by the newer compiler): all of it is quick. */
async function checks() {
  const steps = [
    ['lint: style', [bin('oxfmt'), '--check', '.']],
    ['lint: rules', [bin('oxlint'), '--deny-warnings', '.']],
    [
      'lint: arrows',
      [bin('dependency-cruiser'), '--config', '.dependency-cruiser.cjs', 'core', 'web', 'cli', 'server'],
    ],
    ['lint: nothing unused', [bin('knip')]],
    ['types', [bin('typescript-7'), '--noEmit']],
    ['types of core alone', [bin('typescript-7'), '--noEmit', '-p', 'tsconfig.core.json']],
  ];
  for (const [name, step] of steps) count(name, (await node(step)) === 0);
}

async function runUnitTests() {
  const report = path.join(out, 'jest.json');
  const seed = process.env.FC_SEED ?? '20260302';
  console.log(`seed of the law tests: ${seed} (FC_SEED)`);
  const code = await unitTests(['--json', `--outputFile=${report}`, '--silent'], {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, FC_SEED: seed },
  }).catch(() => 1); // Suites that cannot be bundled leave no report, which is told below.
  addReport('unit tests', report, code, (r) => [
    r.numPassedTests,
    r.numFailedTests + r.numRuntimeErrorTestSuites,
    unitFailures(r),
  ]);
}

async function runEndToEndTests() {
  const report = path.join(out, 'e2e.json');
  const code = await node([bin('@playwright/test'), 'test'], { env: { ...process.env, E2E_JSON: report } });
  addReport('end-to-end tests', report, code, (r) => [
    r.stats.expected,
    r.stats.unexpected + r.stats.flaky + r.errors.length,
    flowFailures(r, (left) => (existsSync(left) ? readFileSync(left, 'utf8') : null)),
  ]);
}

if ((await ensureInstalled()) !== 0) {
  count('install', false);
  finish();
}
const out = path.join(root, '.cache');
rmSync(out, { recursive: true, force: true });
mkdirSync(out, { recursive: true });

// A browser that is missing comes while the rest is checked; the tests in it are to have the machine for themselves.
const browser = withBrowser ? ensureChromium() : null;
// Each of them keeps one processor busy for the most part.
const [built] = await Promise.all([withBrowser && build(), checks()]);
if (withBrowser) count('production build', built);
await runUnitTests();
if (withBrowser) {
  const isThere = await browser;
  if (!isThere) count('chromium for the end-to-end tests', false);
  if (built && isThere) await runEndToEndTests();
}
finish();
