// Jacks that are the two sides of one thing: by which channel of a block they give or take.
import { jackIn, type Box, type Jack, type Wire } from '../model';

/** Left and right of an output or an input. */
export type Pair = { readonly left: Jack; readonly right: Jack };

const portOf = (end: Wire['from']) => ('block' in end ? `${end.block} ${end.port}` : null);
const jackAt = (box: Box, end: Wire['from']) => ('jack' in end ? jackIn(box, end.jack) : undefined);

/** Outputs at which each side of a block comes out by itself. */
export function outputPairs(box: Box, wires: readonly Wire[]): readonly Pair[] {
  const sides = wires.filter(({ whileOpen }) => whileOpen === undefined);
  return sides.flatMap((wire): Pair[] => {
    const left = wire.fromChannel === 'left' ? jackAt(box, wire.to) : undefined;
    const port = portOf(wire.from);
    if (!left || port === null) return [];
    return sides.flatMap((other) => {
      const right =
        other.fromChannel === 'right' && portOf(other.from) === port ? jackAt(box, other.to) : undefined;
      return right && right !== left ? [{ left, right }] : [];
    });
  });
}

/** Inputs that go to a side each of one block; a right one may hear the left one while it is free. */
export function inputPairs(box: Box, wires: readonly Wire[]): readonly Pair[] {
  return wires.flatMap((wire): Pair[] => {
    const left = wire.toChannel === 'left' ? jackAt(box, wire.from) : undefined;
    const port = portOf(wire.to);
    if (!left || port === null) return [];
    return wires.flatMap((other) => {
      const right =
        other.toChannel === 'right' && portOf(other.to) === port ? jackAt(box, other.from) : undefined;
      return right && right !== left ? [{ left, right }] : [];
    });
  });
}
