// What is said of two effects, one behind the other, by the usual order and the rules of the house.
import type { Reads } from '../model';
import { weakly } from '../units';
import type { Group, Member } from './group';
import { PAIRS, type PairRule } from './pairs';
import { positionOf, type SchoolName } from './schools';

/** Two in their order. */
export type Verdict = {
  /** `usual`: so it is done; `either`: as good as the other way; `against`: the other way is usual. */
  readonly so: 'usual' | 'either' | 'against';
  /** In a line, with `$ahead` and `$behind` for the names of the two: see `verdictWords`. */
  readonly text: string;
  /** The house rule that it goes by; null: by none. */
  readonly school: SchoolName | null;
};

/** Gains that differ by less are alike: figures of pedals are no better known, dB. */
const ALIKE_DB = 3;

/** The line of a verdict, with the names of the two. */
export const verdictWords = ({ text }: Pick<Verdict, 'text'>, ahead: string, behind: string): string =>
  text.replaceAll('$ahead', ahead).replaceAll('$behind', behind);

const said = (
  so: Verdict['so'],
  text: string,
  school: SchoolName | null = null,
  turned = false,
): Verdict => ({
  so,
  school,
  text: text.replace(/\$([ab])/g, (_, one) => ((one === 'a') !== turned ? '$ahead' : '$behind')),
});

const EITHER = said('either', 'Either way round, by ear.');

const TURNS = said('either', 'They take turns: which is on is up to the sounds.');

const SAME: Partial<Readonly<Record<Group, Verdict>>> = {
  pickup: said('either', 'Both want the pickup: $a has it, $b hears $a.'),
};

const isPreamp = ({ group }: Member) => group === 'preamp' || group === 'clean';

/** What the player has said of an effect and the preamp goes before all that is usual. */
function wished(ahead: Member, behind: Member): Verdict | null {
  if (isPreamp(behind) && ahead.wish)
    return ahead.wish === 'ahead'
      ? said('usual', '$a is wanted ahead of the preamp.')
      : said('against', '$a is wanted behind the preamp.');
  if (isPreamp(ahead) && behind.wish)
    return behind.wish === 'after'
      ? said('usual', '$b is wanted behind the preamp.')
      : said('against', '$b is wanted ahead of the preamp.');
  return null;
}

function alike(ahead: Member, behind: Member): Verdict {
  const over = ahead.gainDb - behind.gainDb;
  if (ahead.group === 'gain' && Math.abs(over) >= ALIKE_DB)
    return over < 0
      ? said('usual', 'Low gain goes into high: $a drives $b.')
      : said('against', 'High gain goes into low: $b only squeezes what $a made.');
  return SAME[ahead.group] ?? EITHER;
}

/** One row of reasons for a place, by who stands behind it; made once for a house. */
type Row = ReadonlyMap<Group, Verdict>;

const holds = (house: Reads<'houseRules'>, rule: PairRule): boolean => {
  if (!rule.house) return true;
  const [school, ...positions] = rule.house;
  return positions.includes(positionOf(house, school));
};

const table = weakly((houseRules: Reads<'houseRules'>['houseRules']): ReadonlyMap<Group, Row> => {
  const rows = new Map<Group, Map<Group, Verdict>>();
  const put = (ahead: Group, behind: Group, verdict: Verdict) => {
    const row = rows.get(ahead) ?? new Map<Group, Verdict>();
    rows.set(ahead, row);
    if (!row.has(behind)) row.set(behind, verdict);
  };
  for (const rule of PAIRS) {
    if (!holds({ houseRules }, rule)) continue;
    const school = rule.house?.[0] ?? null;
    for (const a of rule.first)
      for (const b of rule.then) {
        put(a, b, said(rule.loose ? 'either' : 'usual', rule.why, school));
        put(b, a, said(rule.loose ? 'either' : 'against', rule.otherwise, school, true));
      }
  }
  return rows;
});

/** What is said in a house of any two, one somewhere behind the other. */
export function verdictsOf({ houseRules }: Reads<'houseRules'>): (ahead: Member, behind: Member) => Verdict {
  const rows = table(houseRules);
  return (ahead, behind) => {
    const wish = wished(ahead, behind);
    if (wish) return wish;
    if (isPreamp(ahead) && isPreamp(behind)) return TURNS;
    if (ahead.group === behind.group) return alike(ahead, behind);
    return rows.get(ahead.group)?.get(behind.group) ?? EITHER;
  };
}

export const verdictOf = (house: Reads<'houseRules'>, ahead: Member, behind: Member): Verdict =>
  verdictsOf(house)(ahead, behind);
