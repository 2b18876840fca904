// Spots that are walked one after another, laid together to stops with gaps between.
import { hasGrid } from '../model';
import type { Gap, Place, Stop } from './chain';
import type { Link, Spot } from './ways';

/** A spot that is walked, and how it is come to; of two sides that come in together the jacks of both. */
type Walked = {
  readonly spot: Spot;
  readonly link: Link | null;
  readonly parallel?: boolean;
  readonly sides?: {
    readonly out: readonly string[];
    readonly into: readonly Spot[];
    readonly leads: readonly string[];
  };
};

/** Places that left and right pass side by side, with the jacks by which they part. */
type Paired = { readonly pairs: readonly Place[]; readonly out: readonly string[] };

export type Step = Walked | Paired;

type Draft = { -readonly [K in keyof Stop]: Stop[K] };

/** Does it leave the box? */
export const crosses = (link: Link): boolean => link.out !== null;

/** A loop that nothing hangs in is a wire; an ear and a desk's mix are ends of the walk, no blocks. */
const isPassed = ({ kind, block }: Spot): boolean =>
  block !== null && kind !== 'key' && kind !== 'mix' && !(kind === 'block' && block.role === 'loop');

/** Stops that people move about by themselves: movable blocks of a unit, the ways of its loops. */
const standsAlone = ({ kind, box, block }: Spot): boolean =>
  kind === 'out' || kind === 'back' || (kind === 'block' && block?.movable === true && hasGrid(box));

const jacksOf = (spots: readonly Spot[]) => spots.flatMap(({ jack }) => jack?.id ?? []);

const INSIDE: Gap = { kind: 'inside', width: 'mono', leads: [] };

/** What a link out of a box is as a gap. */
export const gapOf = ({ air, width, leads }: Link, sides?: Walked['sides']): Gap => ({
  kind: air ? 'air' : 'leads',
  width: sides || width > 1 ? 'stereo' : 'mono',
  leads: sides?.leads ?? leads,
});

/**
 * The places of a walk.
 * @param inside the walk begins in the box of a stop that is told already
 * @returns the places, and the jacks by which that stop is left
 */
export function placesFrom(
  walk: readonly Step[],
  inside: boolean,
): { readonly places: readonly Place[]; readonly left: readonly string[] } {
  const places: Place[] = [];
  let left: readonly string[] = [];
  let current: Draft | null = null;
  let gap: Gap | null = null;
  let alone = false;
  const close = (out: readonly string[]) => {
    if (current) places.push({ gap, stops: [{ ...current, out }] });
    else if (places.length === 0) left = out;
    current = null;
  };
  const begin = ({ box }: Spot, ahead: Gap | null, into: readonly string[]): Draft => {
    gap = ahead;
    alone = false;
    return { box: box.id, blocks: [], loop: null, in: into, out: [], parallel: false };
  };
  for (const step of walk) {
    if ('pairs' in step) {
      const [first, ...others] = step.pairs;
      const bare: Draft | null = current;
      if (first && bare?.blocks.length === 0 && first.gap?.kind === 'inside') {
        // By one jack into both halves of a box.
        const [a, b] = first.stops;
        const into = { in: bare.in };
        places.push({
          gap,
          stops: b
            ? [
                { ...a, ...into },
                { ...b, ...into },
              ]
            : [{ ...a, ...into }],
        });
        current = null;
      } else {
        close(step.out);
        if (first) places.push(first);
      }
      places.push(...others);
      continue;
    }
    const { spot, link, sides } = step;
    if (link && crosses(link)) {
      close(sides?.out ?? (link.out === null ? [] : [link.out]));
      current = begin(spot, gapOf(link, sides), jacksOf(sides?.into ?? [spot]));
    } else if (!current && !inside && places.length === 0) current = begin(spot, null, []);
    if (isPassed(spot)) {
      const own = standsAlone(spot);
      if (!current || (current.blocks.length > 0 && (own || alone))) {
        close([]);
        current = begin(spot, INSIDE, []);
      }
      current.blocks = [...current.blocks, spot.block?.id ?? ''];
      if (spot.kind === 'out' || spot.kind === 'back')
        current.loop = { block: spot.block?.id ?? '', side: spot.kind };
      alone = own;
    }
    if (step.parallel && current) current.parallel = true;
  }
  close([]);
  return { places, left };
}
