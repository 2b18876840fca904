// Everything in a rig that can be looked for by what is printed on it.
export { thingsOf, type Thing } from './things';
export { rigHas } from './rigs';
