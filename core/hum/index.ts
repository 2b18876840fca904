// Ground networks: loops by the shields of leads and the earths of boxes, currents, and what is in series with signals.
export { emfOf, GroundSolver, loopCount, loopFree, type GroundEdge, type GroundNetwork } from './network';
export { groundLoops } from './loops';
