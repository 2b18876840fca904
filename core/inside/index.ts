// What can be done with the paths inside a unit: rows, blocks, the jacks of loops.
export {
  addBlockEdit,
  emptyInput,
  inRows,
  loopGoes,
  newRow,
  outputOf,
  removeBlockEdit,
  splitHere,
  branchAt,
} from './paths';
