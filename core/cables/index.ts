export { adapterFor, connectorName, kindServes, leadKindFor, plugFits, presents } from './fit';
export {
  insertable,
  insertEdit,
  moveChoices,
  moveInto,
  removeEdit,
  takeOutEdit,
  type MoveChoice,
  type Way,
} from './line';
export { pickUp, plugAnswer, plugAnswers, type Hand, type PlugAnswer, type PlugOffer } from './plugging';
