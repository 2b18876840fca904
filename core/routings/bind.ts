// What every template is written with: demands that end in a reason, rows of boxes, states and modes.
import { boxOf, jackIn, type Block, type Box, type JackRef, type Rig, type Wire } from '../model';
import { wishFor } from '../signal';
import type { Abilities, Amplifier, Passage, Unit } from './abilities';

/** A lead that a routing wants: several jacks at its beginning where guitars share it. */
export type WantedRun = { readonly from: readonly JackRef[]; readonly to: JackRef };
export type Wanted = {
  readonly runs: readonly WantedRun[];
  readonly states: readonly { readonly box: string; readonly block: string; readonly state: string }[];
  readonly modes: readonly { readonly box: string; readonly jack: string; readonly mode: string }[];
  /** Blocks to be put into units, and their inner wirings with them. */
  readonly blocks: readonly { readonly box: string; readonly block: Block }[];
  readonly wires: readonly {
    readonly box: string;
    readonly patch: string;
    readonly wires: readonly Wire[];
  }[];
};

export const nothing: Wanted = { runs: [], states: [], modes: [], blocks: [], wires: [] };

/** Several parts of a routing as one. */
export const joined = (...parts: readonly Partial<Wanted>[]): Wanted => ({
  runs: parts.flatMap((part) => part.runs ?? []),
  states: parts.flatMap((part) => part.states ?? []),
  modes: parts.flatMap((part) => part.modes ?? []),
  blocks: parts.flatMap((part) => part.blocks ?? []),
  wires: parts.flatMap((part) => part.wires ?? []),
});

export class CannotBeHad extends Error {}

export const need = <T>(value: T | null | undefined, reason: string): T => {
  if (value === null || value === undefined) throw new CannotBeHad(reason);
  return value;
};

export type Through = Pick<Passage, 'into' | 'outOf'>;

export const through = (box: Box): Through => {
  const jack = (direction: 'in' | 'out') =>
    box.jacks.find((j) => j.direction === direction && ['instrument', 'line'].includes(j.carries));
  return {
    into: { box: box.id, jack: need(jack('in'), `${box.name} has no input.`).id },
    outOf: { box: box.id, jack: need(jack('out'), `${box.name} has no output.`).id },
  };
};

/** Leads from a start through boxes in order to an end. */
export function line(
  start: readonly JackRef[],
  boxes: readonly Through[],
  end: JackRef,
): readonly WantedRun[] {
  const starts = [start, ...boxes.map((box) => [box.outOf])];
  const ends = [...boxes.map((box) => box.into), end];
  return starts.map((from, i) => ({ from, to: ends[i] ?? end }));
}

/** Where the signal comes from: the guitars' jacks, or the receiver that stands for them. */
export function beginning(abilities: Abilities): { from: readonly JackRef[]; runs: readonly WantedRun[] } {
  const { guitars, radio } = abilities;
  if (guitars.length === 0) throw new CannotBeHad('There is no guitar in the rig.');
  return radio
    ? {
        from: [radio.outOf],
        runs: [
          { from: guitars, to: radio.into },
          { from: [radio.sends], to: radio.hears },
        ],
      }
    : { from: guitars, runs: [] };
}

type HasStates = { readonly id: string; readonly states: readonly { readonly id: string }[] };

export const off = (unit: Unit, blocks: readonly HasStates[]): Wanted['states'] =>
  blocks
    .filter((block) => block.states.some((s) => s.id === 'off'))
    .map((block) => ({ box: unit.box.id, block: block.id, state: 'off' }));
export const on = (unit: Unit, ...blocks: readonly (HasStates | null | undefined)[]): Wanted['states'] =>
  blocks.flatMap((block) =>
    block?.states.some((s) => s.id === 'on') ? [{ box: unit.box.id, block: block.id, state: 'on' }] : [],
  );

/** The jack set to a mode, where it has one of that name. */
export function inMode(rig: Rig, at: JackRef, mode: 'instrument' | 'line' | 'mic'): Wanted['modes'] {
  const jack = jackIn(boxOf(rig, at.box), at.jack);
  return jack?.modes.some((one) => one.id === mode) ? [{ ...at, mode }] : [];
}

const wishOf = (rig: Rig, box: Box) => {
  const effect = box.blocks.find((block) => block.role === 'effect');
  return effect ? wishFor(rig, box, effect) : 'ahead';
};
const isUsed = (rig: Rig) => (box: Box) => wishOf(rig, box) !== 'unused';
const isAfter = (rig: Rig) => (box: Box) => wishOf(rig, box) === 'after';

/** The pedals that are in use, and of these those wished ahead of and after the preamp. */
export function usedPedals(rig: Rig, { pedals }: Abilities) {
  const all = pedals.filter(isUsed(rig));
  return {
    all,
    ahead: all.filter((box) => !isAfter(rig)(box)).map(through),
    after: all.filter(isAfter(rig)).map(through),
  };
}

export const withLoop = (abilities: Abilities): Amplifier => {
  const [first] = abilities.amplifiers;
  const found = abilities.amplifiers.find((amplifier) => amplifier.loop !== null);
  return need(found, first ? first.noLoop : 'There is no amplifier in the rig.');
};

export const aUnit = (abilities: Abilities): Unit =>
  need(abilities.units[0], 'There is no multi-effects unit in the rig.');

/** A unit's ends, and its path in one piece between them. */
export function wholePath(unit: Unit): Through {
  if (!unit.throughRow)
    throw new CannotBeHad(
      `${unit.box.name} has no path from its input to its output: its rows are not joined.`,
    );
  return {
    into: need(unit.input, `${unit.box.name} has no input.`),
    outOf: need(unit.output, `${unit.box.name} has no output.`),
  };
}
