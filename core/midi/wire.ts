// What goes over a MIDI wire: bytes, what they say, and how long they take.

/** A byte takes 10 bits at 31 250 a second, on five pins and on TRS alike. */
export const MS_A_BYTE = 0.32;

/** What a receiver wants ahead of a program change. */
export type Banking = {
  /** Programs of one bank on the wire; 128 where nothing is said. */
  readonly programs?: number | undefined;
  /** How many banks; as many as the wire can tell where nothing is said. */
  readonly banks?: number | undefined;
  /** Where the number of the bank goes: CC 0, CC 32, both as one number of 14 bits, or nowhere. */
  readonly bankBytes?: 'none' | 'msb' | 'lsb' | '14-bit' | undefined;
  /** What the first bank is on the wire. */
  readonly banksCountFrom?: number | undefined;
};

/** A program as the wire tells it; without bank bytes both are null. */
export type Select = {
  readonly msb: number | null;
  readonly lsb: number | null;
  /** 0 to 127. */
  readonly program: number;
};

const HIGHEST = { none: 0, msb: 127, lsb: 127, '14-bit': 16_383 } as const;

/** How a place counted from 0 is called: its bank by the receiver's bank bytes, then its program. */
export function selectOf(banking: Banking, index: number): Select | { readonly refused: string } {
  const { programs = 128, banks, bankBytes, banksCountFrom = 0 } = banking;
  const [bank, program] = [Math.floor(index / programs), index % programs];
  if (banks !== undefined && bank >= banks)
    return { refused: `it has ${banks * programs} programs, this would be number ${index + 1}` };
  if (bankBytes === undefined || bankBytes === 'none')
    return bank === 0
      ? { msb: null, lsb: null, program }
      : {
          refused: `it is beyond the first ${programs}, and ${bankBytes === 'none' ? 'no bank number calls another' : 'nobody has said how it hears bank numbers'}`,
        };
  const number = bank + banksCountFrom;
  if (number > HIGHEST[bankBytes]) return { refused: `bank ${number} cannot be told over the wire` };
  if (bankBytes === 'msb') return { msb: number, lsb: 0, program };
  if (bankBytes === 'lsb') return { msb: 0, lsb: number, program };
  return { msb: number >> 7, lsb: number & 127, program };
}

/** The place counted from 0 that a receiver lands on, in the first bank where none is told; null: it has none such, and stays where it is. */
export function placeOf(banking: Banking, { msb, lsb, program }: Select): number | null {
  const { programs = 128, banks, bankBytes = 'none', banksCountFrom = 0 } = banking;
  if (program >= programs) return null;
  const first = banksCountFrom;
  const told = {
    none: first,
    msb: msb ?? first,
    lsb: lsb ?? first,
    '14-bit': ((msb ?? first >> 7) << 7) + (lsb ?? first & 127),
  };
  const bank = told[bankBytes] - banksCountFrom;
  return bank < 0 || (banks !== undefined && bank >= banks) ? null : bank * programs + program;
}

const CONTROL = 0xb0;
const PROGRAM = 0xc0;

/** A control change. @param channel 1 to 16 */
export const controlBytes = (channel: number, number: number, value: number): readonly number[] => [
  CONTROL | (channel - 1),
  number,
  value,
];

/** A program change, with its bank ahead where it has one. @param channel 1 to 16 */
export const selectBytes = (channel: number, { msb, lsb, program }: Select): readonly number[] => [
  ...(msb === null ? [] : controlBytes(channel, 0, msb)),
  ...(lsb === null ? [] : controlBytes(channel, 32, lsb)),
  PROGRAM | (channel - 1),
  program,
];

/** How long so many bytes take on the wire, ms. */
export const wireMs = (bytes: number): number => bytes * MS_A_BYTE;

/** `C0 41` */
export const hexOf = (bytes: readonly number[]): string =>
  bytes.map((byte) => byte.toString(16).toUpperCase().padStart(2, '0')).join(' ');

/** Numbers that mean something of their own: banks, data entry, their numbers, modes of the channel. */
export const isReserved = (cc: number): boolean =>
  [0, 6, 32, 38].includes(cc) || (cc >= 98 && cc <= 101) || cc >= 120;

/** One message off the wire. */
export type Message =
  | { readonly type: 'program'; readonly channel: number; readonly program: number }
  | { readonly type: 'control'; readonly channel: number; readonly cc: number; readonly value: number }
  | { readonly type: 'other'; readonly bytes: readonly number[] };

/** What a message says, in words. */
export function messageWords(message: Message): string {
  if (message.type === 'program') return `channel ${message.channel}, program ${message.program} on the wire`;
  if (message.type === 'other') return `${hexOf(message.bytes)}, passed over`;
  const { channel, cc, value } = message;
  const what = cc === 0 ? 'bank, MSB' : cc === 32 ? 'bank, LSB' : `control ${cc}`;
  return `channel ${channel}, ${what} ${value}`;
}
