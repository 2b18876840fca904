// Ground networks: loops by the shields of leads and the earths of boxes, currents, and what is in series with signals.
export { groundCurrents, type GroundCurrents } from './currents';
export { EARTH_WORDS, earthBook, earthDue, isProved, unprovedAcross, type EarthLine } from './earths';
export { emfOf, GroundSolver, loopCount, loopFree, type GroundNetwork } from './network';
export { humAlong, type HumRoute, type HumStop } from './along';
export { heardWords, listenBasis, listenStep, newestHeard, type Quieter } from './heard';
export { listenings, type Listening } from './listen';
export { shieldBook, type ShieldLine } from './shields';
export type { HumStep } from './cures';
export { groundLoops, groupWords, namedLoops, type LoopLink } from './loops';
export { planHum, type HumPlan, type ToldCure } from './plan';
export { againstSignal, humCaption, humView, type HumLoop, type HumView } from './view';
