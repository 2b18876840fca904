// Which jacks serve: for each visit where it comes in, for each leg where it leaves, at least cost.
import { boxesById, derive, endAt, jackIn, jackKey, pluggedIn, type JackRef, type Reads } from '../model';
import type { Leg, Legs, Run } from './legs';
import { optionsOfBox, type Jacks } from './options';
import type { Lack } from './relay';

/** Jacks by visit and by leg; null: nothing is plugged there. */
export type Fitted = {
  readonly entries: readonly (Jacks | null)[];
  readonly exits: readonly (Jacks | null)[];
};

/** Why a visit or a leg finds no jacks. */
export type Unfit = {
  readonly box: string;
  readonly blocks: readonly string[];
  /** No way through the box passes these blocks; or what would serve is taken; or it lacks what its inside wants. */
  readonly reason: 'no way' | 'taken' | 'speaker' | Lack;
  readonly stereo: boolean;
};

/** Left and right by leads of their own want two jacks, as one stereo gap does. */
const widthOut = (runs: readonly Run[]): Run['width'] =>
  runs.some(({ width, out }) => width === 'stereo' || out !== null) ? 'stereo' : 'mono';
const widthInto = (runs: readonly Run[]): Run['width'] =>
  runs.some(({ width, into }) => width === 'stereo' || into !== null) ? 'stereo' : 'mono';

/** The loops in use of each box, as one word. */
function loopsInUse({ visits, legs }: Legs): ReadonlyMap<string, string> {
  const loops = new Map<string, Set<string>>();
  const put = (box: string | undefined, loop: string) => {
    if (box === undefined) return;
    const own = loops.get(box) ?? new Set();
    loops.set(box, own.add(loop));
  };
  for (const { visit, out } of legs) if (out.kind === 'loop') put(visits[visit]?.box, out.loop);
  for (const { box, entry } of visits) if (entry.kind === 'back') put(box, entry.loop);
  return new Map([...loops].map(([box, own]) => [box, [...own].sort().join(' ')]));
}

/** Legs, and runs, by the visit that they are of. */
function byVisit({ visits, legs, runs }: Legs) {
  const out = visits.map((): { leg: Leg; i: number; width: Run['width'] }[] => []);
  const into = visits.map((): Run[] => []);
  const ofLeg = legs.map((): Run[] => []);
  for (const run of runs) {
    into[run.to]?.push(run);
    ofLeg[run.leg]?.push(run);
  }
  legs.forEach((leg, i) => out[leg.visit]?.push({ leg, i, width: widthOut(ofLeg[i] ?? []) }));
  return { out, into };
}

/** The jacks that a run joins, two by two. */
export function jacksOfRun(
  { out, into }: Run,
  exit: Jacks | null,
  entry: Jacks | null,
): readonly (readonly [string, string])[] {
  if (!exit || !entry) return [];
  const [outs, ins] = [
    out === null ? exit : [exit[out] ?? exit[0]],
    into === null ? entry : [entry[into] ?? entry[0]],
  ];
  return Array.from(
    { length: Math.max(outs.length, ins.length) },
    (_, i) => [outs[i] ?? exit[0], ins[i] ?? entry[0]] as const,
  );
}

/** Would two leads of a run stand in one jack? Left and right of one jack go on by one lead, or by a Y. */
const isDoubled = ({ width, out, into }: Run, exit: Jacks | null, entry: Jacks | null, isMult: boolean) => {
  const [outs, ins] = [exit?.length ?? 0, entry?.length ?? 0];
  if (outs === 0 || ins === 0) return false;
  if ((out !== null && outs === 1 && !isMult) || (into !== null && ins === 1)) return true;
  if (width === 'mono') return false;
  return (out === null && outs === 1 && ins === 2 && !isMult) || (into === null && outs === 2 && ins === 1);
};

type State = {
  readonly cost: number;
  /** Jacks that are taken of boxes still to be passed, sorted. */
  readonly used: readonly string[];
  readonly entries: readonly (Jacks | null)[];
  readonly exits: readonly (Jacks | null)[];
};

/** To a desk goes what is balanced, to the input of an amplifier what no knob moves, where there is a choice. */
function unlikely(of: Reads<'boxes'>, a: JackRef, b: JackRef): number {
  const [from, to] = [endAt(of, a), endAt(of, b)];
  if (!from || !to) return 0;
  const roles = to.box.blocks.map(({ role }) => role);
  if (roles.includes('mix') && from.jack.balance === 'unbalanced') return 0.5;
  return roles.includes('preamp') && to.jack.carries === 'instrument' && from.jack.fixedUnity !== true
    ? 0.5
    : 0;
}

/** Where leads stand: what they join, and what they hold. */
const leadsAt = derive(['leads', 'variant'], (of) => {
  const joined = new Set<string>();
  const held = new Set<string>();
  for (const { from, to } of pluggedIn(of)) {
    for (const b of to) held.add(jackKey(b));
    for (const a of from) {
      held.add(jackKey(a));
      for (const b of to) joined.add(`${jackKey(a)} ${jackKey(b)}`);
    }
  }
  return { joined, held };
});

/** What leaves by a speaker jack goes into a speaker jack, and nothing else does: but for what stands so already. */
function mixesSpeaker(of: Reads<'boxes'>, a: JackRef, b: JackRef): boolean {
  const [from, to] = [endAt(of, a), endAt(of, b)];
  return (from?.jack.carries === 'speaker') !== (to?.jack.carries === 'speaker');
}

/** A jack that a lead of no chain holds is taken only where no other serves. */
const FOREIGN = 100;

/** What it costs that two jacks are joined: nothing where a lead stands there, less where one stands at one of them. */
function costs(
  of: Reads<'boxes' | 'leads' | 'variant'>,
  foreign: ReadonlySet<string>,
): (a: JackRef, b: JackRef) => number {
  const moved = (key: string, isHeld: boolean) => (foreign.has(key) ? -FOREIGN : isHeld ? 4 : 0);
  const { joined, held } = leadsAt(of);
  const known = new Map<string, number>();
  return (a, b) => {
    const [from, to] = [jackKey(a), jackKey(b)];
    const key = `${from} ${to}`;
    if (joined.has(key)) return 0;
    const cost =
      known.get(key) ??
      (mixesSpeaker(of, a, b)
        ? Infinity
        : 20 - moved(from, held.has(from)) - moved(to, held.has(to)) + unlikely(of, a, b));
    known.set(key, cost);
    return cost;
  };
}

/**
 * The jacks that serve at least cost, the state kept by what of boxes still to be passed is taken.
 * @param foreign jacks that leads of no chain hold, by their keys
 * @returns the jacks, or the first visit that finds none
 */
export function fit(
  of: Reads<'boxes' | 'leads' | 'variant'>,
  legs: Legs,
  foreign: ReadonlySet<string>,
): Fitted | Unfit {
  const cost = costs(of, foreign);
  const last = new Map(legs.visits.map(({ box }, i) => [box, i]));
  let states: readonly State[] = [{ cost: 0, used: [], entries: [], exits: legs.legs.map(() => null) }];
  const boxes = boxesById(of);
  const loops = loopsInUse(legs);
  const { out, into: intoVisit } = byVisit(legs);
  let pending: readonly number[] = [];
  for (const [v, visit] of legs.visits.entries()) {
    const box = boxes.get(visit.box);
    if (!box) throw new RangeError(`there is no box ${visit.box}`);
    const own = out[v] ?? [];
    const runs = intoVisit[v] ?? [];
    const into = widthInto(runs);
    const options = optionsOfBox(box)({ loops: loops.get(box.id) ?? '', visit, legs: own, into });
    const unfit = (reason: 'no way' | 'taken' | 'speaker'): Unfit => ({
      box: visit.box,
      blocks: own[0]?.leg.blocks ?? [],
      reason,
      stereo: into === 'stereo' || own.some(({ width }) => width === 'stereo'),
    });
    if (options.length === 0) return unfit('no way');
    // Legs that are left by runs still to come.
    pending = [...new Set([...pending, ...own.map(({ i }) => i)])].filter((leg) =>
      legs.runs.some((run) => run.leg === leg && run.to > v),
    );
    const stays = (key: string) => (last.get(key.slice(0, key.indexOf('/'))) ?? -1) > v;
    const next = new Map<string, State>();
    let isSpeaker = false;
    for (const state of states) {
      const kept = state.used.filter(stays);
      for (const { entry, exits, holds, bars, isTwice, cost: more } of options) {
        if (isTwice || [...holds, ...bars].some((key) => state.used.includes(key))) continue;
        let total = state.cost + more;
        let isFree = true;
        for (const run of runs) {
          const source = legs.visits[legs.legs[run.leg]?.visit ?? -1]?.box;
          if (source === undefined) continue;
          const exit = state.exits[run.leg] ?? null;
          if (isDoubled(run, exit, entry, jackIn(boxes.get(source), exit?.[0])?.mult === true))
            isFree = false;
          for (const [a, b] of jacksOfRun(run, exit, entry))
            total += cost({ box: source, jack: a }, { box: box.id, jack: b });
        }
        if (!isFree) continue;
        if (total === Infinity) {
          isSpeaker = true;
          continue;
        }
        const used = (last.get(box.id) ?? -1) > v ? [...kept, ...holds].sort() : kept;
        const exitsNow = [...state.exits];
        own.forEach(({ i }, k) => (exitsNow[i] = exits[k] ?? null));
        const key = `${used.join()} ${pending.map((leg) => exitsNow[leg]?.join() ?? '').join(';')}`;
        const known = next.get(key);
        if (!known || total < known.cost - 1e-9)
          next.set(key, { cost: total, used, entries: [...state.entries, entry], exits: exitsNow });
      }
    }
    if (next.size === 0) return unfit(isSpeaker ? 'speaker' : 'taken');
    states = [...next.values()];
  }
  const best = states.reduce((a, b) => (b.cost < a.cost - 1e-9 ? b : a));
  return { entries: best.entries, exits: best.exits };
}
