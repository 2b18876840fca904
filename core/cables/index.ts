// Which lead and plug fit which jack, and the edits that lay, put, move and take out.
export { adapterFor, connectorName, isMonoPlug, kindServes, leadKindFor, plugFits, presents } from './fit';
export { insertable, insertEdit, moveInto, removeEdit, takeOutEdit } from './in-line';
export { joinable, joinLoomsEdit, loomsIn, loomsOf, nameLoomEdit, splitLoomEdit, type Loom } from './looms';
export { layEdit, scopeIn } from './plug-edits';
export {
  freeByBox,
  pickUp,
  plugAnswer,
  plugAnswers,
  type FreeJacks,
  type Hand,
  type PlugAnswer,
  type PlugOffer,
} from './plugging';
export { handOut, isSpeakerRun, lengthServing, type RunJob } from './serving';
