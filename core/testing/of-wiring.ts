// What is found of a rig's wiring alone: tests of wiring are of any levels and any length of cable.
import { judge as judgeAll, report as reportAll, type Finding, type FindingLine } from '../findings';

const SIGNAL = /^(TONE|HUM|LEVEL-(?!MODE)|NOISE|PHASE|TIME|CONV|LOOP-PARALLEL|STALE|SAFE-EARS|KNOB-REACH)/;

const isOfWiring = ({ code }: { readonly code: string }): boolean => !SIGNAL.test(code);

export const judge = (...given: Parameters<typeof judgeAll>): readonly Finding[] =>
  judgeAll(...given).filter(isOfWiring);

export const report = (...given: Parameters<typeof reportAll>): readonly FindingLine[] =>
  reportAll(...given).filter(isOfWiring);
