/** Pairs of a list that something holds of, and ought not to: one assertion tells them all. */
export const pairsWhere = <T>(
  items: readonly T[],
  holds: (a: T, b: T) => boolean,
): readonly (readonly [T, T])[] =>
  items.flatMap((a, i) =>
    items
      .slice(i + 1)
      .filter((b) => holds(a, b))
      .map((b) => [a, b] as const),
  );

/** The same between two lists. */
export const meetings = <A, B>(
  some: readonly A[],
  others: readonly B[],
  meet: (a: A, b: B) => boolean,
): readonly (readonly [A, B])[] =>
  some.flatMap((a) => others.filter((b) => meet(a, b)).map((b) => [a, b] as const));
