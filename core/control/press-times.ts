// When what comes of a press: messages on the wire, contacts, and boxes that change over.
import { wireMs } from '../midi';
import type { Box, Figure, Part, Reads, Sound } from '../model';
import { thingName } from './changes';
import { inputsIn, type Feed } from './feeds';
import type { Move } from './machine';
import { arrives, hearingsIn, senderOf } from './midi-net';
import { reachOf } from './reach';
import { sentBy, sentWords } from './sending';
import { valueName, type Thing } from './things';

export type TimeEvent = {
  readonly kind: 'message' | 'contact' | 'change';
  /** ms after the press; a change runs from the call to where it has changed over. */
  readonly from: number;
  readonly until: number;
  /** Whose it is: the sender, the box of the contact, the box that changes. */
  readonly box: Box;
  /** Where it goes; null: nowhere, it is a change. */
  readonly to: Box | null;
  readonly short: string;
  readonly words: string;
  readonly part: Part;
};

type ForTimes = Reads<'boxes' | 'leads' | 'variant' | 'sounds'>;

/** When each box has its call, by what is sent to it; messages on the way. */
export type Calls = {
  readonly called: ReadonlyMap<Box, number>;
  /** By `box/block`: when its control change is in. */
  readonly blocks: ReadonlyMap<string, number>;
  readonly messages: readonly TimeEvent[];
};

/** What goes out by a press, and when each box has its call. @param sound that it calls; null: it calls none */
export function callsOf(of: ForTimes, caller: Box, sound: Sound | null): Calls {
  const called = new Map<Box, number>([[caller, 0]]);
  const blocks = new Map<string, number>();
  const messages: TimeEvent[] = [];
  const sent = sound ? sentBy(of, sound) : [];
  const numbered = new Set(sent.flatMap(({ receiver, block }) => (block === null ? [receiver] : [])));
  const reached = reachOf(of, caller).boxes;
  const heard = sound ? hearingsIn(of).filter((one) => arrives(one) && reached.has(one.receiver)) : [];
  for (const [sender, begins] of called) {
    let at = begins;
    for (const message of sent) {
      if (message.sender !== sender) continue;
      const { receiver, bytes, block, short } = message;
      const until = at + wireMs(bytes.length);
      const lead = senderOf(of, receiver)?.hops.at(-1)?.lead;
      messages.push({
        kind: 'message',
        from: at,
        until,
        box: sender,
        to: receiver,
        short,
        words: sentWords(message),
        part: lead ? { type: 'lead', id: lead.id } : { type: 'box', id: receiver.id },
      });
      if (block !== null) blocks.set(`${receiver.id}/${block}`, until);
      else if (!called.has(receiver)) called.set(receiver, until);
      at = until;
    }
    // What is called by a number that nobody noted has it by the end of its sender's messages.
    for (const { sender: from, receiver } of heard)
      if (from === sender && !called.has(receiver) && !numbered.has(receiver)) called.set(receiver, at);
  }
  return { called, blocks, messages };
}

/** Which of a figure's values is reckoned with. */
export type Reckoned = (figure: Figure) => number;
export const MIDDLE: Reckoned = ({ value }) => value;
export const LEAST: Reckoned = ({ value, low }) => low ?? value;
export const MOST: Reckoned = ({ value, high }) => high ?? value;

/** The contact by which a block of another box is switched. */
function contactFor(of: ForTimes, thing: Thing, calls: Calls): Feed | null {
  if (thing.block === null || thing.block.switchedBy === 'preset') return null;
  for (const input of inputsIn(of)) {
    if (input.box !== thing.box) continue;
    for (const { contacts, feeds, isHeld } of input.poles)
      if (!isHeld && contacts.some(({ block }) => block === thing.block)) {
        const feed = feeds.find(({ trouble, box }) => trouble === null && calls.called.has(box));
        if (feed) return feed;
      }
  }
  return null;
}

/** A thing with what it is: `Preamp of Head lead`; how a knob stands is told by the sound alone. */
export const standsWords = (thing: Thing, value: string): string =>
  `${thingName(thing)} ${thing.kind === 'setting' ? 'as in the sound' : valueName(thing, value)}`;

const changedWords = (thing: Thing, value: string): string =>
  thing.kind === 'program' ? `${thing.box.name} shows ${value}` : standsWords(thing, value);

export type Changed = {
  readonly thing: Thing;
  readonly value: string;
  readonly event: TimeEvent;
  readonly contact: TimeEvent | null;
};

/** What changes, when. */
export function changesOf(
  of: ForTimes,
  move: Move,
  calls: Calls,
  changed: ReadonlyMap<Thing, string>,
  pick: Reckoned,
): readonly Changed[] {
  const takes = ({ changeMs }: Box): number => (changeMs ? pick(changeMs) : 0);
  return [...changed].map(([thing, value]): Changed => {
    const { box, block, key } = thing;
    const feed = box === move.box ? null : contactFor(of, thing, calls);
    const isOwn = feed !== null && feed.box === move.box && move.footSwitch.does === 'contact';
    const given = feed ? (calls.called.get(feed.box) ?? 0) : 0;
    const closes = feed ? given + (isOwn ? 0 : takes(feed.box)) : null;
    const lead = feed?.leads.at(-1);
    const from = closes ?? calls.blocks.get(key) ?? calls.called.get(box) ?? 0;
    const until = from + takes(box);
    return {
      thing,
      value,
      event: {
        kind: 'change',
        from,
        until,
        box,
        to: null,
        short:
          thing.kind === 'block'
            ? `${thing.name} ${valueName(thing, value)}`
            : thing.kind === 'program'
              ? `shows ${value}`
              : thing.name,
        words: changedWords(thing, value),
        part: block ? { type: 'block', id: `${box.id}/${block.id}` } : { type: 'box', id: box.id },
      },
      contact:
        feed && closes !== null
          ? {
              kind: 'contact',
              from: given,
              until: closes,
              box: feed.box,
              to: box,
              short: feed.jack.label,
              words: `${feed.jack.label} of ${feed.box.name} switches${lead ? `, lead ${lead.number}` : ''}`,
              part: lead ? { type: 'lead', id: lead.id } : { type: 'box', id: feed.box.id },
            }
          : null,
    };
  });
}
