// What the worker of a rig fetches once the first drawing is out of the way.
export { trial } from '../../../core/edits';
export { judge } from '../../../core/findings';
export { answer } from './answer';
