// Levels along a route in dBu, with ceilings and headroom.
export { leadLevels, levelsAlong, tightest } from './along';
export type { LevelRoute, LevelStop } from './reckoning';
export { throughStages, type Levels, type Stage, type StageLevels } from './chain';
