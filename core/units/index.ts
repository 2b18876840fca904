// Quantities in words and back, lengths, and the stores that results hang on.
export { cleanText } from './clean';
export { formatLevel, levelWords, shortLevel, type LevelUnit } from './level';
export { formatLength, parseLength, type LengthUnit } from './length';
export {
  count,
  formatBytes,
  formatClock,
  besideSignal,
  formatDb,
  formatQuantity,
  inWords,
  parseQuantity,
} from './quantity';
export { alikeAreOne, Branch, byText, numberOf, recently, weakly } from './memo';
export { outcome } from './outcome';
export { DBV_DBU, parseLevel, voltsOf } from './volts';
