// The rig as one order from the string to the loudspeaker: what a chain is made of.
import { weakly } from '../units';

/** Where the signal passes a box once: in at a jack, through some of its blocks or none, out at a jack. */
export type Stop = {
  readonly box: string;
  /** In the order they are passed; none: a through jack, a junction, a tap. */
  readonly blocks: readonly string[];
  /** One side of a loop in use: the signal leaves the box by it, or comes back. */
  readonly loop: { readonly block: string; readonly side: 'out' | 'back' } | null;
  /** Jacks by which a lead, a radio or the air comes in, one or two; none where the stop before is in the same box. */
  readonly in: readonly string[];
  readonly out: readonly string[];
  /** What left the box here also went straight on inside it: a parallel loop. */
  readonly parallel: boolean;
};

/** What lies between two places. `inside`: a way in one box, without a lead. */
export type Gap = {
  readonly kind: 'leads' | 'air' | 'inside';
  readonly width: 'mono' | 'stereo';
  readonly leads: readonly string[];
};

/** A place in the chain: one stop; or a pair, left and right, that stands for one (two DIs, two desk channels). */
export type Place = {
  /** What lies ahead of it; null where the chain begins. */
  readonly gap: Gap | null;
  readonly stops: readonly [Stop] | readonly [Stop, Stop];
};

/** How a chain ends. */
export type End =
  /** At something that is heard. */
  | { readonly kind: 'heard'; readonly outlet: 'loudspeaker' | 'monitor' | 'desk' }
  | { readonly kind: 'load' }
  | { readonly kind: 'tuner' }
  /** At an input that listens and is mixed in nowhere: a gate's key. */
  | { readonly kind: 'listens' }
  /** In a stop of another chain, or of another tail. */
  | {
      readonly kind: 'joins';
      readonly box: string;
      readonly block: string | null;
      /** How it comes there; null: inside the box. */
      readonly gap: Gap | null;
    }
  /** In leads that close a ring. */
  | { readonly kind: 'knot'; readonly knot: number }
  /** Nowhere: the lead or the path is missing. */
  | { readonly kind: 'open' }
  | {
      readonly kind: 'split';
      /** At both at once, at one at a time, or left here and right there. */
      readonly how: 'both' | 'either' | 'sides';
      readonly tails: readonly Tail[];
    };

export type Tail = { readonly places: readonly Place[]; readonly end: End };

/** A chain: what it begins at, places in order, and an end or a split into tails. */
export type Chain = Tail & {
  /** The boxes it may begin at: instruments that share a plug count as one; a desk's mix is one too. */
  readonly sources: readonly string[];
};

/** Leads that close a ring: no order can be told of them. */
export type Knot = { readonly leads: readonly string[]; readonly boxes: readonly string[] };

/** The order of a rig in one wiring. */
export type Reading = {
  readonly chains: readonly Chain[];
  readonly knots: readonly Knot[];
  /** What stands in no chain: leads that carry nothing on, boxes that nothing passes. */
  readonly rest: { readonly leads: readonly string[]; readonly boxes: readonly string[] };
};

/** Every place of a chain and its tails, in order. */
export const placesOf = ({ places, end }: Tail): readonly Place[] => [
  ...places,
  ...(end.kind === 'split' ? end.tails.flatMap(placesOf) : []),
];

/** Every gap of a chain and its tails, in order. */
export const gapsOf = ({ places, end }: Tail): readonly Gap[] => [
  ...places.flatMap(({ gap }) => gap ?? []),
  ...(end.kind === 'split' ? end.tails.flatMap(gapsOf) : []),
  ...(end.kind === 'joins' && end.gap ? [end.gap] : []),
];

/** Every stop of a chain and its tails, in order. */
export const stopsOf = weakly((tail: Tail): readonly Stop[] =>
  placesOf(tail).flatMap(({ stops }) => [...stops]),
);
