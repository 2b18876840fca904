// The numbers of a rig as they are read: what each sound calls in each box, what to dial for it, how each box counts.
import { toCsv } from '../file';
import { hexOf, wireMs, writeProgram, type Counting } from '../midi';
import { derive, type Box, type Reads } from '../model';
import { count, inWords } from '../units';
import { ccLines } from './cc-plan';
import { messagesOf, receiversIn, sendingCount, type ProgramCall } from './messages';
import { hearingsIn, MOST_IN_A_ROW, senderOf, trsParts, type Hearing, type TrsPart } from './midi-net';

/** `1, 2, 3 …`, `1A, 1B, 1C, 1D, 2A`: how a display begins; empty: nobody knows. */
export function countingWords(counting: Counting): string {
  const shown = [0, 1, 2].map((index) => writeProgram(counting, index));
  const far = writeProgram(counting, 26);
  return shown[0] === null ? '' : `${shown.join(', ')} … ${far ?? ''}`.trim();
}

export type NumberCell = {
  /** As the display is to show it; empty: the sound calls nothing in it. */
  readonly shows: string;
  readonly dial: string;
  readonly bank: string;
  readonly hex: string;
  readonly problem: string;
  readonly dialled: string;
  /** What it lands on by what is dialled, where that is not what is meant; `nowhere`; empty: it is right, or not noted. */
  readonly lands: string;
};

export type NumberColumn = {
  readonly box: string;
  readonly name: string;
  readonly tag: string;
  readonly counts: string;
  readonly channel: string;
  readonly isChannelAssumed: boolean;
  readonly sender: {
    readonly box: string;
    readonly name: string;
    readonly tag: string;
    readonly counts: string;
  } | null;
};

export type ChainLine = {
  readonly way: string;
  readonly faults: readonly string[];
  /** Of what nobody has said yet which type its TRS is. */
  readonly asks: readonly TrsPart[];
};

export type NumbersView = {
  /** Boxes that some sound calls, or of which it is known how they count. */
  readonly columns: readonly NumberColumn[];
  /** Boxes that hear MIDI and of which nobody has said anything. */
  readonly others: readonly { readonly box: string; readonly name: string }[];
  readonly rows: readonly {
    readonly sound: string;
    readonly name: string;
    /** By the columns. */
    readonly cells: readonly NumberCell[];
    readonly controls: readonly string[];
    /** What it takes on the wire, ms; 0: nothing is sent. */
    readonly ms: number;
    readonly bytes: number;
  }[];
  readonly chain: readonly ChainLine[];
  readonly ccs: readonly {
    readonly key: string;
    readonly name: string;
    readonly channel: number;
    readonly hears: number;
    readonly sends: number | null;
    readonly values: string;
    readonly isNeeded: boolean;
    readonly faults: readonly string[];
  }[];
};

const bankWords = ({ select }: ProgramCall): string =>
  select === null || select.msb === null ? '' : `MSB ${select.msb}, LSB ${select.lsb ?? 0}`;

const NOTHING: NumberCell = { shows: '', dial: '', bank: '', hex: '', problem: '', dialled: '', lands: '' };

function cellOf(call: ProgramCall | undefined): NumberCell {
  if (!call) return NOTHING;
  const { shows, dial, bytes, problem, dialled, lands, sender } = call;
  return {
    shows,
    dial: dial ?? '',
    bank: bankWords(call),
    hex: hexOf(bytes),
    problem:
      problem ??
      (sender === null
        ? 'nothing that sends reaches it'
        : dial === null
          ? `nobody has said how ${sender.name} counts`
          : ''),
    dialled: dialled ?? '',
    lands: dialled === null || lands === shows.trim() ? '' : (lands ?? 'nowhere'),
  };
}

function columnOf(of: Parameters<typeof senderOf>[0], box: Box): NumberColumn {
  const sender = senderOf(of, box)?.sender ?? null;
  const { channel } = box.midi ?? {};
  return {
    box: box.id,
    name: box.name,
    tag: box.tag,
    counts: countingWords(box.midi ?? {}),
    channel: channel === 0 ? 'every channel' : `channel ${channel ?? 1}`,
    isChannelAssumed: channel === undefined,
    sender: sender && {
      box: sender.id,
      name: sender.name,
      tag: sender.tag,
      counts: countingWords(sendingCount(sender)),
    },
  };
}

/** A way from a sender to the last box that hears it. */
function chainLine({ sender, hops }: Hearing): ChainLine {
  return {
    way: [
      sender.tag,
      ...hops.map(({ lead, out, into }) => `${out.jack.label} – lead ${lead.number} – ${into.box.tag}`),
    ].join(' '),
    faults: [
      ...hops.flatMap(({ lead, isCrossed }) => [
        ...(isCrossed ? [`lead ${lead.number}: TRS A and B do not go together, nothing is heard`] : []),
      ]),
      ...(hops.length > MOST_IN_A_ROW
        ? [`${count(hops.length, 'box', 'boxes')} one after the other: from the fourth on by a thru box`]
        : []),
    ],
    asks: hops.flatMap((hop) => (hop.isUnsure ? trsParts(hop).filter(({ type }) => type === undefined) : [])),
  };
}

/** Ways that no longer one contains. */
const longest = (all: readonly Hearing[]): readonly Hearing[] =>
  all.filter(
    ({ sender, hops }) =>
      !all.some(
        (other) =>
          other.sender === sender &&
          other.hops.length > hops.length &&
          hops.every((hop) => other.hops.includes(hop)),
      ),
  );

const OF = ['boxes', 'leads', 'variant', 'sounds'] as const;

export const numbersView = derive(OF, (of: Reads<(typeof OF)[number]>): NumbersView => {
  const all = receiversIn(of);
  const isTold = (box: Box) =>
    box.midi !== undefined ||
    of.sounds.some((sound) => messagesOf(of, sound).programs.some(({ receiver }) => receiver === box));
  const receivers = all.filter(isTold);
  return {
    others: all.flatMap((box) => (isTold(box) ? [] : [{ box: box.id, name: box.name }])),
    columns: receivers.map((box) => columnOf(of, box)),
    rows: of.sounds.map((sound) => {
      const { programs, controls, length } = messagesOf(of, sound);
      return {
        sound: sound.id,
        name: sound.name,
        cells: receivers.map((box) => cellOf(programs.find(({ receiver }) => receiver === box))),
        controls: controls.map(({ cc, value, receiver, to }) => `CC ${cc} ${value} ${receiver.tag} ${to}`),
        ms: wireMs(length),
        bytes: length,
      };
    }),
    chain: longest(hearingsIn(of)).map(chainLine),
    ccs: ccLines(of).map(({ name, channel, heard, sends, values, isNeeded, faults, receiver }) => ({
      key: `${receiver.id}/${heard.id}`,
      name,
      channel,
      hears: heard.cc,
      sends,
      values,
      isNeeded,
      faults,
    })),
  };
});

/** `2 boxes called, by MIDI footswitch`: what the numbers of a rig come to, in a line. */
export function numbersWords({ columns }: NumbersView): string {
  const senders = [...new Set(columns.flatMap(({ sender }) => sender?.name ?? []))];
  const lost = columns.filter(({ sender }) => sender === null).map(({ name }) => name);
  return [
    `${count(columns.length, 'box', 'boxes')} called by number${senders.length > 0 ? `, from ${inWords(senders)}` : ''}`,
    ...(lost.length > 0 ? [`nothing reaches ${inWords(lost)}`] : []),
  ].join('; ');
}

/** The numbers as CSV: a line a call. */
export const numbersCsv = ({ columns, rows }: NumbersView): string =>
  toCsv([
    [
      'Sound',
      'Box',
      'Is to show',
      'Channel',
      'Dial on',
      'Number',
      'Bank',
      'Wire',
      'Dialled',
      'What is wrong',
    ],
    ...rows.flatMap(({ name, cells }) =>
      cells.flatMap((cell, i) => {
        const column = columns[i];
        return column && cell.shows !== ''
          ? [
              [
                name,
                column.name,
                cell.shows,
                column.channel,
                column.sender?.name ?? '',
                cell.dial,
                cell.bank,
                cell.hex,
                cell.dialled,
                cell.problem || (cell.lands === '' ? '' : `lands ${cell.lands}`),
              ],
            ]
          : [];
      }),
    ),
  ]);
