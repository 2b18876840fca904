// Bytes off a MIDI wire, one by one, as a receiver takes them: MIDI 1.0, running status and all.
import type { Message } from './wire';

/** What is open after a byte: the status that data bytes belong to, and those that have come. */
export type Parsing = {
  /** Of a channel message; null: data bytes belong to nothing. */
  readonly status: number | null;
  readonly data: readonly number[];
  /** Between F0 and F7, or in a system message: its data is passed over. */
  readonly isSystem: boolean;
};

export const SILENCE: Parsing = { status: null, data: [], isSystem: false };

/** Data bytes of a channel message, by the upper half of its status. */
const LENGTH: Readonly<Record<number, number>> = {
  0x80: 2,
  0x90: 2,
  0xa0: 2,
  0xb0: 2,
  0xc0: 1,
  0xd0: 1,
  0xe0: 2,
};

function messageOf(status: number, data: readonly number[]): Message {
  const channel = (status & 0x0f) + 1;
  const [first = 0, second = 0] = data;
  if ((status & 0xf0) === 0xc0) return { type: 'program', channel, program: first };
  if ((status & 0xf0) === 0xb0) return { type: 'control', channel, cc: first, value: second };
  return { type: 'other', bytes: [status, ...data] };
}

/** What a byte comes to: the next state, and the message that it ends, if it ends one. @param byte 0 to 255 */
export function takeByte(
  parsing: Parsing,
  byte: number,
): { readonly next: Parsing; readonly message: Message | null } {
  // Clock and the like may stand between any two bytes and end nothing.
  if (byte >= 0xf8) return { next: parsing, message: { type: 'other', bytes: [byte] } };
  if (byte >= 0xf0)
    return { next: { status: null, data: [], isSystem: byte !== 0xf7 && byte !== 0xf6 }, message: null };
  if (byte >= 0x80) return { next: { status: byte, data: [], isSystem: false }, message: null };
  if (parsing.isSystem || parsing.status === null) return { next: parsing, message: null };
  const data = [...parsing.data, byte];
  const wanted = LENGTH[parsing.status & 0xf0] ?? 2;
  return data.length < wanted
    ? { next: { ...parsing, data }, message: null }
    : { next: { ...parsing, data: [] }, message: messageOf(parsing.status, data) };
}

/** Hex as people write it: `C0 16`, `b0,00,02`, `C016`; or the first thing that is no byte. */
export function readHex(text: string): { readonly bytes: readonly number[] } | { readonly refused: string } {
  const words = text.split(/[\s,;]+/).filter((word) => word !== '');
  const bytes: number[] = [];
  for (const word of words) {
    const digits = word.replace(/^0x/i, '');
    if (!/^([0-9a-f]{2})+$/i.test(digits))
      return { refused: `“${word}” is no byte: two digits from 0 to F each` };
    for (let i = 0; i < digits.length; i += 2) bytes.push(parseInt(digits.slice(i, i + 2), 16));
  }
  return { bytes };
}
