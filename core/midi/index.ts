// MIDI by itself: how programs are counted, what goes over the wire.
export { readProgram, writeProgram, type Counting, type Place } from './numbering';
export {
  controlBytes,
  hexOf,
  isReserved,
  messageWords,
  placeOf,
  selectBytes,
  selectOf,
  wireMs,
  type Banking,
  type Message,
  type Select,
} from './wire';
