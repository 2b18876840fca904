export { rigState, type RigState } from './state';
export { svgOf } from './svg';
