export { leadLevels, levelsAlong, tightest, type LevelRun, type LevelStop } from './along';
