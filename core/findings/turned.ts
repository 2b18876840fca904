// Effects that stand the other way round than is usual, as they are on in a sound; and where they would stand better.
import { actChains, betterPlaces, chainsAt } from '../chain';
import { derive, type Block, type BlockState, type Reads, type Severity } from '../model';
import { memberOf, schoolWords, verdictsOf, verdictWords, wishOf, type Group, type Member } from '../order';
import { isOn, traceIn, type Section } from '../signal';
import { weakly } from '../units';
import { group, type Cure } from './cure';
import { blockPart, type Found, type View } from './finding';
import { capitalFirst } from './phrases';
import { rule, type Rule } from './rule';
import type { Code } from './codes';

/** Two on one path, the one ahead first, that the usual order has the other way round. */
type Turned = {
  readonly ahead: Section;
  readonly behind: Section;
  readonly groups: readonly [Group, Group];
  readonly text: string;
  /** The side that the house takes in it, in words. */
  readonly house: string | null;
};

/** These have their place whether they are on or not. */
const ALWAYS: readonly Group[] = ['tuner', 'looper'];

const memberIn = weakly((block: Block, state: BlockState) => memberOf(block, state));

function stands(of: Reads<'wants'>, { box, block, state }: Section): Member | null {
  const member = memberIn(block, state);
  if (!member || !(isOn(state) || ALWAYS.includes(member.group))) return null;
  const wish = wishOf(of, box, block);
  return wish ? { ...member, wish } : member;
}

const READS = ['boxes', 'leads', 'variant', 'standing', 'wants', 'houseRules'] as const;

/** Those of one class stand alike to any other: what is told of one pair of classes is told of all. */
const classOf = ({ block }: Section, { group, gainDb, wish }: Member): string =>
  `${group} ${gainDb} ${wish ?? ''} ${block.role}`;

/** Numbers for words as they come, from 0 on. */
function numbered(): (words: string) => number {
  const numbers = new Map<string, number>();
  return (words) => {
    const number = numbers.get(words) ?? numbers.size;
    numbers.set(words, number);
    return number;
  };
}

/**
 * Pairs on the ways of a setting that stand the other way round, those that are told of: for each of the two the first
 * of each class that it stands the wrong side of. All pairs would be as many as the square of a long way.
 */
const turnedIn = derive(READS, (view): readonly Turned[] => {
  const verdict = verdictsOf(view);
  return traceIn(view).paths.flatMap(({ sections }) => {
    const numberOf = numbered();
    const all = sections.flatMap((section) => {
      const member = stands(view, section);
      return member
        ? [{ section, member, like: numberOf(classOf(section, member)), met: new Set<number>() }]
        : [];
    });
    const told: (ReturnType<typeof verdict> | undefined)[][] = [];
    const found: Turned[] = [];
    all.forEach((behind, i) => {
      const met = new Set<number>();
      const row = (told[behind.like] ??= []);
      for (let k = 0; k < i; k += 1) {
        const ahead = all[k];
        if (!ahead || (met.has(ahead.like) && ahead.met.has(behind.like))) continue;
        const { so, text, school } = (row[ahead.like] ??= verdict(ahead.member, behind.member));
        if (so !== 'against') continue;
        met.add(ahead.like);
        ahead.met.add(behind.like);
        found.push({
          ahead: ahead.section,
          behind: behind.section,
          groups: [ahead.member.group, behind.member.group],
          text,
          house: school && schoolWords(view, school),
        });
      }
    });
    return found;
  });
});

type Data = {
  readonly ahead: string;
  readonly behind: string;
  readonly text: string;
  readonly house: string | null;
};

/** Moves of one effect to where it stands better, as acts on the order. */
export function* betterCures(view: View, part: string): Generator<Cure> {
  const at = chainsAt(view.rig, { variant: view.variant?.id ?? null, sound: view.sound?.id ?? 'all' });
  for (const { words, change } of betterPlaces(view.rig, at, actChains(view.rig, at), part)) {
    const label = `Move ${words}`;
    yield group(label, [{ edit: 'takeRouting', arguments: { ...change, name: label } }]);
  }
}

/**
 * A rule about where an effect stands by the usual order: one finding for each effect, by the first that it stands
 * the wrong side of.
 * @param of its place in the order
 * @param isMeant of which pairs it speaks, by their places, the one ahead first, and the other of the two
 */
export function orderRule(
  code: Code,
  severity: Severity,
  of: Group,
  isMeant: (ahead: Group, behind: Group, other: Section) => boolean,
  why: string,
): Rule {
  const key = ({ box, block }: Section) => `${box.id}/${block.id}`;
  return rule<Data>({
    code,
    reads: 'sound',
    judge: derive(READS, (view): readonly Found<Data>[] => {
      const seen = new Set<string>();
      return turnedIn(view).flatMap(({ ahead, behind, groups, text, house }): readonly Found<Data>[] => {
        const own = groups[0] === of ? ahead : behind;
        const other = own === ahead ? behind : ahead;
        if (!groups.includes(of) || seen.has(key(own)) || !isMeant(...groups, other)) return [];
        seen.add(key(own));
        return [
          {
            severity,
            parts: [blockPart(own.box, own.block), blockPart(other.box, other.block)],
            data: { ahead: key(ahead), behind: key(behind), text, house },
          },
        ];
      });
    }),
    words: ({ data }, say) => ({
      text: capitalFirst(verdictWords(data, say.block(data.ahead), say.block(data.behind))),
      why: data.house === null ? why : `${why} House rule: ${data.house}.`,
    }),
    *cures(view, { parts }) {
      for (const { id } of parts.slice(0, 1)) yield* betterCures(view, id);
    },
  });
}
