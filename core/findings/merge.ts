import { nightName, type Rig } from '../model';
import { isOfBase, isOfNight, type Cure } from './cure';
import { findingKey, type Finding, SEVERITY_ORDER } from './finding';
import { foundBy } from './found';
import { cureOf, judge, NO_CAUSE, provedCure, rankOf } from './judge';
import { RULES, ruleOf } from './rules';

/** A cause with the findings that go when it is cured. */
export type Caused = { readonly finding: Finding; readonly brings: readonly Finding[] };

/** Of more causes than this none alone is likely to bring a thing about. */
const MOST_CAUSES = 4;

type Under = ReadonlyMap<Finding, Finding>;

/** What a finding stands under in the end; itself where nothing explains it. */
function rootOf(under: Under, finding: Finding): Finding {
  const cause = under.get(finding);
  return cause ? rootOf(under, cause) : finding;
}

/** Whether a finding names the two plugs that are to be exchanged: of several that one cure puts right it tells why. */
const namesExchange = ({ data }: Finding) => 'exchange' in data;

/**
 * Of causes that one and the same cure puts right one keeps its line: the gravest, and the one that names the mistake.
 * The same one in several sounds is made one line elsewhere.
 */
function underOneCure(rig: Rig, causes: readonly Finding[], under: Map<Finding, Finding>) {
  if (causes.length < 2) return;
  const heads = new Map<string, Finding>();
  const bySaying = causes.toSorted(
    (a, b) =>
      SEVERITY_ORDER[a.severity] - SEVERITY_ORDER[b.severity] ||
      Number(namesExchange(b)) - Number(namesExchange(a)),
  );
  for (const cause of bySaying) {
    const cure = provedCure(rig, cause)?.cure;
    const key = cure && `${cause.variant} ${JSON.stringify(cure.edit)}`;
    const head = key && heads.get(key);
    if (head && head.code !== cause.code) under.set(cause, head);
    else if (key && !head) heads.set(key, cause);
  }
}

/** Puts what a cause brings about under it: what its cure would take away too. Two that explain each other stay one. */
function underCauses(rig: Rig, findings: readonly Finding[]): Under {
  const under = new Map<Finding, Finding>();
  for (const cause of findings) {
    const covers = ruleOf(cause.code)?.covers;
    if (!covers) continue;
    for (const other of findings)
      if (
        other.code !== cause.code &&
        other.variant === cause.variant &&
        !under.has(other) &&
        rootOf(under, cause) !== other &&
        SEVERITY_ORDER[other.severity] >= SEVERITY_ORDER[cause.severity] &&
        covers(cause, other)
      )
        under.set(other, cause);
  }
  const causes = findings
    .filter((f) => rankOf(f.code) < NO_CAUSE && !under.has(f))
    .sort((a, b) => rankOf(a.code) - rankOf(b.code));
  underOneCure(rig, causes.slice(0, MOST_CAUSES), under);
  for (const cause of causes.slice(0, MOST_CAUSES)) {
    const lower = findings.filter(
      (f) =>
        f !== cause &&
        f.variant === cause.variant &&
        !under.has(f) &&
        rankOf(f.code) > rankOf(cause.code) &&
        f.severity !== 'danger',
    );
    if (under.has(cause) || lower.length === 0) continue;
    const cured = provedCure(rig, cause)?.after;
    if (!cured) continue;
    const codes = new Set(lower.map(({ code }) => code));
    const rules = RULES.filter(({ code }) => codes.has(code));
    const left = new Set(foundBy(rules, cured, cause.variant).map(findingKey));
    for (const finding of lower) if (!left.has(findingKey(finding))) under.set(finding, cause);
  }
  return under;
}

/** Findings without those a cause among them explains: they stand under it. */
export function underTheirCauses(rig: Rig, findings: readonly Finding[]): readonly Caused[] {
  const under = underCauses(rig, findings);
  return findings
    .filter((finding) => !under.has(finding))
    .map((finding) => ({
      finding,
      brings: [...under.keys()].filter((effect) => rootOf(under, effect) === finding),
    }));
}

/** The same finding in several sounds, or nights, as one, for showing: those it is found in beside its own. */
export type Merged = Caused & {
  readonly alsoIn: readonly string[];
  readonly nights: readonly (string | null)[];
};

/** Findings for showing: effects under their causes, the same thing in several sounds or nights as one. */
export function merged(rig: Rig, findings: readonly Finding[]): readonly Merged[] {
  type Group = { finding: Finding; alsoIn: string[]; nights: Set<string | null>; brings: Finding[] };
  const groups = new Map<string, Group>();
  for (const { finding, brings } of underTheirCauses(rig, findings)) {
    const key =
      findingKey({ ...finding, sound: null, variant: null }) + (finding.accepted ? ' accepted' : '');
    const group = groups.get(key);
    if (group) {
      if (finding.sound !== null) group.alsoIn.push(finding.sound);
      if (finding.variant !== group.finding.variant) group.nights.add(finding.variant);
      group.brings.push(...brings);
    } else groups.set(key, { finding, alsoIn: [], nights: new Set(), brings: [...brings] });
  }
  return [...groups.values()].map((group) => ({ ...group, nights: [...group.nights] }));
}

/** The cure of what brings a finding about in its own night, if that leaves nothing of it. */
function causesCure(rig: Rig, finding: Finding): Cure | null {
  const key = findingKey(finding);
  const isIt = (other: Finding) => findingKey(other) === key;
  const cause = merged(rig, judge(rig, finding.variant)).find(({ brings }) => brings.some(isIt));
  const proved = cause ? provedCure(rig, cause.finding) : null;
  const rules = RULES.filter(({ code }) => code === finding.code);
  return proved && !foundBy(rules, proved.after, finding.variant).some(isIt) ? proved.cure : null;
}

/** Where a cure moves plugs, if that is not the night it is told in alone. */
function elsewhere(rig: Rig, night: string | null, { variant }: Finding, cure: Cure): string {
  const isOthers = variant !== night;
  if (isOthers && variant !== null && isOfNight(cure, variant)) return `, in ${nightName(rig, variant)}`;
  if (night === null || !isOfBase(cure)) return '';
  return `, in ${nightName(rig, null)}${isOthers ? '' : ' too'}`;
}

/**
 * What puts right a finding that is told in a night. One of another night that has no cure of its own has that of what
 * brings it about there, which is told there alone.
 */
export function cureToldIn(rig: Rig, night: string | null, finding: Finding): Cure | null {
  const cure = cureOf(rig, finding) ?? (finding.variant === night ? null : causesCure(rig, finding));
  return cure && { ...cure, label: `${cure.label}${elsewhere(rig, night, finding, cure)}` };
}
