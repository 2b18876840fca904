// Wires a rig as its chains say, and proves it.
import { routingTrial, type RoutingChange } from '../edits';
import { inNight, type Reads, type Rig } from '../model';
import type { Wirings } from '../signal';
import type { Chain } from './chain';
import { writeChains } from './notation';
import { planChains, REST } from './plan';
import type { Refusal } from './refusals';
import { readChains, wiringsAtRest } from './read';
import type { ChainsAt } from './scope';

export type Wiring = {
  readonly change: RoutingChange;
  readonly trial: Rig;
  /** With the loops named that serve. */
  readonly chains: readonly Chain[];
};

/** Lines of chains, for comparing: whichever order tails are told in. */
const asText = (of: Reads<'boxes'>, chains: readonly Chain[]): string =>
  [...writeChains(of, chains, true)].sort().join('\n');

/** The inner wirings that a trial is in: those of the change, where it brings new ones. */
const wiringsOf = ({ wirings }: ChainsAt, { wires }: RoutingChange): Wirings => ({
  ...wirings,
  ...Object.fromEntries(wires.flatMap(({ box, patch, name }) => (name === undefined ? [] : [[box, patch]]))),
});

/**
 * The change that wires a rig, in a night and by the inner wirings given (the base at rest unless said), as these
 * chains say. It is proved: the rig that it gives reads as what was asked for.
 * @returns the change with the rig as it would be, or why it cannot be had
 */
export function wireChains(rig: Rig, chains: readonly Chain[], at: ChainsAt = REST): Wiring | Refusal {
  const planned = planChains(rig, chains, at);
  if ('reason' in planned) return planned;
  const { change, boxes, chains: asked } = planned;
  const taken = routingTrial(rig, change);
  if ('reason' in taken) return { box: null, stereo: false, reason: taken.reason };
  const { trial } = taken;
  const after = inNight(trial, at.variant);
  const now = readChains(after, { ...wiringsAtRest(after), ...wiringsOf(at, change) });
  if (asText(trial, now.chains) !== asText(boxes, asked))
    return {
      box: null,
      stereo: false,
      reason: `It would read as ${writeChains(trial, now.chains).join('; ')}.`,
    };
  return { change, trial, chains: asked };
}
