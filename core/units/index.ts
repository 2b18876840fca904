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
export { Branch, recently, weakly } from './memo';
