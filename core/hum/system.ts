// The ground network of a night, taken apart once, with what each source leaves at its nodes.
import { derive } from '../model';
import { groundGraph, type GroundGraph } from './graph';
import { GroundSolver, type GroundNetwork, type Left } from './network';
import { sourcesIn, type Source } from './sources';

export type GroundSystem = {
  readonly graph: GroundGraph;
  readonly network: GroundNetwork;
  readonly solver: GroundSolver;
  readonly sources: readonly Source[];
  /** For each source. */
  readonly solved: readonly Left[];
};

export const groundSystem = derive(['boxes', 'leads', 'variant', 'stage'], (of): GroundSystem => {
  const graph = groundGraph(of);
  const network: GroundNetwork = {
    nodes: graph.nodes.length,
    edges: graph.ties.map(({ a, b, ohm }) => ({ a, b, ohm, emfV: 0, breakCost: null })),
  };
  const solver = new GroundSolver(network);
  const sources = sourcesIn(of);
  const solved = sources.map(({ emfV, currentsA }) => solver.solve(emfV, currentsA));
  return { graph, network, solver, sources, solved };
});
