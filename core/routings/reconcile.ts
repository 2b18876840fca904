import { adapterFor, kindServes, leadKindFor } from '../cables';
import {
  freeNumber,
  freshId,
  isAudio,
  isLink,
  makeLead,
  neededLength,
  sameJack,
  stockLength,
  type Box,
  type Jack,
  type JackRef,
  type Lead,
  type LeadKind,
  type Move,
  type Rig,
  type RoutingChange,
  type Wire,
} from '../rig';
import type { Wanted, WantedRun } from './bind';

type End = { readonly box: Box; readonly jack: Jack };

const sameEnds = (a: readonly JackRef[], b: readonly JackRef[]) =>
  a.length === b.length && a.every((ref) => b.some((other) => sameJack(ref, other)));

function endOf(rig: Rig, ref: JackRef | undefined): End {
  const box = rig.boxes.find((b) => b.id === ref?.box);
  const jack = box?.jacks.find((j) => j.id === ref?.jack);
  if (!box || !jack) throw new Error(`a routing names the jack ${ref?.box}/${ref?.jack}, which is not there`);
  return { box, jack };
}

const joinsAudio = (rig: Rig, lead: Lead) => {
  const refs = [...lead.from.at, ...lead.to.at];
  return refs.length > 0 && refs.every((ref) => isAudio(endOf(rig, ref).jack));
};

/** Is this lead long enough there, and not another one by the rule of lengths? */
function lengthServes(rig: Rig, lead: Lead, run: WantedRun): boolean {
  if (isLink(lead)) return true;
  const needed = neededLength(rig, {
    ...lead,
    from: { ...lead.from, at: run.from },
    to: { ...lead.to, at: [run.to] },
  });
  if (needed === null) return true;
  return lead.lengthBy === 'computed'
    ? stockLength(needed, rig.stage.stockM).lengthM === lead.lengthM
    : lead.lengthM >= needed - 1e-9;
}

/** How little has to be done with a lead to serve a run; less is better. Null: it does not serve. */
function cost(rig: Rig, lead: Lead, run: WantedRun, kind: LeadKind): number | null {
  if (!kindServes(lead.kind, kind)) return null;
  const from = sameEnds(lead.from.at, run.from);
  const to = sameEnds(lead.to.at, [run.to]);
  if (from && to) return 0;
  if (!lengthServes(rig, lead, run)) return null;
  if (lead.from.at.length === 0 && lead.to.at.length === 0) return 1;
  return from || to ? 2 : 3;
}

type Match = { readonly run: WantedRun; readonly lead: Lead; readonly cost: number };

/** Gives runs to leads that are there, the ones that stay first, then those at hand, then those that move least. */
function match(rig: Rig, runs: readonly WantedRun[], kinds: readonly LeadKind[]): readonly Match[] {
  const usable = rig.leads.filter(
    (lead) => joinsAudio(rig, lead) || (lead.from.at.length === 0 && lead.to.at.length === 0),
  );
  const all = runs.flatMap((run, i) =>
    usable.flatMap((lead): Match[] => {
      const c = cost(rig, lead, run, kinds[i] ?? 'instrument');
      return c === null ? [] : [{ run, lead, cost: c }];
    }),
  );
  all.sort((a, b) => a.cost - b.cost || a.lead.number - b.lead.number);
  const taken: Match[] = [];
  for (const candidate of all)
    if (!taken.some((m) => m.run === candidate.run || m.lead === candidate.lead)) taken.push(candidate);
  return taken;
}

/** Are these the wires that the inner wiring has, whatever their order? */
function sameWires(rig: Rig, box: string, patch: string, wires: readonly Wire[]): boolean {
  const now = rig.boxes.find((b) => b.id === box)?.patches.find((p) => p.id === patch)?.wires ?? [];
  const texts = (list: readonly Wire[]) =>
    list
      .map((wire) => JSON.stringify(wire))
      .sort()
      .join();
  return texts(now) === texts(wires);
}

/**
 * What must be done with this rig's leads to have a routing: leads that fit by kind and length stay or move, what is
 * missing is new, what no run wants is put away. Leads that carry no audio are not touched.
 */
export function reconcile(rig: Rig, name: string, wanted: Wanted): RoutingChange {
  const kinds = wanted.runs.map((run) => leadKindFor(endOf(rig, run.from[0]), endOf(rig, run.to)));
  const matches = match(rig, wanted.runs, kinds);
  const used = new Set(matches.map((m) => m.lead.id));
  const away = rig.leads.filter((lead) => joinsAudio(rig, lead) && !used.has(lead.id));
  const ids = new Set(rig.leads.map((lead) => lead.id));
  const numbers = new Set<number>();
  // Links carry no label: leads get the low numbers.
  const fresh = wanted.runs.filter((run) => !matches.some((m) => m.run === run));
  const isLinkRun = (run: WantedRun) => isLink({ kind: kinds[wanted.runs.indexOf(run)] ?? 'instrument' });
  const numberOf = new Map<WantedRun, number>();
  for (const run of [...fresh.filter((r) => !isLinkRun(r)), ...fresh.filter(isLinkRun)]) {
    const number = freeNumber(rig.leads, numbers);
    numbers.add(number);
    numberOf.set(run, number);
  }
  const put: Lead[] = [];
  const move: Move[] = [];
  const adapters: RoutingChange['adapters'][number][] = [];
  wanted.runs.forEach((run, i) => {
    const kind = kinds[i] ?? 'instrument';
    const found = matches.find((m) => m.run === run);
    if (found && found.cost > 0) move.push({ lead: found.lead.id, from: run.from, to: [run.to] });
    let lead = found?.lead;
    if (!lead) {
      const number = numberOf.get(run) ?? freeNumber(rig.leads, numbers);
      const id = freshId(`lead-${number}`, ids);
      ids.add(id);
      lead = makeLead({ id, number, kind, from: run.from, to: [run.to] });
      put.push(lead);
    }
    for (const [side, ref] of [
      ['from', run.from[0]],
      ['to', run.to],
    ] as const) {
      const adapter = adapterFor(lead[side].plug.connector, endOf(rig, ref).jack.connector);
      const wantedNow = adapter ? [adapter] : [];
      if (JSON.stringify(lead[side].adapters) !== JSON.stringify(wantedNow))
        adapters.push({ lead: lead.id, side, adapters: wantedNow });
    }
  });
  return {
    name,
    put,
    move,
    away: away
      .map((lead) => lead.id)
      .filter((id) => !isLink(rig.leads.find((lead) => lead.id === id) ?? { kind: 'patch' })),
    adapters,
    modes: wanted.modes,
    states: wanted.states,
    blocks: wanted.blocks,
    wires: wanted.wires.filter(({ box, patch, wires }) => !sameWires(rig, box, patch, wires)),
  };
}
