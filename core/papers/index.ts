// Schedule, labels, sheet, pocket card and the map as an SVG file.
export {
  scheduleCsv,
  jointLine,
  loomLine,
  scheduleOf,
  type Schedule,
  type ScheduleRow,
  type Total,
} from './schedule';
export { mapSheets, paperMap, type MapSheet } from './map-sheets';
export { pocketCardHtml } from './pocket-card';
export { setSheetHtml } from './set-sheet';
export { labelsOf, loomLabelsOf, type Label, type LabelEnd, type LoomLabel } from './labels';
export { sheetOf, STANDING_CAUTIONS, type Sheet, type SoundLine, type WalkPart } from './sheet';
export { shelfCard, SHELF_MAP, type ShelfCard } from './shelf-card';
export { rigState, type RigState } from './state';
export { svgOf } from './svg';
