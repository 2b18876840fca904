// Hum of a night at every output of every sound, with shields opened or isolated: reckoned from one solved network.
import type { Lead, Reads, Sound } from '../model';
import { dbuOf, levelsAlong, SILENT_DBU } from '../level';
import { traceIn, type Path } from '../signal';
import { metOn } from './along';
import { groundCurrents } from './currents';
import { factorDb, rejectsOf, type Rejects } from './factors';
import { solveDense } from './network';
import { pickupVolts } from './pickup';
import { hertzOf } from './sources';
import { groundSystem } from './system';

/** One way of one sound to what is heard. */
export type HumOutput = {
  /** null: the state at rest. */
  readonly sound: Sound | null;
  /** Which of the sound's ways it is. */
  readonly route: number;
  readonly path: Path;
  readonly averageDbu: number;
  readonly pickupDbu: number;
};

/** What becomes of leads, by id: of a shield what stands in it, of a control or supply lead that it joins no grounds. */
export type Shields = ReadonlyMap<string, Break | 'open'>;

type Break = Lead['break']['kind'];

export type HumOf = Reads<'boxes' | 'leads' | 'variant' | 'stage' | 'sounds'>;

/** As every shield is recorded. */
export const shieldsOf = ({ leads }: Pick<HumOf, 'leads'>): Shields =>
  new Map(leads.flatMap((lead) => (lead.break.kind === 'none' ? [] : [[lead.id, lead.break.kind]])));

/** The same rig with every shield whole. */
function whole<T extends Pick<HumOf, 'leads'>>(of: T): T {
  if (of.leads.every((lead) => lead.break.kind === 'none')) return of;
  return {
    ...of,
    leads: of.leads.map((lead) =>
      lead.break.kind === 'none' ? lead : { ...lead, break: { kind: 'none' as const } },
    ),
  };
}

/** Rows of numbers by source. */
type Row = Float64Array;

/** What opening a tie does: to each signal lead, and by the leads to each output, for 1 A that is taken out of it. */
type Effect = { readonly leads: Float64Array; readonly outputs: readonly Row[] };

/** A lead that lets less through: by how much, by source, and what a volt in it is at each output. */
type Isolation = { readonly lead: number; readonly less: Row; readonly gains: Float64Array };

const times = (db: number) => 10 ** (db / 20);

function addTimes(to: Row, a: Row | undefined, b: Row | undefined): void {
  if (a && b) for (let k = 0; k < to.length; k += 1) to[k] = (to[k] ?? 0) + (a[k] ?? 0) * (b[k] ?? 0);
}

/** One night, its network taken apart once; sets of acts are tried by low-rank updates. */
export class HumTrials {
  readonly outputs: readonly HumOutput[];
  private readonly system;
  /** v_s − v_r + e of each signal lead, by source, with every shield whole. */
  private readonly across: readonly Row[];
  /** What each lead lets through, by source. */
  private readonly passes: Row[];
  private readonly closed: HumOf;
  private readonly leads: readonly Lead[];
  private readonly numberOf: ReadonlyMap<string, number>;
  private readonly tieOf: ReadonlyMap<string, number>;
  /** The source that is the ripple of what a tie feeds. */
  private readonly rippleOf: ReadonlyMap<number, number>;
  /** The two nodes of each signal lead; −1: its ends have no ground in common. */
  private readonly ends: readonly (readonly [number, number])[];
  /** Of each output, what one volt in each lead is there. */
  private readonly gains: readonly (readonly { readonly lead: number; readonly gain: number }[])[];
  private readonly hertz: readonly number[];
  private readonly owns = new Map<number, Row>();
  private readonly effects = new Map<number, Effect>();
  private readonly isolations = new Map<string, Isolation | null>();
  /** Hum at each output by source with every shield whole. */
  private readonly base: readonly Row[];
  private readonly scratch: Row;

  /** @param sounds which are looked at; null is the state at rest */
  constructor(of: HumOf, sounds: readonly (Sound | null)[] = of.sounds) {
    const closed = whole(of);
    this.closed = closed;
    this.system = groundSystem(closed);
    const { graph, sources, solved } = this.system;
    const currents = groundCurrents(closed).leads;
    this.hertz = sources.map((source) => hertzOf(source, of));
    this.leads = currents.map(({ lead }) => lead);
    this.numberOf = new Map(this.leads.map(({ id }, i) => [id, i]));
    this.tieOf = new Map(graph.ties.flatMap(({ lead }, i) => (lead ? [[lead.id, i]] : [])));
    this.rippleOf = new Map(
      graph.ties.flatMap(({ kind, a }, i) => {
        const at = sources.findIndex((one) => one.kind === 'ripple' && one.box === graph.nodes[a]?.box);
        return kind === 'supply' && at >= 0 ? [[i, at]] : [];
      }),
    );
    this.across = currents.map(({ volts }) => Float64Array.from(volts));
    this.passes = this.leads.map((lead) => this.passing(rejectsOf(closed, lead)));
    const nodeOf = new Map(graph.nodes.flatMap(({ box }, i) => (box ? [[box, i] as const] : [])));
    const piece = solved[0]?.piece;
    this.ends = currents.map(({ sends, takes }) => {
      const [a, b] = [nodeOf.get(sends) ?? -1, nodeOf.get(takes) ?? -1];
      return piece && piece[a] === piece[b] ? [a, b] : [-1, -1];
    });
    const heard = sounds
      .map((sound) => ({ ...closed, sound }))
      .flatMap((own) => traceIn(own).paths.flatMap((path, route) => this.heardBy(own, path, route) ?? []));
    this.outputs = heard.map(({ output }) => output);
    this.gains = heard.map(({ gains }) => gains);
    this.scratch = new Float64Array(this.hertz.length);
    this.base = this.gains.map((met) => this.summed(met, (lead) => this.across[lead]));
  }

  /** What a way ends at, with what a volt in each of its leads is there; null: nothing is known of levels on it. */
  private heardBy(of: HumOf & Reads<'sound'>, path: Path, route: number) {
    const { stops } = levelsAlong(of, path);
    const end = stops.at(-1);
    if (!end) return null;
    const pickup = dbuOf(pickupVolts(of, path) ?? 0);
    const output: HumOutput = {
      sound: of.sound,
      route,
      path,
      averageDbu: end.averageDbu,
      pickupDbu: Math.max(SILENT_DBU, pickup + end.gainDb),
    };
    const gains = metOn(of, path, stops).map(({ lead, gain }) => ({
      lead: this.numberOf.get(lead.id) ?? -1,
      gain: gain * times(end.gainDb),
    }));
    return { output, gains };
  }

  private passing(how: Rejects): Row {
    return Float64Array.from(this.hertz, (hertz) => times(factorDb(how, hertz)));
  }

  /** By source: what leads bring to an output. */
  private summed(
    met: readonly { readonly lead: number; readonly gain: number }[],
    volts: (lead: number) => Row | undefined,
  ): Row {
    const sum = new Float64Array(this.hertz.length);
    for (const { lead, gain } of met) {
      const [row, passes] = [volts(lead), this.passes[lead]];
      if (row && passes)
        for (let k = 0; k < sum.length; k += 1)
          sum[k] = (sum[k] ?? 0) + gain * (row[k] ?? 0) * (passes[k] ?? 0);
    }
    return sum;
  }

  private effectOf(tie: number): Effect {
    const known = this.effects.get(tie);
    if (known) return known;
    const volts = this.system.solver.response(tie);
    const leads = Float64Array.from(this.ends, ([a, b]) => (a < 0 ? 0 : (volts[a] ?? 0) - (volts[b] ?? 0)));
    const rows = Array.from(leads, (value) => new Float64Array(this.hertz.length).fill(value));
    const found: Effect = { leads, outputs: this.gains.map((met) => this.summed(met, (lead) => rows[lead])) };
    this.effects.set(tie, found);
    return found;
  }

  private tieAcross(tie: number, volts: ArrayLike<number>): number {
    const { a, b } = this.system.network.edges[tie] ?? { a: 0, b: 0 };
    return (volts[a] ?? 0) - (volts[b] ?? 0);
  }

  /** What of a tie's own current is to be taken out of it, by source, all else in place. */
  private ownOf(tie: number): Row {
    const known = this.owns.get(tie);
    if (known) return known;
    const { sources, solved } = this.system;
    const found = Float64Array.from(
      sources,
      ({ emfV }, k) => this.tieAcross(tie, solved[k]?.volts ?? []) + (emfV[tie] ?? 0),
    );
    this.owns.set(tie, found);
    return found;
  }

  /** What has to be taken out of each opened tie, by source; null: a ground is cut off. */
  private taken(ties: readonly number[]): readonly Row[] | null {
    const { network, solver } = this.system;
    const ohms = ties.map((tie) => network.edges[tie]?.ohm ?? 1);
    const matrix = ties.map((row, i) => {
      const own = new Float64Array(ties.length);
      for (let k = 0; k < own.length; k += 1) own[k] = -this.tieAcross(row, solver.response(ties[k] ?? 0));
      own[i] = (own[i] ?? 0) + (ohms[i] ?? 0);
      return own;
    });
    const rights = ties.map((tie) => this.ownOf(tie).slice());
    return solveDense(matrix, rights, ohms) ? rights : null;
  }

  /**
   * Hum at each output, dBu.
   * @param shields what stands otherwise than whole
   * @returns null: it would cut off the last ground of a box
   */
  with(shields: Shields): Float64Array | null {
    const ties: number[] = [];
    const isolated: Isolation[] = [];
    // What is fed by an outlet of its own sends its ripple home by that.
    const still = new Set<number>();
    for (const [id, how] of shields) {
      const tie = how === 'none' ? undefined : this.tieOf.get(id);
      if (tie !== undefined) {
        ties.push(tie);
        const ripple = this.rippleOf.get(tie);
        if (ripple !== undefined) still.add(ripple);
      }
      const isolation = this.isolation(id, how);
      if (isolation) isolated.push(isolation);
    }
    const taken = this.taken(ties);
    if (!taken) return null;
    const effects = ties.map((tie) => this.effectOf(tie));
    const found = new Float64Array(this.outputs.length);
    for (let o = 0; o < found.length; o += 1) {
      const volts = this.scratch;
      volts.set(this.base[o] ?? volts);
      for (let i = 0; i < ties.length; i += 1) addTimes(volts, taken[i], effects[i]?.outputs[o]);
      for (const { lead, less, gains } of isolated)
        this.addIsolated(volts, lead, less, gains[o] ?? 0, taken, effects);
      let sum = 0;
      for (let k = 0; k < volts.length; k += 1) if (!still.has(k)) sum += (volts[k] ?? 0) ** 2;
      found[o] = Math.max(SILENT_DBU, dbuOf(Math.sqrt(sum)));
    }
    return found;
  }

  private addIsolated(
    volts: Row,
    lead: number,
    less: Row,
    gain: number,
    taken: readonly Row[],
    effects: readonly Effect[],
  ): void {
    if (gain === 0) return;
    const across = this.across[lead];
    for (let k = 0; k < volts.length; k += 1) {
      let left = across?.[k] ?? 0;
      for (let i = 0; i < taken.length; i += 1) left += (taken[i]?.[k] ?? 0) * (effects[i]?.leads[lead] ?? 0);
      volts[k] = (volts[k] ?? 0) + gain * left * (less[k] ?? 0);
    }
  }

  /** What a lead lets through otherwise once something stands in it; null: nothing. */
  private isolation(id: string, how: Break | 'open'): Isolation | null {
    const key = `${how} ${id}`;
    const known = this.isolations.get(key);
    if (known !== undefined) return known;
    const at = this.numberOf.get(id) ?? -1;
    const lead = this.leads[at];
    const found = lead && how !== 'open' && how !== 'none' ? this.isolated(at, lead, how) : null;
    this.isolations.set(key, found);
    return found;
  }

  private isolated(at: number, lead: Lead, kind: Break): Isolation | null {
    const how = rejectsOf(this.closed, { ...lead, break: { kind } });
    const then = this.passing(how);
    const less = then.map((value, k) => value - (this.passes[at]?.[k] ?? 0));
    if (less.every((value) => value === 0)) return null;
    return { lead: at, less, gains: Float64Array.from(this.outputs, (_, o) => this.gainOf(o, at)) };
  }

  private gainOf(output: number, lead: number): number {
    return (this.gains[output] ?? []).reduce((sum, one) => sum + (one.lead === lead ? one.gain : 0), 0);
  }
}
