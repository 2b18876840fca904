// Chains as what is to be plugged: visits of boxes, the legs that leave them, and the gaps between.
import type { Chain, Place, Stop, Tail } from './chain';

/** Once into a box: by what its legs have in common. */
export type Visit = {
  readonly box: string;
  /** It begins there, or comes back by this loop, or simply comes in. */
  readonly entry:
    | { readonly kind: 'source' }
    | { readonly kind: 'in' }
    | { readonly kind: 'back'; readonly loop: string };
};

/** From a visit's beginning to where it leaves, by the blocks it passes; or to where it ends. */
export type Leg = {
  readonly visit: number;
  readonly blocks: readonly string[];
  readonly out:
    | { readonly kind: 'out' }
    | { readonly kind: 'loop'; readonly loop: string }
    | { readonly kind: 'end' }
    | { readonly kind: 'within' };
  readonly jack: string | null;
  /** It leaves by one side of a stereo output. */
  readonly side: Side | null;
};

/** A lead, or two, from the end of a leg into a visit. */
export type Run = {
  readonly leg: number;
  readonly to: number;
  readonly width: 'mono' | 'stereo';
  readonly air: boolean;
  /** Of a pair: the side by which it leaves, and by which it comes in; null: there is one. */
  readonly out: Side | null;
  readonly into: Side | null;
};
export type Side = 0 | 1;

export type Legs = {
  readonly visits: readonly Visit[];
  readonly legs: readonly Leg[];
  readonly runs: readonly Run[];
  /** Guitars beside the first that share the plug of a source, by its visit. */
  readonly sharing: ReadonlyMap<number, readonly string[]>;
};

type At = {
  readonly visit: number;
  readonly blocks: readonly string[];
  readonly loop: string | null;
  readonly jack: string | null;
  readonly side: Side | null;
};

class Layer {
  readonly visits: Visit[] = [];
  readonly legs: Leg[] = [];
  readonly runs: Run[] = [];
  private readonly joins: {
    readonly leg: number;
    readonly box: string;
    readonly block: string | null;
    readonly width: 'mono' | 'stereo';
  }[] = [];
  private visit(stop: Stop, isFirst: boolean): At {
    const back = stop.loop?.side === 'back' ? stop.loop.block : null;
    const visit =
      this.visits.push({
        box: stop.box,
        entry: isFirst ? { kind: 'source' } : back === null ? { kind: 'in' } : { kind: 'back', loop: back },
      }) - 1;
    return { visit, blocks: [], loop: null, jack: null, side: null };
  }

  /** Into a place from where the walk is: from one stop or from a pair, into one or into a pair. */
  private enter({ gap, stops }: Place, from: readonly At[]): readonly At[] {
    const [stop, second] = stops;
    if (!gap) return [this.within(stop, this.visit(stop, true))];
    const run = (leg: number, to: number, more: Partial<Run>) =>
      this.runs.push({
        leg,
        to,
        width: 'mono',
        air: gap.kind === 'air',
        out: null,
        into: null,
        ...more,
      });
    const legs = from.map((at) => this.leave(at));
    const [left = -1, right] = legs;
    // One jack may feed both halves of a box.
    const isOne = second === undefined || (gap.width === 'mono' && second.box === stop.box);
    if (isOne) {
      const at = this.visit(stop, false);
      if (right === undefined) run(left, at.visit, { width: gap.width });
      else legs.forEach((leg, i) => run(leg, at.visit, { into: i === 0 ? 0 : 1 }));
      return stops.map((one) => this.within(one, at));
    }
    const pair = stops.map((one) => this.visit(one, false));
    pair.forEach((at, i) => {
      const side = i === 0 ? 0 : 1;
      run(right === undefined || side === 0 ? left : right, at.visit, {
        out: right === undefined ? side : null,
      });
    });
    return stops.flatMap((one, i) => {
      const at = pair[i];
      return at ? [this.within(one, at)] : [];
    });
  }

  /** A stop more in the same visit. */
  private within(stop: Stop, at: At): At {
    const blocks = stop.loop ? at.blocks : [...at.blocks, ...stop.blocks];
    return {
      visit: at.visit,
      blocks,
      loop: stop.loop?.side === 'out' ? stop.loop.block : null,
      jack: stop.blocks.length === 0 ? (stop.out[0] ?? null) : null,
      side: at.side,
    };
  }

  private leave({ visit, blocks, loop, jack, side }: At, ends = false): number {
    const out = ends
      ? ({ kind: 'end' } as const)
      : loop === null
        ? ({ kind: 'out' } as const)
        : ({ kind: 'loop', loop } as const);
    return this.legs.push({ visit, blocks, out, jack: ends ? null : jack, side }) - 1;
  }

  tail({ places, end }: Tail, from: readonly At[]) {
    let at = from;
    for (const place of places) {
      const [first] = at;
      if (first && place.gap?.kind === 'inside')
        at = place.stops.map((stop, i) => this.within(stop, at[i] ?? first));
      else at = this.enter(place, at);
    }
    if (end.kind === 'split')
      for (const [i, one] of end.tails.entries()) {
        const side = end.how === 'sides' && i < 2 ? (i === 0 ? 0 : 1) : null;
        this.tail(one, side === null ? at : at.map((own) => ({ ...own, side })));
      }
    else if (end.kind === 'joins')
      for (const one of at)
        this.joins.push({
          leg: this.leave(one),
          box: end.box,
          block: end.block,
          width: end.gap?.width ?? 'mono',
        });
    else for (const one of at) this.leave(one, true);
  }

  /** Joins come into the box of the stop they name once more. */
  finish() {
    for (const { leg, box, block, width } of this.joins) {
      const to = this.visits.push({ box, entry: { kind: 'in' } }) - 1;
      this.runs.push({ leg, to, width, air: false, out: null, into: null });
      this.legs.push({
        visit: to,
        blocks: block === null ? [] : [block],
        out: { kind: 'within' },
        jack: null,
        side: null,
      });
    }
  }
}

/** What is to be plugged for chains. */
export function legsOf(chains: readonly Chain[]): Legs {
  const layer = new Layer();
  const sharing = new Map<number, readonly string[]>();
  for (const chain of chains) {
    const first = layer.visits.length;
    layer.tail(chain, []);
    if (chain.sources.length > 1) sharing.set(first, chain.sources.slice(1));
  }
  layer.finish();
  const { visits, legs, runs } = layer;
  return { visits, legs, runs, sharing };
}
