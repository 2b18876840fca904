// What a segment is: a network between stages that nothing behind them loads.
import type { Element } from '../circuit';
import type { JackRef, Lead } from '../model';

/** A pickup, the output of a stage, or a jack of a box that converts. */
export type Driver = {
  readonly box: string;
  /** null: an output jack of a box that converts. */
  readonly block: string | null;
  readonly kind: 'pickup' | 'stage';
  /** Ohm; null: a pickup, which is no resistance. */
  readonly ohm: number | null;
  readonly node: string;
};

/** An input that hears a segment. */
export type Listener = {
  readonly box: string;
  readonly block: string | null;
  readonly ohm: number;
  readonly farad: number;
  readonly node: string;
};

/** What joins two nodes; null: no lead, but a pot, a transformer, an output's own resistance. */
export type Link = {
  readonly lead: string | null;
  readonly from: string;
  readonly to: string;
  readonly elements: readonly Element[];
};

/** What hangs on one node: an input, a pedal that is off, an output that stands against the driver. */
export type Load = { readonly node: string; readonly elements: readonly Element[] };

export type Segment = {
  readonly driver: Driver;
  /** From the node `drv`, where a source of 1 V stands, to the driver's own node. */
  readonly source: readonly Element[];
  readonly links: readonly Link[];
  /** Other drivers of the same network are shorts behind their ohms. */
  readonly loads: readonly Load[];
  readonly into: readonly Listener[];
  /** Leads in it, in order of their numbers. */
  readonly leads: readonly Lead[];
  /** The node of a jack's channel in it; null: it is in another. */
  readonly nodeOf: (jack: JackRef, channel?: number) => string | null;
};

/** Nodes that hang together with some by links. */
export function reachedBy(links: readonly Link[], start: Iterable<string>): ReadonlySet<string> {
  const reached = new Set(start);
  for (const node of reached)
    for (const { from, to } of links) {
      if (from === node) reached.add(to);
      if (to === node) reached.add(from);
    }
  return reached;
}
