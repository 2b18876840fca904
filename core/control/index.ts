// Control: what each sound sets, by what it is switched, and what goes over the wire.
export { choicesOf, type Cell, type Choice } from './cells';
export { cellName, headOf, type Column } from './columns';
export {
  calledBySounds,
  clearCells,
  copyCells,
  fillDown,
  pasteInto,
  pressCells,
  readSounds,
  soundsCsv,
  soundTable,
  typeInto,
  type CellRange,
  type SoundTable,
  type TableAct,
  type TableCell,
} from './table';
