// What is judged of a rig: rules, their sentences and cures, effects under their causes.
export { type Cure } from './cure';
export { findingKey, type Finding, type FindingFigure } from './finding';
export { type Guess } from './guess';
export { houseLines, type HouseLine } from './house';
export { cureOf, judge } from './judge';
export { cureToldIn, merged, underTheirCauses, type Caused, type Merged } from './merge';
export { soundName } from './names';
export { leadsMoved } from './moved';
export { isOpen, marksOf } from './open';
export { report, type FindingLine } from './report';
export { NOT_JUDGED } from './not-judged';
export { type Sentence } from './rule';
export { RULES } from './rules';

export { sentenceOf } from './sentences';
