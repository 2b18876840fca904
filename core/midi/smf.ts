// Standard MIDI Files: one track, a marker for each sound, its messages right behind.

/** Ticks of a quarter note. */
const DIVISION = 480;
/** 120 quarters a minute. */
const TEMPO_US = 500_000;

/** A sound in a file: its name stands as a marker. */
export type Marked = { readonly name: string; readonly messages: readonly (readonly number[])[] };

const text = (words: string): readonly number[] => [...new TextEncoder().encode(words)];

/** A number as the format counts: seven bits a byte, the last without its upper bit. */
function variable(value: number): readonly number[] {
  const bytes = [value & 127];
  for (let rest = value >> 7; rest > 0; rest >>= 7) bytes.unshift((rest & 127) | 128);
  return bytes;
}

const word = (value: number, bytes: number): readonly number[] =>
  Array.from({ length: bytes }, (_, i) => (value >> (8 * (bytes - 1 - i))) & 255);

const meta = (delta: number, type: number, data: readonly number[]): readonly number[] => [
  ...variable(delta),
  0xff,
  type,
  ...variable(data.length),
  ...data,
];

const chunk = (name: string, data: readonly number[]): readonly number[] => [
  ...text(name),
  ...word(data.length, 4),
  ...data,
];

/**
 * A file of format 0: its title, then for each sound a marker and its messages, a bar of four quarters apart.
 * @param messages of each sound: whole channel messages, status byte first
 */
export function writeSmf(title: string, sounds: readonly Marked[]): Uint8Array {
  const bar = 4 * DIVISION;
  const track = [
    ...meta(0, 0x03, text(title)),
    ...meta(0, 0x51, word(TEMPO_US, 3)),
    ...sounds.flatMap(({ name, messages }, i) => [
      ...meta(i === 0 ? 0 : bar, 0x06, text(name)),
      ...messages.flatMap((bytes) => [...variable(0), ...bytes]),
    ]),
    ...meta(sounds.length === 0 ? 0 : bar, 0x2f, []),
  ];
  return Uint8Array.from([
    ...chunk('MThd', [...word(0, 2), ...word(1, 2), ...word(DIVISION, 2)]),
    ...chunk('MTrk', track),
  ]);
}
