// What is only ever turned on from where it stands: its state after power-up is not known.
import { blockIn, derive, type Block, type Box } from '../model';
import { ccLines } from './cc-plan';
import { channelsIn } from './channels';

export type UnknownState = {
  /** `box/block` */
  readonly key: string;
  readonly box: Box;
  readonly block: Block;
  readonly by: 'toggle' | 'impulse';
};

/** Blocks that sounds want unlike and that toggles or impulses alone change. */
export const unknownStates = derive(
  ['boxes', 'leads', 'variant', 'sounds'],
  (of): readonly UnknownState[] => [
    ...ccLines(of).flatMap(({ receiver, heard, isNeeded, sender }): UnknownState[] => {
      const block = blockIn(receiver, heard.block);
      return isNeeded && sender && block && heard.does === 'toggle'
        ? [{ key: `${receiver.id}/${block.id}`, box: receiver, block, by: 'toggle' }]
        : [];
    }),
    ...channelsIn(of).flatMap(({ key, box, block, wants, inputs, comes }): UnknownState[] => {
      const isByImpulse = inputs.some(({ poles }) =>
        poles.some(
          ({ contacts, feeds }) =>
            feeds.some(({ trouble }) => trouble === null) &&
            contacts.some((one) => one.block === block && one.is === 'momentary'),
        ),
      );
      const isCalled = [...comes.values()].some(({ by }) => by === 'call');
      return isByImpulse && !isCalled && new Set(wants).size > 1 ? [{ key, box, block, by: 'impulse' }] : [];
    }),
  ],
);
