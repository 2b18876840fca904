// What is under the foot at a box, as it says itself or as such boxes have it as a rule.
import { weakly } from '../units';
import type { Block, Box, FootSwitch } from './types';

/** Has a block another state to go to? A double goes where its first goes. */
export const isSwitched = ({ states, twinOf }: Block): boolean => states.length > 1 && twinOf === undefined;

/** What has a switch of its own at the box as a rule; channels of an amplifier are switched at its panel. */
const HAS_OWN: readonly Block['role'][] = [
  'effect',
  'mute',
  'split',
  'merge',
  'loop',
  'ampModel',
  'cabModel',
];

/** A double of the block goes with it, as it does everywhere. */
const ofBlock = ({ id, name }: Block): FootSwitch => ({
  id,
  label: name,
  action: 'latching',
  does: 'steps',
  blocks: [id],
});

/** The switches of a box; where it does not say, one for each block that is switched by hand. */
export const switchesOf = weakly(
  (box: Box): readonly FootSwitch[] =>
    box.switches ??
    box.blocks
      .filter((block) => block.switchedBy === 'hand' && isSwitched(block) && HAS_OWN.includes(block.role))
      .map(ofBlock),
);

/** Free switches: those whose acts the rig says. */
export const freeSwitches = (box: Box): readonly FootSwitch[] =>
  switchesOf(box).filter(({ does }) => does === 'free');

/** How many banks its switches have; 1 where it has none. */
export const bankCount = ({ banks }: Pick<Box, 'banks'>): number => banks?.count ?? 1;
