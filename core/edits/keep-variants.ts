import { jackKey, type JackRef, type Rig, type Variant } from '../model';
import type { RoutingChange } from './routing';

type Ends = { readonly from: readonly JackRef[]; readonly to: readonly JackRef[] };
type Leads = Pick<RoutingChange, 'put' | 'move' | 'away'>;
const LOOSE: Ends = { from: [], to: [] };

/** Where the leads that a routing touches lie in the base wiring once it is taken. */
function endsAfter(rig: Pick<Rig, 'leads'>, { put, move, away }: Leads): ReadonlyMap<string, Ends> {
  const moves = new Map(move.map((one) => [one.lead, one]));
  return new Map<string, Ends>([
    ...rig.leads.flatMap((lead): [string, Ends][] => {
      const to = moves.get(lead.id);
      return to ? [[lead.id, { from: to.from ?? lead.from.at, to: to.to ?? lead.to.at }]] : [];
    }),
    ...away.map((id): [string, Ends] => [id, LOOSE]),
    ...put.map(({ id, from, to }): [string, Ends] => [id, { from: from.at, to: to.at }]),
  ]);
}

const endsNow = (rig: Pick<Rig, 'leads'>): ReadonlyMap<string, Ends> =>
  new Map(rig.leads.map(({ id, from, to }) => [id, { from: from.at, to: to.at }]));

/** Would a jack that holds one plug hold two in this variant? */
function collides(rig: Rig, variant: Variant, after: ReadonlyMap<string, Ends>): boolean {
  const mults = new Set(
    rig.boxes.flatMap(({ id: box, jacks }) =>
      jacks.filter(({ mult }) => mult).map(({ id: jack }) => jackKey({ box, jack })),
    ),
  );
  const holds = new Set<string>();
  for (const [id, inBase] of new Map([...endsNow(rig), ...after])) {
    const { from, to } = variant.leads[id] ?? inBase;
    for (const key of [...from, ...to].map(jackKey)) {
      if (holds.has(key) && !mults.has(key)) return true;
      holds.add(key);
    }
  }
  return false;
}

/** Variants whose own plugging leaves a routing no room: they keep all of their wiring as it is now. */
export const variantsKept = (rig: Rig, change: Leads): readonly Variant[] => {
  const after = endsAfter(rig, change);
  return rig.variants.filter(
    (variant) => Object.keys(variant.leads).length > 0 && collides(rig, variant, after),
  );
};

/** The leads of a variant that keeps its wiring, told by itself instead of by the base. */
export function keptLeads(rig: Rig, variant: Variant, change: Leads): Variant['leads'] {
  const now = endsNow(rig);
  const touched = [...endsAfter(rig, change).keys()].map((id) => [id, now.get(id) ?? LOOSE]);
  return { ...(Object.fromEntries(touched) as Variant['leads']), ...variant.leads };
}
