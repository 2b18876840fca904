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
export { memoBy } from './memo';
