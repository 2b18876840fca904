// The map, the profile and thumbnails as primitives; every coordinate is worked out here, for all pens.
export { groupsOf, type Group } from './groups';
export { besidePlate } from './fly-out';
export { fitText, textWidth, type Face } from './fonts';
export { drawMap, type MapDrawing, type MapRequest } from './map';
export { type MapView } from './plates';
export { arrowPoints, pathData } from './path-data';
export {
  boxOfText,
  hitArea,
  overlaps,
  type Drawing,
  type Item,
  type Detail,
  type Level,
  type Point,
  type Quantity,
  type Rect,
  type Tone,
} from './primitives';
export { drawProfile } from './profile';
export { type ProfileDrawing, type ProfileRequest, type Stop } from './profile-parts';
export { CORNER, JACK_RADIUS, leadLook, plateEdge, RING_WIDTH, ruleDash, SLEEVE_WORDS } from './strokes';
export { starred } from './sleeves';
export { drawStrip, type StripDrawing } from './strip';
export { drawThumbnail } from './thumbnail';
export { drawPanel, spotTowards, type PanelDrawing } from './panel';
export { type Panelled, type Placed, type Spot } from './panel-edges';
export type { Slot } from './terrace-lay';
export { drawTerraces, type TerraceDrawing, type TerraceView } from './terraces';
