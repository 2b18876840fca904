// Output levels chosen: modes tried, knobs solved, what to set on each box and why.
export { unevenGuitars } from './uneven';
export { knobsAt } from './ways';
export { chooseLevels, type LevelPlan, type LevelStep, type LevelSum, type SetLine } from './plan';
export { songLevels, type SongLevel } from './set';
