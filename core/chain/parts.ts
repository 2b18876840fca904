// Stops taken apart where a box can be left and come back to, and laid together again.
import { blockIn, boxOf, type Box, type Reads } from '../model';
import { weakly } from '../units';
import type { Chain, Gap, Place, Stop, Tail } from './chain';
import { isGrid } from './relay';
import { segmentsOf } from './segments';

export const INSIDE: Gap = { kind: 'inside', width: 'mono', leads: [] };
export const LEAD: Gap = { kind: 'leads', width: 'mono', leads: [] };

type Joint = { readonly opens: boolean; readonly goesOn: boolean };

/** Between two blocks of a box, one behind the other: can the box be left and come back to, and is there a way inside? */
const joints = weakly((box: Box) => {
  const known = new Map<string, Joint>();
  return (a: string, b: string): Joint => {
    const key = `${a} ${b}`;
    const found = known.get(key);
    if (found) return found;
    const all = segmentsOf(box, '');
    const at = (id: string) => box.blocks.findIndex((block) => block.id === id);
    const hasLoop = box.blocks.slice(at(a) + 1, at(b)).some(({ role }) => role === 'loop');
    const leaves = all.some(({ blocks, exit }) => exit !== null && blocks.at(-1) === a);
    const comes = all.some(({ blocks, entry }) => entry !== null && blocks[0] === b);
    const joint = {
      opens: hasLoop || (leaves && comes),
      goesOn: all.some(({ blocks }) => blocks.some((block, i) => block === a && blocks[i + 1] === b)),
    };
    known.set(key, joint);
    return joint;
  };
});

/** Is there a way inside from one block to another without a lead? A unit's rows can be laid for it. */
export const joinsInside = (box: Box, a: string | undefined, b: string | undefined): boolean =>
  isGrid(box) || (a !== undefined && b !== undefined && joints(box)(a, b).goesOn);

/** The parts of a stop's blocks that something may stand between. */
export function partsOf(box: Box, blocks: readonly string[]): readonly (readonly string[])[] {
  const parts: string[][] = [];
  blocks.forEach((block, i) => {
    const before = blocks[i - 1];
    if (before === undefined || joints(box)(before, block).opens) parts.push([block]);
    else parts.at(-1)?.push(block);
  });
  return parts;
}

/** Every tail of a tail as a function makes it anew, those behind first. */
export function withTails<T extends Tail>(tail: T, change: (tail: Tail) => Tail): T {
  const { end } = tail;
  const inner: Tail =
    end.kind === 'split'
      ? { ...tail, end: { ...end, tails: end.tails.map((one) => withTails(one, change)) } }
      : tail;
  return { ...tail, ...change(inner) };
}

const isFixed = (box: Box, stop: Stop): boolean =>
  stop.loop === null && stop.blocks.every((id) => blockIn(box, id)?.movable !== true);

function apart(of: Reads<'boxes'>, place: Place): readonly Place[] {
  const [stop, second] = place.stops;
  const box = boxOf(of, stop.box);
  if (!box || second || !isFixed(box, stop)) return [place];
  const parts = partsOf(box, stop.blocks);
  if (parts.length < 2) return [place];
  return parts.map((blocks, i): Place => ({
    gap: i === 0 ? place.gap : INSIDE,
    stops: [
      {
        ...stop,
        blocks,
        in: i === 0 ? stop.in : [],
        out: i === parts.length - 1 ? stop.out : [],
      },
    ],
  }));
}

/** Chains with every stop taken apart where something may stand in it. */
export const unfolded = (of: Reads<'boxes'>, chains: readonly Chain[]): readonly Chain[] =>
  chains.map((chain) =>
    withTails(chain, (tail) => ({ ...tail, places: tail.places.flatMap((place) => apart(of, place)) })),
  );

/** Chains with neighbours in one box, whose order is built in, as one stop: as they are read. */
export const folded = (of: Reads<'boxes'>, chains: readonly Chain[]): readonly Chain[] =>
  chains.map((chain) =>
    withTails(chain, (tail) => {
      const places: Place[] = [];
      for (const place of tail.places) {
        const [before] = places.slice(-1);
        const [a, b] = [before?.stops[0], place.stops[0]];
        const box = boxOf(of, b.box);
        const isOne =
          before?.stops.length === 1 &&
          place.stops.length === 1 &&
          place.gap?.kind === 'inside' &&
          a?.box === b.box &&
          box !== undefined &&
          isFixed(box, a) &&
          isFixed(box, b);
        if (!isOne || !before || !a) places.push(place);
        else
          places[places.length - 1] = {
            gap: before.gap,
            stops: [{ ...a, blocks: [...a.blocks, ...b.blocks], out: b.out }],
          };
      }
      return { ...tail, places };
    }),
  );
