export {
  fromCsv,
  scheduleCsv,
  scheduleOf,
  toCsv,
  type Schedule,
  type ScheduleRow,
  type Total,
} from './schedule';
export { mapSheets, paperMap, sheetOf, type MapSheet, type Sheet, type SoundLine } from './sheet';
export { rigState, type RigState } from './state';
export { svgOf } from './svg';
