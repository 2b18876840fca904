// The patch-up walk: its steps in a safe order, its ticks, and where they no longer hold.
export { differingIn, lies, type Differing } from './differs';
export { listenWalk } from './listen';
export { movesBetween } from './moves';
export { numberAlongRoute, type Renumbering } from './numbering';
export { progressOf, stepsOf, walkUnderWay, type Progress, type StepState } from './progress';
export { SECTIONS, type SectionId, type WalkLead, type WalkStep } from './parts';
export { patchUp } from './steps';
