// Routings put together from parts, and why others cannot be had.
export type { Idea } from './ideas';
export { ideaFrom, propose, type WhyNot } from './propose';
export { modelStates } from './states';
