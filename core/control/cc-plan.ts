// Numbers of control changes: the same at both ends, none that means something else, none twice on a channel.
import type { EditGroup, SingleEdit } from '../edits';
import { isReserved } from '../midi';
import { blockIn, blockWords, freshId, type Box, type HeardControl, type Sent } from '../model';
import { statesIn } from '../signal';
import { channelOf, receiversIn, type ForAllMessages } from './messages';
import { senderOf } from './midi-net';
import { sentTo } from './sent';

export type CcLine = {
  readonly sender: Box | null;
  readonly receiver: Box;
  readonly heard: HeardControl;
  /** `Delay of Delay unit`, `tap of Delay unit` */
  readonly name: string;
  /** The number that is set in the sender; null: none. */
  readonly sends: number | null;
  readonly channel: number;
  /** Some sound needs it: its block is otherwise in another, and no preset has it. */
  readonly isNeeded: boolean;
  /** What is sent, in words. */
  readonly values: string;
  /** What is wrong with its numbers. */
  readonly faults: readonly string[];
};

const DOES: Readonly<Record<HeardControl['does'], string>> = {
  switch: 'switch',
  toggle: 'toggle',
  tap: 'tap',
  'bank-up': 'bank up',
  'bank-down': 'bank down',
  knob: 'knob',
};

const VALUES: Readonly<Record<HeardControl['does'], string>> = {
  switch: '127 on, 0 off',
  toggle: '127 turns it; its state is unknown after power-up',
  tap: '127 at each tap',
  'bank-up': '127',
  'bank-down': '127',
  knob: '0 to 127',
};

function heardName(box: Box, { does, block, control }: HeardControl): string {
  const of = blockIn(box, block);
  const knob = box.controls.find(({ id }) => id === control);
  if (of) return `${blockWords(box, of)}${does === 'toggle' ? ', toggle' : ''}`;
  return `${knob ? knob.label : DOES[does]} of ${box.name}`;
}

const isNeededIn = (of: ForAllMessages, box: Box, { does, block: id }: HeardControl): boolean => {
  const block = blockIn(box, id);
  if (!block || block.switchedBy === 'preset' || (does !== 'switch' && does !== 'toggle')) return false;
  return (
    new Set(of.sounds.map((sound) => statesIn({ ...of, sound }).blockState(box, block).state.id)).size > 1
  );
};

/** Who hears a number on a channel, beside the function itself. */
function others(lines: readonly Omit<CcLine, 'faults'>[], line: Omit<CcLine, 'faults'>): readonly string[] {
  return lines.flatMap((other) => {
    const isOmni = other.receiver.midi?.channel === 0 || line.receiver.midi?.channel === 0;
    return other !== line &&
      other.sender === line.sender &&
      (other.channel === line.channel || isOmni) &&
      other.heard.cc === (line.sends ?? line.heard.cc)
      ? [other.name]
      : [];
  });
}

/** Every control change that a box of the rig hears. */
export function ccLines(of: ForAllMessages): readonly CcLine[] {
  const lines = receiversIn(of).flatMap((receiver) => {
    const sender = senderOf(of, receiver)?.sender ?? null;
    const sent = sender ? sentTo(sender, receiver) : [];
    return (receiver.midi?.ccs ?? []).map((heard) => ({
      sender,
      receiver,
      heard,
      name: heardName(receiver, heard),
      sends: sent.find((one) => one.heard === heard)?.cc ?? null,
      channel: channelOf(receiver),
      isNeeded: isNeededIn(of, receiver, heard),
      values: VALUES[heard.does],
    }));
  });
  return lines.map((line) => ({
    ...line,
    faults: [
      ...(line.sends !== null && line.sends !== line.heard.cc
        ? [`${line.sends} is sent, ${line.heard.cc} is heard`]
        : []),
      ...[...new Set([line.heard.cc, line.sends ?? line.heard.cc])]
        .filter(isReserved)
        .map((cc) => `${cc} means something of its own`),
      ...(line.sends === null && !line.isNeeded
        ? []
        : others(lines, line).map((name) => `${name} hears ${line.sends ?? line.heard.cc} too`)),
    ],
  }));
}

/** Numbers that mean nothing by themselves, those that makers leave free first. */
const FREE: readonly number[] = [
  ...range(20, 31),
  ...range(102, 119),
  ...range(85, 90),
  3,
  9,
  14,
  15,
  ...range(70, 79),
  ...range(21, 119),
].filter((cc) => !isReserved(cc));

function range(from: number, to: number): readonly number[] {
  return Array.from({ length: to - from + 1 }, (_, i) => from + i);
}

/**
 * The plan that puts every number right that is needed or set: as it is heard where that can stay, else a free one at
 * both ends. Null: nothing is to be changed.
 */
export function proposeCcs(of: ForAllMessages): EditGroup | null {
  const all = ccLines(of);
  const lines = all.filter(({ sender, sends, isNeeded }) => sender && (isNeeded || sends !== null));
  const isOmni = lines.some(({ receiver }) => receiver.midi?.channel === 0);
  const keyOf = ({ sender, channel }: CcLine, cc: number) =>
    `${sender?.id ?? ''} ${isOmni ? 0 : channel} ${cc}`;
  // What is heard and not sent keeps its number: nobody else may use it.
  const taken = new Set(all.flatMap((line) => (lines.includes(line) ? [] : [keyOf(line, line.heard.cc)])));
  const numbers = new Map<CcLine, number>();
  for (const line of lines) {
    const cc = [line.heard.cc, ...FREE].find((one) => !isReserved(one) && !taken.has(keyOf(line, one)));
    if (cc === undefined) continue;
    taken.add(keyOf(line, cc));
    numbers.set(line, cc);
  }
  const edits: SingleEdit[] = [];
  for (const receiver of new Set(lines.map((line) => line.receiver))) {
    const ccs = (receiver.midi?.ccs ?? []).map((heard) => {
      const line = lines.find((one) => one.heard === heard);
      return { ...heard, cc: (line && numbers.get(line)) ?? heard.cc };
    });
    if (ccs.some(({ cc }, i) => cc !== receiver.midi?.ccs?.[i]?.cc))
      edits.push({ edit: 'setMidi', arguments: { box: receiver.id, midi: { ...receiver.midi, ccs } } });
  }
  for (const sender of new Set(lines.flatMap((line) => line.sender ?? []))) {
    const sent = withNumbers(
      sender,
      lines.filter((line) => line.sender === sender),
      numbers,
    );
    if (JSON.stringify(sent) !== JSON.stringify(sender.sent ?? []))
      edits.push({ edit: 'setSent', arguments: { box: sender.id, sent } });
  }
  return edits.length === 0
    ? null
    : { edit: 'together', arguments: { label: 'Number the control changes', edits } };
}

/** What a sender is set to send, with the numbers of a plan. */
function withNumbers(
  sender: Box,
  lines: readonly CcLine[],
  numbers: ReadonlyMap<CcLine, number>,
): readonly Sent[] {
  let sent: readonly Sent[] = sender.sent ?? [];
  for (const receiver of new Set(lines.map((line) => line.receiver))) {
    const old = sent.find(({ to }) => to === receiver.id);
    const whole: Sent = old ?? {
      id: freshId(receiver.id, new Set(sent.map(({ id }) => id))),
      to: receiver.id,
      ccs: [],
    };
    const ccs = [...whole.ccs];
    for (const line of lines.filter((one) => one.receiver === receiver)) {
      const cc = numbers.get(line);
      const at = ccs.findIndex(({ hears }) => hears === line.heard.id);
      if (cc === undefined) continue;
      if (at < 0)
        ccs.push({ id: freshId(line.heard.id, new Set(ccs.map(({ id }) => id))), hears: line.heard.id, cc });
      else ccs[at] = { id: line.heard.id, ...ccs[at], hears: line.heard.id, cc };
    }
    const next = { ...whole, ccs };
    sent = old ? sent.map((one) => (one === old ? next : one)) : [...sent, next];
  }
  return sent;
}
