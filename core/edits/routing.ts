// A routing taken: leads, modes, states and inner wires in one edit.
import type { Adapter, Block, Lead, RigDraft, Scope, Side, Variant, Wire } from '../model';
import { boxIn, byId, copy, demand, edit, isNewId, leadIn, mustBeSide } from './edit';
import { putLead } from './ends';
import { keptLeads, variantsKept } from './keep-variants';
import { moveEnds, type Move } from './leads';
import { soundEdits } from './sounds';
import { stateEdits } from './state';

export type RoutingChange = {
  /** What it is called in the undo menu and the messages: FOUR. */
  readonly name: string;
  readonly put: readonly Lead[];
  readonly move: readonly Move[];
  /** Leads whose both ends come out; they keep their numbers. */
  readonly away: readonly string[];
  readonly adapters: readonly { lead: string; side: Side; adapters: readonly Adapter[] }[];
  readonly modes: readonly { box: string; jack: string; mode: string }[];
  readonly states: readonly { box: string; block: string; state: string }[];
  /** Blocks put into a unit: a loop for outboard, twins on a second feed. */
  readonly blocks: readonly { box: string; block: Block }[];
  /** `name`: it is an inner wiring that the box does not have yet, and is in from now on. */
  readonly wires: readonly { box: string; patch: string; wires: readonly Wire[]; name?: string }[];
  /** New places in the row for boxes that changed theirs in the chain. */
  readonly orders?: Readonly<Record<string, number>>;
  /** The variant that it is for; not said: the base, which the variants follow. */
  readonly variant?: string;
};

const scopeOf = ({ variant }: RoutingChange): Scope =>
  variant === undefined ? { layer: 'rest' } : { layer: 'variant', id: variant };

/** Leads where a routing wants them: those that go out first, then those that move, then new ones. */
function takeLeads(draft: RigDraft, change: RoutingChange) {
  const scope = scopeOf(change);
  moveEnds(
    draft,
    change.away.map((lead) => ({ lead, from: [], to: [] })),
    scope,
  );
  const moved = change.move.map((move) => ({
    lead: move.lead,
    from: move.from ? [] : undefined,
    to: move.to ? [] : undefined,
  }));
  moveEnds(draft, moved, scope);
  moveEnds(draft, change.move, scope);
  for (const lead of change.put) putLead(draft, lead, scope);
  for (const { lead, side, adapters } of change.adapters)
    leadIn(draft, lead)[mustBeSide(side)].adapters = copy(adapters);
}

function takeWires(draft: RigDraft, { wires, variant }: RoutingChange) {
  for (const { box: id, patch, wires: own, name } of wires) {
    const box = boxIn(draft, id);
    if (name === undefined) {
      byId(box.patches, patch, 'inner wiring').wires = copy(own);
      continue;
    }
    isNewId(box.patches, patch, 'inner wiring');
    box.patches.push(copy({ id: patch, name, wires: own }));
    if (variant === undefined) box.patch = patch;
    else byId(draft.variants, variant, 'variant').state.patches[id] = patch;
  }
}

function take(draft: RigDraft, change: RoutingChange) {
  for (const box of draft.boxes) box.order = change.orders?.[box.id] ?? box.order;
  if (change.variant === undefined)
    for (const { id } of variantsKept(draft, change)) {
      const variant = byId(draft.variants, id, 'variant');
      variant.leads = copy(keptLeads(draft, variant, change));
    }
  takeLeads(draft, change);
  for (const { box, block } of change.blocks) {
    const target = boxIn(draft, box).blocks;
    isNewId(target, block.id, 'block');
    target.push(copy(block));
  }
  const scope = scopeOf(change);
  for (const { box, jack, mode } of change.modes) stateEdits.setMode.apply(draft, { box, jack, mode, scope });
  for (const { box, block, state } of change.states)
    stateEdits.setBlockState.apply(draft, { box, block, state, scope });
  takeWires(draft, change);
}

export const routingEdits = {
  /**
   * The wired result of a routing, worked out by the planner: leads, modes and states at rest, inner wires. A variant
   * that plugs otherwise, so that the routing has no room in it, keeps its wiring.
   */
  takeRouting: edit<RoutingChange>('Take routing', take),

  /** A new variant and the routing that it is for, in one act. */
  takeAsVariant: edit<{ variant: Variant; change: RoutingChange }>('New variant', (draft, args) => {
    const { variant, change } = args;
    demand(change.variant === variant.id, 'The routing is for another variant.');
    soundEdits.addVariant.apply(draft, { variant });
    take(draft, change);
  }),
};
