export { fitText, textWidth, type Face } from './fonts';
export { drawMap, partKey, type MapDrawing, type MapRequest, type MapView } from './map';
export { arrowPoints, pathData } from './path-data';
export { boxOfText, overlaps, type Drawing, type Item, type Point, type Rect, type Tone } from './primitives';
export type { Level } from './sizes';
