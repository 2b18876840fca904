import { CODES } from './codes';

/** What a rig is judged by, beside its wiring, with the codes that speak of it. */
const TOPICS: readonly { readonly name: string; readonly codes: readonly string[] }[] = [
  {
    name: 'levels and noise',
    codes: ['LEVEL-CLIP', 'LEVEL-LOW', 'LEVEL-UNITY', 'LEVEL-SOUNDS', 'NOISE-FLOOR'],
  },
  { name: 'tone', codes: ['TONE-DULL', 'TONE-PEAK', 'TONE-LOAD', 'TONE-DRIVE'] },
  { name: 'delay and polarity', codes: ['TIME-TOTAL', 'TIME-NOTCH', 'PHASE-AMPS', 'PHASE-BLEND'] },
  { name: 'hum', codes: ['HUM-LOOP', 'HUM-LEAK', 'HUM-SUPPLY'] },
  { name: 'supplies', codes: ['SAFE-DCVOLT', 'SAFE-DCPOL', 'DC-CURRENT', 'DC-TOTAL', 'DC-UNFED'] },
  { name: 'mains', codes: ['SAFE-MAINS', 'SAFE-MAINSVOLT'] },
  { name: 'heat', codes: ['SAFE-HEAT'] },
  { name: 'switching', codes: ['CTRL-NUMBER', 'CTRL-CHANNEL', 'CTRL-CHAIN', 'CTRL-NOWAY'] },
  { name: 'presses', codes: ['CTRL-PRESSES'] },
  { name: 'stored sounds', codes: ['CTRL-UNSTORED'] },
  { name: 'expression pedals', codes: ['EXP-WIRING'] },
  { name: 'room on a board', codes: ['BOARD-FIT'] },
  { name: 'spares', codes: ['SPARE-SINGLE'] },
];

/** The topics that none of these codes speaks of. */
export const unjudged = (codes: readonly string[]): readonly string[] =>
  TOPICS.filter((topic) => !topic.codes.some((code) => codes.includes(code))).map(({ name }) => name);

/** What findings do not judge yet, said on the map and the sheet so that silence is not taken for approval. */
export const NOT_JUDGED: readonly string[] = unjudged(CODES);
