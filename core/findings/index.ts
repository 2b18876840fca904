export { cureWords } from './cure-words';
export { findingKey, type Finding, type FindingFigure } from './finding';
export { isHeard, trial } from './exchange';
export { cureOf, judge, RULES, SEVERITY_ORDER } from './judge';
export { merged, underTheirCauses, type Caused, type Merged } from './merge';
export { partName, soundName } from './names';
export { isOpen, marksOf, report, type Line } from './report';
export { NOT_JUDGED, sentenceOf, severityCounts, type Sentence } from './sentences';
