import {
  endAt,
  derive,
  isAudio,
  isLink,
  type Reads,
  type Box,
  type JackRef,
  type Lead,
  type Rig,
} from '../model';
import { weakly } from '../units';

const PATCH_M = 0.3;
const NEIGHBOUR_PATCH_M = 0.15;
/** Floating sums must not push a length that is exactly a stock length to the next one. */
const EPSILON = 1e-9;

/** From a length wanted to one that can be had: the next stock length, else to be made, up to 0.1 m. */
export function stockLength(
  wantedM: number,
  stockM: readonly number[],
): { lengthM: number; toBeMade: boolean } {
  const fitting = stockM.filter((stock) => stock >= wantedM - EPSILON);
  if (fitting.length > 0) return { lengthM: Math.min(...fitting), toBeMade: false };
  return { lengthM: Math.round(Math.ceil(wantedM * 10 - EPSILON)) / 10, toBeMade: true };
}

const dropOf = (rig: Reads<'stage'>, box: Box): number =>
  box.dropM ?? rig.stage.places.find((place) => place.id === box.place)?.dropM ?? 0;

/** Metres along the stage from one place to another; 0 inside one. */
export function distanceBetween(rig: Reads<'stage'>, a: string, b: string): number {
  const places = rig.stage.places;
  const [first, last] = [a, b]
    .map((id) => places.findIndex((place) => place.id === id))
    .sort((x, y) => x - y);
  return places.slice((first ?? 0) + 1, (last ?? 0) + 1).reduce((sum, place) => sum + place.distanceM, 0);
}

/** One audio jack in, one audio jack out: what stands in a row on a board. */
export const isOneInOneOut = weakly((box: Box): boolean => {
  const audio = box.jacks.filter(isAudio);
  return (
    audio.filter((jack) => jack.direction === 'in').length === 1 &&
    audio.filter((jack) => jack.direction === 'out').length === 1 &&
    audio.length === 2
  );
});

/** Boxes of a place by their order hints, ties by id: the order everything that reads a place uses. */
export const inOrder = (boxes: readonly Box[]): readonly Box[] =>
  [...boxes].sort((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));

/** Places of one-in/one-out boxes in the row of their place: box id → place and position. */
const rowPositions = derive(['boxes'], ({ boxes }) => {
  const next = new Map<string, number>();
  return new Map(
    inOrder(boxes.filter(isOneInOneOut)).map((box) => {
      const at = next.get(box.place) ?? 0;
      next.set(box.place, at + 1);
      return [box.id, at] as const;
    }),
  );
});

type ForRuns = Reads<'boxes' | 'stage' | 'houseRules'>;
type ForLengths = ForRuns & Reads<'variants'>;

/** The length of a run between two jacks, metres; null if one of them is not there. */
function lengthOfRun(rig: ForRuns, a: JackRef, b: JackRef): number | null {
  const [one, other] = [endAt(rig, a), endAt(rig, b)];
  if (!one || !other) return null;
  const [boxA, boxB] = [one.box, other.box];
  const rows = rowPositions(rig);
  const [rowA, rowB] = [rows.get(boxA.id), rows.get(boxB.id)];
  if (
    boxA.place === boxB.place &&
    rowA !== undefined &&
    rowB !== undefined &&
    isAudio(one.jack) &&
    isAudio(other.jack)
  )
    return Math.abs(rowA - rowB) === 1 ? NEIGHBOUR_PATCH_M : PATCH_M;
  const players = [boxA, boxB].some((box) => box.blocks.some((block) => block.role === 'source'));
  const { slackPercent, playerSlackPercent } = rig.houseRules.limits;
  const slack = (players ? playerSlackPercent : slackPercent) / 100;
  return (distanceBetween(rig, boxA.place, boxB.place) + dropOf(rig, boxA) + dropOf(rig, boxB)) * (1 + slack);
}

/**
 * The length a lead needs, metres, before it is rounded up to stock:
 * (sum of the distances passed + both drops) × (1 + slack); 0.3 m for a patch between one-in/one-out boxes of a
 * place, 0.15 m between neighbours. The longest over all variants and over all jacks an end may be plugged in.
 * @returns null while an end is loose everywhere, and for links that are no leads
 */
export function neededLength(rig: ForLengths, lead: Lead): number | null {
  if (isLink(lead)) return null;
  const nights = rig.variants.flatMap(({ leads }) => leads[lead.id] ?? []);
  return [{ from: lead.from.at, to: lead.to.at }, ...nights].reduce<number | null>(
    (longest, { from, to }) => longer(longest, longestRun(rig, from, to)),
    null,
  );
}

const longer = (a: number | null, b: number | null): number | null =>
  a === null ? b : b === null ? a : Math.max(a, b);

/** The longest run between the jacks that two ends may be plugged in, metres; null if there is none. */
export function longestRun(rig: ForRuns, from: readonly JackRef[], to: readonly JackRef[]): number | null {
  let longest: number | null = null;
  for (const a of from) for (const b of to) longest = longer(longest, lengthOfRun(rig, a, b));
  return longest;
}

/** The length the rule gives this lead, rounded up to stock, or null where it has none to give. */
export function computedLength(rig: ForLengths, lead: Lead): { lengthM: number; toBeMade: boolean } | null {
  const needed = neededLength(rig, lead);
  return needed === null ? null : stockLength(needed, rig.stage.stockM);
}

/** Do both documents give the same leads the same lengths? Boxes may differ in all but place, order, drop and jacks. */
function sameForLengths(before: Rig, after: Rig): boolean {
  if (
    before.stage !== after.stage ||
    before.variants !== after.variants ||
    before.houseRules !== after.houseRules ||
    before.boxes.length !== after.boxes.length
  )
    return false;
  return after.boxes.every((box, i) => {
    const was = before.boxes[i];
    return (
      was === box ||
      (was?.id === box.id &&
        was.place === box.place &&
        was.order === box.order &&
        was.dropM === box.dropM &&
        was.jacks === box.jacks &&
        was.blocks.length === box.blocks.length)
    );
  });
}

/** Changed computed lengths between two documents: lead id → metres. Hand and measured lengths never change. */
export function lengthChanges(before: Rig, after: Rig): ReadonlyMap<string, number> {
  const changes = new Map<string, number>();
  if (
    before.leads === after.leads &&
    before.boxes === after.boxes &&
    before.stage === after.stage &&
    before.variants === after.variants &&
    before.houseRules === after.houseRules
  )
    return changes;
  const old = new Map(before.leads.map((lead) => [lead.id, lead]));
  // What no rule of lengths reads cannot change one: a state switched, a note written.
  const isStill = sameForLengths(before, after);
  for (const lead of after.leads) {
    if (lead.lengthBy !== 'computed' || (isStill && old.get(lead.id) === lead)) continue;
    const now = computedLength(after, lead)?.lengthM;
    const was = old.get(lead.id);
    const touched =
      was === undefined || was.lengthBy !== 'computed' || now !== computedLength(before, was)?.lengthM;
    if (now !== undefined && touched && now !== lead.lengthM) changes.set(lead.id, now);
  }
  return changes;
}
