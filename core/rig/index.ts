export { applyBy, trialOf, type Applied, type ChangeCheck } from './apply';
export { applyEdit } from './apply-edit';
export { patchRig, PatchError, type DocumentPatch } from './patch';
export { refusalOf } from './check';
export {
  EditError,
  type EditCall,
  type EditGroup,
  type Move,
  type RoutingChange,
  type SingleEdit,
} from './edits';
export { jackFacts, midiFacts } from './fact-words';
export { carryOver } from './carry';
export { outletWant, outletWantId } from './outlet-want';
export { figureKey, figuresOf, takesLine, type FigureEntry, type FigurePath } from './figures';
export {
  historyOf,
  recordOf,
  remember,
  stepBack,
  type History,
  type HistoryRecord,
  type Logged,
} from './history';
export { checkInvariants } from './invariants';
export { computedLength, inOrder, isOneInOneOut, longestRun, neededLength, stockLength } from './lengths';
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
export { formatProblem, type Problem } from './problem';
export { problemWords } from './problem-words';
export { fileSchema, readRig, readRigValue, type ReadResult } from './read';
export {
  hasGrid,
  moveBlock,
  restBlock,
  restingBlocks,
  rowsOf,
  wiresOfRows,
  withoutBlock,
  type LoopJacks,
  type Row,
  type RowStart,
  type Rows,
} from './rows';
export { loopAt, misplaced } from './loops';
export { readAnyFile, type FileResult, type ShelfFile } from './shelf-file';
export { boxSchema, modelSchema } from './schema-box';
export { blockSchema } from './schema-block';
export { LEAD_KINDS, LIMITS, SEVERITIES } from './terms';
export * from './types';
export { blockIn, boxesById, boxOf, endAt, jackIn, jackOf, leadOf, type JackEnd } from './look-up';
export { derive, everyNight, everySound, inNight, inSetting, type Reads, type Slices } from './slices';
export {
  chosen,
  guitarOf,
  isAudio,
  isLink,
  isPutAway,
  jackKey,
  pluggedIn,
  plugsAt,
  refOf,
  sameJack,
  sources,
  wiring,
  type PlugAt,
  type Plugged,
} from './wiring';

export { makeRig } from './new-rig';
export { writeRig, writeShelf, writeWithHistory, type ShelvedRig } from './write';
export { endWords, jackWords } from './words';
