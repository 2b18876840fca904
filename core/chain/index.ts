// The rig as one order from the string to the loudspeaker: read from its wiring, and written as text.
export { outletsPassed } from './outlets';
export { asBase, scoped } from './scope';
export {
  gapsOf,
  placesOf,
  stopsOf,
  type Chain,
  type End,
  type Gap,
  type Knot,
  type Place,
  type Reading,
  type Stop,
  type Tail,
} from './chain';
export { nameOf } from './naming';
export { blocksOf, quoted, writeChains } from './notation';
export { partsOf } from './parts';
export { isGrid, lineOf } from './relay';
export { stoodAt, verdictAt, type OrderOf, type Stood } from './members';
export { ChainError, parseChains } from './parse';
export { gearFor, remediesFor, withMore, type Remedies } from './remedy';
export type { ChainsAt } from './scope';
export { type Refusal } from './refusals';
export { planChains } from './plan';
export { wireChains, type Wiring } from './wire';
export { knotWords, orderNotes, restWords } from './words';
export { readChains, readingsIn, wiringsIn, type InWirings } from './read';
export {
  actChains,
  chainsAt,
  heldWords,
  offersFor,
  orderIn,
  slotsOfHeld,
  waysOf,
  wiringsOf,
  stepAct,
  usualIn,
  stopKey,
  wireAct,
  type Act,
  type Held,
  type Offer,
  type Price,
} from './acting';
export { isMovable, type Stretch } from './acts';
export { heldFrom, inHand, stepOf, type InHand } from './in-hand';
export { choicesAt, shelfOf, type Choice } from './choices';
export { placeAt, type PlaceAt, type TailAt } from './edit';
export { everyPlace, slotWords, type Slot } from './slots';
export { orderLines, stopPart, turnedPairs, turnedWords, type OrderLine } from './reasons';
export { betterPlaces, type Usual } from './usual';
