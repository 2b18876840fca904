// What takes the power of amplifiers, what feeds pedals, and the mains: figures and facts, no judgement.
export { assignOutlets, mayFeed, type Assigned, type Assignment } from './assign';
export { assignEdits } from './assign-edits';
export {
  dcFaults,
  dcFeeds,
  dcOutlets,
  groundOf,
  loadOf,
  milliampsOf,
  positiveShared,
  supplies,
  unfed,
  type DcBox,
  type DcFault,
  type DcFed,
  type DcFeed,
  type DcLoad,
  type DcOutlet,
  type SupplyLoad,
} from './dc';
export { loadBook, slavingBook, type LoadLine, type LoadShare } from './book';
export {
  gapsIn,
  isTapped,
  loadSettings,
  loadsIn,
  marginOf,
  nearLoads,
  sharesOf,
  stagesIn,
  wattsInto,
  withoutLoad,
  type Bare,
  type Gap,
  type Load,
  type Output,
  type Share,
  type Stage,
} from './loads';
export {
  circuitLoads,
  hotIn,
  mainsBoxes,
  plugVa,
  stripLoads,
  wrongMains,
  type Circuit,
  type CircuitLoad,
  type MainsBox,
  type StripLoad,
} from './mains';
export { phantomLines, switchedWith, type PhantomLine, type WantsPhantom } from './phantom';
export { powerPlan, type PlanLine, type PowerPlan } from './plan';
export { slavingsIn, type Slaving } from './slaving';
export {
  amplifiers,
  freeLoads,
  isTail,
  isTap,
  isUnfit,
  ratio,
  speakerRuns,
  throughs,
  type Amplifier,
  type SpeakerRun,
} from './speakers';
