// WAV files of impulse responses: what is needed to read one, no more.

export type Wav = {
  readonly rateHz: number;
  readonly channels: number;
  /** Of the first channel, −1…1. */
  readonly samples: Float64Array;
};

export class WavError extends Error {
  override name = 'WavError';
}

/** A cabinet has said all after this; what follows is the room. */
const MOST_SAMPLES = 16_384;
const PCM = 1;
const FLOAT = 3;
const EXTENSIBLE = 0xfffe;
const RATES = { least: 8_000, most: 384_000 } as const;

const text = (view: DataView, at: number): string =>
  String.fromCharCode(...[0, 1, 2, 3].map((i) => view.getUint8(at + i)));

type Chunk = { readonly id: string; readonly at: number; readonly length: number };

function chunksOf(view: DataView): readonly Chunk[] {
  const found: Chunk[] = [];
  for (let at = 12; at + 8 <= view.byteLength;) {
    const length = view.getUint32(at + 4, true);
    found.push({ id: text(view, at), at: at + 8, length: Math.min(length, view.byteLength - at - 8) });
    // Chunks begin at even places.
    at += 8 + length + (length % 2);
  }
  return found;
}

/** How a sample is read; null: such there are none. */
function reader(view: DataView, format: number, bits: number): ((at: number) => number) | null {
  if (format === FLOAT && bits === 32) return (at) => view.getFloat32(at, true);
  if (format === FLOAT && bits === 64) return (at) => view.getFloat64(at, true);
  if (format !== PCM) return null;
  if (bits === 8) return (at) => (view.getUint8(at) - 128) / 128;
  if (bits === 16) return (at) => view.getInt16(at, true) / 2 ** 15;
  if (bits === 24) return (at) => (view.getInt16(at + 1, true) * 256 + view.getUint8(at)) / 2 ** 23;
  return bits === 32 ? (at) => view.getInt32(at, true) / 2 ** 31 : null;
}

/**
 * Reads a WAV: PCM of 8, 16, 24 or 32 bits, or floating point of 32 or 64; the first channel, its first 16 384 samples.
 * @throws WavError with what is wrong with it
 */
export function parseWav(bytes: ArrayBuffer): Wav {
  const view = new DataView(bytes);
  if (view.byteLength < 12 || text(view, 0) !== 'RIFF' || text(view, 8) !== 'WAVE')
    throw new WavError('This is no WAV file.');
  const chunks = chunksOf(view);
  const head = chunks.find(({ id }) => id === 'fmt ');
  const data = chunks.find(({ id }) => id === 'data');
  if (!head || head.length < 16) throw new WavError('The WAV file does not say how its samples are written.');
  if (!data || data.length === 0) throw new WavError('The WAV file has no samples.');
  const [tag, channels] = [view.getUint16(head.at, true), view.getUint16(head.at + 2, true)];
  const rateHz = view.getUint32(head.at + 4, true);
  const bits = view.getUint16(head.at + 14, true);
  // The real format stands in the first half of the extension's name.
  const format = tag === EXTENSIBLE && head.length >= 26 ? view.getUint16(head.at + 24, true) : tag;
  const read = reader(view, format, bits);
  if (!read)
    throw new WavError(
      `Samples of ${bits} bits in format ${format} cannot be read: PCM or floating point can.`,
    );
  if (channels < 1) throw new WavError('The WAV file has no channel.');
  if (rateHz < RATES.least || rateHz > RATES.most)
    throw new WavError(`A sample rate of ${rateHz} Hz is not between ${RATES.least} and ${RATES.most}.`);
  const step = (bits / 8) * channels;
  const count = Math.min(MOST_SAMPLES, Math.floor(data.length / step));
  if (count === 0) throw new WavError('The WAV file has no samples.');
  return {
    rateHz,
    channels,
    samples: Float64Array.from({ length: count }, (_, i) => read(data.at + i * step)),
  };
}
