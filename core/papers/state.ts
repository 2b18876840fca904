import { isLink, isPutAway, wiring, type Rig } from '../model';

/** How far a rig has come, for the shelf. */
export type RigState =
  | { readonly kind: 'empty' }
  | { readonly kind: 'not wired'; readonly boxes: number }
  | { readonly kind: 'wired'; readonly boxes: number; readonly leads: number }
  | { readonly kind: 'walked'; readonly boxes: number; readonly leads: number; readonly date: string };

/** Empty, not wired, wired, or walked on the day its last patch-up walk ended. */
export function rigState(rig: Rig): RigState {
  const boxes = rig.boxes.length;
  const leads = wiring(rig, null).filter((run) => !isLink(run.lead) && !isPutAway(run)).length;
  if (boxes === 0) return { kind: 'empty' };
  if (leads === 0) return { kind: 'not wired', boxes };
  const ended = rig.walks
    .flatMap((walk) => (walk.type === 'patch-up' && walk.ended ? [walk.ended] : []))
    .sort();
  const date = ended.at(-1)?.slice(0, 10);
  return date === undefined ? { kind: 'wired', boxes, leads } : { kind: 'walked', boxes, leads, date };
}
