export { type Abilities } from './abilities';
export { reconcile } from './reconcile';
export { bindTemplate, TEMPLATES, type Code, type Template, type Wanted } from './templates';
