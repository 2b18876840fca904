// Delay and polarity along the ways of a rig, and where two of them meet.
export { delaysAlong, leadDelays, type DelayRoute, type DelayStop } from './delays';
export { meetingsIn, type Meeting } from './meets';
export { latencyView, meetingCure, meetingWords, msWords, rangeWords, type LatencyView } from './view';
