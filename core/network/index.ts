export { segmentsIn, type Driver, type Listener, type Segment } from './segments';
export { dividerOf, rheostatOf, trackShare } from './pots';
export { routeNetlist, segmentNetlist } from './route';
export { isIsolator } from './passing';
