// Where a rig's buffers go: today beside the best, for every sound; what one more would bring.
import { CATALOGUE, makeBox } from '../catalog';
import { boxOf, inSetting, type Box, type Rig } from '../model';
import { positionOf } from '../order';
import { traceIn } from '../signal';
import { stretchesAlong } from '../network';
import { toneAlong } from '../tone';
import { bareOf, bufferOf, type Bare, type Buffer } from './hand';
import { around, inWayOrder, positionsOf, type Position } from './positions';
import { BUFFER_SCHOOLS, countOf, mostWithin, searchAll, type Measured, type School } from './search';
import { targetsOf, type Target } from './targets';

/** Where one buffer stands. */
export type Stands = {
  readonly box: string;
  readonly name: string;
  /** Between which boxes, in words; and the jacks there, as keys. */
  readonly words: string;
  readonly from: string;
  readonly to: string;
};

export type Placement = {
  readonly stands: readonly Stands[];
  readonly over: number;
  readonly worstDb: number;
  readonly sumDb: number;
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
  /** With so many more of a usual buffer; none: what is at hand is enough, or more would bring nothing. */
  readonly more: readonly (Placement & { readonly bought: number })[];
  /** Buffers that stay where they are, and what was not tried, with why. */
  readonly notes: readonly string[];
};

/** How far it is: placements looked at, of so many. */
export type PlacingStep = { readonly looked: number; readonly of: number };

const PROBE = 'buffer-to-be';
/** With more placements than this only so many buffers are placed at once as keep within it. */
const MOST = 2_000_000;
const BOUGHT = 2;

/** Usual buffers that nobody has yet, where those at hand are, else on the floor. */
function toBe(rig: Rig, buffers: readonly Buffer[]): readonly Box[] {
  const kind = CATALOGUE.find(({ id }) => id === 'buffer');
  const { places } = rig.stage;
  const place = boxOf(rig, buffers[0]?.box)?.place ?? (places[1] ?? places[0])?.id;
  if (!kind || place === undefined) throw new Error('the catalogue has no buffer, or the stage no place');
  const order = Math.max(0, ...rig.boxes.map((box) => box.order)) + 1;
  return Array.from({ length: BOUGHT }, (_, i) =>
    makeBox(kind, {
      id: `${PROBE}-${i + 1}`,
      name: 'Buffer to be',
      tag: `TOBE${i + 1}`,
      place,
      order: order + i,
    }),
  );
}

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
    return [{ box: id, name, from: own.from, to: own.to, words: wordsAt(rig, own) }];
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
  readonly targets: readonly Target[];
  readonly barred: ReadonlySet<number>;
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
  const positions = inWayOrder(positionsOf(withBought, bare.at, boxes), waysOf(bare.rig, variant));
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
  return { positions, targets, barred: new Set([...aside, ...unseen]), notes };
}

function placementOf(
  rig: Rig,
  { positions }: Prepared,
  buffers: readonly Buffer[],
  measured: Measured,
): Placement {
  const { placed, over, worstDb, sumDb } = measured;
  const stands = placed.flatMap(({ position, buffer }): Stands[] => {
    const [at, own] = [positions[position], buffers[buffer]];
    return at && own
      ? [{ box: own.box, name: own.name, from: at.from, to: at.to, words: wordsAt(rig, at) }]
      : [];
  });
  return { stands, over, worstDb, sumDb };
}

/**
 * Looks at every placement of the buffers at hand, in every lead of the order, by the exact response of every sound.
 * @yields how many were looked at, of how many
 */
export function* placeBuffers(rig: Rig, variant: string | null): Generator<PlacingStep, Placing> {
  const { toneDb: limitDb } = rig.houseRules.limits;
  const bare = bareOf(rig, variant);
  const bought = toBe(rig, bare.buffers);
  const all = [...bare.buffers, ...bought.map(bufferOf)];
  const ready = prepared(variant, bare, bought, all);
  const open = ready.positions.length - ready.barred.size;
  let before = 0;
  let of = 0;
  const { positions, targets, barred } = ready;
  function* search(buffers: number) {
    const most = mostWithin(open, buffers, MOST);
    of = before + countOf(open, buffers, most);
    const steps = searchAll({ positions: positions.length, targets, barred, limitDb, buffers, most });
    for (;;) {
      const { value, done } = steps.next();
      if (done) {
        before += value.looked;
        return value;
      }
      yield { looked: before + value, of };
    }
  }
  const found = yield* search(bare.buffers.length);
  const most = mostWithin(open, bare.buffers.length, MOST);
  const bounded = most < Math.min(open, bare.buffers.length);
  const told = (measured: Measured) => placementOf(rig, ready, all, measured);
  const more: Placing['more'][number][] = [];
  let last = found.best.fewest;
  for (let n = 1; n <= BOUGHT && last.over > 0; n += 1) {
    const { best } = yield* search(bare.buffers.length + n);
    if (best.fewest.over >= last.over && best.fewest.worstDb > last.worstDb - 0.1) break;
    more.push({ ...told(best.fewest), bought: n });
    last = best.fewest;
  }
  return {
    limitDb,
    sounds: rig.sounds.length,
    buffers: bare.buffers.map(({ name }) => name),
    positions: open,
    looked: found.looked,
    today: placedToday(rig, variant, bare.buffers, limitDb),
    best: {
      fewest: told(found.best.fewest),
      'both ends': told(found.best['both ends']),
      figures: told(found.best.figures),
    },
    house: BUFFER_SCHOOLS.find((school) => school === positionOf(rig, 'buffers')) ?? 'fewest',
    more,
    notes: [
      ...ready.notes,
      ...(bounded
        ? [`At most ${most} are placed at once: with more there are over two million placements.`]
        : []),
    ],
  };
}
