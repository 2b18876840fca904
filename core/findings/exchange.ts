// Two plugs that stand in each other's place: which two, found on trial wirings.
import {
  endAt,
  isAudio,
  isLink,
  leadOf,
  otherSide,
  pluggedIn,
  type Jack,
  type JackEnd,
  type JackRef,
  type Part,
  type Plugged,
  type Reads,
  type Side,
} from '../model';
import { cure, type Cure } from './cure';
import { leadPart, type View, type Wired } from './finding';
import { compareScores, scoreOf, shapesOf, type Score } from './score';

type Plug = { readonly lead: string; readonly side: Side };
/** Two plugs to be exchanged. */
export type Exchange = { readonly a: Plug; readonly b: Plug };

type Ends = { readonly from: Jack | undefined; readonly to: Jack | undefined };

/** Output into output, or input into input: nothing can flow. */
export const clashes = ({ from, to }: Ends): boolean =>
  from !== undefined &&
  to !== undefined &&
  from.direction === to.direction &&
  (from.direction === 'in' || from.direction === 'out');

/** The jacks a lead joins: of an end that may stand in several, the first. */
export const jacksOf = (
  of: Wired,
  { from, to }: Plugged,
): { readonly from: JackEnd | undefined; readonly to: JackEnd | undefined } => ({
  from: endAt(of, from[0]),
  to: endAt(of, to[0]),
});

/** Whether the two ends of a lead are of one direction. */
export function isClashing(of: Wired, run: Plugged): boolean {
  const { from, to } = jacksOf(of, run);
  return clashes({ from: from?.jack, to: to?.jack });
}

/** Runs whose two ends are of one direction. */
export const clashingRuns = (of: Wired): readonly Plugged[] =>
  pluggedIn(of).filter((run) => isClashing(of, run));

/** Leads whose two ends are of one direction. */
export const clashingLeads = (of: Wired): readonly string[] => clashingRuns(of).map(({ lead }) => lead.id);

/** Whether a lead carries sound at one end at least; else it feeds or controls, and is tried with its like alone. */
export const isForSound = (of: Wired, run: Plugged): boolean =>
  Object.values(jacksOf(of, run)).some((end) => end !== undefined && isAudio(end.jack));

/** The two plugs exchanged, where they are noted. */
export const exchangeCure = (view: View, { a, b }: Exchange): Cure =>
  cure(view, { edit: 'exchangeEnds', arguments: { a, b } });

/** A plug into another jack, where it is noted. */
export const replugCure = (view: View, lead: string, side: Side, at: JackRef): Cure =>
  cure(view, { edit: 'replug', arguments: { lead, side, at: [at] } });

type NewEnds = Partial<Readonly<Record<Side, readonly JackRef[]>>>;

/** The same wiring with some ends of leads elsewhere, in the variant in force. */
export function withEnds<T extends Wired>(of: T, changes: ReadonlyMap<string, NewEnds>): T {
  const ends = new Map(
    pluggedIn(of)
      .filter(({ lead }) => changes.has(lead.id))
      .map(({ lead, from, to }) => [lead.id, { from, to, ...changes.get(lead.id) }] as const),
  );
  if (of.variant)
    return { ...of, variant: { ...of.variant, leads: { ...of.variant.leads, ...Object.fromEntries(ends) } } };
  const leads = of.leads.map((lead) => {
    const now = ends.get(lead.id);
    return now ? { ...lead, from: { ...lead.from, at: now.from }, to: { ...lead.to, at: now.to } } : lead;
  });
  return { ...of, leads };
}

/** The same wiring with two plugs of two leads exchanged, in the variant in force. */
export function exchanged<T extends Wired>(of: T, { a, b }: Exchange): T {
  const at = ({ lead, side }: Plug) => pluggedIn(of).find((run) => run.lead.id === lead)?.[side] ?? [];
  return withEnds(
    of,
    new Map([
      [a.lead, { [a.side]: at(b) }],
      [b.lead, { [b.side]: at(a) }],
    ]),
  );
}

/** Trial wirings that the searches of one rig look at together; what each then names is the best of its share. */
const MOST_TRIALS = 32;
/** One search alone finds by so many what more would not better. */
const MOST_OF_ONE = 24;

/** How many trial wirings each of several searches may look at. */
export const shareOfTrials = (searches: number): number =>
  Math.max(1, Math.min(MOST_OF_ONE, Math.floor(MOST_TRIALS / Math.max(1, searches))));

/** A plug with the jack it stands in and the jack at the other end of its lead. */
type Standing = Plug & { readonly at: JackEnd; readonly far: JackEnd | undefined };

/**
 * Where the two plugs of a lead stand; those of a lead that carries no sound at either end, or that stand for sound
 * through the air, are not exchanged. A guitar's lead in a footswitch jack is one that is.
 */
export function plugsOf(of: Wired, run: Plugged): readonly Standing[] {
  const { lead } = run;
  const ends = jacksOf(of, run);
  return (['from', 'to'] as const).flatMap((side): Standing[] => {
    const [at, far] = [ends[side], ends[otherSide(side)]];
    if (!at || !isForSound(of, run) || at.jack.carries === 'air') return [];
    return [{ lead: lead.id, side, at, far }];
  });
}

/** An exchange with what it does to its two leads. */
export type Candidate = Exchange & {
  /** Leads of it between two of a kind, before and after. */
  readonly cleared: number;
  readonly left: number;
  /** Leads from a box into itself: how many more there are. */
  readonly intoItself: number;
  readonly near: number;
};

function candidate(x: Standing, y: Standing): Candidate {
  const clash = (p: JackEnd, q: JackEnd | undefined) => Number(clashes({ from: p.jack, to: q?.jack }));
  const self = (p: JackEnd, q: JackEnd | undefined) => Number(p.box === q?.box);
  return {
    a: { lead: x.lead, side: x.side },
    b: { lead: y.lead, side: y.side },
    cleared: clash(x.at, x.far) + clash(y.at, y.far),
    left: clash(y.at, x.far) + clash(x.at, y.far),
    intoItself: self(y.at, x.far) + self(x.at, y.far) - self(x.at, x.far) - self(y.at, y.far),
    near: x.at.box === y.at.box ? 0 : 1,
  };
}

/**
 * Every exchange of a plug of `around` with another, the likeliest first.
 * @param within leads that the other plug may be of; any unless said
 */
export function candidatesOf(
  of: Wired,
  around: readonly string[],
  within?: readonly string[],
): readonly Candidate[] {
  const whole = pluggedIn(of).filter((p) => !isLink(p.lead) && p.from.length > 0 && p.to.length > 0);
  const others = whole
    .filter(({ lead }) => !within || within.includes(lead.id))
    .flatMap((p) => plugsOf(of, p));
  const asked = new Set(around);
  const own = pluggedIn(of)
    .filter((p) => asked.has(p.lead.id))
    .sort((p, q) => around.indexOf(p.lead.id) - around.indexOf(q.lead.id))
    .flatMap((p) => plugsOf(of, p));
  const at = (plug: Plug) => `${plug.lead}.${plug.side}`;
  const seen = new Set<string>();
  const found = own.flatMap((x) =>
    others.flatMap((y): Candidate[] => {
      const key = [at(x), at(y)].sort().join(' ');
      if (x.lead === y.lead || seen.has(key)) return [];
      seen.add(key);
      return [candidate(x, y)];
    }),
  );
  return found.sort((p, q) => q.cleared - p.cleared || p.near - q.near);
}

/**
 * The exchange of two plugs, one of them of a lead in `around`, that leaves no clash on either lead and does best.
 * @param accept what the trial wiring must satisfy; of sounds that share their graph it holds one
 * @param most trial wirings to look at, the likeliest first
 */
export function bestExchange<T extends Wired & Reads<'sounds' | 'wants'>>(
  of: T,
  around: readonly string[],
  { accept, most }: { readonly accept: (of: T) => boolean; readonly most: number },
): Exchange | null {
  const candidates = candidatesOf(of, around).filter(({ left }) => left === 0);
  let best: { exchange: Exchange; score: Score; near: number } | null = null;
  let trials = 0;
  const shapes = shapesOf(of);
  const sounds = shapes.map(({ sound }) => sound);
  for (const { a, b, near, cleared } of candidates) {
    if (cleared < (candidates[0]?.cleared ?? 0) || trials >= most) break;
    const after = { ...exchanged(of, { a, b }), sounds };
    trials += 1;
    if (!accept(after)) continue;
    const score = scoreOf(after, shapes);
    const better = best === null ? -1 : compareScores(score, best.score) || near - best.near;
    if (better < 0) best = { exchange: { a, b }, score, near };
  }
  return best?.exchange ?? null;
}

/** Parts of a crossing: its two leads, the lower number first. */
export const crossingParts = (of: Reads<'leads'>, { a, b }: Exchange): readonly Part[] =>
  [a, b]
    .flatMap(({ lead }) => leadOf(of, lead) ?? [])
    .sort((x, y) => x.number - y.number)
    .map(leadPart);
