// What each source brings about in the grounds of a rig: currents in ties, volts between the two ends of each signal lead.
import { derive, isAudio, type Box, type Lead, type Reads } from '../model';
import { endsIn } from './ends';
import type { Tie } from './graph';
import { fieldVolts, type Source } from './sources';
import { groundSystem } from './system';

/** A signal lead with what stands in series with its signal, from the sending box to the receiving one, V; one for each source. */
export type LeadHum = {
  readonly lead: Lead;
  /** The box whose signal it is. */
  readonly sends: Box;
  readonly takes: Box;
  readonly volts: readonly number[];
};

export type GroundCurrents = {
  readonly sources: readonly Source[];
  /** The current of each tie, all sources as powers, A. */
  readonly ties: readonly { readonly tie: Tie; readonly ampere: number }[];
  readonly leads: readonly LeadHum[];
};

const rms = (values: readonly number[]): number =>
  Math.sqrt(values.reduce((sum, value) => sum + value * value, 0));

type Of = Reads<'boxes' | 'leads' | 'variant' | 'stage'>;

/** Leads of the signal with the boxes at their two ends, the sending one first. */
function signalLeads(of: Of) {
  return endsIn(of).flatMap(({ lead, ends: [a, b] }) => {
    const isSignal = a && b && isAudio(a.jack) && isAudio(b.jack) && lead.kind !== 'speaker';
    if (!isSignal || lead.kind === 'air' || lead.kind === 'radio') return [];
    const isBackward = a.jack.direction === 'in' && b.jack.direction !== 'in';
    return [{ lead, sends: isBackward ? b.box : a.box, takes: isBackward ? a.box : b.box, isBackward }];
  });
}

/**
 * Solved once for each source, the network taken apart once: v_s − v_r + e of every signal lead, whether its shield is whole
 * or open; where its ends have no ground in common only what the field brings about along it.
 */
export const groundCurrents = derive(['boxes', 'leads', 'variant', 'stage'], (of): GroundCurrents => {
  const { graph, solver, sources, solved: left } = groundSystem(of);
  const { nodes, ties } = graph;
  const solved = left.map((one, k) => ({
    ...one,
    currents: solver.currents(sources[k]?.emfV ?? new Float64Array(ties.length), one),
  }));
  const numberOf = new Map(nodes.flatMap(({ box }, i) => (box ? [[box, i] as const] : [])));
  return {
    sources,
    ties: ties.map((tie, i) => ({ tie, ampere: rms(solved.map(({ currents }) => currents[i] ?? 0)) })),
    leads: signalLeads(of).map(({ lead, sends, takes, isBackward }): LeadHum => {
      const [s, r] = [numberOf.get(sends) ?? -1, numberOf.get(takes) ?? -1];
      const along = (isBackward ? -1 : 1) * fieldVolts(of, lead);
      return {
        lead,
        sends,
        takes,
        volts: solved.map(({ volts, piece }, k) => {
          const apart = piece[s] === piece[r] ? (volts[s] ?? 0) - (volts[r] ?? 0) : 0;
          return apart + (sources[k]?.kind === 'field' ? along : 0);
        }),
      };
    }),
  };
});
