// The law tests draw their cases anew each time; `npm test` fixes the seed, so that a run can be repeated.
import fc from 'fast-check';

const seed = process.env.FC_SEED;
if (seed !== undefined) fc.configureGlobal({ seed: Number(seed) });
