export { reachedBy, type Listener, type Segment } from './segment';
export { segmentsIn } from './segments';
export { trackShare } from './pots';
export { ISOLATOR_HENRY, USUAL_FARAD_PER_M, type Cable } from './parts';
export {
  driven,
  lookedInto,
  partText,
  routeNetlist,
  segmentNetlist,
  wholeOf,
  withoutStage,
  type Part,
} from './route';
export { stretchesAlong, type Passed, type Stretch } from './stretches';
export { isIsolator } from './passing';
export {
  byOneLead,
  nodeBehind,
  ohmBehind,
  partUpTo,
  pieceBetween,
  type CutAt,
  type Piece,
  type Takes,
} from './cut';
export { loudestOf, sourceUp } from './pickups';
export { bareVolume, leadFarad } from './parts';
