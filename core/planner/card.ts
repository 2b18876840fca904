import { judge, sentenceOf, soundName, type Finding } from '../findings';
import { groundLoops } from '../hum';
import { EditError, trialOf, variantsKept, type RoutingChange } from '../edits';
import { computedLength } from '../lengths';
import {
  blockIn,
  boxOf,
  endWords,
  inNight,
  isLink,
  leadOf,
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

function cardLead(rig: Rig, id: string): CardLead {
  const lead = leadOf(rig, id);
  if (!lead) throw new Error(`the trial has no lead ${id}`);
  return {
    number: lead.number,
    kind: lead.kind,
    from: endWords(rig, lead.from.at),
    to: endWords(rig, lead.to.at),
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
function worstLatency(rig: Rig) {
  const all = settingsOf(rig, null).flatMap((setting) =>
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

/** The card of one routing: its figures on this rig, or the reason why it cannot be had. */
export function cardOf(rig: Rig, template: Template): Card {
  const { code, name, line } = template;
  const wanted = bindTemplate(rig, template);
  if ('reason' in wanted) return { code, name, line, can: false, reason: wanted.reason };
  const change = reconcile(rig, name, wanted);
  const taken = tried(rig, change);
  if ('reason' in taken) return { code, name, line, can: false, reason: taken.reason };
  const { trial } = taken;
  const findings = judge(trial, null).filter((finding) => !finding.accepted || finding.severity === 'danger');
  const atRest = (s: { box: string; block: string; state: string }) =>
    blockIn(boxOf(rig, s.box), s.block)?.state === s.state;
  const distinct = (texts: readonly string[]) => [...new Set(texts)];
  return {
    code,
    name,
    line,
    can: true,
    change,
    trial,
    inForce: doesNothing(change) && change.states.every(atRest),
    runs: stageRuns(trial, null),
    fetch: change.put.filter((lead) => !isLink(lead)).map((lead) => cardLead(trial, lead.id)),
    move: change.move.map((move) => cardLead(trial, move.lead)),
    putAway: change.away.map((id) => cardLead(rig, id)),
    adapters: change.adapters.flatMap((entry) => entry.adapters.map((adapter) => adapter.name)),
    ...worstLatency(trial),
    groundLoops: groundLoops(trial, null),
    deadKnobs: deadKnobs(inNight(trial, null)).map(({ box, control }) => `${control.label} of ${box.name}`),
    findings: countBySeverity(findings),
    worst: distinct(findings.map((finding) => sentenceOf(trial, finding).text)).slice(0, 3),
    undone: unmetWishes(inNight(trial, null)).map((undone) => undoneWords(trial, undone)),
    kept: variantsKept(rig, change).map(({ name: variant }) => variant),
  };
}

/** The cards one after the other, for a search that shows how far it is: `of` is how many there are in all. */
export function* cardSearch(rig: Rig): Generator<{ readonly card: Card; readonly of: number }> {
  for (const template of TEMPLATES) yield { card: cardOf(rig, template), of: TEMPLATES.length };
}

/** Every routing as a card, in the order of the templates. */
export const cardsOf = (rig: Rig): readonly Card[] => TEMPLATES.map((template) => cardOf(rig, template));
