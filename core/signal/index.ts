// The rig as a directed graph: state in force, ways, sections, loops of signal, delays, wishes.
export { cyclicParts } from './cycles';
export { graphIn, openGraphIn, type Edge, type Graph, type Node, type Via, type Wirings } from './graph';
export { joinedInside, jointsIn, oriented, type Joint } from './joints';
export { deadKnobs, type DeadKnob } from './knobs';
export {
  airCyclesIn,
  cyclesIn,
  trace,
  traceIn,
  type Cycle,
  type Path,
  type Section,
  type Step,
  type Trace,
} from './paths';
export { onSteps, onStepsOf, type OnStep } from './on-steps';
export {
  isOn,
  resolve,
  resolveIn,
  statesIn,
  settingsOf,
  type ForSignal,
  type StateSource,
  type Resolved,
  type Run,
} from './resolve';
export { driverOf, unmetWishes, type UnmetWish } from './unmet-wishes';
export {
  blockBehind,
  outletsOf,
  outletWants,
  wantedOutputs,
  wishFor,
  type Outlet,
  type WantedOutput,
} from './wishes';
