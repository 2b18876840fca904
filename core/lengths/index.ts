// How long leads are: what each run needs, and the stock length that serves it.
export {
  computedLength,
  distanceBetween,
  inOrder,
  isOneInOneOut,
  lengthChanges,
  longestRun,
  neededLength,
  stockLength,
} from './lengths';
