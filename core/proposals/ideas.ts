// Routings as they are thought of, and which of a family are worth wiring.
import { nameOf, outletsPassed, planChains, writeChains, type Chain, type ChainsAt } from '../chain';
import type { RoutingChange } from '../edits';
import { isLink, jackIn, type Rig } from '../model';
import type { Outlet } from '../signal';
import type { Ask } from './part';

/** A routing as it is thought of, not wired yet. */
export type Idea = {
  /** What it is called; the first is its family. */
  readonly name: readonly string[];
  /** Its chains as text, a line each. */
  readonly lines: readonly string[];
  readonly chains: readonly Chain[];
  /** Places that must be heard and are not led to; by name. */
  readonly unheard: readonly string[];
  /** Places where it is heard now, and would not be; by name. */
  readonly lost: readonly string[];
  /** Pairs of effects the other way round than is usual. */
  readonly turned: number;
};

/** One that can be wired, by jacks and leads alone. */
export type Proposal = Idea & {
  readonly change: RoutingChange;
  readonly fetch: number;
  readonly move: number;
};

/** Those of these places that chains lead nothing to, by name. */
export function leftOut(
  { rig }: Ask,
  places: readonly Outlet[],
  chains: readonly Chain[],
): readonly string[] {
  const passed = outletsPassed(rig, chains);
  return places.flatMap(({ box, block, at, kind }) => {
    if (passed.some((one) => one.box.id === box.id && one.block.id === block.id)) return [];
    const label = kind === 'desk' ? jackIn(box, at.jack)?.label : undefined;
    return [label === undefined ? box.name : `${label} of ${box.name}`];
  });
}

/** Ideas of one family that are alike in all that is known before they are wired. */
const tierOf = ({ unheard, lost, turned }: Idea): number =>
  (unheard.length * 100 + lost.length) * 1_000 + turned;

/** Does a tier come ahead of another? The least figure first. */
export const byTier = (a: Idea, b: Idea): number => tierOf(a) - tierOf(b);

export type Refused = { readonly reason: string; readonly idea: Idea; readonly box: string | null };

/** The first tier of a family of which something can be wired, with all of it that can; else why nothing can. */
export function wiredOf(rig: Rig, at: ChainsAt, ideas: readonly Idea[]) {
  const sorted = ideas.toSorted(byTier);
  let refused: Refused | null = null;
  let tried = 0;
  while (tried < sorted.length) {
    const tier = sorted.slice(tried).filter((idea) => tierOf(idea) === tierOf(sorted[tried] ?? idea));
    tried += tier.length;
    const best = tier.flatMap((idea) => {
      const proposal = wiredAs(rig, at, idea);
      if (!('reason' in proposal)) return [proposal];
      refused ??= { ...proposal, idea };
      return [];
    });
    if (best.length > 0)
      return {
        best: best.sort((a, b) => a.fetch - b.fetch || a.move - b.move),
        others: sorted.slice(tried),
        refused,
        tried,
      };
  }
  return { best: [], others: [], refused, tried };
}

export function wiredAs(
  rig: Rig,
  at: ChainsAt,
  idea: Idea,
): Proposal | { readonly reason: string; readonly box: string | null } {
  const planned = planChains(rig, idea.chains, at);
  if ('reason' in planned) return { reason: planned.reason, box: planned.box };
  const { change, chains } = planned;
  return {
    ...idea,
    name: nameOf(planned.boxes, chains),
    lines: writeChains(planned.boxes, chains),
    chains,
    change,
    fetch: change.put.filter((lead) => !isLink(lead)).length,
    move: change.move.length,
  };
}
