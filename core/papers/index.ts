export { rigState, type RigState } from './state';
