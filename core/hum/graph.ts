// The ground graph of a rig in one night: what joins the grounds of boxes, the earths of outlets, and the building.
import { derive, isAudio, isLink, type Box, type Jack, type JackEnd, type Lead, type Reads } from '../model';
import { dcFeeds, groundOf } from '../power';
import { resolveIn } from '../signal';
import { endsIn, isDesk } from './ends';

/** What an edge is, for people. */
export type TieKind = 'signal' | 'control' | 'supply' | 'earth' | 'building' | 'chassis';

/** Something that joins two grounds. */
export type Tie = {
  readonly kind: TieKind;
  /** Nodes by number. */
  readonly a: number;
  readonly b: number;
  readonly ohm: number;
  /** The lead that it is; null: an earth by a box's own mains lead, or the building. */
  readonly lead: Lead | null;
  /** The box whose earth it is, or whose outlets share it; null: it is no box's. */
  readonly box: Box | null;
};

/** A ground: of a box, of an outlet of the stage, of a group or circuit of them, what outlets of a supply share. */
export type GroundNode = {
  readonly is: 'box' | 'outlet' | 'group' | 'circuit' | 'building' | 'supply' | 'rack';
  /** Of the box, the outlet, the circuit, the place; else what tells it from others of its sort. */
  readonly id: string;
  readonly box: Box | null;
};

export type GroundGraph = { readonly nodes: readonly GroundNode[]; readonly ties: readonly Tie[] };

type Of = Reads<'boxes' | 'leads' | 'variant' | 'stage'>;

/** A shield, ohm a metre and a plug; a mains lead's earth; a lead of a supply; outlets of one group, and of circuits; half of what two chassis touch by. */
const OHM = {
  metre: 0.03,
  plug: 0.01,
  earth: 0.1,
  supply: 0.1,
  outlet: 0.05,
  circuit: 0.1,
  ear: 0.005,
} as const;

type Named = Pick<GroundNode, 'is' | 'id'>;

/** No outlet of the stage is noted for a box: they are taken to be on one circuit; a desk's is the house's own. */
const STAGE: Named = { is: 'circuit', id: 'stage, as assumed' };
const HOUSE: Named = { is: 'circuit', id: 'house, as assumed' };
const BUILDING: Named = { is: 'building', id: '' };
const boxNode = ({ id }: Box): Named => ({ is: 'box', id });

/** What opens a shield in a lead. */
const OPEN_BREAKS: readonly string[] = ['lift', 'cap', 'transformer', 'twin-core'];
const OPEN_TIES: readonly Jack['ground'][] = ['none', 'transformer', 'lifted'];

export const shieldOhm = ({ measured, lengthM }: Pick<Lead, 'measured' | 'lengthM'>): number =>
  Math.max(1e-4, measured?.shieldOhm ?? lengthM * OHM.metre + 2 * OHM.plug);

/** Does the ground of a jack lead anywhere, as it is switched at rest in the night? */
const isTied = (of: Of, { box, jack }: JackEnd): boolean => {
  const { mode } = resolveIn({ ...of, sound: null }).jackMode(box, jack);
  return !OPEN_TIES.includes(mode?.ground ?? jack.ground);
};

/** Kinds of lead beside the signal's that carry a ground from one end to the other. */
const CONTROL: readonly Lead['kind'][] = ['switch', 'expression', 'usb', 'midi', 'digital'];

/** A five-pin MIDI lead's screen is tied at the sending end alone; light carries no ground. */
const isOpenByNature = ({ jack }: JackEnd): boolean =>
  (jack.carries === 'midi' && jack.connector.startsWith('din')) || jack.connector === 'optical';

/** Does it hand on the earth of the mains to other boxes? */
const isBar = ({ jacks }: Box): boolean => jacks.some(({ mainsOutlet }) => mainsOutlet !== undefined);

/** Is its ground to be joined to an earth by its mains lead? One that is lifted or missing is none. */
const takesEarth = (box: Box): boolean =>
  (box.power.class === 'I' || isBar(box)) && box.power.earth !== 'lifted' && box.power.earth !== 'missing';

/** Builds the graph a tie at a time; nodes are numbered as they are met. */
class Builder {
  readonly nodes: GroundNode[] = [];
  readonly ties: Tie[] = [];
  private readonly numbers = new Map<string, number>();

  constructor(private readonly of: Of) {
    for (const box of of.boxes) this.node(boxNode(box), box);
  }

  private node({ is, id }: Named, box: Box | null = null): number {
    const key = `${is} ${id}`;
    const known = this.numbers.get(key);
    if (known !== undefined) return known;
    this.numbers.set(key, this.nodes.length);
    this.nodes.push({ is, id, box });
    return this.nodes.length - 1;
  }

  private tie(kind: TieKind, a: Named, b: Named, ohm: number, more: Partial<Pick<Tie, 'lead' | 'box'>> = {}) {
    this.ties.push({ kind, a: this.node(a), b: this.node(b), ohm, lead: null, box: null, ...more });
  }

  /** Outlets, groups and circuits are a tree: each is joined to what it belongs to once. */
  private under(own: Named, to: Named, ohm: number) {
    const node = this.node(own);
    if (!this.ties.some((tie) => tie.a === node && tie.kind === 'building'))
      this.tie('building', own, to, ohm);
  }

  /** An outlet of the stage by its group and circuit. */
  private outlet(id: string): Named {
    const noted = this.of.stage.mains.outlets.find((one) => one.id === id);
    const circuit: Named = { is: 'circuit', id: noted?.circuit ?? '' };
    const group: Named = { is: 'group', id: `${circuit.id} ${noted?.group ?? ''}` };
    const outlet: Named = { is: 'outlet', id };
    this.under(outlet, group, OHM.outlet);
    this.under(group, circuit, OHM.outlet);
    this.under(circuit, BUILDING, OHM.circuit);
    return outlet;
  }

  /** What a box's own mains lead is in, where no lead of the rig brings it. */
  private wallOf(box: Box): Named {
    const wall = box.jacks.find(({ wallOutlet }) => wallOutlet !== undefined)?.wallOutlet;
    if (wall !== undefined) return this.outlet(wall);
    const circuit = isDesk(box) ? HOUSE : STAGE;
    this.under(circuit, BUILDING, OHM.circuit);
    return circuit;
  }

  /** Earths by boxes' own mains leads. @param byLead boxes that have theirs by a lead of the rig */
  earths(byLead: ReadonlySet<string>) {
    for (const box of this.of.boxes)
      if (takesEarth(box) && !byLead.has(box.id))
        this.tie('earth', boxNode(box), this.wallOf(box), OHM.earth, { box });
  }

  /** Chassis that touch: what has mains of its own has a metal one. */
  racks() {
    for (const { id, chassisJoined } of this.of.stage.places)
      if (chassisJoined)
        for (const box of this.of.boxes)
          if (box.place === id && ['I', 'II'].includes(box.power.class))
            this.tie('chassis', boxNode(box), { is: 'rack', id }, OHM.ear);
  }

  /** @returns boxes that have their earth by a lead of the rig */
  leads(): ReadonlySet<string> {
    const earthed = new Set<string>();
    for (const {
      lead,
      ends: [endA, endB],
    } of endsIn(this.of)) {
      if (!endA || !endB || isLink(lead)) continue;
      if (lead.kind === 'mains') {
        const [outlet, fed] = endA.jack.mainsOutlet ? [endA, endB] : [endB, endA];
        earthed.add(fed.box.id);
        if (takesEarth(fed.box) && outlet.jack.mainsOutlet?.earthed !== false)
          this.tie('earth', boxNode(fed.box), boxNode(outlet.box), OHM.earth, { lead, box: fed.box });
      } else if (lead.kind !== 'dc') this.shield(lead, endA, endB);
    }
    return earthed;
  }

  /** Outlets that share a ground are one node, and so is what hangs on one outlet together; else isolated ones join nothing. */
  supplies() {
    for (const { outlet, fed } of dcFeeds(this.of)) {
      if (outlet.facts.group === null && fed.length < 2) continue;
      const shared: Named = { is: 'supply', id: groundOf(outlet) };
      for (const { lead, ...end } of fed)
        if (isTied(this.of, end))
          this.tie('supply', boxNode(end.box), shared, OHM.supply, { lead, box: outlet.box });
    }
  }

  private shield(lead: Lead, a: JackEnd, b: JackEnd) {
    const isSignal = isAudio(a.jack) && isAudio(b.jack);
    const isControl = CONTROL.includes(lead.kind) && !isSignal;
    if (lead.kind === 'speaker' || (!isSignal && !isControl)) return;
    if (OPEN_BREAKS.includes(lead.break.kind) || isOpenByNature(a) || isOpenByNature(b)) return;
    if (!isTied(this.of, a) || !isTied(this.of, b)) return;
    this.tie(isSignal ? 'signal' : 'control', boxNode(a.box), boxNode(b.box), shieldOhm(lead), { lead });
  }
}

/**
 * Grounds and what joins them: shields that conduct, earths, shared supplies, control leads. Where no outlet is noted the
 * boxes of the stage are taken to be on one circuit, a desk on the house's own.
 */
export const groundGraph = derive(['boxes', 'leads', 'variant', 'stage'], (of): GroundGraph => {
  const builder = new Builder(of);
  builder.earths(builder.leads());
  builder.racks();
  builder.supplies();
  return { nodes: builder.nodes, ties: builder.ties };
});
