// Lift and listen: which shields are worth being lifted by hand, loop by loop, and what is reckoned to come of it.
import { derive, type Box, type Lead } from '../model';
import { powerSum, SILENT_DBU } from '../level';
import { shieldedLeads, type ShieldedLead } from './acts';
import { unprovedAcross } from './earths';
import { namedLoops } from './loops';
import { HumTrials, shieldsOf, type Shields } from './trials';

/** A lead to be lifted and restored, or where its shield is lifted already, restored and lifted again. */
export type Listening = ShieldedLead & {
  /** Loops that it is in. */
  readonly loops: readonly string[];
  readonly isLifted: boolean;
  /** How much quieter the worst output is reckoned to be with the shield lifted, dB, ±6; negative: louder. */
  readonly estimateDb: number;
};

export type Listenings = {
  readonly leads: readonly Listening[];
  /** Earths to be proved, with the leads that wait for them. */
  readonly held: readonly { readonly box: Box; readonly leads: readonly Lead[] }[];
};

/** Hum of the loudest output against its signal, the pickup's own in it, dB; null: a ground is cut off. */
function worstOf(trials: HumTrials, shields: Shields): number | null {
  const humDbu = trials.with(shields);
  if (!humDbu) return null;
  return Math.max(
    ...trials.outputs.map(
      ({ averageDbu, pickupDbu }, i) => powerSum(humDbu[i] ?? SILENT_DBU, pickupDbu) - averageDbu,
    ),
  );
}

/**
 * Of each ground loop the lead by which it is listened to: the one whose lift is reckoned to do most, may be tried, and stands
 * for no other loop yet. A lead
 * across an earth that is not proved waits for that; one whose shield is the last ground of a box is never lifted.
 */
export const listenings = derive(['boxes', 'leads', 'variant', 'stage', 'sounds'], (of): Listenings => {
  const loops = namedLoops(of);
  const shields = shieldedLeads(of).filter(({ lead: { break: broken } }) =>
    ['none', 'lift', 'cap'].includes(broken.kind),
  );
  const now = shieldsOf(of);
  const trials = new HumTrials(of);
  const tried = (one: ShieldedLead): Listening | null => {
    const { id } = one.lead;
    const isLifted = now.has(id);
    const whole = worstOf(trials, new Map([...now, [id, 'none']]));
    const lifted = worstOf(trials, new Map([...now, [id, 'lift']]));
    if (whole === null || lifted === null) return null;
    const own = loops.filter(({ leads }) => leads.includes(one.lead)).map(({ words }) => words);
    return { ...one, loops: own, isLifted, estimateDb: trials.outputs.length === 0 ? 0 : whole - lifted };
  };
  const unproved = unprovedAcross(of);
  const waits = ({ lead }: ShieldedLead) => (unproved.get(lead.id) ?? []).length > 0;
  const free = new Map(
    shields.flatMap((one) => {
      const found = waits(one) ? null : tried(one);
      return found ? [[one.lead.id, found] as const] : [];
    }),
  );
  const chosen = new Set([...free.values()].filter(({ isLifted }) => isLifted));
  for (const { leads } of loops) {
    const own = leads.flatMap(({ id }) => free.get(id) ?? []).filter((one) => !chosen.has(one));
    const [best] = own.sort((a, b) => b.estimateDb - a.estimateDb || b.lead.number - a.lead.number);
    if (best) chosen.add(best);
  }
  const waiting = shields.filter((one) => waits(one) && loops.some(({ leads }) => leads.includes(one.lead)));
  const boxes = of.boxes.filter((box) => waiting.some(({ lead }) => unproved.get(lead.id)?.includes(box)));
  return {
    leads: [...chosen].sort((a, b) => b.estimateDb - a.estimateDb || a.lead.number - b.lead.number),
    held: boxes.map((box) => ({
      box,
      leads: waiting.flatMap(({ lead }) => (unproved.get(lead.id)?.includes(box) ? [lead] : [])),
    })),
  };
});
