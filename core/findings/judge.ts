import { trial, type EditCall } from '../edits';
import { inNight, type Rig } from '../model';
import { weakly } from '../units';
import { findingKey, SEVERITY_ORDER, viewOf, type Finding } from './finding';
import { foundBy } from './found';
import { inNightAlone, makesAnother, singles, type Cure } from './cure';
import type { Rule } from './rule';
import { RULES, ruleOf } from './rules';

/** The rank of what brings nothing about. */
export const NO_CAUSE = 4;
/** Causes before what they bring about. */
export const rankOf = (code: string): number => ruleOf(code)?.cause ?? NO_CAUSE;

/** Where a finding stands among the others: worst first, the night's own before another's, then the causes' order. */
const placeOf = ({ severity, code, variant }: Finding, night: string | null): number =>
  (SEVERITY_ORDER[severity] * 2 + Number(variant !== night)) * (NO_CAUSE + 1) + rankOf(code);

/** Everything found, cause or not, without merging: worst first, the night's own first, then the causes' order. */
export function judge(rig: Rig, variant: string | null, sounds?: readonly string[]): readonly Finding[] {
  const places = new Map<number, Finding[]>();
  for (const finding of foundBy(RULES, rig, variant, sounds)) {
    const place = placeOf(finding, variant);
    const there = places.get(place);
    if (there) there.push(finding);
    else places.set(place, [finding]);
  }
  return [...places].sort(([a], [b]) => a - b).flatMap(([, found]) => found);
}

const isBad = (finding: Finding) => finding.severity === 'danger' || finding.severity === 'fault';

const SEARCHING = RULES.filter(({ wrong }) => wrong !== undefined);
/** Rules that a trial is held against: what is never a danger or a fault cannot stand against a cure. */
const PLAIN = RULES.filter(({ wrong, isMild }) => wrong === undefined && !isMild);

/** Those, and the one whose finding is to be cured. */
const plainAnd = weakly((rule: Rule): readonly Rule[] => (rule.isMild ? [...PLAIN, rule] : PLAIN));

/** What stands against a rig, without the searches for whose fault it is: keys of what is bad, by the rule's code. */
type Charges = ReadonlyMap<string, ReadonlySet<string>>;

function chargesOf(rig: Rig, variant: string | null, plain: readonly Finding[]): Charges {
  const night = inNight(rig, variant);
  const keysOf = ({ reads, wrong }: Rule): readonly string[] =>
    wrong === undefined
      ? []
      : reads === 'rig'
        ? wrong(night)
        : rig.sounds.flatMap((sound) => wrong({ ...night, sound }).map((key) => `${sound.id} ${key}`));
  return new Map([
    ...SEARCHING.map((rule) => [rule.code, new Set(keysOf(rule))] as const),
    ...PLAIN.map(
      ({ code }) =>
        [code, new Set(plain.filter((f) => f.code === code && isBad(f)).map(findingKey))] as const,
    ),
  ]);
}

const NOTHING: ReadonlySet<string> = new Set();

/** Is the finding gone from this trial document, and is there no danger or fault that is new? */
function proves(after: Rig, finding: Finding, before: Charges): boolean {
  const own = ruleOf(finding.code);
  const plain = foundBy(own ? plainAnd(own) : PLAIN, after, finding.variant);
  const now = chargesOf(after, finding.variant, plain);
  for (const [code, keys] of now) if (![...keys].every((key) => before.get(code)?.has(key))) return false;
  if (own?.wrong) return (now.get(finding.code) ?? NOTHING).size < (before.get(finding.code) ?? NOTHING).size;
  return !plain.some(
    (f) =>
      f.code === finding.code &&
      f.variant === finding.variant &&
      f.sound === finding.sound &&
      f.parts[0]?.id === finding.parts[0]?.id,
  );
}

/** A cure that proved itself, with the document that it was tried on: what has its own line put right too. */
type Proved = { readonly cure: Cure; readonly after: Rig };

/** The cures found for a rig, by the finding: a cause is asked for its cure by what it brings about, too. */
const curesOf = weakly((_rig: Rig) => new Map<string, Proved | null>());

/** A cure with others in one edit. */
const withOthers = ({ label, edit }: Cure, others: readonly Cure[]): EditCall =>
  others.length === 0
    ? edit
    : {
        edit: 'together',
        arguments: { label, edits: [edit, ...others.map((other) => other.edit)].flatMap(singles) },
      };

/** What is found of a night, in the base, if it is so there too. */
function inBase(rig: Rig, rule: Rule, { variant, ...finding }: Finding): Finding | undefined {
  if (variant === null) return undefined;
  const key = findingKey({ ...finding, variant: null });
  return foundBy([rule], rig, null).find((found) => findingKey(found) === key);
}

function findCure(rig: Rig, finding: Finding): Proved | null {
  const rule = ruleOf(finding.code);
  if (!rule?.cures) return null;
  const before = chargesOf(rig, finding.variant, foundBy(PLAIN, rig, finding.variant));
  const everywhere = inBase(rig, rule, finding);
  // What puts the base right is the cure in a night too, if it puts that right as well.
  const base = everywhere ? provedCure(rig, everywhere) : null;
  if (base && proves(base.after, finding, before)) return base;
  const view = viewOf(rig, finding.variant, finding.sound);
  const along = (rule.along?.(view, finding) ?? []).map((other) => inNightAlone(view, other));
  for (const offered of rule.cures(view, finding)) {
    if (finding.variant !== null && makesAnother(view, offered)) continue;
    const cure = inNightAlone(view, offered);
    const after = trial(rig, withOthers(cure, along));
    if (after && proves(after, finding, before)) return { cure, after };
  }
  return null;
}

/** The first cure that proves itself, and the rig as it would be then; or null. */
export function provedCure(rig: Rig, finding: Finding): Proved | null {
  const known = curesOf(rig);
  const key = `${findingKey(finding)} ${JSON.stringify(finding.data)}`;
  const found = known.get(key);
  if (found !== undefined) return found;
  const proved = findCure(rig, finding);
  known.set(key, proved);
  return proved;
}

/** The first cure that proves itself, or null. */
export const cureOf = (rig: Rig, finding: Finding): Cure | null => provedCure(rig, finding)?.cure ?? null;
