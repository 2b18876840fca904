// What a rig is: its types and schemas, what must hold in it, and how its parts are found and named.
export * from './types';
export type { Known } from './known';
export type { HistoryRecord } from './history-record';
export { basisOf, hashOf } from './basis';
export { clone, utf8Length } from './clone';
export { actsOnBlock, jacksOfControl, movesJack } from './controls';
export { combinationOf, instrumentOf, pickupChoices, type Coil, type Combination } from './pickups';
export { ownsEarth } from './earth';
export { jackFacts, midiFacts } from './fact-words';
export {
  figureKey,
  figurePlaces,
  figuresOf,
  setFigureAt,
  takesLine,
  type FigureEntry,
  type FigurePath,
  type FigurePlace,
  type WithFigures,
} from './figures';
export { follow } from './follow';
export { checkInvariants, checkOneBox } from './invariants';
export { isKeyed, isPlain, keyOf, same, type Plain } from './keyed';
export {
  blockAt,
  blockIn,
  boxesById,
  boxOf,
  endAt,
  isPreamp,
  jackIn,
  jackOf,
  refAt,
  leadOf,
  type JackEnd,
} from './look-up';
export { LIMIT_GROUPS, limitFact, type LimitFact, type LimitName } from './limits';
export { loopAt, loopEnds, misplaced, misplacedLoops } from './loops';
export {
  freeNumber,
  freshId,
  instanceOf,
  makeLead,
  makePlace,
  makeSound,
  makeTag,
  slug,
  withEnding,
  type Instance,
} from './make';
export { forget, forgetInBox } from './names';
export { produce } from './produce';
export { makeRig } from './new-rig';
export {
  differencesBetween,
  leadsOtherwise,
  newSound,
  newVariant,
  nightIds,
  nightName,
  type NightDifferences,
} from './nights';
export { differences, PatchError, patchRig, type DocumentPatch } from './patch';
export { asLately, keepLately } from './lately';
export { formatPath, formatProblem, type Problem } from './problem';
export { problemWords } from './problem-words';
export { BETWEEN_PARTS, type Named } from './references';
export { moveBlock, restBlock, ringIn, withoutBlock } from './row-edits';
export {
  hasGrid,
  plainRowsOf,
  restingBlocks,
  rowsOf,
  wiresOfRows,
  type LoopJacks,
  type Row,
  type RowJoin,
  type RowStart,
  type Rows,
} from './rows';
export { blockSchema } from './schema-block';
export { jackSchema } from './schema-jack';
export { boxSchema, modelSchema } from './schema-box';
export { ITEMS, rigSchema } from './schema-rig';
export {
  derive,
  everyNight,
  everySound,
  inNight,
  inSetting,
  type Reads,
  type SliceName,
  type Slices,
} from './slices';
export type { Standing } from './standing';
export { bankCount, freeSwitches, isSwitched, switchesOf } from './switches';
export {
  CONNECTORS,
  EFFECT_CATEGORIES,
  FORBIDDEN_KEYS,
  FORMAT,
  LEAD_KINDS,
  LIMITS,
  SEVERITIES,
  VERSION,
} from './terms';
export {
  chosen,
  guitarOf,
  isAudio,
  isLink,
  isPutAway,
  isTurned,
  jackKey,
  onward,
  otherSide,
  pluggedIn,
  plugsAt,
  refOf,
  sameEnds,
  sameJack,
  sources,
  wiring,
  type PlugAt,
  type Plugged,
  type Side,
} from './wiring';
export { blockWords, endWords, endWordsLong, jackWords, laidWords, shieldWords, titleWords } from './words';
