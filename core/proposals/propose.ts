// Routings put together from parts, family by family, the best of each wired by jacks and leads.
import {
  asBase,
  gearFor,
  nameOf,
  outletsPassed,
  parseChains,
  readChains,
  turnedWords,
  wiringsOf,
  writeChains,
  type ChainsAt,
} from '../chain';
import { boxOf, inNight, type Rig } from '../model';
import type { Outlet } from '../signal';
import { combine, PARTS } from './combine';
import { gearOf, scratchDrafts } from './gear';
import { byTier, leftOut, wiredAs, wiredOf, type Idea, type Proposal, type Refused } from './ideas';
import type { Ask, Part } from './part';
import { otherLines, presentDraft } from './present';
import { draftText } from './written';

/** A family that cannot be had, why, and what would do. */
export type WhyNot = { readonly family: string; readonly reason: string; readonly instead: string | null };

export type Family = {
  readonly family: string;
  /** Of those that are heard and stand best, all that can be wired: the fewest leads first. */
  readonly best: readonly Proposal[];
  /** The others, those that come nearest first. */
  readonly others: readonly Idea[];
};

export type Proposals = {
  readonly combined: number;
  readonly wired: number;
  /** As the rig is wired now; null: nothing is heard by it. */
  readonly now: Proposal | null;
  readonly families: readonly Family[];
  readonly whyNot: readonly WhyNot[];
};

/** Progress: first how it is wired now, then family by family as they are wired, and at the end all that was found. */
export type Step = {
  /** Drafts put together so far. */
  readonly combined: number;
  /** Ideas looked at, of all. */
  readonly done: number;
  readonly of: number;
  readonly now: Proposal | null;
  readonly family: Family | null;
  readonly found: Proposals | null;
};

/** The chains that are wired, where parts do not speak of what they are. */
function asItStands(rig: Rig, at: ChainsAt): readonly string[] {
  const { chains } = readChains(inNight(rig, at.variant), wiringsOf(rig, at));
  const isHeard = chains.some((chain) => outletsPassed(rig, [chain]).length > 0);
  return isHeard ? [writeChains(rig, chains).join('\n')] : [];
}

/** What parts look at: a night of the rig, told as if it were its base. */
export function askOf(rig: Rig, at: ChainsAt): Ask {
  const base = asBase(rig, at);
  return { rig: base, of: inNight(base, null), gear: gearOf(base) };
}

/** Where it is heard as it is wired. */
const heardIn = (rig: Rig, at: ChainsAt, ask: Ask): readonly Outlet[] =>
  outletsPassed(ask.rig, readChains(inNight(rig, at.variant), wiringsOf(rig, at)).chains);

/** What is known of a text of chains before they are wired. */
function ideaOf(ask: Ask, heardNow: readonly Outlet[], text: string): Idea {
  const chains = parseChains(ask.rig, text);
  return {
    name: nameOf(ask.rig, chains),
    lines: text.split('\n'),
    chains,
    unheard: leftOut(ask, ask.gear.goals, chains),
    lost: leftOut(ask, heardNow, chains),
    turned: turnedWords(ask.of, chains).length,
  };
}

/** The idea that a text tells, in a night of a rig. */
export function ideaFrom(rig: Rig, at: ChainsAt, text: string): Idea {
  const ask = askOf(rig, at);
  return ideaOf(ask, heardIn(rig, at, ask), text);
}

/**
 * Routings of a rig in a night, family by family. Of each family only those that are heard at most of the places and stand
 * best by the usual order are wired; the others are told, to be judged when they are asked for.
 * @param parts what they are put together from
 */
export function* propose(rig: Rig, at: ChainsAt, parts: readonly Part[] = PARTS): Generator<Step> {
  const ask = askOf(rig, at);
  const { rig: base, gear } = ask;
  const heardNow = heardIn(rig, at, ask);
  const present = presentDraft(rig, at);
  const text = present && draftText(base, present);
  const own = text === null ? asItStands(rig, at) : [text];
  const [first] = own.map((one) => ideaOf(ask, heardNow, one));
  const wiredNow = first ? wiredAs(rig, at, first) : null;
  const now = wiredNow && !('reason' in wiredNow) ? wiredNow : null;
  yield { done: 0, of: 0, combined: 0, now, family: null, found: null };
  const bases = [...(present ? [present] : []), ...scratchDrafts(base, gear, otherLines(rig, at))];
  const making = combine(ask, bases, parts);
  let made = making.next();
  for (; !made.done; made = making.next())
    yield { done: 0, of: 0, combined: made.value, now, family: null, found: null };
  const { combined, texts, reasons } = made.value;
  const ideas = [...new Set([...own, ...texts])].map((one) => ideaOf(ask, heardNow, one));
  const step = { of: ideas.length, combined, now, family: null, found: null };
  const byFamily = new Map<string, Idea[]>();
  for (const idea of ideas) {
    const [family] = idea.name;
    if (family !== undefined) byFamily.set(family, [...(byFamily.get(family) ?? []), idea]);
  }
  const families: Family[] = [];
  const refused = new Map<string, Refused>();
  let done = 0;
  let wired = 0;
  yield { ...step, done };
  for (const [family, all] of byFamily) {
    const made = wiredOf(rig, at, all);
    done += all.length;
    wired += made.best.length;
    const one = made.best.length > 0 ? { family, best: made.best, others: made.others } : null;
    if (one) families.push(one);
    else if (made.refused) refused.set(family, made.refused);
    yield { ...step, done, family: one };
  }
  const inOrder = (a: Family, b: Family) => {
    const [x, y] = [a.best[0], b.best[0]];
    return x && y ? byTier(x, y) || x.fetch - y.fetch || x.move - y.move : 0;
  };
  yield {
    ...step,
    done,
    found: {
      combined,
      wired,
      now,
      families: families.sort(inOrder),
      whyNot: whyNotOf(rig, at, families, refused, reasons),
    },
  };
}

function whyNotOf(
  rig: Rig,
  at: ChainsAt,
  found: readonly Family[],
  refused: ReadonlyMap<string, Refused>,
  reasons: ReadonlyMap<string, string>,
): readonly WhyNot[] {
  const wired = [...refused].map(([family, { reason, idea, box }]): WhyNot => {
    const more = gearFor(rig, idea.chains, at, boxOf(rig, box));
    return { family, reason, instead: more?.words ?? null };
  });
  const isFound = (name: string) => found.some(({ family }) => family === name) || refused.has(name);
  const said = [...reasons].flatMap(([family, reason]): readonly WhyNot[] =>
    isFound(family) ? [] : [{ family, reason, instead: null }],
  );
  return [...wired, ...said];
}
