// Quantities in words and back, lengths, and the stores that results hang on.
export { cleanText } from './clean';
export { formatLength, parseLength, type LengthUnit } from './length';
export {
  count,
  formatBytes,
  formatClock,
  formatDb,
  formatQuantity,
  inWords,
  parseQuantity,
} from './quantity';
export { Branch, byText, recently, weakly } from './memo';
