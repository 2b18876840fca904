export {
  fromCsv,
  scheduleCsv,
  scheduleOf,
  toCsv,
  type Schedule,
  type ScheduleRow,
  type Total,
} from './schedule';
export { cardHtml } from './card';
export { labelsOf, type Label, type LabelEnd } from './labels';
export {
  mapSheets,
  paperMap,
  sheetOf,
  STANDING_CAUTIONS,
  type MapSheet,
  type Sheet,
  type SoundLine,
} from './sheet';
export { rigState, type RigState } from './state';
export { svgOf } from './svg';
