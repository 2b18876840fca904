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
  type Level,
  type Point,
  type Rect,
  type Tone,
} from './primitives';
export { drawProfile, type ProfileDrawing, type ProfileRequest, type Stop } from './profile';
export { routeLines, routeNames, type RouteLine, type RouteName } from './routes';
export { drawThumbnail } from './thumbnail';
