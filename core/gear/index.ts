// One's own gear: items of the gear shelf, their panel's facts and edits, files, and what a rig's box has of them.
export { compareWithShelf, offersIn, type Comparison, type FigureDifference } from './compare';
export { applyGearEdit, type GearEdit, type GearEdited } from './edits';
export { endOptions } from './ends';
export {
  endOf,
  fieldText,
  figureTexts,
  readField,
  readFigure,
  type Field,
  type FigureTexts,
  type Read,
} from './field';
export { groupsOfPart } from './fields';
export type { FieldGroup } from './fields-kit';
export { addressOfFigure, figuresOfPart } from './figures';
export { figuresCsv, readFigures, type FigureChange, type FiguresRead } from './figures-csv';
export { readGear, readItems, writeGear, type GearFile, type GearRead } from './gear-file';
export {
  checkItem,
  copyOfItem,
  emptyItem,
  itemFromBox,
  itemFromKind,
  kindOfItem,
  newItemId,
  type Checked,
  type GearItem,
} from './item';
export {
  addressOfPath,
  idOf,
  kindOfPart,
  listOf,
  nameOfPart,
  ownerOf,
  partAt,
  within,
  type Address,
  type PartKind,
} from './parts';
export { factWords, knownWords } from './item-words';
export { isAbout, troubleOf, troubleWords, type Trouble } from './problems';
export { BLOCK_TEMPLATES, JACK_TEMPLATES } from './templates';
export { BRIDGED, IS_LOAD, SWITCHING } from './words';
