// Which box goes in which outlet: as many as can be fed, then with the margin, then with the fewest leads moved. Exact.
import { derive, jackKey, plugsAt, refAt, type Box, type JackEnd, type Reads } from '../model';
import {
  dcBoxes,
  dcFaults,
  dcFeeds,
  dcOutlets,
  groundOf,
  leastMilliamps,
  milliampsOf,
  mostMilliamps,
  type DcBox,
  type DcOutlet,
} from './dc';
import { leastCost, NEVER } from './matching';

type Of = Reads<'boxes' | 'leads' | 'variant' | 'houseRules'>;

/** A plug's place that feeds: an outlet, or the tail of a chain that hangs on one. */
type Slot = { readonly at: JackEnd; readonly outlet: number };

export type Assigned = {
  readonly of: DcBox;
  /** null: no outlet is left that could feed it. */
  readonly at: JackEnd | null;
  /** It hangs there already. */
  readonly stays: boolean;
};

export type Assignment = {
  readonly boxes: readonly Assigned[];
  readonly unfed: readonly Box[];
  /** How many are fed by an outlet that has the house's margin in hand. */
  readonly withMargin: number;
  readonly moved: number;
  /** Every placement that is better has been ruled out. */
  readonly isExact: boolean;
  /** Placements that were looked at. */
  readonly looked: number;
};

/**
 * Each weighs more than all that come after it: a box less fed, one that is well fed today and no longer, one whose outlet is
 * too little by figures that are assumed, one that has less than the margin, a lead moved.
 */
const COST = { unfed: 1e10, left: 1e8, doubt: 1e6, tight: 1e3, move: 1 } as const;
const MOST_LOOKED = 20_000;

type Problem = {
  /** Those that hang on an outlet or a chain, or on nothing. */
  readonly boxes: readonly DcBox[];
  /** Each with all that hangs on it, which goes with it. */
  readonly along: readonly (readonly Box[])[];
  /** What those draw together, mA: as noted, and at least. */
  readonly draws: readonly number[];
  readonly least: readonly number[];
  readonly outlets: readonly DcOutlet[];
  readonly slots: readonly Slot[];
  /** Of each box: the slot it is in today; −1: none. */
  readonly today: readonly number[];
  readonly fits: (box: number, outlet: number) => boolean;
  /** How much more an outlet is to have than is drawn, 1.2. */
  readonly margin: number;
};

/** Outlets, tails of chains that hang on them, and what stands where. */
function problemOf(of: Of): Problem {
  const outlets = dcOutlets(of);
  const feeds = dcFeeds(of);
  const hosted = feeds.flatMap(({ fed }) => fed.filter(({ host }) => host !== null));
  const boxes = dcBoxes(of).filter(({ box }) => hosted.every((one) => one.box !== box));
  const along = boxes.map(({ box }) => [
    box,
    ...hosted.flatMap((one) => (one.host === box ? [one.box] : [])),
  ]);
  const sums = (by: (box: Box) => number) => along.map((own) => own.reduce((sum, box) => sum + by(box), 0));
  const [draws, least] = [sums(milliampsOf), sums(leastMilliamps)];
  const slots: Slot[] = [];
  const places = new Set(boxes.map((one) => jackKey(refAt(one))));
  // What holds a plug that is none of these boxes' is no place for them; a lead that hangs loose in one is taken out.
  const isOpen = (at: JackEnd) =>
    at.jack.mult ||
    plugsAt(of, refAt(at)).every(
      ({ lead, far }) => far === undefined || (lead.kind === 'dc' && places.has(jackKey(far))),
    );
  outlets.forEach((outlet, i) => {
    const tails = tailsOn(of, outlet);
    const own = (tails.length > 0 ? tails : [outlet]).filter(isOpen);
    // A bank of outlets drawn as one takes any number of plugs.
    const times = outlet.jack.mult ? Math.max(boxes.length, 1) : 1;
    for (const at of own)
      for (let k = 0; k < times; k += 1) slots.push({ at: { box: at.box, jack: at.jack }, outlet: i });
  });
  const taken = new Set<number>();
  const today = boxes.map(({ box, jack }) => {
    const outlet = feeds.findIndex(({ fed }) => fed.some((one) => one.box === box));
    if (outlet < 0) return -1;
    const near = plugsAt(of, { box: box.id, jack: jack.id }).flatMap(({ far }) =>
      far ? [jackKey(far)] : [],
    );
    const at = slots.findIndex(
      (slot, i) =>
        slot.outlet === outlet &&
        !taken.has(i) &&
        near.includes(jackKey({ box: slot.at.box.id, jack: slot.at.jack.id })),
    );
    taken.add(at);
    return at;
  });
  const margin = 1 + of.houseRules.limits.dcMarginPercent / 100;
  const fits = (box: number, outlet: number) => {
    const at = outlets[outlet];
    return (
      at !== undefined &&
      (along[box] ?? []).every((own) => suits(at, own)) &&
      (least[box] ?? 0) <= mostMilliamps(at.facts.milliamps)
    );
  };
  return { boxes, along, draws, least, outlets, slots, today, fits, margin };
}

/** Free tails, and those in use, of what hands an outlet on. */
function tailsOn(of: Of, outlet: DcOutlet): readonly JackEnd[] {
  return plugsAt(of, { box: outlet.box.id, jack: outlet.jack.id }).flatMap(({ far }) => {
    const chain = of.boxes.find(({ id, part }) => part === 'lead' && id === far?.box);
    return chain
      ? chain.jacks
          .filter(({ id, carries }) => id !== far?.jack && carries === 'dc')
          .map((jack) => ({ box: chain, jack }))
      : [];
  });
}

/** Are volts, polarity and kind of an outlet known to be right for a box? */
function suits(outlet: DcOutlet, box: Box): boolean {
  const { polarity, kind } = outlet.facts;
  const { dcVolts, dcPolarity } = box.power;
  return (
    dcVolts !== undefined &&
    dcFaults(outlet, box).length === 0 &&
    (kind === 'ac' || dcPolarity === undefined || polarity === dcPolarity)
  );
}

/** Whether an outlet can feed a box that is alone on it. */
export const mayFeed = (outlet: DcOutlet, box: Box): boolean =>
  suits(outlet, box) && leastMilliamps(box) <= mostMilliamps(outlet.facts.milliamps);

/** What one branch of the search holds to: boxes bound to an outlet, and outlets that are shut to a box. */
type Branch = { readonly bound: ReadonlyMap<number, number>; readonly shut: ReadonlySet<string> };

type Solved = { readonly slotOf: readonly number[]; readonly cost: number };

function unfedCost({ along, slots, today, fits }: Problem, box: number): number {
  const outlet = slots[today[box] ?? -1]?.outlet;
  return COST.unfed * (along[box]?.length ?? 1) + (outlet !== undefined && fits(box, outlet) ? COST.left : 0);
}

/** What speaks against an outlet that may feed a box: by its figures as assumed it is too little, or leaves less than the margin. */
function strain({ draws, outlets, margin }: Problem, box: number, outlet: number): number {
  const has = outlets[outlet]?.facts.milliamps?.value ?? Infinity;
  const drawn = draws[box] ?? 0;
  if (drawn > has) return COST.doubt;
  return drawn * margin > has ? COST.tight : 0;
}

/** The best placement of a branch that heeds every outlet by itself, not yet what several draw together: no real one costs less. */
function relaxed(problem: Problem, { bound, shut }: Branch): Solved {
  const { boxes, slots, today, fits } = problem;
  const costs = boxes.map((_, i) => [
    ...slots.map(({ outlet }, s) => {
      const only = bound.get(i);
      const isShut = shut.has(`${i} ${outlet}`) || (only !== undefined && only !== outlet);
      if (isShut || !fits(i, outlet)) return NEVER;
      return strain(problem, i, outlet) + (today[i] === s ? 0 : COST.move);
    }),
    ...boxes.map((__, k) => (k === i ? unfedCost(problem, i) : NEVER)),
  ]);
  return leastCost(costs);
}

/** Boxes that together are too much for an outlet or a supply, or may not share a ground; the one that weighs most first. */
function clash(problem: Problem, slotOf: readonly number[]): readonly number[] | null {
  const { boxes, draws, least, slots, outlets } = problem;
  const by = new Map<string, number[]>();
  const put = (key: string, box: number) => by.set(key, [...(by.get(key) ?? []), box]);
  slotOf.forEach((slot, box) => {
    const outlet = slots[slot]?.outlet;
    const at = outlet === undefined ? undefined : outlets[outlet];
    if (!at) return;
    put(`outlet ${outlet}`, box);
    put(`supply ${at.box.id}`, box);
    put(`ground ${groundOf(at)}`, box);
  });
  const sum = (of: readonly number[], by: readonly number[]) => of.reduce((all, i) => all + (by[i] ?? 0), 0);
  for (const [key, own] of by) {
    const [what = '', id = ''] = key.split(' ');
    const signs = new Set(own.map((i) => boxes[i]?.box.power.positiveGround ?? false));
    const isOver =
      what === 'ground'
        ? signs.size > 1
        : what === 'outlet'
          ? own.length > 1 && sum(own, draws) > (outlets[Number(id)]?.facts.milliamps?.value ?? Infinity)
          : sum(own, least) >
            mostMilliamps(outlets.find(({ box }) => box.id === id)?.box.power.dcTotalMilliamps);
    if (isOver) return own.toSorted((x, y) => (draws[y] ?? 0) - (draws[x] ?? 0));
  }
  return null;
}

/**
 * The best placement, by branch and bound: a branch's bound is the matching that heeds no sums; where sums are broken one box of
 * those that break them is bound to its outlet in one branch, and kept from it in the other.
 */
export const assignOutlets = derive(['boxes', 'leads', 'variant', 'houseRules'], (of): Assignment => {
  const problem = problemOf(of);
  const first: Branch = { bound: new Map(), shut: new Set() };
  const open = [{ branch: first, solved: relaxed(problem, first) }];
  let best: Solved | null = null;
  let looked = 0;
  while (open.length > 0 && looked < MOST_LOOKED) {
    // The branch that promises most.
    open.sort((a, b) => b.solved.cost - a.solved.cost);
    const next = open.pop();
    if (!next || (best && next.solved.cost >= best.cost)) break;
    looked += 1;
    const { branch, solved } = next;
    const over = clash(problem, solved.slotOf);
    const real = over ? without(problem, solved, over) : solved;
    if (!best || real.cost < best.cost) best = real;
    const box = over?.find((i) => !branch.bound.has(i));
    const outlet = box === undefined ? undefined : problem.slots[solved.slotOf[box] ?? -1]?.outlet;
    if (!over || box === undefined || outlet === undefined) continue;
    for (const own of [
      { bound: new Map([...branch.bound, [box, outlet]]), shut: branch.shut },
      { bound: branch.bound, shut: new Set([...branch.shut, `${box} ${outlet}`]) },
    ])
      open.push({ branch: own, solved: relaxed(problem, own) });
  }
  return told(problem, best ?? relaxed(problem, first), looked, looked < MOST_LOOKED);
});

/** A placement that may be, from one that may not: boxes are taken off until nothing is broken. */
function without(problem: Problem, { slotOf }: Solved, over: readonly number[]): Solved {
  const left = [...slotOf];
  for (let broken: readonly number[] | null = over; broken; broken = clash(problem, left))
    left[broken[0] ?? 0] = -1;
  return { slotOf: left, cost: costOf(problem, left) };
}

const costOf = (problem: Problem, slotOf: readonly number[]): number =>
  problem.boxes.reduce((sum, _, i) => {
    const slot = slotOf[i] ?? -1;
    const outlet = problem.slots[slot]?.outlet;
    if (outlet === undefined) return sum + unfedCost(problem, i);
    return sum + strain(problem, i, outlet) + (problem.today[i] === slot ? 0 : COST.move);
  }, 0);

function told(problem: Problem, { slotOf }: Solved, looked: number, isExact: boolean): Assignment {
  const { boxes, slots, today } = problem;
  const assigned = boxes.map((own, i): Assigned => {
    const slot = slots[slotOf[i] ?? -1];
    return { of: own, at: slot?.at ?? null, stays: slot !== undefined && today[i] === slotOf[i] };
  });
  const roomy = boxes.filter((_, i) => {
    const outlet = slots[slotOf[i] ?? -1]?.outlet;
    return outlet !== undefined && strain(problem, i, outlet) === 0;
  });
  return {
    boxes: assigned,
    unfed: assigned.flatMap(({ at }, i) => (at ? [] : (problem.along[i] ?? []))),
    withMargin: roomy.length,
    moved: assigned.filter(({ at, stays }) => at && !stays).length,
    isExact,
    looked,
  };
}
