// What can be done about hum, each with what it costs this house.
import { pluggedIn, type Box, type JackEnd, type JackRef, type Lead, type Reads } from '../model';
import { scopeIn } from '../cables';
import type { SingleEdit } from '../edits';
import { mayFeed } from '../power';
import { unprovedAcross } from './earths';
import { endsIn, isDesk } from './ends';
import { groundGraph, type Tie } from './graph';
import type { HumOf, Shields } from './trials';

/** What is done to a shield. */
type ShieldKind = 'restore' | 'lift' | 'cap' | 'transformer' | 'twin-core';

export type HumAct = {
  readonly kind: ShieldKind | 'outlet' | 'relay' | 'gather';
  /** What it is done to: a lead, or the box whose mains plug is moved. */
  readonly at: { readonly lead: Lead } | { readonly box: Box };
  readonly cost: number;
  /** In the imperative, with the lead's number. */
  readonly words: string;
  /** None: something has to be had first that the rig does not hold. */
  readonly edits: readonly SingleEdit[];
  /** What the shields are then. */
  readonly shield: Shields;
  /** Earths to be proved before it may be done. */
  readonly unproved: readonly Box[];
};

type Of = HumOf & Reads<'houseRules'>;

type Tied = { readonly tie: Tie; readonly lead: Lead; readonly ends: readonly [Box, Box] };

/** Leads that join the grounds of two boxes, with these. */
function tiedIn(of: Of): readonly Tied[] {
  const { nodes, ties } = groundGraph(of);
  return ties.flatMap((tie): readonly Tied[] => {
    const [a, b] = [nodes[tie.a]?.box, nodes[tie.b]?.box ?? tie.box];
    return tie.lead && a && b ? [{ tie, lead: tie.lead, ends: [a, b] }] : [];
  });
}

/** What is done to a lead's shield, in the imperative. */
const SHIELD_WORDS: Readonly<Record<ShieldKind, (lead: string) => string>> = {
  restore: (lead) => `Restore the shield of ${lead}`,
  lift: (lead) => `Lift the shield at the receiving end of ${lead}`,
  cap: (lead) => `Put 10 nF into the shield at the receiving end of ${lead}`,
  transformer: (lead) => `Put an isolating transformer at the receiving end of ${lead}`,
  'twin-core': (lead) =>
    `Make ${lead} of twin-core cable, its shield open and its cold joined to the sleeve at the sending end`,
};

const BREAKS: Readonly<Record<ShieldKind, Lead['break']['kind']>> = {
  restore: 'none',
  lift: 'lift',
  cap: 'cap',
  transformer: 'transformer',
  'twin-core': 'twin-core',
};

function shieldActs(of: Of, { lead, canBeTwin, receiving }: ShieldedLead): readonly HumAct[] {
  const { costRestore, costLift, costCap, costTransformer, costTwinCore } = of.houseRules.limits;
  const costs = {
    restore: costRestore,
    lift: costLift,
    cap: costCap,
    transformer: costTransformer,
    'twin-core': costTwinCore,
  };
  // For hum 10 nF are a lift: the house takes what it holds cheaper.
  const opens = costCap < costLift ? ('cap' as const) : ('lift' as const);
  const kinds = (['restore', opens, 'transformer', 'twin-core'] as const).filter(
    (kind) =>
      lead.break.kind !== BREAKS[kind] &&
      (kind !== opens || lead.break.kind === 'none') &&
      (kind !== 'twin-core' || canBeTwin),
  );
  const sending = receiving === 'to' ? ('from' as const) : ('to' as const);
  return kinds.map((kind): HumAct => {
    const end = kind === 'twin-core' ? sending : receiving;
    const opened: Lead['break'] = kind === 'restore' ? { kind: 'none' } : { kind: BREAKS[kind], end };
    return {
      kind,
      at: { lead },
      cost: costs[kind],
      words: SHIELD_WORDS[kind](`lead ${lead.number}`),
      edits: [{ edit: 'setLeadBreak', arguments: { id: lead.id, break: opened } }],
      shield: new Map([[lead.id, BREAKS[kind]]]),
      unproved: kind === 'restore' ? [] : (unprovedAcross(of).get(lead.id) ?? []),
    };
  });
}

/** A lead whose shield joins two boxes, or would were it whole. */
export type ShieldedLead = {
  readonly lead: Lead;
  /** The end that takes the signal. */
  readonly receiving: 'from' | 'to';
  /** An unbalanced output into a balanced input: it could be of twin-core cable. */
  readonly canBeTwin: boolean;
};

/** Signal leads by whose shields currents run, those that are open by a break of theirs too. */
export function shieldedLeads(of: Reads<'boxes' | 'leads' | 'variant' | 'stage'>): readonly ShieldedLead[] {
  const ties = new Set(
    groundGraph(of).ties.flatMap(({ lead, kind }) => (lead && kind === 'signal' ? [lead.id] : [])),
  );
  return endsIn(of).flatMap(({ lead, ends: [a, b] }): readonly ShieldedLead[] => {
    const isOpen = lead.break.kind !== 'none';
    if (!a || !b || (!ties.has(lead.id) && !isOpen)) return [];
    const receiving = a.jack.direction === 'in' && b.jack.direction !== 'in' ? 'from' : 'to';
    const [sends, takes] = receiving === 'to' ? [a.jack, b.jack] : [b.jack, a.jack];
    const canBeTwin = sends.balance === 'unbalanced' && takes.balance !== 'unbalanced';
    return [{ lead, receiving, canBeTwin }];
  });
}

/** Has an outlet a ground of its own, and can it feed a box of which volts and current are known? */
const feeds = (outlet: JackEnd, box: Box): boolean => {
  const { dcOutlet } = outlet.jack;
  return (
    dcOutlet?.group === null &&
    dcOutlet.milliamps !== undefined &&
    box.power.dcVolts !== undefined &&
    box.power.dcMilliamps !== undefined &&
    mayFeed({ ...outlet, facts: dcOutlet }, box)
  );
};

/** Outlets with a ground of their own that nothing is in. */
function freeOutlets(
  of: Of,
): readonly { readonly ref: JackRef; readonly box: Box; readonly jack: JackEnd['jack'] }[] {
  const held = new Set(
    pluggedIn(of).flatMap(({ from, to }) => [...from, ...to].map(({ box, jack }) => `${box}/${jack}`)),
  );
  return of.boxes.flatMap((box) =>
    box.jacks.flatMap((jack) =>
      jack.dcOutlet?.group === null && !held.has(`${box.id}/${jack.id}`)
        ? [{ ref: { box: box.id, jack: jack.id }, box, jack }]
        : [],
    ),
  );
}

/** What shares outlets goes on one of its own, where one is free that can feed it. */
function outletActs(of: Of, tied: readonly Tied[]): readonly HumAct[] {
  const given = ({ jack }: JackEnd) => jack.dcOutlet?.milliamps?.value ?? 0;
  // The smallest that does, with the house's margin where one has it.
  const free = freeOutlets(of).toSorted((a, b) => given(a) - given(b));
  const margin = 1 + of.houseRules.limits.dcMarginPercent / 100;
  return tied.flatMap(({ tie, lead, ends: [fed] }): readonly HumAct[] => {
    const able = tie.kind === 'supply' ? free.filter((outlet) => feeds(outlet, fed)) : [];
    const wanted = (fed.power.dcMilliamps?.value ?? 0) * margin;
    const best = able.find((outlet) => given(outlet) >= wanted) ?? able[0];
    const at = best ? free.indexOf(best) : -1;
    const [outlet] = at < 0 ? [] : free.splice(at, 1);
    if (!outlet) return [];
    const [first] = lead.from.at;
    const side = first?.box === fed.id ? ('to' as const) : ('from' as const);
    return [
      {
        kind: 'outlet',
        at: { lead },
        cost: of.houseRules.limits.costOutlet,
        words: `Feed ${fed.name} by ${outlet.jack.label} of ${outlet.box.name}, which has a ground of its own`,
        edits: [
          {
            edit: 'replug',
            arguments: { lead: lead.id, side, at: [outlet.ref], ...scopeIn(of.variant?.id ?? null) },
          },
        ],
        shield: new Map([[lead.id, 'open']]),
        unproved: [],
      },
    ];
  });
}

/** What could have an outlet of its own, for some boxes that share theirs. */
export const ownOutletActs = (of: Of, boxes: readonly Box[]): readonly HumAct[] =>
  outletActs(
    of,
    tiedIn(of).filter(({ ends: [fed] }) => boxes.includes(fed)),
  );

/** A switch lead whose sleeve joins two boxes. */
function relayActs(of: Of, tied: readonly Tied[]): readonly HumAct[] {
  return tied.flatMap(({ tie, lead, ends }): readonly HumAct[] =>
    tie.kind === 'control' && lead.kind === 'switch'
      ? [
          {
            kind: 'relay',
            at: { lead },
            cost: of.houseRules.limits.costRelay,
            words: `Switch ${ends[1].name} by a relay whose contacts float, in lead ${lead.number}`,
            edits: [],
            shield: new Map([[lead.id, 'open']]),
            unproved: unprovedAcross(of).get(lead.id) ?? [],
          },
        ]
      : [],
  );
}

/** Plugs that are in another group of outlets than most: moved to that one. A desk stays on the house's own. */
function gatherActs(of: Of): readonly HumAct[] {
  const { outlets, circuits } = of.stage.mains;
  const groupOf = (id: string) => {
    const outlet = outlets.find((one) => one.id === id);
    return outlet && `${outlet.circuit} ${outlet.group}`;
  };
  const plugs = of.boxes
    .filter((box) => !isDesk(box))
    .flatMap((box) =>
      box.jacks.flatMap((jack) =>
        jack.wallOutlet === undefined ? [] : [{ box, jack, wall: jack.wallOutlet }],
      ),
    );
  const held = new Map<string, number>();
  for (const { wall } of plugs) held.set(groupOf(wall) ?? '', (held.get(groupOf(wall) ?? '') ?? 0) + 1);
  const [most] = [...held].sort((a, b) => b[1] - a[1])[0] ?? [];
  const used = new Set(plugs.map(({ wall }) => wall));
  const target =
    outlets.find(({ id }) => groupOf(id) === most && !used.has(id)) ??
    outlets.find(({ id }) => groupOf(id) === most);
  if (!target) return [];
  const circuit = circuits.find(({ id }) => id === target.circuit)?.name ?? '';
  return plugs
    .filter(({ wall }) => groupOf(wall) !== most)
    .map(({ box, jack }): HumAct => ({
      kind: 'gather',
      at: { box },
      cost: of.houseRules.limits.costGather,
      words: `Move the mains plug of ${box.name} to ${target.name}${circuit ? ` on ${circuit}` : ''}, where most are`,
      edits: [{ edit: 'setWallOutlet', arguments: { box: box.id, jack: jack.id, outlet: target.id } }],
      shield: new Map(),
      unproved: [],
    }));
}

/** Everything that could be done about hum in a night, those first that cost least. */
export function humActs(of: Of): readonly HumAct[] {
  const tied = tiedIn(of);
  return [
    ...gatherActs(of),
    ...outletActs(of, tied),
    ...relayActs(of, tied),
    ...shieldedLeads(of).flatMap((one) => shieldActs(of, one)),
  ].sort((x, y) => x.cost - y.cost);
}
