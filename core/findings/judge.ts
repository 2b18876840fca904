import type { EditCall } from '../edits';
import { inNight, type AcceptedFinding, type Rig, type Severity, type Slices } from '../model';
import { weakly } from '../units';
import { trial } from './exchange';
import { findingKey, viewOf, type Finding, type Found } from './finding';
import type { Cure } from './cure';
import type { Rule } from './rule';
import { RULES, ruleOf } from './rules';

/** The rank of what brings nothing about. */
export const NO_CAUSE = 4;
/** Causes before what they bring about. */
export const rankOf = (code: string): number => ruleOf(code)?.cause ?? NO_CAUSE;

export const SEVERITY_ORDER: Readonly<Record<Severity, number>> = {
  danger: 0,
  fault: 1,
  caution: 2,
  note: 3,
};

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
    severity: found.severity,
    sound: rule.reads === 'rig' ? null : (sound?.id ?? null),
    variant: found.variant === undefined ? (variant?.id ?? null) : found.variant,
    parts: found.parts,
    figures: found.figures ?? [],
    assumed: found.assumed ?? [],
    data: found.data,
  };
  return { ...finding, accepted: acceptedFindings.find((entry) => stillAccepted(entry, finding)) ?? null };
}

const RIG_RULES = RULES.filter((rule) => rule.reads === 'rig');
const SOUND_RULES = RULES.filter((rule) => rule.reads === 'sound');

const judgeBy = (rules: readonly Rule[], of: Slices): readonly Finding[] =>
  rules.flatMap((rule) => rule.judge(of).map((found) => toFinding(rule, found, of)));

/** Everything found, cause or not, without merging: worst first, then the causes' order. */
export function judge(
  rig: Rig,
  variant: string | null,
  sounds: readonly string[] = rig.sounds.map((s) => s.id),
): readonly Finding[] {
  const night = inNight(rig, variant);
  const meant = rig.sounds.filter(({ id }) => sounds.includes(id));
  const all = [
    ...judgeBy(RIG_RULES, night),
    ...meant.flatMap((sound) => judgeBy(SOUND_RULES, { ...night, sound })),
  ];
  return all
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

/** Would this edit remove the finding and raise no new danger or fault? Tried on a document of its own. */
function proves(rig: Rig, finding: Finding, call: EditCall, before: ReadonlySet<string>): boolean {
  const after = trial(rig, call);
  if (!after) return false;
  const found = judge(after, finding.variant);
  return (
    !found.some(
      (f) => f.code === finding.code && f.sound === finding.sound && f.parts[0]?.id === finding.parts[0]?.id,
    ) && found.every((f) => !isBad(f) || before.has(findingKey(f)))
  );
}

/** The cures found for a rig, by the finding: a cause is asked for its cure by what it brings about, too. */
const curesOf = weakly((_rig: Rig) => new Map<string, Cure | null>());

function findCure(rig: Rig, finding: Finding): Cure | null {
  const rule = ruleOf(finding.code);
  if (!rule?.cures) return null;
  const before = new Set(judge(rig, finding.variant).filter(isBad).map(findingKey));
  const view = viewOf(rig, finding.variant, finding.sound);
  for (const cure of rule.cures(view, finding)) if (proves(rig, finding, cure.edit, before)) return cure;
  return null;
}

/** The first cure that proves itself, or null. */
export function cureOf(rig: Rig, finding: Finding): Cure | null {
  const known = curesOf(rig);
  const key = `${findingKey(finding)} ${JSON.stringify(finding.data)}`;
  const found = known.get(key);
  if (found !== undefined) return found;
  const cure = findCure(rig, finding);
  known.set(key, cure);
  return cure;
}
