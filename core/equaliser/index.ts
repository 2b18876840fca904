// Equalisers as they are noted, as curves ahead of and behind the gain.
export { eqView, eqWords, hertzLabel, type EqView } from './along';
export { bandsOf, eqDb, isEqualiser } from './bands';
export { bandsText, parseBands } from './text';
