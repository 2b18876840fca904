// Channels of MIDI that do not agree: otherwise set at both ends, or shared by boxes that are called unlike.
import type { Box } from '../model';
import {
  channelOf,
  messagesOf,
  receiversIn,
  type ForAllMessages,
  type ForMessages,
  type ProgramCall,
} from './messages';
import { arrives, hearingsIn, senderOf } from './midi-net';

export type ChannelFault =
  | {
      readonly what: 'unlike';
      readonly sender: Box;
      readonly receiver: Box;
      readonly sends: number;
      readonly hears: number;
    }
  /** What is meant for one is heard by the other too. */
  | {
      readonly what: 'shared';
      readonly sender: Box;
      readonly receiver: Box;
      readonly other: Box;
      readonly channel: number;
    };

const hears = (box: Box, channel: number): boolean => box.midi?.channel === 0 || channelOf(box) === channel;

/** The channel on which a sender is set to call a box; as the box hears where nothing is noted. */
export const sentChannel = (sender: Box, receiver: Box): number =>
  sender.sent?.find(({ to }) => to === receiver.id)?.channel ?? channelOf(receiver);

const selectIn = (calls: readonly ProgramCall[], box: Box): string | undefined =>
  JSON.stringify(calls.find((call) => call.receiver === box)?.select ?? undefined);

/** Channels that are not as they should be. */
export function channelFaults(of: ForAllMessages): readonly ChannelFault[] {
  const found: ChannelFault[] = [];
  const sounds = of.sounds.map((sound) => messagesOf(of, sound).programs);
  const receivers = receiversIn(of);
  for (const receiver of receivers) {
    const sender = senderOf(of, receiver)?.sender;
    if (!sender) continue;
    const channel = sentChannel(sender, receiver);
    if (!hears(receiver, channel))
      found.push({ what: 'unlike', sender, receiver, sends: channel, hears: channelOf(receiver) });
    for (const hearing of hearingsIn(of)) {
      const other = hearing.receiver;
      if (hearing.sender !== sender || other === receiver || !arrives(hearing)) continue;
      if (!receivers.includes(other) || !hears(other, channel)) continue;
      const unlike = sounds.some((calls) => {
        const [mine, theirs] = [receiver, other].map((box) => selectIn(calls, box));
        return mine !== undefined && mine !== theirs;
      });
      const isKnown = other.midi?.channel !== undefined && receiver.midi?.channel !== undefined;
      const isTold = found.some(
        (one) => one.what === 'shared' && one.receiver === other && one.other === receiver,
      );
      if (
        unlike &&
        isKnown &&
        !isTold &&
        sounds.some((calls) => calls.some((call) => call.receiver === other))
      )
        found.push({ what: 'shared', sender, receiver, other, channel });
    }
  }
  return found;
}

/** The lowest channel that no box hears which a sender reaches. */
export function freeChannel(of: ForMessages, sender: Box): number {
  const taken = new Set(
    hearingsIn(of).flatMap((one) => (one.sender === sender ? [channelOf(one.receiver)] : [])),
  );
  for (let channel = 1; channel <= 16; channel += 1) if (!taken.has(channel)) return channel;
  return 16;
}
