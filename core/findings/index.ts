export { cureWords } from './cure-words';
export { findingKey, type Finding, type FindingFigure } from './finding';
export { isHeard, trial } from './exchange';
export { cureOf, judge, merged, RULES, SEVERITY_ORDER, type Merged } from './judge';
export { partName, soundName } from './names';
export { NOT_JUDGED, sentenceOf, severityCounts, type Sentence } from './sentences';
