// Buffers that nobody has yet: one or two of each kind of the catalogue, as boxes to be.
import { boxesFromQuick, CATALOGUE, makeBox, type FigureSet, type Kind } from '../catalog';
import { boxOf, type Box, type Rig } from '../model';
import { isBuffer, type Buffer } from './hand';

/** What could be bought: a kind of the catalogue, or a make of it. */
export type Ware = { readonly kind: string; readonly set: string | null };

/** What could be bought, with the boxes that it would be. */
export type Offered = Ware & { readonly name: string; readonly boxes: readonly Box[] };

/** The usual kind alone, or every one. */
export type OfferedKinds = 'usual' | 'all';

const USUAL = 'buffer';
const EACH = 2;

const toBe = ({ kind, set }: Ware, i: number): string =>
  `${kind}-${set === null ? '' : `${set}-`}to-be-${i + 1}`;

/** Each of some wares as a box to be: the second of a kind is another one. */
const idsOf = (wares: readonly Ware[]): readonly string[] =>
  wares.map((ware, i) =>
    toBe(ware, wares.slice(0, i).filter(({ kind, set }) => kind === ware.kind && set === ware.set).length),
  );

/** The numbers of wares among buffers. */
export const numbersOf = (wares: readonly Ware[], buffers: readonly Buffer[]): readonly number[] =>
  idsOf(wares).map((id) => buffers.findIndex(({ box }) => box === id));

/** Wares as boxes of a rig, by the names that they would have as boxes to be. */
export function boughtFor(rig: Rig, wares: readonly Ware[]): ReadonlyMap<string, Box> {
  const items = wares.map(() => ({ text: '', guesses: [], certainty: 'none', repeat: 1 }) as const);
  const ids = idsOf(wares);
  return new Map(boxesFromQuick(rig, items, { ...wares }).map((box, i) => [ids[i] ?? '', box] as const));
}

/** A kind as it is, and each of its makes. */
const waresOf = (
  kind: Kind,
): readonly (Ware & { readonly name: string; readonly sets: readonly FigureSet[] })[] => [
  { kind: kind.id, set: null, name: kind.name, sets: [] },
  ...(kind.sets ?? []).map((set) => ({
    kind: kind.id,
    set: set.id,
    name: `${set.name.charAt(0).toUpperCase()}${set.name.slice(1)} ${kind.name.toLowerCase()}`,
    sets: [set],
  })),
];

const isBufferKind = (kind: Kind): boolean =>
  isBuffer(makeBox(kind, { id: 'x', name: 'x', tag: 'X', place: kind.place, order: 0 }));

/** Kinds of buffers and makes of them, the usual one first, two of each, where those at hand are, else on the floor. */
export function offersTo(rig: Rig, buffers: readonly Buffer[], kinds: OfferedKinds): readonly Offered[] {
  const { places } = rig.stage;
  const place = boxOf(rig, buffers[0]?.box)?.place ?? (places[1] ?? places[0])?.id;
  if (place === undefined) throw new Error('the stage has no place');
  const first = Math.max(0, ...rig.boxes.map((box) => box.order)) + 1;
  const all = CATALOGUE.filter(kinds === 'all' ? isBufferKind : ({ id }) => id === USUAL);
  return all.flatMap((kind) =>
    waresOf(kind)
      .slice(0, kinds === 'all' ? undefined : 1)
      .map(({ sets, ...ware }): Offered => ({
        ...ware,
        boxes: Array.from({ length: EACH }, (_, i) =>
          makeBox(
            kind,
            {
              id: toBe(ware, i),
              name: ware.name,
              tag: toBe(ware, i).toUpperCase(),
              place,
              order: first + i,
            },
            sets,
          ),
        ),
      })),
  );
}
