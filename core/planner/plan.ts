// The planner: routings put together from parts, the best of each family judged, and put in the order of what matters.
import { asBase, nameOf, outletsPassed, wireChains, writeChains, type Chain, type ChainsAt } from '../chain';
import { applyEdit, outletWant, trialOf, type EditCall, type RoutingChange } from '../edits';
import { cureOf, judge } from '../findings';
import { newVariant, type Rig } from '../model';
import { ideaFrom, modelStates, propose, type Idea, type WhyNot } from '../proposals';
import { doesNothing, figuresOf, isInForce, type Figures } from './figures';

/** One routing of the table. */
export type PlanLine = Figures & {
  /** Its chains as text: no other of the plan has the same. */
  readonly key: string;
  /** What it is called; the first is its family. */
  readonly name: readonly string[];
  readonly chains: readonly Chain[];
  readonly change: RoutingChange;
  /** The rig as it would be. */
  readonly trial: Rig;
  readonly inForce: boolean;
  /** Places that must be heard and are not led to; those where it is heard now and would not be; by name. */
  readonly unheard: readonly string[];
  readonly lost: readonly string[];
  /** Pairs of effects the other way round than is usual. */
  readonly turned: number;
};

export type Plan = {
  readonly lines: readonly PlanLine[];
  /** Of each family the others that can be wired, in order, not judged yet. */
  readonly others: Readonly<Record<string, readonly Idea[]>>;
  readonly whyNot: readonly WhyNot[];
  readonly combined: number;
  readonly wired: number;
};

export type PlanStep = {
  /** Combinations looked at, of all. */
  readonly done: number;
  readonly of: number;
  readonly plan: Plan;
};

/** What is compared of lines. */
export type Compared = Figures & Pick<PlanLine, 'unheard' | 'lost' | 'turned' | 'inForce'>;

/** Where no noise and no hum is known there is none to hold against a routing, dB under the signal. */
const QUIET_DB = 120;
/** Less than a tenth of a decibel tells no two routings apart. */
const inTenths = (db: number): number => Math.round(db * 10);

/** What is compared, each a question; where it stands in the order of what matters is the technician's. */
export const CRITERIA = [
  {
    id: 'heard',
    words: 'Heard wherever it must be',
    of: ({ unheard, lost }) => unheard.length * 100 + lost.length,
  },
  {
    id: 'faults',
    words: 'No dangers, no faults',
    of: ({ findings }) => findings.danger * 1_000 + findings.fault,
  },
  { id: 'wishes', words: 'Effects on their side, sounds by their preamp', of: ({ undone }) => undone.length },
  { id: 'order', words: 'The usual order', of: ({ turned }) => turned },
  { id: 'cautions', words: 'Few cautions', of: ({ findings }) => findings.caution },
  { id: 'knobs', words: 'Knobs that stay alive', of: ({ deadKnobs }) => deadKnobs.length },
  {
    id: 'leads',
    words: 'Few leads to fetch and to move',
    of: ({ fetch, move }) => fetch.length * 2 + move.length,
  },
  { id: 'runs', words: 'Short stage runs', of: ({ runs }) => runs.metres },
  { id: 'trips', words: 'Few converter trips', of: ({ trips, ms }) => trips * 1_000 + ms },
  { id: 'hum', words: 'Few ground loops', of: ({ groundLoops }) => groundLoops },
  { id: 'humDb', words: 'Little hum', of: ({ humDb }) => -Math.round(Math.min(humDb ?? QUIET_DB, QUIET_DB)) },
  { id: 'tone', words: 'Tone as straight in', of: ({ tone }) => inTenths(Math.abs(tone?.db ?? 0)) },
  {
    id: 'room',
    words: 'Room under every ceiling',
    of: ({ roomDb }) => inTenths(Math.max(0, -(roomDb ?? 0))),
  },
  { id: 'noise', words: 'Little noise', of: ({ floorDb }) => -Math.round(floorDb ?? QUIET_DB) },
  { id: 'presses', words: 'Few presses over the set', of: ({ presses }) => presses?.total ?? 0 },
  { id: 'adapters', words: 'No adapters', of: ({ adapters }) => adapters.length },
] as const satisfies readonly {
  readonly id: string;
  readonly words: string;
  /** The less the better. */
  readonly of: (line: Compared) => number;
}[];

export type Criterion = (typeof CRITERIA)[number]['id'];

/** Criteria in an order: those that are named first, the others as usual behind them. */
export const criteriaIn = (first: readonly string[]): readonly (typeof CRITERIA)[number][] => [
  ...first.flatMap((id) => CRITERIA.find((one) => one.id === id) ?? []),
  ...CRITERIA.filter(({ id }) => !first.includes(id)),
];

/** Lines with the best first, by what matters first and only then by the next. */
export const ranked = <L extends Compared>(
  lines: readonly L[],
  first: readonly string[] = [],
): readonly L[] => {
  const all = criteriaIn(first);
  return lines.toSorted((a, b) => {
    for (const { of } of all) {
      const by = of(a) - of(b);
      if (by !== 0) return by;
    }
    return Number(b.inForce) - Number(a.inForce);
  });
};

/**
 * An idea wired, proved and judged on a trial; null: it cannot be wired so. What leaves something silent that must be
 * heard is judged as a night of its own would be, which wishes for what it leads to.
 */
export function judged(rig: Rig, at: ChainsAt, idea: Idea): PlanLine | null {
  const asked = idea.unheard.length === 0 ? rig : withOwnWishes(rig, at.variant, idea.chains);
  const wired = wireChains(asked, idea.chains, at);
  if ('reason' in wired) return null;
  // As the rig is wired it is judged as it is set.
  const states = doesNothing(wired.change) ? [] : modelStates(asBase(asked, at), wired.chains);
  const name = nameOf(wired.trial, wired.chains);
  const { change, trial } = withLoads(asked, at, {
    ...wired.change,
    name: capitalFirst(name.join('; ')),
    states: [...wired.change.states, ...states],
  });
  const { unheard, lost, turned } = idea;
  return {
    key: writeChains(trial, wired.chains).join('\n'),
    name,
    chains: wired.chains,
    change,
    trial,
    inForce: isInForce(asked, change, at.variant),
    unheard,
    lost,
    turned,
    ...figuresOf(asked, change, trial, at.variant),
  };
}

/** An amplifier that stands there keeps its load, on a chain or not: what takes its power is plugged with it. */
function withLoads(rig: Rig, at: ChainsAt, change: RoutingChange): { change: RoutingChange; trial: Rig } {
  const trial = trialOf(rig, { edit: 'takeRouting', arguments: change });
  if (at.variant !== null) return { change, trial };
  // One at a time: where two are bare, the second takes what the first has left.
  for (const finding of judge(trial, null)) {
    const edit = finding.code === 'SAFE-NOLOAD' ? cureOf(trial, finding)?.edit : undefined;
    if (edit?.edit !== 'plug') continue;
    return withLoads(rig, at, { ...change, put: [...change.put, edit.arguments.lead] });
  }
  return { change, trial };
}

const capitalFirst = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}`;

/** A rig that wishes in a night to be heard where chains lead, and nowhere else. */
function withOwnWishes(rig: Rig, variant: string | null, chains: readonly Chain[]): Rig {
  const isOwn = (want: Rig['wants'][number]) => want.type === 'output' && (want.variant ?? null) === variant;
  const wishes = outletsPassed(rig, chains).map(({ at }) => outletWant(at, [], variant));
  const bare = { ...rig, wants: rig.wants.filter((want) => !isOwn(want)) };
  return applyEdit(bare, { edit: 'together', arguments: { label: 'Wishes', edits: wishes } }).rig;
}

/** So many of a family's best are judged at once; the others when they are asked for. */
const AT_ONCE = 3;

/** The first few of some that prove themselves, and those behind them. */
function firstOf(rig: Rig, at: ChainsAt, all: readonly Idea[], best: number) {
  const lines: PlanLine[] = [];
  for (const [i, idea] of all.entries()) {
    if (lines.length >= AT_ONCE || (i >= best && lines.length > 0)) return { lines, rest: all.slice(i) };
    const line = judged(rig, at, idea);
    if (line) lines.push(line);
  }
  return { lines, rest: [] };
}

/** Of lines in an order the first of each family, and the one that is in force. */
export function oneEach<L extends Pick<PlanLine, 'name' | 'inForce'>>(lines: readonly L[]): readonly L[] {
  const seen = new Set<string | undefined>();
  return lines.filter(({ name: [family], inForce }) => {
    const isFirst = !seen.has(family);
    seen.add(family);
    return isFirst || inForce;
  });
}

/**
 * Plans a rig in a night: what it is doing, and after each family that is judged what there is so far. The wiring in force
 * is looked at first: all others are measured against it.
 */
export function* planSearch(rig: Rig, variant: string | null): Generator<PlanStep> {
  const at: ChainsAt = { variant, wirings: {} };
  const lines = new Map<string, PlanLine>();
  const others: Record<string, readonly Idea[]> = {};
  let told = { whyNot: [] as Plan['whyNot'], wired: 0 };
  let isFirst = true;
  for (const { done, of, combined, now, family, found } of propose(rig, at)) {
    const own = isFirst && now ? judged(rig, at, now) : null;
    if (own) lines.set(own.key, own);
    isFirst = false;
    if (family) {
      const { best, others: rest } = family;
      const first = firstOf(rig, at, [...best, ...rest], best.length);
      for (const line of first.lines) if (!lines.has(line.key)) lines.set(line.key, line);
      others[first.lines[0]?.name[0] ?? family.family] = first.rest;
      told = { ...told, wired: told.wired + best.length };
    }
    if (found) told = found;
    const { whyNot, wired } = told;
    yield {
      done,
      of,
      plan: { lines: [...lines.values()], others: { ...others }, whyNot, combined, wired },
    };
  }
}

/**
 * A routing as a night of its own: a new variant that is wired so and is in all else as the night that it is made from.
 * Where the routing leads to other places than must be heard, they are the new night's wishes.
 * @param key the chains of the routing, as a plan tells them
 * @returns the edit that makes it, or why the routing cannot be had
 */
export function planAsVariant(
  rig: Rig,
  key: string,
  { from, name }: { readonly from: string | null; readonly name: string },
): EditCall | { readonly reason: string } {
  const variant = newVariant(rig, from, name);
  const at: ChainsAt = { variant: variant.id, wirings: {} };
  const asked = { ...rig, variants: [...rig.variants, variant] };
  const idea = ideaFrom(asked, at, key);
  const line = judged(asked, at, idea);
  if (!line) return { reason: `${capitalFirst(idea.name[0] ?? 'It')} cannot be wired so any more.` };
  const wishes =
    idea.unheard.length === 0
      ? []
      : outletsPassed(asked, line.chains).map((outlet) => outletWant(outlet.at, [], variant.id));
  return {
    edit: 'together',
    arguments: {
      label: `Make ${name}`,
      edits: [{ edit: 'takeAsVariant', arguments: { variant, change: { ...line.change, name } } }, ...wishes],
    },
  };
}
