// Control changes that are set in a sender: what they are heard as at the other end.
import { blockIn, type Box, type HeardControl } from '../model';

/** The state that a control change puts a block to: on is the first that is not off. */
export function stateBy(box: Box, { block: id }: HeardControl, isOn: boolean): string | null {
  const block = blockIn(box, id);
  const on = block?.states.find((state) => state.id !== 'off');
  const off = block?.states.find((state) => state !== on);
  return (isOn ? on : off)?.id ?? null;
}

/** What is set in a sender for a receiver, function by function, as long as the receiver hears it. */
export const sentTo = (sender: Box, receiver: Box) =>
  (sender.sent ?? []).flatMap(({ to, ccs }) =>
    to === receiver.id
      ? ccs.flatMap(({ hears, cc }) => {
          const heard = receiver.midi?.ccs?.find(({ id }) => id === hears);
          return heard ? [{ heard, cc }] : [];
        })
      : [],
  );
