export { cureWords } from './cure-words';
export { type Finding, type FindingFigure } from './finding';
export { cureOf, judge, RULES } from './judge';
export { merged, underTheirCauses, type Caused, type Merged } from './merge';
export { soundName } from './names';
export { isOpen, marksOf, report, type Line } from './report';
export { NOT_JUDGED } from './not-judged';
export { sentenceOf, severityCounts, type Sentence } from './sentences';
