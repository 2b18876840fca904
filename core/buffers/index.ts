// Where buffers go: every placement of those at hand, by the exact response of every sound.
export { boughtEdits, placementEdits } from './apply';
export { isBuffer } from './hand';
export {
  placeBuffers,
  type More,
  type Placement,
  type Placing,
  type PlacingStep,
  type Stands,
} from './place';
export { BUFFER_SCHOOLS, type School } from './search';
