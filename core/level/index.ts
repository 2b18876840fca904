// Levels along a route in dBu, with ceilings and headroom.
export { leadLevels, levelsAlong, tightest, type LevelRoute, type LevelStop } from './along';
export { throughStages, type Levels, type Stage, type StageLevels } from './chain';
