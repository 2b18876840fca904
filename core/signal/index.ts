export { graphIn, type Edge, type Graph, type Node, type Via } from './graph';
export { deadKnobs, type DeadKnob } from './knobs';
export { latencyOf } from './latency';
export {
  cyclesIn,
  trace,
  traceIn,
  type Cycle,
  type Path,
  type Section,
  type Step,
  type Trace,
} from './paths';
export {
  isOn,
  resolve,
  resolveIn,
  settingsOf,
  type ForSignal,
  type StateSource,
  type Resolved,
  type Run,
} from './resolve';
export { driverOf, undoneWishes, type UndoneWish } from './undone';
export { blockBehind, outletsOf, wantedOutputs, wishFor, type Outlet, type WantedOutput } from './wishes';
