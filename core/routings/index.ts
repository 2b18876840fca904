// Routings that a rig can have, bound to its jacks, and what changes to get there.
export { abilitiesOf, type Abilities } from './abilities';
export { heardBy } from './outlets';
export { reconcile } from './reconcile';
export { bindTemplate, TEMPLATES, type Code, type Template } from './templates';
export type { Wanted } from './bind';
