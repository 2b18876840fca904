// Edits in short, for tests: blocks and jacks by their ids, at rest unless said.
import type { EditCall } from '../edits';
import { refOf, type FigurePath, type Rig, type Scope, type Side } from '../model';

export const REST: Scope = { layer: 'rest' };

export const set = (box: string, block: string, state: string, scope: Scope = REST): EditCall => ({
  edit: 'setBlockState',
  arguments: { box, block, state, scope },
});

export const mode = (box: string, jack: string, id: string): EditCall => ({
  edit: 'setMode',
  arguments: { box, jack, mode: id, scope: REST },
});

/** Two plugs in each other's place. */
export const swap = (a: string, sideA: 'from' | 'to', b: string, sideB: 'from' | 'to'): EditCall => ({
  edit: 'exchangeEnds',
  arguments: { a: { lead: a, side: sideA }, b: { lead: b, side: sideB } },
});

/** @param at `box/jack` */
export const replug = (lead: string, side: Side, at: string, scope?: Scope): EditCall => ({
  edit: 'replug',
  arguments: { lead, side, at: [refOf(at)], ...(scope ? { scope } : {}) },
});

export const long = (id: string, lengthM: number): EditCall => ({
  edit: 'setLeadLength',
  arguments: { id, lengthM, by: 'hand' },
});

/** A figure as somebody has looked it up. */
export const figure = (box: string, at: FigurePath, value: number): EditCall => ({
  edit: 'setFigure',
  arguments: { box, at, figure: { value, source: 'manual' } },
});

export const limit = (name: keyof Rig['houseRules']['limits'], value: number): EditCall => ({
  edit: 'setLimit',
  arguments: { limit: name, value },
});
