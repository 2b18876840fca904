// What each sound sends: programs and control changes, as they are dialled, as they go over the wire, as they are shown.
import { blockIn, derive, freeSwitches, type Box, type HeardControl, type Reads, type Sound } from '../model';
import {
  controlBytes,
  placeOf,
  readProgram,
  selectBytes,
  selectOf,
  writeProgram,
  type Counting,
  type Select,
} from '../midi';
import { statesIn } from '../signal';
import { isBetween, senderOf, takesMidi } from './midi-net';
import { sentTo, stateBy } from './sent';

/** What one sound sends hangs on. */
export type ForMessages = Reads<'boxes' | 'leads' | 'variant'>;

/** What is asked of all sounds. */
export type ForAllMessages = ForMessages & Reads<'sounds'>;

/** A program that a sound calls in a box. */
export type ProgramCall = {
  readonly receiver: Box;
  /** Null: nothing that sends reaches it. */
  readonly sender: Box | null;
  /** As its display is to show it. */
  readonly shows: string;
  /** From 1 to 16; where nobody has said it, as most boxes have it: 1. */
  readonly channel: number;
  readonly isChannelAssumed: boolean;
  readonly select: Select | null;
  readonly bytes: readonly number[];
  /** The program as the sender counts; null: nobody knows how. */
  readonly dial: string | null;
  /** What cannot be, in words. */
  readonly problem: string | null;
  /** The program that what the sound wants of it is called by, where it says another one. */
  readonly other: string | null;
  /** What is noted as dialled, and what the receiver shows by it; null: nothing is noted, it lands nowhere. */
  readonly dialled: string | null;
  readonly lands: string | null;
};

/** A control change that a sound sends. */
export type ControlCall = {
  readonly receiver: Box;
  readonly sender: Box;
  readonly hears: HeardControl;
  readonly channel: number;
  /** The number that is set in the sender. */
  readonly cc: number;
  readonly value: 0 | 127;
  /** What it puts the block to. */
  readonly to: string;
  readonly bytes: readonly number[];
};

export type SoundMessages = {
  readonly sound: Sound;
  readonly programs: readonly ProgramCall[];
  readonly controls: readonly ControlCall[];
  /** Bytes of all of them. */
  readonly length: number;
};

/** How a box counts what it sends. */
export const sendingCount = ({ midi = {} }: Box): Counting =>
  Object.keys(midi.sends ?? {}).length > 0 ? (midi.sends ?? midi) : midi;

/** The channel on which a box is called; 0 hears all: the first. */
export const channelOf = ({ midi }: Box): number => midi?.channel || 1;

/** What a sound wants a box to show: said itself, or by the state of a block that a program calls. */
export function programWanted(
  of: ForMessages,
  sound: Sound,
  box: Box,
): Pick<ProgramCall, 'shows' | 'problem' | 'other'> | null {
  const said = sound.programs?.[box.id];
  const { blockState } = statesIn({ ...of, sound });
  // What no MIDI reaches may be switched otherwise: its states call no program then.
  const called = (senderOf(of, box) ? box.blocks : []).flatMap((block) => {
    const { state } = blockState(box, block);
    return state.program === undefined ? [] : [{ program: state.program, name: state.name }];
  });
  const [first] = called;
  if (said === undefined) return first ? { shows: first.program, problem: null, other: null } : null;
  const other = called.find(({ program }) => program.trim() !== said.trim());
  return {
    shows: said,
    problem: other ? `the sound wants ${other.name}, which is ${other.program}` : null,
    other: other?.program ?? null,
  };
}

/** What goes over the wire by what is dialled, `23` or with bank bytes ahead `0/3/23`; null: it cannot be dialled. */
export function dialledSelect(sender: Box, text: string): Select | null {
  const parts = text.split('/').map((part) => part.trim());
  const number = parts.at(-1) ?? '';
  const banks = parts.slice(0, -1).map(Number);
  const read = readProgram(sendingCount(sender), number);
  if ('refused' in read || read.index > 127 || (banks.length !== 0 && banks.length !== 2)) return null;
  if (banks.some((bank) => !Number.isInteger(bank) || bank < 0 || bank > 127)) return null;
  return { msb: banks[0] ?? null, lsb: banks[1] ?? null, program: read.index };
}

/** What is to be dialled for a call, bank bytes ahead where the receiver hears them; null: nobody knows how. */
export const rightlyDialled = ({ dial, select }: ProgramCall): string | null =>
  dial === null || select === null || select.msb === null ? dial : `${select.msb}/${select.lsb ?? 0}/${dial}`;

function programCall(of: ForMessages, sound: Sound, receiver: Box): ProgramCall | null {
  const wanted = programWanted(of, sound, receiver);
  if (!wanted) return null;
  const sender = senderOf(of, receiver)?.sender ?? null;
  const place = readProgram(receiver.midi ?? {}, wanted.shows);
  const select = 'index' in place ? selectOf(receiver.midi ?? {}, place.index) : place;
  const isCalled = 'program' in select;
  const channel = channelOf(receiver);
  const dialled = sound.dialled?.[receiver.id] ?? null;
  const sent = dialled === null || !sender ? null : dialledSelect(sender, dialled);
  const landed = sent && placeOf(receiver.midi ?? {}, sent);
  return {
    receiver,
    sender,
    shows: wanted.shows,
    channel,
    isChannelAssumed: receiver.midi?.channel === undefined,
    select: isCalled ? select : null,
    bytes: isCalled ? selectBytes(channel, select) : [],
    dial: isCalled && sender ? writeProgram(sendingCount(sender), select.program) : null,
    problem: isCalled ? wanted.problem : select.refused,
    other: wanted.other,
    dialled,
    lands: landed === null ? null : writeProgram(receiver.midi ?? {}, landed),
  };
}

/** What a sound sends to a box by control changes that are set in its sender. */
export function controlCalls(of: ForMessages, sound: Sound, receiver: Box): readonly ControlCall[] {
  const sender = senderOf(of, receiver)?.sender;
  if (!sender) return [];
  const { blockState } = statesIn({ ...of, sound });
  return sentTo(sender, receiver).flatMap(({ heard, cc }): ControlCall[] => {
    const block = blockIn(receiver, heard.block);
    if (heard.does !== 'switch' || !block) return [];
    const { state } = blockState(receiver, block);
    const value = state.id === stateBy(receiver, heard, true) ? 127 : 0;
    const channel = channelOf(receiver);
    return [
      {
        receiver,
        sender,
        hears: heard,
        channel,
        cc,
        value,
        to: state.name,
        bytes: controlBytes(channel, cc, value),
      },
    ];
  });
}

/** Boxes that programs or control changes of others can call; what calls its own presets waits for nobody. */
export const receiversIn = derive(['boxes', 'leads', 'variant'], (of): readonly Box[] =>
  of.boxes.filter(
    (box) =>
      takesMidi(box) &&
      !isBetween(box) &&
      box.part !== 'lead' &&
      (freeSwitches(box).length === 0 || senderOf(of, box) !== null),
  ),
);

/** Everything that a sound sends, in the order of the boxes. */
export const messagesOf = derive(
  ['boxes', 'leads', 'variant'],
  (of: ForMessages, sound: Sound): SoundMessages => {
    const receivers = receiversIn(of);
    const programs = receivers.flatMap((box) => programCall(of, sound, box) ?? []);
    const controls = receivers.flatMap((box) => controlCalls(of, sound, box));
    return {
      sound,
      programs,
      controls,
      length: [...programs, ...controls].reduce((sum, { bytes }) => sum + bytes.length, 0),
    };
  },
);
