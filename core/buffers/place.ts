// Where a rig's buffers go: today beside the best, for every sound; what one more would bring.
import { boxOf, inSetting, type Box, type Rig } from '../model';
import { positionOf } from '../order';
import { traceIn } from '../signal';
import { stretchesAlong } from '../network';
import { toneAlong } from '../tone';
import { bareOf, bufferOf, type Bare, type Buffer } from './hand';
import { around, inWayOrder, positionsOf, type Position } from './positions';
import { basketsFor, basketWords } from './more';
import { numbersOf, offersTo, type OfferedKinds, type Ware } from './offers';
import { BUFFER_SCHOOLS, searchAll, type Measured, type School } from './search';
import { countOf, mostWithin, roomIn, slotsOf, type Slot } from './slots';
import { targetsOf, type Target } from './targets';

/** With more placements than this only so many buffers are placed at once as keep within it. */
const MOST = 2_000_000;
/** The same for each of what could be bought. */
const MOST_MORE = 400_000;

/** Where one buffer stands. */
export type Stands = {
  readonly box: string;
  readonly name: string;
  /** Between which boxes, in words; and the jacks there, as keys. */
  readonly words: string;
  readonly from: string;
  readonly to: string;
  /** The box that stands beside it, for the other side of a stereo signal; null: none, or it has both sides itself. */
  readonly beside: string | null;
};

export type Placement = {
  readonly stands: readonly Stands[];
  readonly over: number;
  readonly worstDb: number;
  readonly sumDb: number;
};

/** Where buffers would stand with one or two more. */
export type More = Placement & {
  /** What is bought, in words, and one by one. */
  readonly name: string;
  readonly wares: readonly Ware[];
  /** What would do the same in its place, by name. */
  readonly alike: readonly string[];
};

export type Placing = {
  readonly limitDb: number;
  readonly sounds: number;
  readonly buffers: readonly string[];
  readonly positions: number;
  readonly looked: number;
  readonly today: Placement;
  readonly best: Readonly<Record<School, Placement>>;
  /** The school that the house follows. */
  readonly house: School;
  /** What could be bought, the best first; none: what is at hand is enough, or nothing would bring anything. */
  readonly more: readonly More[];
  /** Buffers that stay where they are, and what was not tried, with why. */
  readonly notes: readonly string[];
};

/** How far it is: placements looked at, of so many. */
export type PlacingStep = { readonly looked: number; readonly of: number };

/** Leads of each way, in its order. */
const waysOf = (rig: Rig, variant: string | null): readonly (readonly string[])[] =>
  rig.sounds.flatMap(({ id }) => {
    const of = inSetting(rig, { variant, sound: id });
    return traceIn(of).paths.map((path) =>
      stretchesAlong(of, path).flatMap(({ leads }) => leads.map(({ lead }) => lead.id)),
    );
  });

const nameAt = (rig: Rig, key: string): string => boxOf(rig, key.split('/')[0])?.name ?? '';

/** Between which boxes a position is, in words. */
const wordsAt = (rig: Rig, { from, to }: { from: string; to: string }): string =>
  `between ${nameAt(rig, from)} and ${nameAt(rig, to)}`;

/** How far each sound is from straight-in as it is wired, and where its buffers stand. */
function placedToday(
  rig: Rig,
  variant: string | null,
  buffers: readonly Buffer[],
  limitDb: number,
): Placement {
  const worst = rig.sounds.flatMap(({ id }) => {
    const of = inSetting(rig, { variant, sound: id });
    const tones = traceIn(of).paths.flatMap((path) => toneAlong(of, path) ?? []);
    return tones.length === 0 ? [] : [Math.max(0, ...tones.flatMap(({ dull, peak }) => [-dull.db, peak.db]))];
  });
  const stands = buffers.flatMap(({ box: id, name }): Stands[] => {
    const box = boxOf(rig, id);
    const own = box && around(rig, variant, box);
    if (!own?.into || !own.out) return [];
    return [{ box: id, name, from: own.from, to: own.to, words: wordsAt(rig, own), beside: null }];
  });
  return {
    stands,
    over: worst.filter((db) => db > limitDb).length,
    worstDb: Math.max(0, ...worst),
    sumDb: worst.reduce((sum, db) => sum + db, 0),
  };
}

type Prepared = {
  readonly positions: readonly Position[];
  readonly slots: readonly Slot[];
  readonly targets: readonly Target[];
  readonly notes: readonly string[];
};

function prepared(
  variant: string | null,
  bare: Bare,
  bought: readonly Box[],
  buffers: readonly Buffer[],
): Prepared {
  const withBought = { ...bare.rig, boxes: [...bare.rig.boxes, ...bought] };
  const boxes = buffers.flatMap(({ box }) => boxOf(withBought, box) ?? []);
  const ways = waysOf(bare.rig, variant);
  const positions = inWayOrder(positionsOf(withBought, bare.at, boxes), ways);
  const { targets, beside } = targetsOf(bare.rig, variant, positions, buffers);
  const aside = positions.flatMap(({ lead }, i) => (beside.includes(lead) ? [i] : []));
  const unseen = [...new Set(targets.flatMap(({ barred }) => barred))];
  const notes = [
    ...bare.stay.map(({ name, reason }) => `${name} stays where it is: ${reason}`),
    ...(aside.length > 0
      ? [
          `Not tried: ${aside.map((i) => `lead ${positions[i]?.number ?? ''}`).join(', ')}, on a way that parts without a buffer.`,
        ]
      : []),
    ...(unseen.length > 0 ? ['None goes ahead of a box that must see the pickup.'] : []),
  ];
  const twin = buffers.findIndex(({ sides }) => sides === 2);
  const slots = slotsOf(positions, new Set([...aside, ...unseen]), twin < 0 ? null : twin, ways);
  return { positions, slots, targets, notes };
}

function placementOf(
  rig: Rig,
  { positions }: Prepared,
  buffers: readonly Buffer[],
  { placed, over, worstDb, sumDb }: Measured,
): Placement {
  const standing = placed.flatMap(({ position, buffer }) => {
    const [at, own] = [positions[position], buffers[buffer]];
    return at && own ? [{ at, own }] : [];
  });
  const stands = standing.flatMap(({ at, own }, i): Stands[] => {
    // One with two sides is told once, by its left.
    if (standing.findIndex((one) => one.own === own) < i) return [];
    const other = standing.find((one) => one.at.lead === at.side?.other)?.own;
    const side = own.sides === 1 && at.side ? `${at.side.is}, ` : '';
    return [
      {
        box: own.box,
        name: own.name,
        from: at.from,
        to: at.to,
        words: `${side}${wordsAt(rig, at)}`,
        beside: other && other !== own ? other.box : null,
      },
    ];
  });
  return { stands, over, worstDb, sumDb };
}

/**
 * Looks at every placement of the buffers at hand, in every lead of the order, by the exact response of every sound;
 * where sounds stay over the limit, at what one more of each kind would bring, and one more with the best of them.
 * @param kinds what could be bought: the usual kind, or every one of the catalogue
 * @yields how many were looked at, of how many
 */
export function* placeBuffers(
  rig: Rig,
  variant: string | null,
  kinds: OfferedKinds = 'usual',
): Generator<PlacingStep, Placing> {
  const { toneDb: limitDb } = rig.houseRules.limits;
  const bare = bareOf(rig, variant);
  const offered = offersTo(rig, bare.buffers, kinds);
  const bought = offered.flatMap(({ boxes }) => boxes);
  const all = [...bare.buffers, ...bought.map(bufferOf)];
  const ready = prepared(variant, bare, bought, all);
  const { positions, slots, targets } = ready;
  let before = 0;
  let of = 0;
  const sides = all.map((one) => one.sides);
  /** Best places of some buffers, by their numbers. @param placements with more than these fewer are placed at once */
  function* search(among: readonly number[], placements: number) {
    const own = among.flatMap((i) => sides[i] ?? []);
    const most = mostWithin(slots, own, placements);
    of = before + countOf(slots, own, most);
    const steps = searchAll({ positions: positions.length, slots, targets, limitDb, sides, among, most });
    for (;;) {
      const { value, done } = steps.next();
      if (done) {
        before += value.looked;
        return { ...value, most };
      }
      yield { looked: before + value, of };
    }
  }
  const atHand = bare.buffers.map((_, i) => i);
  const found = yield* search(atHand, MOST);
  const told = (measured: Measured) => placementOf(rig, ready, all, measured);
  const more = yield* basketsFor(offered, found, (wares) =>
    search([...atHand, ...numbersOf(wares, all)], MOST_MORE),
  );
  const { most, looked, best } = found;
  return {
    limitDb,
    sounds: rig.sounds.length,
    buffers: bare.buffers.map(({ name }) => name),
    positions: slots.length,
    looked,
    today: placedToday(rig, variant, bare.buffers, limitDb),
    best: {
      fewest: told(best.fewest),
      'both ends': told(best['both ends']),
      figures: told(best.figures),
    },
    house: BUFFER_SCHOOLS.find((school) => school === positionOf(rig, 'buffers')) ?? 'fewest',
    more: more.map(({ measured, wares, alike }) => ({
      ...told(measured),
      name: basketWords(wares),
      wares: wares.map(({ kind, set }) => ({ kind, set })),
      alike: alike.map(({ name }) => name),
    })),
    notes: [
      ...ready.notes,
      ...(most < Math.min(roomIn(slots), atHand.length)
        ? [`At most ${most} are placed at once: with more there are over two million placements.`]
        : []),
    ],
  };
}
