export { groundLoops } from './loops';
