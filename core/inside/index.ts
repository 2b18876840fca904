// What can be done with the paths inside a unit: rows, blocks, the jacks of loops.
export {
  addBlockEdit,
  emptyInput,
  inRows,
  joinable,
  joinAt,
  legTo,
  loopGoes,
  newRow,
  outputOf,
  partRow,
  removeBlockEdit,
  splitHere,
  twinEdit,
  branchAt,
} from './paths';
export { jacksAlong, standingJacks, type StandingJack } from './standing';
