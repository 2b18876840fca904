// What drives hum currents: the field along runs, differences between earths, leakage of supplies.
import { distanceBetween } from '../lengths';
import { boxOf, derive, pluggedIn, type Box, type Lead, type Reads } from '../model';
import { dcFeeds } from '../power';
import { BETWEEN, earthDifferences } from './earth-differences';
import { piecesOf } from './elimination';
import { groundGraph, type GroundGraph } from './graph';

type Of = Reads<'boxes' | 'leads' | 'variant' | 'stage'>;

/** One source: volts in ties and currents into nodes, all of one phase; sources among each other have none. */
export type Source = {
  readonly kind: 'field' | 'earths' | 'leakage' | 'ripple';
  /** Whose it is: the box that leaks or draws, or whose earth differs; null: the field, the building. */
  readonly box: Box | null;
  /** Volts of each tie, a to b. */
  readonly emfV: Float64Array;
  /** Amperes into each node; null: none. */
  readonly currentsA: Float64Array | null;
};

/** What is taken where nothing is noted: microtesla of a stage; volts between earths; ampere; hertz. */
export const ASSUMED = {
  fieldUt: 0.2,
  ...BETWEEN,
  leakageA: 100e-6,
  drawnA: 30e-3,
  hertz: 50,
} as const;

/** Leads of a bundle lie so far from each other, tied or strewn; mains leads lie apart; a patch lead spans so much, m. */
const APART = { tied: 0.02, strewn: 0.5, mains: -0.5, patch: 0.02 } as const;

/** The boxes at the two ends of each lead, as it is plugged. */
const endsOf = derive(
  ['boxes', 'leads', 'variant'],
  (of) =>
    new Map(
      pluggedIn(of).map(
        ({ lead, from, to }) => [lead, [boxOf(of, from[0]?.box), boxOf(of, to[0]?.box)]] as const,
      ),
    ),
);

function placesOf(of: Of, lead: Lead): readonly [string, string] | null {
  const [a, b] = endsOf(of).get(lead) ?? [];
  return a && b ? [a.place, b.place] : null;
}

const placeAt = (of: Of, id: string): number => of.stage.places.findIndex((place) => place.id === id);

/** Leads by the run between two places that they are part of, in order of their numbers. */
const bundles = derive(['boxes', 'leads', 'variant', 'stage'], (of): ReadonlyMap<string, readonly Lead[]> => {
  const found = new Map<string, Lead[]>();
  for (const { lead } of pluggedIn(of)) {
    const places = placesOf(of, lead);
    if (!places || places[0] === places[1] || lead.kind === 'mains') continue;
    const key = [...places].sort().join(' ');
    found.set(key, [...(found.get(key) ?? []), lead]);
  }
  for (const leads of found.values()) leads.sort((a, b) => a.number - b.number);
  return found;
});

/** Where a lead lies across its bundle, m: tied together with those of its loom, else strewn. */
function across(of: Of, lead: Lead, places: readonly [string, string]): number {
  if (lead.kind === 'mains') return APART.mains;
  const bundle = bundles(of).get([...places].sort().join(' ')) ?? [];
  const tied = lead.loom === undefined ? [] : bundle.filter(({ loom }) => loom === lead.loom);
  return tied.length > 1 ? tied.indexOf(lead) * APART.tied : bundle.indexOf(lead) * APART.strewn;
}

/** Microtesla at a place, as noted, else as assumed. */
export const placeFieldUt = ({ stage }: Reads<'stage'>, id: string): number =>
  stage.places.find((place) => place.id === id)?.fieldUt ?? ASSUMED.fieldUt;

/** Microtesla where a lead lies: between those of its places. */
const fieldAt = (of: Of, [a, b]: readonly [string, string]): number =>
  (placeFieldUt(of, a) + placeFieldUt(of, b)) / 2;

export const mainsHertz = ({ stage }: Reads<'stage'>): number => stage.mains.hertz ?? ASSUMED.hertz;

/**
 * Volts that the field brings about along a lead, from its `from` to its `to`: 2 π f B l x, l the run between its places and
 * x its place across the bundle, from the left-hand place to the right-hand one; of a patch lead its length and 2 cm.
 */
export function fieldVolts(of: Of, lead: Lead): number {
  const places = placesOf(of, lead);
  if (!places) return 0;
  const perMetre = 2 * Math.PI * mainsHertz(of) * fieldAt(of, places) * 1e-6;
  if (places[0] === places[1]) return lead.kind === 'mains' ? 0 : perMetre * lead.lengthM * APART.patch;
  const isBackward = placeAt(of, places[0]) > placeAt(of, places[1]);
  const run = distanceBetween(of, places[0], places[1]);
  return (isBackward ? -1 : 1) * perMetre * run * across(of, lead, places);
}

const nothing = ({ ties }: GroundGraph) => new Float64Array(ties.length);

/** A tie of a lead is stored from one end to the other; an earth's from its box to the outlet. */
function field(of: Of, graph: GroundGraph): Source {
  const emfV = nothing(graph);
  graph.ties.forEach(({ lead, a, kind }, i) => {
    if (!lead || kind === 'supply') return;
    const isStored = endsOf(of).get(lead)?.[0] === graph.nodes[a]?.box;
    emfV[i] = (isStored ? 1 : -1) * fieldVolts(of, lead);
  });
  return { kind: 'field', box: null, emfV, currentsA: null };
}

/** Differences between earths: noted ones, and those assumed of circuits and of outlets within one. */
const earths = (of: Of, graph: GroundGraph): readonly Source[] =>
  earthDifferences(of).map(({ volts, ties, box }) => {
    const emfV = nothing(graph);
    for (const tie of ties) emfV[tie] = volts;
    return { kind: 'earths', box, emfV, currentsA: null };
  });

/** Boxes that a double-insulated supply feeds, by chains too, or the box itself, into whose grounds it leaks. */
function leakedInto(of: Of, box: Box): readonly Box[] {
  if (!box.jacks.some(({ dcOutlet }) => dcOutlet)) return [box];
  return dcFeeds(of).flatMap(({ outlet, fed }) => (outlet.box === box ? fed.map((one) => one.box) : []));
}

/** Leakage of what is double-insulated, from the earths of the building into the grounds that it feeds. */
function leakages(of: Of, graph: GroundGraph): readonly Source[] {
  const numberOf = (box: Box) => graph.nodes.findIndex((node) => node.box === box);
  const building = graph.nodes.findIndex(({ is }) => is === 'building');
  if (building < 0) return [];
  const piece = piecesOf(graph.nodes.length, graph.ties);
  return of.boxes.flatMap((box): readonly Source[] => {
    if (box.power.class !== 'II') return [];
    const into = leakedInto(of, box);
    if (into.length === 0) return [];
    const amperes = box.power.leakageUa ? box.power.leakageUa.value * 1e-6 : ASSUMED.leakageA;
    const currentsA = new Float64Array(graph.nodes.length);
    for (const at of into.map(numberOf)) {
      // What has no way to an earth floats: nothing runs there.
      if (piece[at] !== piece[building]) continue;
      currentsA[at] = (currentsA[at] ?? 0) + amperes / into.length;
      currentsA[building] = (currentsA[building] ?? 0) - amperes / into.length;
    }
    if (currentsA.every((ampere) => ampere === 0)) return [];
    return [{ kind: 'leakage', box, emfV: nothing(graph), currentsA }];
  });
}

/** Of what a box draws from its supply so much is ripple. */
const RIPPLE = 0.01;

/** Ripple of what is fed by outlets that share their ground: it comes back by the supply's lead, or by the shields. */
function ripples(graph: GroundGraph): readonly Source[] {
  return graph.ties.flatMap(({ kind, a, b }): readonly Source[] => {
    const box = graph.nodes[a]?.box;
    if (kind !== 'supply' || !box) return [];
    const ampere = RIPPLE * (box.power.dcMilliamps ? box.power.dcMilliamps.value * 1e-3 : ASSUMED.drawnA);
    const currentsA = new Float64Array(graph.nodes.length);
    currentsA[a] = ampere;
    currentsA[b] = -ampere;
    return [{ kind: 'ripple', box, emfV: nothing(graph), currentsA }];
  });
}

/** Every source of hum in the grounds of a rig. */
export const sourcesIn = derive(['boxes', 'leads', 'variant', 'stage'], (of): readonly Source[] => {
  const graph = groundGraph(of);
  return [field(of, graph), ...earths(of, graph), ...leakages(of, graph), ...ripples(graph)];
});

/** The frequency of a source, Hz: ripple is that of a rectifier. */
export const hertzOf = ({ kind }: Source, of: Reads<'stage'>): number =>
  mainsHertz(of) * (kind === 'ripple' ? 2 : 1);
