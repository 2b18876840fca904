// Ground networks: loops by the shields of leads and the earths of boxes, currents, and what is in series with signals.
export { groundCurrents, type GroundCurrents } from './currents';
export { emfOf, GroundSolver, loopCount, loopFree, type GroundNetwork } from './network';
export { groundLoops, groupWords, namedLoops } from './loops';
