// npm run mutate [-- WORD]: makes the code wrong in one place at a time and runs the suites that should notice,
// which have to pass first as the code stands.
// Ends with 1 if one of them did not.
import { ensureInstalled } from './lib.mjs';
import { MUTATIONS } from './mutations.mjs';
import { unitTests } from './unit.mjs';

if ((await ensureInstalled()) !== 0) process.exit(1);
const word = process.argv[2] ?? '';
const survivors = [];
const tried = MUTATIONS.filter(({ what, file }) => `${what} ${file}`.includes(word));
const env = { ...process.env, FC_SEED: process.env.FC_SEED ?? '20260302' };

const named = [...new Set(tried.flatMap(({ suites }) => suites))];
const shown = { stdio: ['ignore', 'ignore', 'inherit'], env };
if (named.length > 0 && (await unitTests([...named, '--silent'], shown)) !== 0) {
  console.log('Some of these suites fail as the code stands: what they notice would prove nothing.');
  process.exit(1);
}

for (const mutation of tried) {
  const { what, suites } = mutation;
  const code = await unitTests([...suites, '--silent', '--bail'], { stdio: 'ignore', env }, mutation);
  if (code === 0) survivors.push(what);
  console.log(`${code === 0 ? 'SURVIVED' : 'noticed '}  ${what}`);
}
console.log(`\n${tried.length - survivors.length} noticed, ${survivors.length} survived`);
process.exitCode = survivors.length === 0 && tried.length > 0 ? 0 : 1;
