// What goes out for a sound, message by message, as its senders are set.
import { controlBytes, selectBytes, wireMs } from '../midi';
import { blockIn, type Box, type Sound } from '../model';
import { sentChannel } from './channel-faults';
import { controlCalls, dialledSelect, messagesOf, receiversIn, type ForMessages } from './messages';

/** A message of a sound: whole, from whom it comes and for whom it is meant. */
export type SentMessage = {
  readonly sender: Box;
  readonly receiver: Box;
  readonly bytes: readonly number[];
  /** `prog 12`: what the receiver shows by it; of a control change the block and its state, `Delay on`. */
  readonly short: string;
  /** The block that a control change is for; null: a program. */
  readonly block: string | null;
};

/** What a sound sends as its senders are set: what is noted as dialled, on the channels that are noted. */
export function sentBy(of: ForMessages, sound: Sound): readonly SentMessage[] {
  return [
    ...messagesOf(of, sound).programs.flatMap((call): SentMessage[] => {
      const { sender, receiver, select, dialled, shows, lands } = call;
      const what = dialled === null || !sender ? select : dialledSelect(sender, dialled);
      if (!sender || !what) return [];
      return [
        {
          sender,
          receiver,
          bytes: selectBytes(sentChannel(sender, receiver), what),
          short: `prog ${dialled === null ? shows : (lands ?? '?')}`,
          block: null,
        },
      ];
    }),
    ...receiversIn(of).flatMap((receiver) =>
      controlCalls(of, sound, receiver).map(({ sender, cc, value, hears, to }): SentMessage => ({
        sender,
        receiver,
        bytes: controlBytes(sentChannel(sender, receiver), cc, value),
        short: `${blockIn(receiver, hears.block)?.name ?? `control ${cc}`} ${to}`,
        block: hears.block ?? null,
      })),
    ),
  ];
}

/** `prog 12 to Delay unit, 0.64 ms`. */
export const sentWords = ({ receiver, bytes, short }: SentMessage): string =>
  `${short} to ${receiver.name}, ${Number(wireMs(bytes.length).toFixed(2))} ms`;
