// Small sums of the trade.
export { SUMS, type Sum, type SumAnswer, type SumField } from './sums';
