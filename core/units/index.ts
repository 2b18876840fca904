export { formatLength, parseLength, type LengthUnit } from './length';
export { count, formatClock, formatQuantity, inWords, parseQuantity } from './quantity';
export { memoBy } from './memo';
