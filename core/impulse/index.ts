// Impulse responses of cabinets, read from WAV files.
export { impulseDb, IMPULSE_HZ } from './response';
export { parseWav, WavError, type Wav } from './wav';
