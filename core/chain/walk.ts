// Walks the ways of a rig from a source, a spot at a time; each spot is told once.
import { blockIn, type Box } from '../model';
import type { End, Gap, Place, Stop } from './chain';
import type { Live } from './live';
import { crosses, gapOf, placesFrom, type Step } from './places';
import { isLoad, isTuner, outletAt, type Link, type Spot, type Ways } from './ways';

type Split = Extract<End, { kind: 'split' }>['how'];

/** A walk with how it ended; where it parts, the walks on from there. */
export type Walk = {
  readonly steps: readonly Step[];
  readonly end:
    | Exclude<End, { kind: 'split' }>
    | { readonly kind: 'parts'; readonly how: Split; readonly walks: readonly Walk[] };
};

type On =
  | { readonly link: Link; readonly steps: readonly Step[] }
  | { readonly end: Walk['end']; readonly steps: readonly Step[] };

const inside = (to: number): Link => ({
  to,
  leads: [],
  air: false,
  out: null,
  channels: 3,
  enters: 3,
  width: 1,
  second: false,
});

/** Is one of these the left side, the other the right? */
const isSidesOf = (links: readonly Link[]): boolean =>
  links.length === 2 &&
  links.some(({ channels }) => channels === 1) &&
  links.some(({ channels }) => channels === 2);

export class Walker {
  private readonly told = new Set<number>();
  private readonly parallel = new Set<number>();
  /** Leads that are walked: what is mixed into one ahead of its plug has none of its own. */
  private readonly leads = new Set<string>();

  constructor(
    private readonly ways: Ways,
    private readonly live: Live,
  ) {}

  private spot(at: number): Spot {
    const spot = this.ways.spots[at];
    if (!spot) throw new RangeError(`there is no spot ${at}`);
    return spot;
  }

  private readonly linksOf = (at: number): readonly Link[] => this.live.links[at] ?? [];

  /** Is it told already; or come to at its second input while the first is fed: then it is mixed into another chain. */
  private isJoin(at: number, link: Link | null): boolean {
    if (this.told.has(at)) return true;
    return (
      link?.second === true &&
      !this.parallel.has(at) &&
      this.live.links.some((own) => own.some(({ to, second }) => to === at && !second))
    );
  }

  private joinGap(link: Link | null): Gap | null {
    return link && crosses(link) && !link.leads.some((lead) => this.leads.has(lead)) ? gapOf(link) : null;
  }

  private endAt(at: number): Walk['end'] {
    const spot = this.spot(at);
    if (spot.kind === 'key') return { kind: 'listens' };
    const outlet = outletAt(spot);
    if (outlet) return { kind: 'heard', outlet };
    if (isTuner(spot)) return { kind: 'tuner' };
    return isLoad(spot) ? { kind: 'load' } : { kind: 'open' };
  }

  /**
   * Walks from a spot to where its chain ends.
   * @param via how it is come to; null: the chain begins with it
   * @param until a spot that another walk goes on from: there it ends, open
   */
  walk(start: number, via: Link | null = null, until: number | null = null): Walk {
    const steps: Step[] = [];
    let [at, link] = [start, via];
    while (at !== until) {
      const spot = this.spot(at);
      const knot = this.live.knotOf(at);
      if (knot >= 0) return { steps: [...steps, { spot, link }], end: { kind: 'knot', knot } };
      if (this.isJoin(at, link))
        return {
          steps,
          end: { kind: 'joins', box: spot.box.id, block: spot.block?.id ?? null, gap: this.joinGap(link) },
        };
      this.told.add(at);
      for (const lead of link?.leads ?? []) this.leads.add(lead);
      steps.push({ spot, link, parallel: this.parallel.has(at) });
      const next = this.linksOf(at);
      const [first] = next;
      if (!first) return { steps, end: this.endAt(at) };
      const on: On = next.length === 1 ? { link: first, steps: [] } : this.part(spot, next, until);
      steps.push(...on.steps);
      if ('end' in on) return { steps, end: on.end };
      [at, link] = [on.link.to, on.link];
    }
    return { steps, end: { kind: 'open' } };
  }

  /** Spots on the ways that begin with these links, up to where they meet, each behind all that lead to it. */
  private between(links: readonly Link[], meet: number): readonly number[] {
    const seen = new Set([meet]);
    const order: number[] = [];
    const visit = (at: number) => {
      if (seen.has(at)) return;
      seen.add(at);
      for (const { to } of this.linksOf(at).toReversed()) visit(to);
      order.push(at);
    };
    for (const { to } of links.toReversed()) visit(to);
    return order.toReversed();
  }

  private leaves(link: Link, meet: number): boolean {
    return [link, ...this.between([link], meet).flatMap(this.linksOf)].some(crosses);
  }

  /** A spot that leads on by several links: how the walk goes on, or how it ends. */
  private part(at: Spot, next: readonly Link[], until: number | null): On {
    const { block } = at;
    const meet = this.live.meet(next.map(({ to }) => to));
    if (meet !== null) {
      const leaving = next.filter((link) => this.leaves(link, meet));
      const [only] = leaving;
      if (!only) return this.inside(next, meet);
      if (leaving.length === 1) {
        // What stays in the box meanwhile is dry: the loop stands in parallel.
        this.parallel.add(meet);
        return { link: only, steps: [] };
      }
    }
    const isSides = isSidesOf(next);
    const isHalves = next.length === 2 && !next.some(crosses);
    const paired = isSides || isHalves ? (this.together(next, meet) ?? this.sides(next, meet)) : null;
    if (paired) return paired;
    const branches = isSides ? next.map((link) => [link]) : this.branches(next);
    if (branches.length === 1 && branches[0]) return this.part({ ...at, block: null }, branches[0], until);
    const selects = block?.role === 'split' && block.states.some(({ passes }) => passes !== undefined);
    const how = selects ? 'either' : isSides ? 'sides' : 'both';
    return {
      end: { kind: 'parts', how, walks: branches.map((links) => this.branch(links, until)) },
      steps: [],
    };
  }

  /** Links by what they are branches of: left and right into one box, or into two of a kind, are one. */
  private branches(next: readonly Link[]): readonly (readonly Link[])[] {
    const boxTo = ({ to }: Link) => this.spot(to).box;
    const isPair = (a: Link, b: Link) =>
      isSidesOf([a, b]) && (boxTo(a) === boxTo(b) || boxTo(a).kind === boxTo(b).kind);
    const taken = new Set<Link>();
    return next.flatMap((link): (readonly Link[])[] => {
      if (taken.has(link)) return [];
      const other = next.find((one) => one !== link && !taken.has(one) && isPair(link, one));
      taken.add(link);
      if (other) taken.add(other);
      return [other ? [link, other] : [link]];
    });
  }

  private branch(links: readonly Link[], until: number | null): Walk {
    const [first, second] = links;
    if (!first) return { steps: [], end: { kind: 'open' } };
    if (!second) return this.walk(first.to, first, until);
    const on = this.part({ ...this.spot(first.to), block: null }, links, until);
    if ('end' in on) return { steps: on.steps, end: on.end };
    const rest = this.walk(on.link.to, on.link, until);
    return { steps: [...on.steps, ...rest.steps], end: rest.end };
  }

  /** Parted and met again in one box: one path. */
  private inside(next: readonly Link[], meet: number): On {
    const spots = this.between(next, meet);
    for (const one of spots) this.told.add(one);
    return { link: inside(meet), steps: spots.map((one) => ({ spot: this.spot(one), link: inside(one) })) };
  }

  /** By leads of their own straight from one box into the next: one gap, left and right. */
  private together(next: readonly Link[], meet: number | null): On | null {
    if (meet === null || !next.every(crosses)) return null;
    const between = this.between(next, meet);
    const into = between.map((one) => this.spot(one));
    const [link] = next;
    if (!link || !into[0] || !into.every(({ jack, box }) => jack && box === this.spot(meet).box)) return null;
    for (const one of between) this.told.add(one);
    for (const lead of next.flatMap(({ leads }) => leads)) this.leads.add(lead);
    const sides = {
      out: next.flatMap(({ out }) => out ?? []),
      into,
      leads: next.flatMap(({ leads }) => leads),
    };
    return { link: inside(meet), steps: [{ spot: into[0], link, sides }] };
  }

  /** Left and right each by boxes of their own: pairs, where they pass the same places. */
  private sides(next: readonly Link[], meet: number | null): On | null {
    const [told, parallel] = [new Set(this.told), new Set(this.parallel)];
    const walks = next.map((link) => this.walk(link.to, link, meet));
    const on = this.paired(walks, meet);
    if (!on) {
      this.told.clear();
      this.parallel.clear();
      for (const one of told) this.told.add(one);
      for (const one of parallel) this.parallel.add(one);
    }
    return on;
  }

  private paired(walks: readonly Walk[], meet: number | null): On | null {
    const [left, right] = walks.map(({ steps }) => placesFrom(steps, true));
    const [end, other] = walks.map((one) => one.end);
    if (!left || !right || !end || end.kind === 'parts' || end.kind !== other?.kind) return null;
    const out = [...left.left, ...right.left];
    if (meet === null) {
      const pairs = this.zip(left.places, right.places);
      return pairs && { end, steps: [{ pairs, out }] };
    }
    // Each ends with the jacks by which it comes into the box where they meet.
    const [a, b] = [left.places.at(-1), right.places.at(-1)];
    const { box } = this.spot(meet);
    const [jackA, jackB] = [a, b].map((place) =>
      place?.stops[0].box === box.id ? place.stops[0].in[0] : undefined,
    );
    const into = this.ways.spots.filter(
      ({ box: own, jack }) => own === box && jack && (jack.id === jackA || jack.id === jackB),
    );
    const pairs = this.zip(left.places.slice(0, -1), right.places.slice(0, -1));
    if (!pairs || !jackA || !jackB || !into[0]) return null;
    const leads = [...(a?.gap?.leads ?? []), ...(b?.gap?.leads ?? [])];
    return {
      link: inside(meet),
      steps: [
        { pairs, out },
        { spot: into[0], link: { ...inside(meet), leads, out: '' }, sides: { out: [], into, leads } },
      ],
    };
  }

  private zip(left: readonly Place[], right: readonly Place[]): readonly Place[] | null {
    if (left.length !== right.length || left.length === 0) return null;
    const pairs = left.map((place, i): Place | null => {
      const other = right[i];
      const [a, b] = [place.stops[0], other?.stops[0]];
      if (!b || !this.alike(a, b)) return null;
      const leads = [...(place.gap?.leads ?? []), ...(other?.gap?.leads ?? [])];
      return { gap: place.gap && { ...place.gap, width: 'stereo', leads }, stops: [a, b] };
    });
    return pairs.every((pair) => pair !== null) ? pairs : null;
  }

  /** The two halves of one box, or two boxes of a kind. */
  private alike(a: Stop, b: Stop): boolean {
    const boxOf = ({ box: id }: Stop) => this.ways.spots.find(({ box }) => box.id === id)?.box;
    const roles = ({ blocks }: Stop, box: Box | undefined) =>
      blocks.map((id) => blockIn(box, id)?.role).join();
    const [p, q] = [boxOf(a), boxOf(b)];
    return p?.kind === q?.kind && roles(a, p) === roles(b, q);
  }
}
