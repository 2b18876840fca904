/** What stands on a sheet that scrolls, in the sheet's pixels. */
export type Standing = {
  readonly name: string;
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
};

/** The piece of a sheet that a pane shows, in the sheet's pixels. */
export type Shown = {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
};

/** In the order in which they are told. */
export const EDGES = ['left', 'top', 'bottom', 'right'] as const;
export type Edge = (typeof EDGES)[number];

/** A line or two are not missed. */
const MISSED_FROM = 4;

/** How far something reaches over each edge of what is shown, pixels. */
const over = (thing: Standing, { left, top, width, height }: Shown): Record<Edge, number> => ({
  bottom: thing.bottom - (top + height),
  top: top - thing.top,
  right: thing.right - (left + width),
  left: left - thing.left,
});

/** What each edge of a pane cuts off or hides, nearest first; at two edges, where it is further away. */
export function furtherOf(things: readonly Standing[], shown: Shown): ReadonlyMap<Edge, readonly Standing[]> {
  const further = new Map<Edge, { thing: Standing; by: number }[]>();
  for (const thing of things) {
    const reach = over(thing, shown);
    const edge = EDGES.reduce((most, one) => (reach[one] > reach[most] ? one : most));
    if (reach[edge] <= MISSED_FROM) continue;
    const own = further.get(edge) ?? [];
    own.push({ thing, by: reach[edge] });
    further.set(edge, own);
  }
  return new Map(
    [...further].map(([edge, own]) => [edge, own.toSorted((a, b) => a.by - b.by).map(({ thing }) => thing)]),
  );
}

/** What is hidden, in a few words: the nearest by its name, the others by their number. */
export function furtherWords(things: readonly Standing[]): string {
  const [first] = things;
  const rest = things.length - 1;
  if (!first || first.name === '') return `${things.length} more`;
  return rest === 0 ? first.name : `${first.name} and ${rest} more`;
}
