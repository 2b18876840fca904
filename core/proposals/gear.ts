// The rig as routings see it: what its boxes are to a draft, and a draft of all of them in the usual order.
import { isGrid, lineOf, quoted, stoodAt, verdictAt, type OrderOf, type Stood } from '../chain';
import { boxOf, inNight, isAudio, rowsOf, type Block, type Box, type Reads, type Rig } from '../model';
import { isOneInOneOut } from '../lengths';
import { isIsolator } from '../network';
import { abilitiesOf, heardBy } from '../routings';
import { wishFor, type Outlet } from '../signal';
import { weakly } from '../units';
import type { Draft, Item } from './draft';
import { driven, halvesOf, isPowerAmp, stagesOf, type Cabinets, type Halves } from './amplifiers';
import { hasRole, isSwitcher, whole } from './items';

type Of = Reads<'boxes'>;

const stoodBy = weakly((of: OrderOf, { box, blocks }: Item): readonly Stood[] =>
  stoodAt(of, { box, blocks, loop: null, in: [], out: [], parallel: false }),
);

/** Pairs that stand the other way round than is usual, the one item ahead of the other. */
const turnedPair = weakly((of: OrderOf, ahead: Item, behind: Item): number =>
  stoodBy(of, ahead).reduce(
    (sum, a) => sum + stoodBy(of, behind).filter((b) => verdictAt(of, a, b)?.so === 'against').length,
    0,
  ),
);

/**
 * Items in the usual order, as far as that says anything of them: each goes where it stands against fewest, beside where
 * it stood where several places are as good.
 * @param isFree which of them may be moved
 */
export function inUsualOrder(
  of: OrderOf,
  items: readonly Item[],
  isFree: (item: Item) => boolean = () => true,
): readonly Item[] {
  let now = items;
  for (const item of items) {
    const at = now.indexOf(item);
    if (stoodBy(of, item).length === 0 || !isFree(item)) continue;
    const rest = now.filter((one) => one !== item);
    // Ahead of all of them, then one place later at a time.
    const costs = [rest.reduce((sum, other) => sum + turnedPair(of, item, other), 0)];
    for (const other of rest)
      costs.push((costs.at(-1) ?? 0) - turnedPair(of, item, other) + turnedPair(of, other, item));
    const least = Math.min(...costs);
    if (costs[at] === least) continue;
    const [to = at] = costs
      .flatMap((cost, i) => (cost === least ? [i] : []))
      .sort((a, b) => Math.abs(a - at) - Math.abs(b - at));
    now = rest.toSpliced(to, 0, item);
  }
  return now;
}

const PARTING: readonly Block['role'][] = ['split', 'buffer', 'mute'];

const isSplitter = (box: Box): boolean =>
  !isGrid(box) &&
  box.blocks.some(({ role }) => role === 'split') &&
  box.blocks.every(({ role }) => PARTING.includes(role));

/** Pairs of a row that stand the other way round than is usual. */
export const turnedIn = (of: OrderOf, items: readonly Item[]): number =>
  items.reduce(
    (sum, item, at) =>
      sum + items.slice(0, at).reduce((more, ahead) => more + turnedPair(of, ahead, item), 0),
    0,
  );

/** Buffers side by side in one box, each with a way in and out. */
const isHub = (box: Box): boolean =>
  box.blocks.length > 1 && box.blocks.every(({ role }) => role === 'buffer') && !isOneInOneOut(box);

export type Gear = Cabinets & {
  readonly begin: string | null;
  /** What else is played, as text. */
  readonly instruments: readonly string[];
  /** Effects by themselves that are in use, those wished behind the preamp apart. */
  readonly early: readonly Item[];
  readonly late: readonly Item[];
  readonly unit: readonly Item[];
  /** Amplifiers, those that something may hang in first; power amplifiers by themselves last. */
  readonly amplifiers: readonly Halves[];
  /** Boxes that part the ground of what goes through them, and do nothing else. */
  readonly isolators: readonly Box[];
  /** Boxes with two halves that stand around something: gates, two-channel equalisers. */
  readonly wraps: readonly (readonly [Item, Item])[];
  /** Boxes that part a way, at both at once or at one at a time, and do nothing else. */
  readonly splitters: readonly Box[];
  /** Boxes that take a speaker output's power and give a line of it. */
  readonly loadBoxes: readonly Box[];
  readonly microphone: Box | null;
  readonly dis: readonly Box[];
  /** Where it must be heard. */
  readonly goals: readonly Outlet[];
};

/** What is played: an instrument, or each of its pickups that has a jack of its own. */
function startsOf({ boxes }: Of) {
  return boxes.flatMap((box) => {
    const sources = box.blocks.filter(({ role }) => role === 'source');
    const tag = quoted(box.tag);
    const carries = box.jacks.find((jack) => jack.direction === 'out' && isAudio(jack))?.carries;
    return sources.map(({ id }, i) => ({
      tag,
      text: sources.length > 1 ? `${tag}[${id}]` : tag,
      carries,
      isFirst: i === 0,
    }));
  });
}

export function gearOf(rig: Rig): Gear {
  const abilities = abilitiesOf(rig);
  const { radio, pedals, units, amplifiers, loads, attenuators, microphones, dis } = abilities;
  const starts = startsOf(rig);
  // What is of another kind, or a pickup with a jack of its own, shares no plug with the first.
  const [lead] = starts;
  const shared = starts.filter(({ carries, isFirst }) => isFirst && carries === lead?.carries);
  const tags = shared.map(({ tag }) => tag);
  const air = radio ? ` > ${quoted(boxOf(rig, radio.sends.box)?.tag ?? '')} ~ ${quoted(radio.box.tag)}` : '';
  // A switcher is no pedal: what it is for hangs in its loops.
  const used = pedals.filter((box) => wishOf(rig, box) !== 'unused' && !isSwitcher(box) && !isIsolator(box));
  const wraps = [...used, ...rig.boxes.filter(isHub)].flatMap((box) => {
    const { preamp: first, power: second } = halvesOf(box);
    if (!first) return [];
    // A gate listens by its first half and closes by the other.
    const closes = hasRole(rig, first, 'effect') && hasRole(rig, second, 'buffer');
    return [closes ? ([second, first] as const) : ([first, second] as const)];
  });
  const inUse = used.filter((box) => !wraps.some(([{ box: id }]) => id === box.id));
  const isLate = (box: Box) => wishOf(rig, box) === 'after';
  const of = inNight(rig, null);
  const row = (boxes: readonly Box[]) => inUsualOrder(of, boxes.map(whole));
  const heads = amplifiers.map(({ box }) => halvesOf(box));
  const unit = units.find(({ box }) => isGrid(box)) ?? units.find(({ box }) => !isSwitcher(box));
  const cabinets = loads.filter(({ air }) => air !== null);
  return {
    begin: lead
      ? `${lead.text}${tags
          .slice(1)
          .map((tag) => `/${tag}`)
          .join('')}${air}`
      : null,
    instruments: starts.filter((start) => !shared.includes(start)).map(({ text }) => text),
    early: row(inUse.filter((box) => !isLate(box))),
    late: row(inUse.filter(isLate)),
    unit: (unit ? [unit] : []).flatMap(({ box }) =>
      isGrid(box)
        ? lineOf(box).map((block): Item => ({ box: box.id, blocks: [block], by: '>' }))
        : [whole(box)],
    ),
    amplifiers: [
      ...heads.filter(({ preamp }) => preamp),
      ...heads.filter(({ preamp }) => !preamp),
      ...rig.boxes.filter(isPowerAmp).flatMap(stagesOf),
    ],
    isolators: rig.boxes.filter(isIsolator),
    wraps,
    splitters: rig.boxes.filter(isSplitter),
    cabinets: (cabinets.length > 0 ? cabinets : loads).map(({ box }) => box),
    attenuator: attenuators[0]?.box ?? null,
    loadBoxes: loads.flatMap(({ box, air, lineOut }) => (air === null && lineOut ? [box] : [])),
    microphone: microphones[0]?.box ?? null,
    dis: dis.map(({ box }) => box),
    goals: heardBy(rig),
  };
}

function wishOf(rig: Rig, box: Box) {
  const effect = box.blocks.find(({ role }) => role === 'effect');
  return effect ? wishFor(rig, box, effect) : 'ahead';
}

/** Is it laid so that the signal comes in twice: ahead of a preamp, and behind it? */
function hasTwoRows(box: Box | undefined): boolean {
  const wires = box?.patches.find(({ id }) => id === box.patch)?.wires;
  return (
    box !== undefined &&
    wires !== undefined &&
    rowsOf(box, wires).rows.filter(({ from }) => 'jack' in from).length > 1
  );
}

/**
 * All gear in one line ahead of each amplifier, or of none: what routings are made of where nothing is wired yet.
 * @param also chains beside it, a line each
 */
export function scratchDrafts(of: Of, gear: Gear, also: readonly string[]): readonly Draft[] {
  const { begin, early, late, unit, amplifiers } = gear;
  const rows = [...new Set(unit.map(({ box }) => box))].filter((id) => hasTwoRows(boxOf(of, id)));
  if (begin === null) return [];
  const effects = [...early, ...unit, ...late];
  if (amplifiers.length === 0)
    return [{ begin, line: effects, ways: [{ from: effects.length, items: [] }], how: 'both', also, rows }];
  return amplifiers.map(({ preamp, power }) => {
    const line = preamp ? [...effects, preamp] : effects;
    return {
      begin,
      line,
      ways: [{ from: line.length, items: driven(of, gear, power) }],
      how: 'both',
      also,
      rows,
    };
  });
}
