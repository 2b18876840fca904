// What a routing is in figures, counted on a trial document.
import { asBase } from '../chain';
import { changesWithin } from '../control';
import type { RoutingChange } from '../edits';
import { judge, sentenceOf, soundName, type Finding } from '../findings';
import { groundLoops } from '../hum';
import { computedLength } from '../lengths';
import {
  blockIn,
  boxOf,
  endWords,
  inNight,
  inSetting,
  isLink,
  onward,
  sources,
  wiring,
  type Lead,
  type Rig,
  type Severity,
} from '../model';
import { lostPreamps } from './preamps';
import { deadKnobs, settingsOf, trace, unmetWishes, type UnmetWish } from '../signal';
import { delaysAlong } from '../timing';
import { inWords } from '../units';
import { signalFigures, type SignalFigures } from './signal';

/** A lead as a card names it. */
export type CardLead = {
  readonly number: number;
  readonly kind: Lead['kind'];
  readonly from: string;
  readonly to: string;
  readonly lengthM: number;
  readonly toBeMade: boolean;
};

/** What is compared of routings. */
export type Figures = SignalFigures & {
  readonly runs: { readonly count: number; readonly metres: number };
  readonly fetch: readonly CardLead[];
  readonly move: readonly CardLead[];
  readonly putAway: readonly CardLead[];
  readonly adapters: readonly string[];
  readonly trips: number;
  readonly ms: number;
  readonly groundLoops: number;
  readonly deadKnobs: readonly string[];
  /** Presses over the set; a change that needs more than were looked ahead counts one more than these. Null: no two sounds. */
  readonly presses: { readonly total: number; readonly isMore: boolean } | null;
  readonly findings: Readonly<Record<Severity, number>>;
  readonly worst: readonly string[];
  /** Wishes not met: sides of effects, and whose preamp each sound has now. */
  readonly undone: readonly string[];
};

function cardLead(rig: Rig, variant: string | null, id: string): CardLead {
  const plugged = wiring(rig, variant).find((one) => one.lead.id === id);
  if (!plugged) throw new Error(`the trial has no lead ${id}`);
  const { lead, from, to } = onward(rig, plugged);
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

/** Farther than this presses are not counted: a routing that needs more is bad whatever the number. */
const MOST_PRESSES = 3;

function pressesOf(trial: Rig, variant: string | null): Figures['presses'] {
  const changes = changesWithin(inNight(trial, variant), MOST_PRESSES);
  if (changes.length === 0) return null;
  return {
    total: changes.reduce((sum, { presses, times }) => sum + times * (presses ?? MOST_PRESSES + 1), 0),
    isMore: changes.some(({ presses }) => presses === null),
  };
}

const countBySeverity = (findings: readonly Finding[]): Record<Severity, number> => {
  const counts = { danger: 0, fault: 0, caution: 0, note: 0 };
  for (const finding of findings) counts[finding.severity] += 1;
  return counts;
};

/** The worst path of all sounds: most trips, most milliseconds. */
function worstLatency(rig: Rig, variant: string | null) {
  const all = settingsOf(rig, variant).flatMap((setting) =>
    trace(rig, setting).paths.map((path) => delaysAlong(inSetting(rig, setting), path)),
  );
  return {
    trips: Math.max(0, ...all.map(({ trips }) => trips)),
    ms: Math.max(0, ...all.map(({ total }) => total.ms)),
  };
}

function undoneWords(rig: Rig, { box, block, wish, sounds }: UnmetWish): string {
  const alone = box.blocks.filter((b) => b.role === 'effect').length === 1;
  const name = alone ? box.name : `${block.name} of ${box.name}`;
  const so =
    wish === 'pickup'
      ? 'does not see the pickup'
      : wish === 'unused'
        ? 'is in use'
        : wish === 'either'
          ? 'is not in use'
          : `is not ${wish === 'ahead' ? 'ahead of' : wish} the preamp`;
  const where = sounds.length === 0 ? '' : ` in ${inWords(sounds.map((id) => soundName(rig, id)))}`;
  return `${name} ${so}${where}`;
}

/** The figures of a routing. @param trial the rig as it would be */
export function figuresOf(rig: Rig, change: RoutingChange, trial: Rig, variant: string | null): Figures {
  const findings = judge(trial, variant).filter(
    (finding) => !finding.accepted || finding.severity === 'danger',
  );
  const distinct = (texts: readonly string[]) => [...new Set(texts)];
  return {
    runs: stageRuns(trial, variant),
    fetch: change.put.filter((lead) => !isLink(lead)).map((lead) => cardLead(trial, variant, lead.id)),
    move: change.move.map((move) => cardLead(trial, variant, move.lead)),
    putAway: change.away.map((id) => cardLead(rig, variant, id)),
    adapters: change.adapters.flatMap((entry) => entry.adapters.map((adapter) => adapter.name)),
    ...worstLatency(trial, variant),
    ...signalFigures(trial, variant),
    groundLoops: groundLoops(trial, variant),
    deadKnobs: deadKnobs(inNight(trial, variant)).map(
      ({ box, control }) => `${control.label} of ${box.name}`,
    ),
    presses: pressesOf(trial, variant),
    findings: countBySeverity(findings),
    worst: distinct(findings.map((finding) => sentenceOf(trial, finding).text)).slice(0, 3),
    undone: [
      ...unmetWishes(inNight(trial, variant)).map((undone) => undoneWords(trial, undone)),
      ...lostPreamps(rig, trial, variant),
    ],
  };
}

/** Does a change leave leads, blocks and inner wires as they are? */
export const doesNothing = ({ put, move, away, adapters, blocks, wires }: RoutingChange): boolean =>
  [put, move, away, adapters, blocks, wires].every((some) => some.length === 0);

/** Is a rig, in a night, as a change would make it? */
export function isInForce(rig: Rig, change: RoutingChange, variant: string | null): boolean {
  if (!doesNothing(change)) return false;
  const base = asBase(rig, { variant, wirings: {} });
  return change.states.every(({ box, block, state }) => blockIn(boxOf(base, box), block)?.state === state);
}
