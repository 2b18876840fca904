import { describe, expect, test } from '@jest/globals';
import { IMPULSE_HZ, impulseDb, parseWav, WavError } from './index';

type Format = {
  readonly bits: number;
  readonly tag?: number;
  readonly channels?: number;
  readonly rateHz?: number;
};

/** A WAV with the given samples in every channel but the others silent; a chunk that nobody knows comes first. */
function wav(samples: readonly number[], { bits, tag = 1, channels = 1, rateHz = 48_000 }: Format): ArrayBuffer {
  const step = (bits / 8) * channels;
  const extension = tag === 0xfffe ? 24 : 0;
  const view = new DataView(new ArrayBuffer(12 + 10 + 24 + extension + 8 + samples.length * step));
  let at = 0;
  const word = (text: string) => [...text].forEach((letter) => view.setUint8(at++, letter.charCodeAt(0)));
  const u16 = (value: number) => { view.setUint16(at, value, true); at += 2; };
  const u32 = (value: number) => { view.setUint32(at, value, true); at += 4; };
  word('RIFF'); u32(view.byteLength - 8); word('WAVE');
  word('odd '); u32(1); at += 2;
  word('fmt '); u32(16 + extension); u16(tag); u16(channels); u32(rateHz); u32(rateHz * step); u16(step); u16(bits);
  if (extension > 0) { u16(22); u16(bits); u32(0); u16(bits === 32 ? 3 : 1); at += 14; }
  word('data'); u32(samples.length * step);
  for (const sample of samples) {
    const here = at;
    if (tag === 3 || (tag === 0xfffe && bits === 32)) { if (bits === 32) view.setFloat32(here, sample, true); else view.setFloat64(here, sample, true); }
    else if (bits === 8) view.setUint8(here, Math.round(sample * 128) + 128);
    else if (bits === 16) view.setInt16(here, Math.round(sample * 2 ** 15), true);
    else if (bits === 24) { const n = Math.round(sample * 2 ** 23); view.setUint8(here, n & 255); view.setInt16(here + 1, n >> 8, true); }
    else view.setInt32(here, Math.round(sample * 2 ** 31), true);
    at += step;
  }
  return view.buffer;
} // prettier-ignore

const SAMPLES = [0.5, -0.25, 0.125, -0.5, 0, 0.75];

describe('a WAV file', () => {
  test.each<[string, Format]>([
    ['8 bits', { bits: 8 }],
    ['16 bits', { bits: 16 }],
    ['24 bits', { bits: 24 }],
    ['32 bits', { bits: 32 }],
    ['floating point', { bits: 32, tag: 3 }],
    ['double', { bits: 64, tag: 3 }],
    ['two channels: the first', { bits: 24, channels: 2 }],
    ['the extended head', { bits: 32, tag: 0xfffe, rateHz: 96_000 }],
  ])('%s', (_, format) => {
    const read = parseWav(wav(SAMPLES, format));
    expect(read.rateHz).toBe(format.rateHz ?? 48_000);
    expect(read.channels).toBe(format.channels ?? 1);
    expect([...read.samples]).toEqual(SAMPLES);
  });

  test.each<[string, ArrayBuffer, RegExp]>([
    ['text', new TextEncoder().encode('{"format":"hum-map/rig","version":1}').buffer, /no WAV file/],
    ['nothing', new ArrayBuffer(0), /no WAV file/],
    ['no samples', wav([], { bits: 16 }), /no samples/],
    ['a packed format', wav(SAMPLES, { bits: 16, tag: 2 }), /16 bits in format 2 cannot be read/],
    ['an odd rate', wav(SAMPLES, { bits: 16, rateHz: 50 }), /sample rate of 50 Hz/],
    ['cut off in its head', wav(SAMPLES, { bits: 16 }).slice(0, 30), /how its samples are written/],
  ])('that cannot be read says why: %s', (_, bytes, why) => {
    expect(() => parseWav(bytes)).toThrow(WavError);
    expect(() => parseWav(bytes)).toThrow(why);
  });
});

describe('its response', () => {
  const of = (samples: readonly number[], rateHz = 48_000) =>
    impulseDb(parseWav(wav(samples, { bits: 64, tag: 3, rateHz })))!;
  const at = (db: readonly number[], hertz: number) => db[IMPULSE_HZ.findIndex((hz) => hz >= hertz)]!;

  test('one sample alone is flat up to half the rate, and nothing is beyond', () => {
    const db = of([0, 0.5, 0], 16_000);
    IMPULSE_HZ.forEach((hz, i) => expect(db[i]).toBeCloseTo(hz < 8_000 ? 0 : -60, 6));
  });

  test('of a decay it is the low pass with that time: 3 dB down at its corner, 6 dB an octave', () => {
    const corner = 500;
    const samples = Array.from({ length: 4_000 }, (_, i) => Math.exp((-2 * Math.PI * corner * i) / 96_000));
    const db = of(samples, 96_000);
    expect(at(db, 20)).toBeCloseTo(0, 1);
    for (const hz of [500, 1_000, 4_000]) {
      const near = IMPULSE_HZ.find((one) => one >= hz)!;
      expect(Math.abs(at(db, hz) + 10 * Math.log10(1 + (near / corner) ** 2))).toBeLessThan(0.3);
    }
  });

  test('an echo of the same strength 1 ms later is a comb with its first notch at 500 Hz', () => {
    const samples = Array.from({ length: 60 }, (_, i) => (i === 0 || i === 48 ? 0.5 : 0));
    const db = of(samples);
    expect(at(db, 1_000)).toBeGreaterThan(-1);
    const notch = db.slice(
      0,
      IMPULSE_HZ.findIndex((hz) => hz > 900),
    );
    expect(Math.abs(IMPULSE_HZ[notch.indexOf(Math.min(...notch))]! - 500)).toBeLessThan(20);
  });

  test('silence has none', () => {
    expect(impulseDb(parseWav(wav([0, 0, 0], { bits: 16 })))).toBeNull();
  });
});
