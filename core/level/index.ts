// Levels along a route in dBu, with ceilings and headroom.
export { leadLevels, levelsAlong, reckon, tightest } from './along';
export { hopsAlong, type Hops } from './hops';
export type { LevelRoute, LevelStop } from './stop';
export {
  dbuOf,
  powerSum,
  SILENT_DBU,
  throughStages,
  type Levels,
  type Stage,
  type StageLevels,
} from './chain';
export { loudness, unlikeLevels, type NominalLevel } from './nominal';
export { feedsIn, type Feed, type FeedKnob } from './feeds';
export { converterIn } from './converter';
export { headroomAt, type Headroom } from './headroom';
export { bypassed, insertedAlong, insertionsAlong, offUnity, type Inserted, type Insertion } from './unity';
export { positionFor, potDb, rangeOf } from './knobs';
export type { NoiseGroup } from './noise';
export { floorUnder, gateWords, noiseAtEnd, type NoiseAtEnd } from './shares';
export { knobTable, levelView, type KnobTable, type LevelView } from './view';
