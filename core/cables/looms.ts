// Looms: the runs between two places that are tied together.
import type { EditCall } from '../edits';
import {
  boxOf,
  derive,
  freshId,
  inNight,
  isLink,
  pluggedIn,
  sources,
  type Lead,
  type Plugged,
  type Reads,
  type Rig,
} from '../model';

export type Loom = {
  /** Of the rig's list; of a loom that nobody named yet, its two places: `floor~backline`. */
  readonly id: string;
  readonly name: string;
  /** Ids of its two places, as they stand on the stage from left to right. */
  readonly places: readonly [string, string];
  /** Two or more, by their numbers. */
  readonly leads: readonly Lead[];
  /** Of its longest lead. */
  readonly lengthM: number;
};

/** Kinds that are tied into no loom: they lie apart, or join nothing that could be tied. */
const APART: readonly Lead['kind'][] = ['speaker', 'mains', 'dc'];

type ForLooms = Reads<'boxes' | 'leads' | 'looms' | 'stage' | 'variant'>;
type Places = Loom['places'];
type StageRun = { readonly lead: Lead; readonly places: Places; readonly pair: string };

const keyOf = (places: Places) => places.join('~');

/** What crosses from one place to another, but for the player's own leads: by number, each with its two places. */
function stageRuns(of: ForLooms): readonly StageRun[] {
  const own = new Set(sources(of).map(({ id }) => id));
  const order = of.stage.places.map(({ id }) => id);
  const placeAt = (refs: Plugged['from']) => order.indexOf(boxOf(of, refs[0]?.box)?.place ?? '');
  return pluggedIn(of)
    .flatMap(({ lead, from, to }): StageRun[] => {
      const [a, b] = [placeAt(from), placeAt(to)].sort((p, q) => p - q);
      if (a === undefined || b === undefined || a < 0 || a === b) return [];
      if (isLink(lead) || APART.includes(lead.kind)) return [];
      if ([...from, ...to].some((ref) => own.has(ref.box))) return [];
      const places: Places = [order[a] ?? '', order[b] ?? ''];
      return [{ lead, places, pair: keyOf(places) }];
    })
    .sort((p, q) => p.lead.number - q.lead.number);
}

/**
 * The looms of a wiring. A run that says nothing goes with the first loom between its two places; where there is none,
 * two such runs or more are one. A lead that names a loom of other places goes by its places.
 */
export const loomsIn = derive(['boxes', 'leads', 'looms', 'stage', 'variant'], (of): readonly Loom[] => {
  const runs = stageRuns(of);
  const pairOf = new Map<string, string>();
  for (const { lead, pair } of runs)
    if (lead.loom !== undefined && !pairOf.has(lead.loom)) pairOf.set(lead.loom, pair);
  const firstBetween = (pair: string) => of.looms.find(({ id }) => pairOf.get(id) === pair)?.id;
  const members = new Map<string, StageRun[]>();
  for (const run of runs) {
    const { lead, pair } = run;
    const said = lead.loom !== undefined && pairOf.get(lead.loom) === pair ? lead.loom : undefined;
    const id = said ?? firstBetween(pair) ?? pair;
    members.set(id, [...(members.get(id) ?? []), run]);
  }
  const nameOf = (id: string) => of.stage.places.find((place) => place.id === id)?.name ?? '';
  return [...members].flatMap(([id, own]): Loom[] => {
    const [first] = own;
    if (!first || own.length < 2) return [];
    const { places } = first;
    return [
      {
        id,
        name: of.looms.find((loom) => loom.id === id)?.name ?? places.map(nameOf).join('–'),
        places,
        leads: own.map(({ lead }) => lead),
        lengthM: Math.max(...own.map(({ lead }) => lead.lengthM)),
      },
    ];
  });
});

/** The looms of a variant; null: of the base wiring. */
export const loomsOf = (rig: Rig, variant: string | null): readonly Loom[] => loomsIn(inNight(rig, variant));

/** The id a loom is kept by: its own, or a new one where nobody named it yet. */
const keptId = (rig: Rig, id: string, taken?: string): string =>
  rig.looms.some((loom) => loom.id === id)
    ? id
    : freshId('loom', new Set([...rig.looms.map((loom) => loom.id), taken]));

const idsOf = (leads: readonly Lead[]) => leads.map(({ id }) => id);

/** Gives a loom its name. */
export const nameLoomEdit = (rig: Rig, loom: Loom, name: string): EditCall => ({
  edit: 'nameLoom',
  arguments: { id: keptId(rig, loom.id), name, leads: idsOf(loom.leads) },
});

/**
 * Takes leads out of a loom into one of their own; a single lead then runs alone.
 * @returns null where nothing would be left, or nothing is taken
 */
export function splitLoomEdit(rig: Rig, loom: Loom, leads: readonly string[]): EditCall | null {
  const [taken, left] = [
    loom.leads.filter(({ id }) => leads.includes(id)),
    loom.leads.filter(({ id }) => !leads.includes(id)),
  ];
  if (taken.length === 0 || left.length === 0) return null;
  const id = keptId(rig, loom.id);
  return {
    edit: 'splitLoom',
    arguments: {
      from: { id, name: loom.name, leads: idsOf(left) },
      to: { id: keptId(rig, '', id), name: `${loom.name} 2`, leads: idsOf(taken) },
    },
  };
}

/** Ties a loom, or a run that goes alone, to another one between the same places. */
export const joinLoomsEdit = (rig: Rig, loom: Loom, leads: readonly Lead[]): EditCall => ({
  edit: 'joinLooms',
  arguments: {
    id: keptId(rig, loom.id),
    name: loom.name,
    leads: idsOf([...loom.leads, ...leads]),
  },
});

/** What may be tied to a loom: the other looms between its places, and each run there that goes alone. */
export function joinable(rig: Rig, variant: string | null, loom: Loom): readonly (readonly Lead[])[] {
  const of = inNight(rig, variant);
  const [pair, all] = [keyOf(loom.places), loomsIn(of)];
  const others = all.filter((other) => other.id !== loom.id && keyOf(other.places) === pair);
  const tied = new Set(all.flatMap(({ leads }) => idsOf(leads)));
  const alone = stageRuns(of).filter((run) => run.pair === pair && !tied.has(run.lead.id));
  return [...others.map(({ leads }) => leads), ...alone.map(({ lead }) => [lead])];
}
