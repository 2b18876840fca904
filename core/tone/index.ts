// What leads, pedals, buffers and knobs do to tone, against the guitar played straight in.
export { toneAlong, type Extreme, type ToneRoute, type ToneStep } from './along';
export { drivesAlong, type Drive } from './drives';
export { GRID, MARKS } from './grid';
export { leadTones, type LeadTone } from './leads';
export { drivenBy, ohmWords, straightWords, toneCaption } from './words';
