// What a part of the rig is in the order, and what may be done with it there.
import type { Part, Rig } from '../model';
import { actChains, heldWords, offersFor, stepAct, type Act, type Held, type Offer } from './acting';
import { isMovable, type Stretch } from './acts';
import { choicesAt, shelfOf, type Choice } from './choices';
import { placeAt, type PlaceAt } from './edit';
import type { ChainsAt } from './scope';
import { everyPlace } from './slots';

/**
 * A part as it is taken in hand: the place of its block, or the first of its box that can be moved, else its only one; a
 * box that stands in no chain by itself. Null: it is in no order, or which of its stops is meant is not said.
 */
export function heldFrom(rig: Rig, at: ChainsAt, { type, id }: Part): Held | null {
  if (type === 'lead') return null;
  const chains = actChains(rig, at);
  const [box = '', block] = id.split('/');
  const stopsAt = (place: PlaceAt) => placeAt(chains, place)?.stops ?? [];
  const own = everyPlace(chains).filter((one) => stopsAt(one).some((stop) => stop.box === box));
  if (own.length === 0) return shelfOf(rig, at).some((one) => one.id === box) ? { kind: 'box', box } : null;
  const isExact = (one: PlaceAt) =>
    type === 'block' &&
    stopsAt(one).some((stop) => stop.box === box && block !== undefined && stop.blocks.includes(block));
  const free = own.filter((one) => isMovable(rig, chains, one));
  const only = own.length === 1 ? own[0] : undefined;
  const place = own.find(isExact) ?? (type === 'block' ? only : (free[0] ?? only));
  return place ? { kind: 'stretch', stretch: { ...place, count: 1 } } : null;
}

/** All that may be done with what is in hand. */
export type InHand = {
  readonly words: string;
  readonly offers: readonly Offer[];
  readonly choices: readonly Choice[];
  /** One place more of the order, where that can be moved too; null: it cannot. */
  readonly more: Stretch | null;
};

export function inHand(rig: Rig, at: ChainsAt, held: Held): InHand {
  const chains = actChains(rig, at);
  const stretch = held.kind === 'stretch' ? held.stretch : null;
  const next = stretch && { ...stretch, at: stretch.at + stretch.count, count: 1 };
  const goes = held.kind === 'box' || isMovable(rig, chains, held.stretch);
  return {
    words: heldWords(rig, chains, held),
    offers: goes ? offersFor(rig, at, held) : [],
    choices: stretch?.count === 1 ? choicesAt(rig, at, stretch) : [],
    more:
      stretch && next && goes && isMovable(rig, chains, next)
        ? { ...stretch, count: stretch.count + 1 }
        : null,
  };
}

/** The act that moves a part of the rig by one step along the order; null: it goes no further. */
export function stepOf(rig: Rig, at: ChainsAt, part: Part, by: 1 | -1): Act | null {
  const held = heldFrom(rig, at, part);
  return held?.kind === 'stretch' ? stepAct(rig, at, held.stretch, by) : null;
}
