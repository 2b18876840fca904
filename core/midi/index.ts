// MIDI by itself: how programs are counted, what goes over the wire.
export { readProgram, writeProgram, type Counting, type Place } from './numbering';
export { readHex } from './parser';
export {
  displayOf,
  lampOf,
  POWERED_UP,
  receiveAll,
  STAND_INS,
  type LogLine,
  type ReceiverFacts,
  type ReceiverState,
} from './receiver';
export { writeSmf, type Marked } from './smf';
export {
  controlBytes,
  hexOf,
  isReserved,
  placeOf,
  selectBytes,
  selectOf,
  wireMs,
  type Banking,
  type Select,
} from './wire';
