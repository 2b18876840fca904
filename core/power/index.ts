// What takes the power of amplifiers, what feeds pedals, and the mains: figures and facts, no judgement.
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
export { slavingsIn, type Slaving } from './slaving';
export {
  amplifiers,
  freeLoads,
  freeThroughs,
  isTap,
  isUnfit,
  ratio,
  speakerRuns,
  type Amplifier,
  type SpeakerRun,
} from './speakers';
