import { asBase, scoped } from '../chain';
import { judge, sentenceOf, soundName, type Finding } from '../findings';
import { groundLoops } from '../hum';
import { EditError, trialOf, variantsKept, type EditCall, type RoutingChange } from '../edits';
import { computedLength } from '../lengths';
import {
  blockIn,
  boxOf,
  endWords,
  inNight,
  isLink,
  newVariant,
  sources,
  wiring,
  type Lead,
  type Rig,
  type Severity,
} from '../model';
import { bindTemplate, reconcile, TEMPLATES, type Code, type Template } from '../routings';
import { deadKnobs, latencyOf, settingsOf, trace, unmetWishes, type UnmetWish } from '../signal';
import { inWords } from '../units';

/** A lead as a card names it. */
export type CardLead = {
  readonly number: number;
  readonly kind: Lead['kind'];
  readonly from: string;
  readonly to: string;
  readonly lengthM: number;
  readonly toBeMade: boolean;
};

/** What one routing would be on this rig, all counted on a trial document. */
export type Card = {
  readonly code: Code;
  readonly name: string;
  readonly line: string;
} & (
  | { readonly can: false; readonly reason: string }
  | {
      readonly can: true;
      readonly change: RoutingChange;
      /** The rig as it would be. */
      readonly trial: Rig;
      /** It is wired so now. */
      readonly inForce: boolean;
      readonly runs: { readonly count: number; readonly metres: number };
      readonly fetch: readonly CardLead[];
      readonly move: readonly CardLead[];
      readonly putAway: readonly CardLead[];
      readonly adapters: readonly string[];
      readonly trips: number;
      readonly ms: number;
      readonly groundLoops: number;
      readonly deadKnobs: readonly string[];
      readonly findings: Readonly<Record<Severity, number>>;
      readonly worst: readonly string[];
      readonly undone: readonly string[];
      /** Names of the variants that keep their own wiring: the routing has no room in them. */
      readonly kept: readonly string[];
    }
);

function cardLead(rig: Rig, variant: string | null, id: string): CardLead {
  const plugged = wiring(rig, variant).find((one) => one.lead.id === id);
  if (!plugged) throw new Error(`the trial has no lead ${id}`);
  const { lead, from, to } = plugged;
  return {
    number: lead.number,
    kind: lead.kind,
    from: endWords(rig, from),
    to: endWords(rig, to),
    lengthM: lead.lengthM,
    toBeMade: computedLength(rig, lead)?.toBeMade ?? false,
  };
}

/** Leads between places, less the player's own and the speaker leads, which are counted apart. */
export function stageRuns(
  rig: Rig,
  variant: string | null,
): { count: number; metres: number; leads: readonly Lead[] } {
  const instruments = new Set(sources(rig).map((box) => box.id));
  const leads = wiring(rig, variant)
    .filter(({ lead, from, to }) => {
      if (isLink(lead) || lead.kind === 'speaker') return false;
      const [a, b] = [boxOf(rig, from[0]?.box ?? ''), boxOf(rig, to[0]?.box ?? '')];
      return a && b && a.place !== b.place && !instruments.has(a.id) && !instruments.has(b.id);
    })
    .map(({ lead }) => lead);
  return { count: leads.length, metres: leads.reduce((sum, lead) => sum + lead.lengthM, 0), leads };
}

const countBySeverity = (findings: readonly Finding[]): Record<Severity, number> => {
  const counts = { danger: 0, fault: 0, caution: 0, note: 0 };
  for (const finding of findings) counts[finding.severity] += 1;
  return counts;
};

/** The worst path of all sounds: most trips, most milliseconds. */
function worstLatency(rig: Rig, variant: string | null) {
  const all = settingsOf(rig, variant).flatMap((setting) =>
    trace(rig, setting).paths.map((path) => latencyOf(rig, path)),
  );
  return { trips: Math.max(0, ...all.map((l) => l.trips)), ms: Math.max(0, ...all.map((l) => l.ms)) };
}

const doesNothing = (change: RoutingChange) =>
  change.put.length +
    change.move.length +
    change.away.length +
    change.adapters.length +
    change.blocks.length +
    change.wires.length ===
  0;

function undoneWords(rig: Rig, { box, block, wish, sounds }: UnmetWish): string {
  const alone = box.blocks.filter((b) => b.role === 'effect').length === 1;
  const name = alone ? box.name : `${block.name} of ${box.name}`;
  const so =
    wish === 'pickup'
      ? 'does not see the pickup'
      : wish === 'unused'
        ? 'is in use'
        : `is not ${wish === 'ahead' ? 'ahead of' : wish} the preamp`;
  const where = sounds.length === 0 ? '' : ` in ${inWords(sounds.map((id) => soundName(rig, id)))}`;
  return `${name} ${so}${where}`;
}

/** The rig with a routing taken; or why it cannot be, as the rig is plugged in some night. */
function tried(rig: Rig, change: RoutingChange): { readonly trial: Rig } | { readonly reason: string } {
  try {
    return { trial: trialOf(rig, { edit: 'takeRouting', arguments: change }) };
  } catch (error) {
    if (error instanceof EditError)
      return { reason: `As the rig is plugged it cannot be taken: ${error.message}` };
    throw error;
  }
}

/** What wires a night as a routing, or why it cannot be had there. */
export function routingChange(
  rig: Rig,
  template: Template,
  variant: string | null,
): RoutingChange | { readonly reason: string } {
  const at = { variant, wirings: {} };
  const base = asBase(rig, at);
  const wanted = bindTemplate(base, template);
  return 'reason' in wanted ? wanted : scoped(rig, at, reconcile(base, template.name, wanted));
}

/**
 * The card of one routing: its figures on this rig, or the reason why it cannot be had.
 * @param variant the night that would be wired so; null: the base
 */
export function cardOf(rig: Rig, template: Template, variant: string | null = null): Card {
  const { code, name, line } = template;
  const change = routingChange(rig, template, variant);
  if ('reason' in change) return { code, name, line, can: false, reason: change.reason };
  const taken = tried(rig, change);
  if ('reason' in taken) return { code, name, line, can: false, reason: taken.reason };
  const { trial } = taken;
  const findings = judge(trial, variant).filter(
    (finding) => !finding.accepted || finding.severity === 'danger',
  );
  const atRest = (s: { box: string; block: string; state: string }) =>
    blockIn(boxOf(asBase(rig, { variant, wirings: {} }), s.box), s.block)?.state === s.state;
  const distinct = (texts: readonly string[]) => [...new Set(texts)];
  return {
    code,
    name,
    line,
    can: true,
    change,
    trial,
    inForce: doesNothing(change) && change.states.every(atRest),
    runs: stageRuns(trial, variant),
    fetch: change.put.filter((lead) => !isLink(lead)).map((lead) => cardLead(trial, variant, lead.id)),
    move: change.move.map((move) => cardLead(trial, variant, move.lead)),
    putAway: change.away.map((id) => cardLead(rig, variant, id)),
    adapters: change.adapters.flatMap((entry) => entry.adapters.map((adapter) => adapter.name)),
    ...worstLatency(trial, variant),
    groundLoops: groundLoops(trial, variant),
    deadKnobs: deadKnobs(inNight(trial, variant)).map(
      ({ box, control }) => `${control.label} of ${box.name}`,
    ),
    findings: countBySeverity(findings),
    worst: distinct(findings.map((finding) => sentenceOf(trial, finding).text)).slice(0, 3),
    undone: unmetWishes(inNight(trial, variant)).map((undone) => undoneWords(trial, undone)),
    kept: variant === null ? variantsKept(rig, change).map((one) => one.name) : [],
  };
}

/**
 * A routing as a night of its own: a new variant that is plugged as the routing says and is in all else as the night
 * that it is made from.
 * @param routing its name
 * @returns the edit that makes it, or why the routing cannot be had
 */
export function routingAsVariant(
  rig: Rig,
  routing: string,
  { from, name }: { readonly from: string | null; readonly name: string },
): EditCall | { readonly reason: string } {
  const template = TEMPLATES.find((one) => one.name === routing);
  if (!template) throw new RangeError(`there is no routing ${routing}`);
  const variant = newVariant(rig, from, name);
  const change = routingChange({ ...rig, variants: [...rig.variants, variant] }, template, variant.id);
  if ('reason' in change) return change;
  return { edit: 'takeAsVariant', arguments: { variant, change: { ...change, name } } };
}

/** The cards one after the other, for a search that shows how far it is: `of` is how many there are in all. */
export function* cardSearch(
  rig: Rig,
  variant: string | null,
): Generator<{ readonly card: Card; readonly of: number }> {
  for (const template of TEMPLATES) yield { card: cardOf(rig, template, variant), of: TEMPLATES.length };
}

/** Every routing as a card, in the order of the templates. */
export const cardsOf = (rig: Rig, variant: string | null = null): readonly Card[] =>
  TEMPLATES.map((template) => cardOf(rig, template, variant));
