// Jacks that are the two sides of one thing: by which channel of a block they give or take.
import { jackIn, type Box, type Jack, type Wire } from '../model';
import { weakly } from '../units';

/** Left and right of an output or an input. */
export type Pair = { readonly left: Jack; readonly right: Jack };

const portOf = (end: Wire['from']) => ('block' in end ? `${end.block} ${end.port}` : null);
const jackAt = (box: Box, end: Wire['from']) => ('jack' in end ? jackIn(box, end.jack) : undefined);

/** Outputs at which each side of a block comes out by itself. */
export const outputPairs = weakly((box: Box, wires: readonly Wire[]): readonly Pair[] => {
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
});

/** Inputs that go to a side each of one block; a right one may hear the left one while it is free. */
export const inputPairs = weakly((box: Box, wires: readonly Wire[]): readonly Pair[] => {
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
});

/** Right inputs that hear the left one while they are free are a pair too. */
export const normalledPairs = weakly((box: Box): readonly Pair[] =>
  box.jacks.flatMap((right) => {
    if (right.normalledFrom === undefined || right.direction !== 'in') return [];
    const left = jackIn(box, right.normalledFrom);
    return left?.direction === 'in' ? [{ left, right }] : [];
  }),
);

/** Jacks that are said to be a side each, in printed order: of several taps the first with the first. */
export const sidedPairs = weakly(({ jacks }: Box): Readonly<Record<'in' | 'out', readonly Pair[]>> => {
  const pairs = (direction: 'in' | 'out') => {
    const of = (side: 'left' | 'right') =>
      jacks.filter((jack) => jack.side === side && jack.direction === direction);
    const rights = of('right');
    return of('left').flatMap((left, i): Pair[] => {
      const right = rights[i];
      return right ? [{ left, right }] : [];
    });
  };
  return { in: pairs('in'), out: pairs('out') };
});
