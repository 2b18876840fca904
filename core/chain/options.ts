// The ways that one visit of a box may be plugged.
import { isAudio, jackIn, jackKey, loopEnds, type Box } from '../model';
import { weakly } from '../units';
import type { Leg, Run, Visit } from './legs';
import { segmentsOf, type Segment } from './segments';

/** The jacks of one end: one, or left and right. */
export type Jacks = readonly [string] | readonly [string, string];

/** Left and right of one pair lie beside each other. */
const apart = (box: Box, jacks: Jacks | null): number => {
  const [a, b] = (jacks ?? []).map((jack) => box.jacks.findIndex(({ id }) => id === jack));
  return a === undefined || b === undefined ? 0 : 0.1 * Math.abs(b - a);
};

/** A little more for what a technician takes last: a send as an output, headphones. */
function preference(box: Box, jack: string): number {
  const loop = box.loops?.some(({ sends, returns }) => [...sends, ...returns].includes(jack)) ?? false;
  const at = box.jacks.findIndex(({ id }) => id === jack);
  return 0.01 * at + (loop ? 1 : 0) + (box.jacks[at]?.carries === 'phones' ? 2 : 0);
}

const same = (a: readonly string[], b: readonly string[]) =>
  a.length === b.length && a.every((one, i) => one === b[i]);

/** Segments of a visit that a leg may be. */
const segmentsFor = (all: readonly Segment[], { entry }: Visit, { blocks, out }: Leg): readonly Segment[] =>
  all.filter(
    (segment) =>
      (out.kind === 'within'
        ? same(segment.blocks.slice(0, blocks.length), blocks)
        : same(segment.blocks, blocks)) &&
      (entry.kind === 'source') === (segment.entry === null) &&
      segment.back === (entry.kind === 'back' ? entry.loop : null) &&
      segment.loop === (out.kind === 'loop' ? out.loop : null) &&
      // Where a chain ends the box may have an output, with nothing in it.
      (out.kind === 'end' || out.kind === 'within' || segment.exit !== null),
  );

/** Left and right among jacks: what is on the left side with what is on the right alone, or one with both. */
function pairsOf(
  box: Box,
  sides: readonly { readonly jack: string; readonly channels: number }[],
  width: Run['width'],
): readonly Jacks[] {
  const masks = new Map<string, number>();
  for (const { jack, channels } of sides) masks.set(jack, (masks.get(jack) ?? 0) | channels);
  const ids = [...masks.keys()];
  if (width === 'mono') return ids.map((id): Jacks => [id]);
  const wide = ids.filter((id) => jackIn(box, id)?.channels === 2).map((id): Jacks => [id]);
  const rights = ids.filter((id) => masks.get(id) === 2);
  const lefts = ids.filter((id) => ((masks.get(id) ?? 0) & 1) === 1);
  return [...wide, ...lefts.flatMap((left) => rights.map((right): Jacks => [left, right]))];
}

/** One lead at the right side of a stereo output: half of the sound, unless it is asked for. */
const isRightAlone = (
  segments: readonly Segment[] | undefined,
  leg: { readonly leg: Leg } | undefined,
  exit: Jacks | null,
): boolean =>
  exit?.length === 1 &&
  leg?.leg.side === null &&
  (segments ?? []).filter((one) => one.exit === exit[0]).every(({ channels }) => channels === 2);

type Option = {
  readonly entry: Jacks | null;
  readonly exits: readonly (Jacks | null)[];
  /** Its jacks that hold one plug only, by their keys. */
  readonly holds: readonly string[];
  /** Jacks that must be free then, by their keys: with them a loop that nothing is said to hang in would be in use. */
  readonly bars: readonly string[];
  /** One of them would hold two plugs: it cannot be had, though there is a way. */
  readonly isTwice: boolean;
  /** What a technician would rather not do. */
  readonly cost: number;
};

/** A plug taken by itself at the right side of a stereo output. */
const RIGHT_ALONE = 6;

/** The far sides of loops that are not in use, by each of their jacks. */
function farSides(box: Box, loops: string): ReadonlyMap<string, readonly string[]> {
  const wires = box.patches.find(({ id }) => id === box.patch)?.wires ?? [];
  const named = new Set(loops.split(' '));
  return new Map(
    loopEnds(box, wires)
      .filter(({ block }) => !named.has(block))
      .flatMap(({ out, back }) => [
        ...out.map((jack) => [jack, back] as const),
        ...back.map((jack) => [jack, out] as const),
      ]),
  );
}

function optionOf(
  box: Box,
  entry: Jacks | null,
  exits: readonly (Jacks | null)[],
  rights: number,
  far: ReadonlyMap<string, readonly string[]>,
): Option {
  const jacks = [...(entry ?? []), ...exits.flatMap((exit) => exit ?? [])];
  const holds = jacks.filter((jack) => !jackIn(box, jack)?.mult);
  const beside = [entry, ...exits].reduce((sum, pair) => sum + apart(box, pair), RIGHT_ALONE * rights);
  const bars = jacks.flatMap((jack) => far.get(jack) ?? []);
  return {
    entry,
    exits,
    holds: holds.map((jack) => jackKey({ box: box.id, jack })),
    bars: bars.map((jack) => jackKey({ box: box.id, jack })),
    isTwice: new Set(holds).size < holds.length || bars.some((jack) => jacks.includes(jack)),
    cost: jacks.reduce((sum, jack) => sum + preference(box, jack), beside),
  };
}

/** What the options of a visit hang on, beside its box. */
type Asked = {
  readonly loops: string;
  readonly visit: Visit;
  readonly legs: readonly { readonly leg: Leg; readonly width: Run['width'] }[];
  readonly into: Run['width'];
};

/** Every way that a visit may be plugged. */
function optionsOf(box: Box, { loops, visit, legs, into }: Asked): readonly Option[] {
  const all = segmentsOf(box, loops);
  const fits = legs.map(({ leg }) => segmentsFor(all, visit, leg));
  const far = farSides(box, loops);
  const entries: readonly (Jacks | null)[] =
    visit.entry.kind === 'source' ? [null] : pairsOf(box, sidesIn(box, fits[0]), into);
  return entries.flatMap((entry): readonly Option[] => {
    const exits = legs.map(({ leg, width }, i): readonly (Jacks | null)[] => {
      const own = (fits[i] ?? []).filter(
        (segment) => entry === null || segment.entry === entry[0] || segment.entry === entry[1],
      );
      if (leg.out.kind === 'end' || leg.out.kind === 'within') return own.length > 0 ? [null] : [];
      const serving = own.filter(({ channels }) => leg.side === null || channels === leg.side + 1);
      const sides = serving.flatMap(({ exit, channels }) =>
        exit === null ? [] : [{ jack: exit, channels }],
      );
      return pairsOf(box, sides, width).filter(([first]) => leg.jack === null || leg.jack === first);
    });
    return exits
      .reduce<readonly (readonly (Jacks | null)[])[]>(
        (sofar, own) => sofar.flatMap((before) => own.map((exit) => [...before, exit])),
        [[]],
      )
      .map((one) =>
        optionOf(box, entry, one, one.filter((exit, i) => isRightAlone(fits[i], legs[i], exit)).length, far),
      );
  });
}

/** The options of a box, each worked out once. */
export const optionsOfBox = weakly((box: Box) => {
  const known = new Map<string, readonly Option[]>();
  return (asked: Asked): readonly Option[] => {
    const { loops, visit, legs, into } = asked;
    const key = JSON.stringify([
      loops,
      visit.entry,
      into,
      legs.map(({ leg: { blocks, out, jack, side }, width }) => [blocks, out, jack, side, width]),
    ]);
    const options = known.get(key) ?? optionsOf(box, asked);
    known.set(key, options);
    return options;
  };
});

/** The jacks by which segments come in, with their sides; of none any input. */
const sidesIn = (box: Box, segments: readonly Segment[] | undefined) =>
  segments
    ? segments.flatMap(({ entry, enters }) => (entry === null ? [] : [{ jack: entry, channels: enters }]))
    : box.jacks
        .filter((jack) => jack.direction !== 'out' && isAudio(jack))
        .map(({ id }) => ({ jack: id, channels: 3 }));
