// What free switches are best given to do: the fewest presses between the sounds that follow one another.
import {
  bankCount,
  derive,
  freeSwitches,
  type Assignment,
  type Box,
  type Reads,
  type SwitchAct,
} from '../model';
import { machineOf } from './machine';
import { followings, fromSound, gangsOf, inSequence } from './presses';
import { reachOf } from './reach';
import { thingsIn } from './things';

type ForProposal = Reads<'boxes' | 'leads' | 'variant' | 'sounds' | 'songs'>;

export type Proposal = {
  readonly plan: readonly Assignment[];
  /** No plan has fewer presses; false: the best that was found. */
  readonly isBest: boolean;
};

/** So many plans are tried whole at most; fewer where each takes long. */
const MOST_PLANS = 400;
const plansFor = (sounds: number, slots: number) =>
  Math.max(8, Math.min(MOST_PLANS, Math.floor(3e6 / (sounds * sounds * slots))));
/** What is left to hands weighs more than any walk over the switches. */
const HAND = 1000;

/** A switch in a bank. */
export type Slot = { readonly box: string; readonly switch: string; readonly bank: number };

/** Acts that are the same thing under the foot. */
const keyOf = (act: SwitchAct): string => JSON.stringify(act);

/** A plan from acts by slot, each under an id of its own. */
const planFrom = (slots: readonly Slot[], acts: readonly (SwitchAct | null)[]): readonly Assignment[] =>
  slots.flatMap((slot, i) => {
    const act = acts[i];
    return act ? [{ id: `slot-${i + 1}`, ...slot, act }] : [];
  });

/**
 * Presses over the whole set, each pair as often as it is played, with what hands are left weighed in.
 * @param cells only gangs that touch these are counted: the others are as they are under every plan
 */
function costOf(of: ForProposal, plan: readonly Assignment[], touches: (cell: number) => boolean): number {
  const machine = machineOf(of, plan);
  const gangs = gangsOf(machine).filter(({ cells }) => cells.some(touches));
  const pairs = followings(of);
  let cost = 0;
  for (const from of new Set(pairs.map((pair) => pair.from)))
    for (const gang of gangs) {
      const found = fromSound(machine, gang, from);
      for (const pair of pairs) {
        const way = found[pair.to];
        if (pair.from === from && way) cost += pair.times * (way.moves.length + HAND * way.left.length);
      }
    }
  return cost;
}

/** Boxes whose switches lead: none of them hears one that reaches further. */
export const leadersIn = derive(['boxes', 'leads', 'variant'], (of): readonly Box[] => {
  const callers = of.boxes
    .filter((box) => freeSwitches(box).length > 0)
    .map((box) => ({ box, reach: reachOf(of, box) }))
    .sort((a, b) => b.reach.things.size - a.reach.things.size);
  return callers
    .filter(({ box }, i) => !callers.slice(0, i).some(({ reach }) => reach.boxes.has(box)))
    .map(({ box }) => box);
});

/** All that a switch of the box may usefully do: call each sound, step what two that follow have otherwise. */
function candidates(of: ForProposal, leader: Box): readonly SwitchAct[] {
  const { things: reached } = reachOf(of, leader);
  const sounds = [...new Set([...inSequence(of), ...of.sounds])];
  const calls = sounds.map(({ id }): SwitchAct => ({ type: 'sound', sound: id }));
  const things = thingsIn(of).filter(({ key, kind }) => kind === 'block' && reached.has(key));
  const steps = new Map<string, SwitchAct>();
  for (const { from, to } of followings(of)) {
    const blocks = things
      .filter(({ wants }) => wants[from] !== wants[to])
      .flatMap(({ box, block }) => (block ? [{ box: box.id, block: block.id }] : []));
    const act: SwitchAct = { type: 'steps', blocks };
    if (blocks.length > 0) steps.set(keyOf(act), act);
  }
  return [...calls, ...steps.values()];
}

/** Every choice of so many of the items, up to `most` of them; null: there are more. */
function choices<T>(items: readonly T[], size: number, most: number): readonly (readonly T[])[] | null {
  let all: (readonly T[])[] = [[]];
  for (let taken = 0; taken < size; taken += 1) {
    all = all.flatMap((chosen) => {
      const last = chosen.at(-1);
      const rest = last === undefined ? items : items.slice(items.indexOf(last) + 1);
      return rest.map((item) => [...chosen, item]);
    });
    if (all.length > most * 20) return null;
  }
  return all.length <= most ? all : null;
}

/** Every way to fill the banks; null: more than can be tried. */
function fillings(acts: readonly SwitchAct[], perBank: number, banks: number, most: number) {
  const one = choices(acts, Math.min(perBank, acts.length), most);
  if (!one || one.length ** banks > most) return null;
  const padded = one.map((chosen) => Array.from({ length: perBank }, (_, i) => chosen[i] ?? null));
  return Array.from({ length: banks }).reduce<readonly (readonly (SwitchAct | null)[])[]>(
    (all) => all.flatMap((before) => padded.map((bank) => [...before, ...bank])),
    [[]],
  );
}

type Filled = { readonly acts: readonly (SwitchAct | null)[]; readonly cost: number };

/** From a first filling on, one exchange at a time, as long as one is better and plans may be tried. */
function improved(
  first: Filled,
  spare: readonly SwitchAct[],
  cost: (acts: Filled['acts']) => number,
  most: number,
): Filled {
  let best = first;
  let left = most;
  for (let isBetter = true; isBetter && left > 0;) {
    isBetter = false;
    const tries = best.acts.flatMap((act, i) => [
      ...best.acts.flatMap((other, j) =>
        j > i && other !== act ? [best.acts.with(i, other).with(j, act)] : [],
      ),
      ...spare.filter((one) => !best.acts.includes(one)).map((one) => best.acts.with(i, one)),
    ]);
    for (const acts of tries) {
      if (left === 0) break;
      left -= 1;
      const tried = cost(acts);
      if (tried >= best.cost) continue;
      best = { acts, cost: tried };
      isBetter = true;
      break;
    }
  }
  return best;
}

/** What is left over does what feet ask for: the time of echoes, and the tuner. */
function withUses(of: ForProposal, leader: Box, acts: Filled['acts']): Filled['acts'] {
  const perBank = freeSwitches(leader).length;
  const { things: reached } = reachOf(of, leader);
  const blocks = of.boxes.flatMap((box) =>
    box.blocks.flatMap((block) => (reached.has(`${box.id}/${block.id}`) ? [{ box, block }] : [])),
  );
  const tuner = blocks.find(({ block }) => block.category === 'tuner' || block.role === 'mute');
  const uses: readonly SwitchAct[] = [
    ...(blocks.some(({ block }) => block.category === 'delay') ? [{ type: 'tap' as const }] : []),
    ...(tuner ? [{ type: 'steps' as const, blocks: [{ box: tuner.box.id, block: tuner.block.id }] }] : []),
  ];
  const next = [...acts];
  for (const use of [...uses].reverse()) {
    // In the first bank: there it is found without looking for it.
    const free = next.slice(0, perBank).lastIndexOf(null);
    if (free >= 0) next[free] = use;
  }
  return next;
}

function proposeFor(
  of: ForProposal,
  leader: Box,
): { readonly plan: readonly Assignment[]; readonly isBest: boolean } {
  const perBank = freeSwitches(leader).length;
  const banks = bankCount(leader);
  const slots = Array.from({ length: banks }, (_, bank) =>
    freeSwitches(leader).map((one): Slot => ({ box: leader.id, switch: one.id, bank })),
  ).flat();
  const acts = candidates(of, leader);
  const calls = acts.filter(({ type }) => type === 'sound');
  const { things: reached } = reachOf(of, leader);
  const { things } = machineOf(of, NOTHING);
  const touches = (cell: number) => cell >= things.length || reached.has(things[cell]?.key ?? '');
  const cost = (filling: Filled['acts']) => costOf(of, planFrom(slots, filling), touches);
  const given = (filling: Filled['acts'], isBest: boolean) => ({
    plan: planFrom(slots, withUses(of, leader, filling)),
    isBest,
  });
  const first = slots.map((_, i) => calls[i] ?? null);
  // Every sound in one bank is one press each: nothing can be less.
  if (calls.length <= perBank) return given(first, true);
  const most = plansFor(of.sounds.length, slots.length);
  const all = fillings(acts, perBank, banks, most);
  if (all) {
    const tried = all.map((filling): Filled => ({ acts: filling, cost: cost(filling) }));
    return given(tried.reduce((best, one) => (one.cost < best.cost ? one : best)).acts, true);
  }
  return given(improved({ acts: first, cost: cost(first) }, acts, cost, most).acts, false);
}

const NOTHING: readonly Assignment[] = [];

/** What the free switches of the rig are best given to do. */
export const proposeSwitches = derive(['boxes', 'leads', 'variant', 'sounds', 'songs'], (of): Proposal => {
  const each = leadersIn(of).map((leader) => proposeFor(of, leader));
  return {
    plan: each.flatMap(({ plan }) => plan).map((one, i) => ({ ...one, id: `slot-${i + 1}` })),
    isBest: each.every(({ isBest }) => isBest),
  };
});
