// The order as lanes: the way that is looked at, and under it each way that parts from it; off neighbours together.
import {
  isMovable,
  stopKey,
  type Chain,
  type End,
  type Gap,
  type Place,
  type PlaceAt,
  type Stop,
  type Stretch,
  type Tail,
} from '../chain';
import { blockIn, boxOf, jackKey, type Block, type Box, type Part } from '../model';
import { isOn, statesIn, type ForSignal, type Path, type Section } from '../signal';

/** A block that a place passes, as it stands in the setting. */
type Passed = { readonly box: Box; readonly block: Block; readonly on: boolean };

/** One step of a lane: a place of the order, or several that are out of the way. */
export type Spot = {
  readonly at: Stretch;
  readonly places: readonly Place[];
  readonly stop: Stop;
  readonly passed: readonly Passed[];
  /** The section of the path that is looked at, where that passes here. */
  readonly section: Section | undefined;
  readonly movable: boolean;
  readonly on: boolean;
  readonly parts: readonly Part[];
  readonly keys: readonly string[];
};

export type Lane = {
  readonly spots: readonly Spot[];
  /** The lane and the spot behind which it parts; null: it is the first. */
  readonly from: { readonly lane: number; readonly spot: number } | null;
  readonly end: End;
};

const isOutOfWay = ({ block, on }: Passed) =>
  block.role === 'effect' && !on && (block.bypassKind === 'true' || block.bypassKind === 'relay');

/** Passed by themselves, one behind the other, all of them out of the signal. */
export const isAside = ({ passed }: Spot): boolean => passed.length > 0 && passed.every(isOutOfWay);

const gapParts = (gap: Gap | null): readonly Part[] => (gap?.leads ?? []).map((id) => ({ type: 'lead', id }));

function partsOf({ gap, stops }: Place): readonly Part[] {
  return [
    ...gapParts(gap),
    ...stops.flatMap(({ box, blocks, in: into, out }): readonly Part[] => [
      ...[...into, ...out].map((jack): Part => ({ type: 'jack', id: jackKey({ box, jack }) })),
      ...blocks.map((block): Part => ({ type: 'block', id: `${box}/${block}` })),
      { type: 'box', id: box },
    ]),
  ];
}

/** The tail of a split that the way looked at goes on by: to where it is heard, else the first. */
function chosenTail(end: Extract<End, { kind: 'split' }>, output: string | undefined): number {
  const reaches = (tail: Tail): boolean =>
    tail.places.some(({ stops }) => stops.some(({ box }) => box === output)) ||
    (tail.end.kind === 'split' && tail.end.tails.some(reaches));
  return Math.max(0, end.tails.findIndex(reaches));
}

class Laner {
  readonly lanes: Lane[] = [];
  /** Sections of the path that are not met yet: a loop block is passed twice. */
  private readonly sections: Section[];

  constructor(
    private readonly of: ForSignal,
    private readonly chains: readonly Chain[],
    private readonly path: Path | undefined,
    private readonly unfolds: (box: string) => boolean,
  ) {
    this.sections = [...(path?.sections ?? [])];
  }

  private spot(place: Place, at: PlaceAt): Spot {
    const states = statesIn(this.of);
    const passed = place.stops.flatMap(({ box: id, blocks }) => {
      const box = boxOf(this.of, id);
      return blocks.flatMap((blockId): readonly Passed[] => {
        const block = blockIn(box, blockId);
        return box && block ? [{ box, block, on: isOn(states.blockState(box, block).state) }] : [];
      });
    });
    const i = this.sections.findIndex(({ box, block }) =>
      passed.some((one) => one.box.id === box.id && one.block.id === block.id),
    );
    const [section] = i < 0 ? [] : this.sections.splice(i, 1);
    return {
      at: { ...at, count: 1 },
      places: [place],
      stop: place.stops[0],
      passed,
      section,
      movable: isMovable(this.of, this.chains, at),
      on: passed.length === 0 || passed.some(({ on }) => on),
      parts: partsOf(place),
      keys: place.stops.map(stopKey),
    };
  }

  private put(spots: Spot[], next: Spot) {
    const last = spots.at(-1);
    const fits =
      last &&
      ![last, next].some(({ passed }) => passed.some(({ box }) => this.unfolds(box.id))) &&
      isAside(last) &&
      isAside(next) &&
      last.at.tail.join() === next.at.tail.join() &&
      next.places[0]?.gap?.kind === 'leads';
    if (!fits) spots.push(next);
    else
      spots[spots.length - 1] = {
        ...last,
        at: { ...last.at, count: last.at.count + 1 },
        places: [...last.places, ...next.places],
        passed: [...last.passed, ...next.passed],
        section: last.section ?? next.section,
        parts: [...last.parts, ...next.parts],
        keys: [...last.keys, ...next.keys],
      };
  }

  lane(tail: Tail, at: readonly number[], from: Lane['from']) {
    const index = this.lanes.length;
    const spots: Spot[] = [];
    const others: (readonly [Tail, readonly number[], number])[] = [];
    let [own, on] = [tail, at];
    for (;;) {
      own.places.forEach((place, i) => this.put(spots, this.spot(place, { tail: on, at: i })));
      const { end } = own;
      if (end.kind !== 'split') break;
      const chosen = chosenTail(end, this.path?.output.box);
      end.tails.forEach((one, i) => {
        if (i !== chosen) others.push([one, [...on, i], spots.length - 1]);
      });
      const next = end.tails[chosen];
      if (!next) break;
      [own, on] = [next, [...on, chosen]];
    }
    this.lanes.push({ spots, from, end: own.end });
    for (const [one, where, spot] of others) this.lane(one, where, { lane: index, spot });
  }
}

/**
 * The lanes of one chain.
 * @param path the way that is looked at, where something is heard by it
 * @param unfolds whether a box stands by itself though it is off
 */
export function lanesOf(
  of: ForSignal,
  chains: readonly Chain[],
  chain: number,
  path: Path | undefined,
  unfolds: (box: string) => boolean,
): readonly Lane[] {
  const laner = new Laner(of, chains, path, unfolds);
  const one = chains[chain];
  if (one) laner.lane(one, [chain], null);
  return laner.lanes;
}
