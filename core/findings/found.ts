import { derive, inNight, type AcceptedFinding, type Reads, type Rig, type Slices } from '../model';
import { weakly } from '../units';
import { findingKey, SEVERITY_ORDER, type Finding, type Found } from './finding';
import { atMost } from './guess';
import type { Rule } from './rule';

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

type Here = Reads<'variant' | 'sound' | 'acceptedFindings'>;

/** What a rule found, as a finding of the setting it was found in. */
function toFinding(rule: Rule, found: Found, { variant, sound, acceptedFindings }: Here): Finding {
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

/** What some rules find in some slices, rule by rule. */
const judgeBy = (rules: readonly Rule[], of: Slices): readonly Finding[] =>
  rules.flatMap((rule) => rule.judge(of).map((found) => toFinding(rule, found, of)));

/** Does a rule look at one sound by itself? What it finds there stays while another sound is changed. */
const isOfOneSound = ({ judge }: Rule): boolean => judge.reads?.includes('sounds') === false;

/**
 * Some rules, asked of a sound: first those that look at it by itself, as one derivation, so that a sound in which
 * nothing changed costs one look and not one for each rule; then the others.
 */
function soundJudge(rules: readonly Rule[]) {
  const own = rules.filter(isOfOneSound);
  const others = rules.filter((rule) => !isOfOneSound(rule));
  const reads = new Set(own.flatMap(({ judge }) => judge.reads ?? []));
  const judgeOwn = derive(
    ['boxes', ...(['variant', 'sound', 'acceptedFindings'] as const), ...reads],
    // The rules are handed what they declare, which is among what is read here.
    (of) => judgeBy(own, of as Slices),
  );
  return (of: Slices): readonly Finding[] => [...judgeOwn(of), ...judgeBy(others, of)];
}

/** What some of the rules find in a rig, in their order. */
export function foundBy(
  rules: readonly Rule[],
  rig: Rig,
  variant: string | null,
  sounds?: readonly string[],
): readonly Finding[] {
  const night = inNight(rig, variant);
  const meant = sounds ? rig.sounds.filter(({ id }) => sounds.includes(id)) : rig.sounds;
  const { ofRig, inSound } = byReads(rules);
  return [...judgeBy(ofRig, night), ...meant.flatMap((sound) => inSound({ ...night, sound }))];
}

const byReads = weakly((rules: readonly Rule[]) => ({
  ofRig: rules.filter(({ reads }) => reads === 'rig'),
  inSound: soundJudge(rules.filter(({ reads }) => reads === 'sound')),
}));
