// A simulated receiver: it takes bytes one by one and shows what a box of these facts would.
import { writeProgram, type Counting } from './numbering';
import { SILENCE, takeByte, type Parsing } from './parser';
import { messageWords, placeOf, type Banking, type Message } from './wire';

/** What a receiver goes by. */
export type ReceiverFacts = {
  /** 1 to 16; 0 hears every channel. */
  readonly channel: number;
  readonly counting: Counting;
  readonly banking: Banking;
  /** What lights up at places counted from 0: the channel of an amplifier. Nothing said of any: it takes all programs. */
  readonly lamps?: ReadonlyMap<number, string>;
  readonly controls?: readonly {
    /** Told apart by it: two blocks may have one name. */
    readonly id: string;
    readonly cc: number;
    readonly does: 'switch' | 'toggle' | 'tap' | 'bank-up' | 'bank-down' | 'knob';
    readonly name: string;
  }[];
};

export type ReceiverState = {
  readonly parsing: Parsing;
  /** Bank bytes that came last; null: none since power-up. */
  readonly msb: number | null;
  readonly lsb: number | null;
  /** Counted from 0; null: nobody has called one since power-up. */
  readonly place: number | null;
  /** Of what control changes switch, by its id: on, off; nothing said: unknown since power-up. */
  readonly switched: ReadonlyMap<string, boolean>;
};

export const POWERED_UP: ReceiverState = {
  parsing: SILENCE,
  msb: null,
  lsb: null,
  place: null,
  switched: new Map(),
};

/** What a byte did. */
export type Taken = {
  readonly state: ReceiverState;
  /** The message that the byte ended; null: more is to come, or nothing. */
  readonly message: Message | null;
  /** What the receiver did by it, in words; empty: nothing. */
  readonly did: string;
};

const isFor = ({ channel }: ReceiverFacts, message: Message): boolean =>
  message.type !== 'other' && (channel === 0 || channel === message.channel);

/** What its display shows; a dash: nothing has been called yet, or it cannot be known. */
export const displayOf = ({ counting }: ReceiverFacts, { place }: ReceiverState): string =>
  place === null ? '–' : (writeProgram(counting, place) ?? '–');

/** What lights up; empty: nothing that is known. */
export const lampOf = ({ lamps }: ReceiverFacts, { place }: ReceiverState): string =>
  place === null ? '' : (lamps?.get(place) ?? '');

function program(facts: ReceiverFacts, state: ReceiverState, number: number): Pick<Taken, 'state' | 'did'> {
  // Bank bytes stay in force.
  const { msb, lsb } = state;
  const place = placeOf(facts.banking, { msb, lsb, program: number });
  if (place === null || (facts.lamps !== undefined && facts.lamps.size > 0 && !facts.lamps.has(place)))
    return { state, did: 'has no such program, stays' };
  const next = { ...state, place };
  const lamp = lampOf(facts, next);
  return { state: next, did: `shows ${displayOf(facts, next)}${lamp === '' ? '' : `, lamp ${lamp}`}` };
}

function control(
  facts: ReceiverFacts,
  state: ReceiverState,
  cc: number,
  value: number,
): Pick<Taken, 'state' | 'did'> {
  const { bankBytes = 'none' } = facts.banking;
  if (cc === 0 && (bankBytes === 'msb' || bankBytes === '14-bit'))
    return { state: { ...state, msb: value }, did: `bank MSB ${value}` };
  if (cc === 32 && (bankBytes === 'lsb' || bankBytes === '14-bit'))
    return { state: { ...state, lsb: value }, did: `bank LSB ${value}` };
  const heard = facts.controls?.filter((one) => one.cc === cc) ?? [];
  const switched = new Map(state.switched);
  let { place } = state;
  const did = heard.map(({ id, does, name }) => {
    if (does === 'switch') {
      switched.set(id, value >= 64);
      return `${name} ${value >= 64 ? 'on' : 'off'}`;
    }
    if (does === 'toggle') {
      const was = switched.get(id);
      if (value < 64) return '';
      if (was !== undefined) switched.set(id, !was);
      return was === undefined ? `${name} turned, to what is unknown` : `${name} ${was ? 'off' : 'on'}`;
    }
    if (does === 'knob') return `${name} ${value}`;
    if (value < 64) return '';
    if (does === 'tap' || place === null) return name;
    const bank = facts.counting.slots ?? facts.counting.letters ?? 1;
    place = Math.max(0, place + (does === 'bank-up' ? bank : -bank));
    return `${name}, shows ${displayOf(facts, { ...state, place })}`;
  });
  return { state: { ...state, switched, place }, did: did.filter((text) => text !== '').join(', ') };
}

/** One byte taken. @param byte 0 to 255 */
export function receive(facts: ReceiverFacts, state: ReceiverState, byte: number): Taken {
  const { next: parsing, message } = takeByte(state.parsing, byte);
  const now = { ...state, parsing };
  if (!message) return { state: now, message, did: '' };
  if (message.type === 'other') return { state: now, message, did: '' };
  if (!isFor(facts, message)) return { state: now, message, did: 'not for its channel' };
  const done =
    message.type === 'program'
      ? program(facts, now, message.program)
      : control(facts, now, message.cc, message.value);
  return { state: done.state, message, did: done.did };
}

/** A line of the log: the bytes of a message, what it says, what the receiver did. */
export type LogLine = { readonly bytes: readonly number[]; readonly words: string; readonly did: string };

/** Bytes taken one after the other, with a line for each message that they end; what is left open is told last. */
export function receiveAll(
  facts: ReceiverFacts,
  state: ReceiverState,
  bytes: readonly number[],
): { readonly state: ReceiverState; readonly log: readonly LogLine[] } {
  const log: LogLine[] = [];
  let now = state;
  let open: number[] = [];
  for (const byte of bytes) {
    const { state: next, message, did } = receive(facts, now, byte);
    now = next;
    open.push(byte);
    if (!message) continue;
    log.push({ bytes: open, words: messageWords(message), did });
    open = [];
  }
  if (open.length > 0) log.push({ bytes: open, words: 'no message, or one that is not whole', did: '' });
  return { state: now, log };
}

/** Receivers to try bytes on, where no box of the rig is at hand. */
export const STAND_INS: readonly {
  readonly id: string;
  readonly name: string;
  readonly facts: ReceiverFacts;
}[] = [
  {
    id: 'from-0',
    name: 'Effects unit that counts from 0',
    facts: { channel: 1, counting: { countsFrom: 0 }, banking: { bankBytes: 'none' } },
  },
  {
    id: 'from-1',
    name: 'Effects unit that counts from 1',
    facts: { channel: 1, counting: { countsFrom: 1 }, banking: { bankBytes: 'lsb', banks: 4 } },
  },
  {
    id: 'four-letters',
    name: 'Unit with banks of four letters',
    facts: {
      channel: 1,
      counting: { countsFrom: 1, letters: 4 },
      banking: { bankBytes: 'msb', programs: 128, banks: 2 },
    },
  },
  {
    id: 'amplifier',
    name: 'Amplifier with MIDI channels',
    facts: {
      channel: 1,
      counting: { countsFrom: 1 },
      banking: { bankBytes: 'none' },
      lamps: new Map(['clean', 'crunch', 'lead', 'ultra'].map((name, i) => [i, name])),
      controls: [{ id: 'boost', cc: 20, does: 'switch', name: 'boost' }],
    },
  },
  {
    id: 'switcher',
    name: 'Loop switcher',
    facts: {
      channel: 1,
      counting: { countsFrom: 1, slots: 4, slotsCountFrom: 1 },
      banking: { bankBytes: 'none' },
      controls: [
        ...[1, 2, 3, 4].map((n) => ({
          id: `loop-${n}`,
          cc: 101 + n,
          does: 'switch' as const,
          name: `loop ${n}`,
        })),
        { id: 'bank-up', cc: 106, does: 'bank-up', name: 'bank up' },
        { id: 'bank-down', cc: 107, does: 'bank-down', name: 'bank down' },
      ],
    },
  },
];
