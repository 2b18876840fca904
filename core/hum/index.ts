// Ground loops by the shields of leads and the earths of boxes.
export { groundLoops } from './loops';
