// The cheapest set of acts that brings hum under the limit at every output: every set tried, in order of cost.
import type { Box, Reads } from '../model';
import { HEARD_DB } from './along';
import { humActs, type HumAct } from './acts';
import { heardOfAct, type Heard } from './heard';
import { risen } from './lifted';
import { HumTrials, shieldsOf, type HumOf, type HumOutput } from './trials';

/** Some acts together, with what they leave. */
export type HumCure = {
  readonly acts: readonly HumAct[];
  readonly cost: number;
  /** Hum at each output, dBu. */
  readonly humDbu: readonly number[];
  /** Hum against its signal where it is worst, dB. */
  readonly worstDb: number;
  /** How far the worst output is over the limit, dB; 0: none is. */
  readonly overDb: number;
};

export type HumCures = {
  readonly outputs: readonly HumOutput[];
  /** null: a lift has cut off the last ground of a box; nothing is told of hum until it is restored. */
  readonly today: HumCure | null;
  /** Brings every output under the limit, or where `isEnough` is false as far as was found; null: nothing is to be done, or can be. */
  readonly best: HumCure | null;
  readonly isEnough: boolean;
  /** Every set of up to four acts that is cheaper has been tried. */
  readonly isExact: boolean;
  /** The one act that does most; null: none does anything. */
  readonly single: HumCure | null;
  /** Single acts that make it worse, with by how much at the output where it is worst, dB. */
  readonly worse: readonly { readonly act: HumAct; readonly db: number }[];
  /** Acts that were tried by ear: what was heard, and by how much they are reckoned to lower the worst output, dB. */
  readonly heard: readonly {
    readonly act: HumAct;
    readonly heard: Heard;
    readonly stands: 'for' | 'against';
    readonly reckonedDb: number;
  }[];
  /** Earths to be proved: until then nothing is lifted or isolated beside them. */
  readonly unproved: readonly Box[];
  readonly tried: number;
  readonly of: number;
};

/** How far a search is. */
export type HumStep = { readonly looked: number; readonly of: number };

type Of = HumOf & Reads<'houseRules' | 'walks'>;

/** Sets have so many acts at most, and so many of them are tried. */
const MOST_ACTS = 4;
const MOST_SETS = 600_000;
/** Told of after so many. */
const EVERY = 2_000;
/** Costs are alike within this. */
const SLACK = 1e-6;
/** A change of less than this is none, dB. */
const TELLS_DB = 0.1;

/** How far one output is over the limit, dB: none where the pickup's own hum hides it. */
export const overAt = ({ averageDbu, pickupDbu }: HumOutput, humDbu: number, limitDb: number): number =>
  humDbu <= pickupDbu - HEARD_DB ? 0 : Math.max(0, limitDb - (averageDbu - humDbu));

const isBetter = (a: HumCure, b: HumCure | null): boolean =>
  b === null || a.overDb < b.overDb - TELLS_DB || (a.overDb < b.overDb + TELLS_DB && a.worstDb < b.worstDb);

const doneTo = ({ at }: HumAct): string => ('lead' in at ? at.lead.id : at.box.id);

/** How many sets of up to four acts there are, each thing acted on once: by the product of 1 + n x. */
function countOf(acts: readonly HumAct[]): number {
  const by = new Map<string, number>();
  for (const act of acts) by.set(doneTo(act), (by.get(doneTo(act)) ?? 0) + 1);
  const sizes = [1, ...Array.from({ length: MOST_ACTS }, () => 0)];
  for (const n of by.values())
    for (let size = MOST_ACTS; size > 0; size -= 1)
      sizes[size] = (sizes[size] ?? 0) + n * (sizes[size - 1] ?? 0);
  return sizes.slice(1).reduce((sum, one) => sum + one, 0);
}

/** Sets of up to four acts that cost so much, each thing acted on once. @param acts the cheapest first */
function* setsAt(acts: readonly HumAct[], cost: number): Generator<readonly HumAct[]> {
  const set: HumAct[] = [];
  function* grow(from: number, left: number): Generator<readonly HumAct[]> {
    for (let i = from; i < acts.length; i += 1) {
      const act = acts[i];
      if (!act || act.cost > left + SLACK) return;
      if (set.some((one) => doneTo(one) === doneTo(act))) continue;
      set.push(act);
      const rest = left - act.cost;
      if (Math.abs(rest) < SLACK) yield set;
      else if (set.length < MOST_ACTS) yield* grow(i + 1, rest);
      set.pop();
    }
  }
  yield* grow(0, cost);
}

/** What sets of acts can cost, the least first. */
function costsOf(acts: readonly HumAct[]): readonly number[] {
  const own = [...new Set(acts.map(({ cost }) => cost))];
  let sums = new Set([0]);
  for (let size = 0; size < MOST_ACTS; size += 1)
    sums = new Set([...sums].flatMap((sum) => [sum, ...own.map((cost) => Number((sum + cost).toFixed(6)))]));
  return [...sums].sort((a, b) => a - b);
}

/** Trials of every gathering of plugs: the stage is another one then. */
class Stages {
  private readonly known = new Map<string, HumTrials>();

  constructor(private readonly of: Of) {}

  for(acts: readonly HumAct[]): HumTrials {
    const moves = acts.filter(({ kind }) => kind === 'gather');
    const key = moves.map(({ words }) => words).join('|');
    const known = this.known.get(key);
    if (known) return known;
    const found = new HumTrials(moves.length === 0 ? this.of : moved(this.of, moves));
    this.known.set(key, found);
    return found;
  }
}

function moved(of: Of, acts: readonly HumAct[]): Of {
  const to = new Map(
    acts.flatMap(({ edits }) =>
      edits.flatMap((call) =>
        call.edit === 'setWallOutlet'
          ? [[`${call.arguments.box}/${call.arguments.jack}`, call.arguments.outlet] as const]
          : [],
      ),
    ),
  );
  return {
    ...of,
    boxes: of.boxes.map((box) => ({
      ...box,
      jacks: box.jacks.map((jack) => {
        const outlet = to.get(`${box.id}/${jack.id}`);
        return outlet ? { ...jack, wallOutlet: outlet } : jack;
      }),
    })),
  };
}

/**
 * Every set of acts in order of cost until one brings all outputs under the house's limit; among those that cost as much the
 * one that leaves least. Exact for sets of up to four acts; what would cut off a box's last ground, or stands beside an earth
 * that nobody has proved, is never among them.
 * @param most sets that are tried at most
 */
export function* cureHum(of: Of, most = MOST_SETS): Generator<HumStep, HumCures> {
  const stages = new Stages(of);
  const now = shieldsOf(of);
  const limitDb = of.houseRules.limits.humDb;
  const { outputs } = stages.for([]);
  // What would cut a box off whatever else is done is none of them.
  const told = humActs(of);
  const all = told.filter(({ shield }) => stages.for([]).with(shield) !== null);
  // What was heard to be no better is not reckoned to be.
  const ears = new Map(
    all.flatMap((act) => (heardOfAct(of, act) ? [[act, heardOfAct(of, act)] as const] : [])),
  );
  const allowed = all.filter((act) => act.unproved.length === 0 && ears.get(act)?.stands !== 'against');
  const tryOut = (acts: readonly HumAct[]): HumCure | null => {
    const shields = new Map(now);
    for (const { shield } of acts) for (const [lead, how] of shield) shields.set(lead, how);
    const humDbu = stages.for(acts).with(shields);
    if (!humDbu) return null;
    return {
      acts,
      cost: acts.reduce((sum, { cost }) => sum + cost, 0),
      humDbu: [...humDbu],
      worstDb: Math.max(...outputs.map(({ averageDbu }, i) => (humDbu[i] ?? 0) - averageDbu)),
      overDb: outputs.reduce(
        (worst, output, i) => Math.max(worst, overAt(output, humDbu[i] ?? 0, limitDb)),
        0,
      ),
    };
  };
  const today = tryOut([]);
  const overDb = today?.overDb ?? Infinity;
  const singles = all.flatMap((act) => tryOut([act]) ?? []);
  const worse = singles.flatMap(({ acts: [act], humDbu }) => {
    const db = Math.max(
      ...outputs.map((output, i) => risen(today?.humDbu[i] ?? humDbu[i] ?? 0, humDbu[i] ?? 0, output)),
    );
    return act && db > TELLS_DB && ears.get(act)?.stands !== 'for' ? [{ act, db }] : [];
  });
  let single: HumCure | null = null;
  for (const one of singles) {
    const isAllowed = one.acts.every((act) => allowed.includes(act));
    if (isAllowed && isBetter(one, single ?? today)) single = one;
  }
  const count = overDb > 0 ? countOf(allowed) : 0;
  let tried = 0;
  let best: HumCure | null = null;
  search: for (const cost of count > 0 ? costsOf(allowed) : []) {
    for (const set of setsAt(allowed, cost)) {
      if (tried >= most) break search;
      const cure = tryOut([...set]);
      tried += 1;
      if (cure && cure.overDb < overDb && isBetter(cure, best)) best = cure;
      if (tried % EVERY === 0) yield { looked: tried, of: count };
    }
    if (best?.overDb === 0) break;
  }
  const heard = singles.flatMap((cure) => {
    const [act] = cure.acts;
    const ear = act && ears.get(act);
    const reckonedDb = (today?.worstDb ?? cure.worstDb) - cure.worstDb;
    return act && ear ? [{ act, ...ear, reckonedDb }] : [];
  });
  const held = told.filter(({ unproved }) => unproved.length > 0);
  return {
    outputs,
    today,
    best,
    isEnough: best?.overDb === 0,
    isExact: tried < most,
    single,
    worse,
    heard,
    unproved: of.boxes.filter((box) => held.some(({ unproved }) => unproved.includes(box))),
    tried,
    of: count,
  };
}
