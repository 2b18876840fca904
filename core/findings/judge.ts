import type { EditCall } from '../edits';
import { inNight, type AcceptedFinding, type Rig, type Slices } from '../model';
import { weakly } from '../units';
import { trial } from './exchange';
import { findingKey, SEVERITY_ORDER, viewOf, type Finding, type Found } from './finding';
import type { Cure } from './cure';
import { atMost } from './guess';
import type { Rule } from './rule';
import { RULES, ruleOf } from './rules';

/** The rank of what brings nothing about. */
export const NO_CAUSE = 4;
/** Causes before what they bring about. */
export const rankOf = (code: string): number => ruleOf(code)?.cause ?? NO_CAUSE;

/** An acceptance lapses when a figure worsens by over 1 dB or 10 %, the severity rises, or the parts change. */
function stillAccepted(accepted: AcceptedFinding, finding: Omit<Finding, 'accepted'>): boolean {
  if (findingKey(accepted) !== findingKey(finding)) return false;
  if (SEVERITY_ORDER[finding.severity] < SEVERITY_ORDER[accepted.severity]) return false;
  return finding.figures.every((figure) => {
    const then = accepted.figures.find((f) => f.name === figure.name);
    if (!then) return false;
    const change = Math.abs(figure.value) - Math.abs(then.value);
    return figure.unit.startsWith('dB') ? change <= 1 : change <= 0.1 * Math.abs(then.value);
  });
}

/** What a rule found, as a finding of the setting it was found in. */
function toFinding(rule: Rule, found: Found, { variant, sound, acceptedFindings }: Slices): Finding {
  const finding = {
    code: rule.code,
    severity: atMost(found.severity, found.guess),
    sound: rule.reads === 'rig' ? null : (sound?.id ?? null),
    variant: found.variant === undefined ? (variant?.id ?? null) : found.variant,
    parts: found.parts,
    figures: found.figures ?? [],
    assumed: found.assumed ?? [],
    guess: found.guess,
    data: found.data,
  };
  return { ...finding, accepted: acceptedFindings.find((entry) => stillAccepted(entry, finding)) ?? null };
}

const judgeBy = (rules: readonly Rule[], of: Slices): readonly Finding[] =>
  rules.flatMap((rule) => rule.judge(of).map((found) => toFinding(rule, found, of)));

/** What some of the rules find in a rig, in their order. */
export function foundBy(
  rules: readonly Rule[],
  rig: Rig,
  variant: string | null,
  sounds: readonly string[] = rig.sounds.map((s) => s.id),
): readonly Finding[] {
  const night = inNight(rig, variant);
  const meant = rig.sounds.filter(({ id }) => sounds.includes(id));
  const [ofRig, ofSound] = [
    rules.filter(({ reads }) => reads === 'rig'),
    rules.filter(({ reads }) => reads === 'sound'),
  ];
  return [...judgeBy(ofRig, night), ...meant.flatMap((sound) => judgeBy(ofSound, { ...night, sound }))];
}

/** Everything found, cause or not, without merging: worst first, then the causes' order. */
export function judge(rig: Rig, variant: string | null, sounds?: readonly string[]): readonly Finding[] {
  return foundBy(RULES, rig, variant, sounds)
    .map((finding, i) => ({ finding, i }))
    .sort(
      (a, b) =>
        SEVERITY_ORDER[a.finding.severity] - SEVERITY_ORDER[b.finding.severity] ||
        rankOf(a.finding.code) - rankOf(b.finding.code) ||
        a.i - b.i,
    )
    .map(({ finding }) => finding);
}

const isBad = (finding: Finding) => finding.severity === 'danger' || finding.severity === 'fault';

const SEARCHING = RULES.filter(({ wrong }) => wrong !== undefined);
/** Rules that a trial is held against: what is never a danger or a fault cannot stand against a cure. */
const PLAIN = RULES.filter(({ wrong, isMild }) => wrong === undefined && !isMild);

/** Those, and the one whose finding is to be cured. */
const plainAnd = (rule: Rule | undefined): readonly Rule[] => (rule?.isMild ? [...PLAIN, rule] : PLAIN);

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
  const plain = foundBy(plainAnd(own), after, finding.variant);
  const now = chargesOf(after, finding.variant, plain);
  for (const [code, keys] of now) if (![...keys].every((key) => before.get(code)?.has(key))) return false;
  if (own?.wrong) return (now.get(finding.code) ?? NOTHING).size < (before.get(finding.code) ?? NOTHING).size;
  return !plain.some(
    (f) => f.code === finding.code && f.sound === finding.sound && f.parts[0]?.id === finding.parts[0]?.id,
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
const singles = (call: EditCall) => (call.edit === 'together' ? call.arguments.edits : [call]);

function findCure(rig: Rig, finding: Finding): Proved | null {
  const rule = ruleOf(finding.code);
  if (!rule?.cures) return null;
  const before = chargesOf(rig, finding.variant, foundBy(PLAIN, rig, finding.variant));
  const view = viewOf(rig, finding.variant, finding.sound);
  for (const cure of rule.cures(view, finding)) {
    const after = trial(rig, withOthers(cure, rule.along?.(view, finding) ?? []));
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
