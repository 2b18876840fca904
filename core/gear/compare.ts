// A box of a rig beside the item it was made from: which figures differ, and which way each could go.
import { figureKey, figurePlaces, same, type Box, type Figure, type FigurePath } from '../model';
import type { GearItem } from './item';

/** A figure that is another in the rig than on the shelf. */
export type FigureDifference = {
  readonly key: string;
  readonly at: FigurePath;
  readonly of: string;
  readonly what: string;
  readonly unit: string;
  readonly here: Figure | undefined;
  readonly onShelf: Figure | undefined;
  /** The rig knows better than the shelf: what it has was measured or looked up, and the shelf's was not. */
  readonly offeredBack: boolean;
};

export type Comparison = {
  /** The shelf's item was changed since the box was made from it, or since it was last looked through. */
  readonly isNewer: boolean;
  readonly differences: readonly FigureDifference[];
  /** Jacks and blocks that only one of both has, by name. */
  readonly onlyOnShelf: readonly string[];
  readonly onlyHere: readonly string[];
};

const RANK = { assumed: 0, manual: 1, measured: 2 } as const;

/** Is the rig's figure worth more than the shelf's: measured later, or by a better source? */
function isBetter(here: Figure | undefined, onShelf: Figure | undefined): boolean {
  if (!here || here.source === 'assumed') return false;
  if (!onShelf) return true;
  if (here.source !== onShelf.source) return RANK[here.source] > RANK[onShelf.source];
  return here.source === 'measured' && (here.date ?? '') > (onShelf.date ?? '');
}

const partsOf = ({ jacks, blocks }: Pick<Box, 'jacks' | 'blocks'>) =>
  new Map([
    ...jacks.map(({ id, label }) => [`jack ${id}`, label] as const),
    ...blocks.map(({ id, name }) => [`block ${id}`, name] as const),
  ]);

const only = (a: ReadonlyMap<string, string>, b: ReadonlyMap<string, string>) =>
  [...a].filter(([key]) => !b.has(key)).map(([, name]) => name);

/** What differs between a box and the item it was made from. */
export function compareWithShelf(box: Box, item: GearItem): Comparison {
  const shelf = new Map(figurePlaces(item).map((place) => [figureKey(place.at), place]));
  const here = new Map(figurePlaces(box).map((place) => [figureKey(place.at), place]));
  const differences = [...here].flatMap(([key, place]): FigureDifference[] => {
    const other = shelf.get(key);
    // A place that only one of both has goes with its jack or block.
    if (!other || same(place.figure, other.figure)) return [];
    const { at, of, what, unit, figure } = place;
    return [
      {
        key,
        at,
        of,
        what,
        unit,
        here: figure,
        onShelf: other.figure,
        offeredBack: isBetter(figure, other.figure),
      },
    ];
  });
  const [a, b] = [partsOf(item), partsOf(box)];
  return {
    isNewer: item.revision > (box.from?.revision ?? 0),
    differences,
    onlyOnShelf: only(a, b),
    onlyHere: only(b, a),
  };
}

/** What of a comparison is worth a word: newer figures to take, and better ones to give back. */
export const offersIn = ({ isNewer, differences }: Comparison): readonly FigureDifference[] =>
  differences.filter(({ offeredBack }) => isNewer || offeredBack);
