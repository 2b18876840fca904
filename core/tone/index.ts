// What leads, pedals, buffers and knobs do to tone, against the guitar played straight in.
export { toneAlong, trebleOf, type Extreme, type ToneRoute, type ToneStep } from './along';
export { driveAt, drivesAlong, type Drive } from './drives';
export { FIVE_KHZ, GRID, LEVEL_HZ, MARKS } from './grid';
export { partsOf, type RoutePart } from './parts';
export { leadTones, type LeadTone } from './leads';
export { potsAlong } from './pots';
export { stageChange } from './stage';
export { sliderEdit, type Slider } from './sliders';
export { toneTried, toneView, type DriveRow, type ToneView, type Tried } from './view';
export { shortOhm, straightWords, toneCaption } from './words';
