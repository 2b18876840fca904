// npm run mutate [-- WORD]: makes the code wrong in one place at a time and runs the suites that should notice.
// Ends with 1 if one of them did not.
import { ensureInstalled } from './lib.mjs';
import { MUTATIONS } from './mutations.mjs';
import { unitTests } from './unit.mjs';

if ((await ensureInstalled()) !== 0) process.exit(1);
const word = process.argv[2] ?? '';
const survivors = [];
const tried = MUTATIONS.filter(({ what, file }) => `${what} ${file}`.includes(word));
for (const mutation of tried) {
  const { what, suites } = mutation;
  const quiet = { stdio: 'ignore', env: { ...process.env, FC_SEED: process.env.FC_SEED ?? '20260302' } };
  const code = await unitTests([...suites, '--silent', '--bail'], quiet, mutation);
  if (code === 0) survivors.push(what);
  console.log(`${code === 0 ? 'SURVIVED' : 'noticed '}  ${what}`);
}
console.log(`\n${tried.length - survivors.length} noticed, ${survivors.length} survived`);
process.exitCode = survivors.length === 0 && tried.length > 0 ? 0 : 1;
