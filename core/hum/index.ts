// Ground networks: loops by the shields of leads and the earths of boxes, currents, and what is in series with signals.
export { ownOutletActs } from './acts';
export { groundCurrents, type GroundCurrents } from './currents';
export {
  EARTH_WORDS,
  earthBook,
  earthDue,
  isolatedIn,
  isProved,
  unprovedAcross,
  type EarthLine,
} from './earths';
export { TOUCH_V } from './earth-differences';
export { emfOf, GroundSolver, loopCount, loopFree, type GroundNetwork } from './network';
export { hasHum, humAlong, isTooMuch, type HumRoute, type HumStop } from './along';
export { heardWords, listenBasis, listenStep, newestHeard, type Quieter } from './heard';
export { listenings, type Listening } from './listen';
export { shieldBook, type ShieldLine } from './shields';
export { cureHum, overAt, type HumCure, type HumCures, type HumStep } from './cures';
export { groundLoops, groupWords, namedLoops, type LoopLink } from './loops';
export { adriftIn, bothEnds, type Adrift, type Opened, type Opener } from './openings';
export {
  circuitsApart,
  loudBySupply,
  sharedSupplies,
  unbalancedRuns,
  type Apart,
  type SharedSupply,
} from './joined';
export { worseLifts } from './lifted';
export { planHum, type HumPlan, type ToldCure } from './plan';
export { againstSignal, humCaption, humView, sourceWords, type HumLoop, type HumView } from './view';
