// A routing in the making: one line of what is passed, and the ways it parts into.

/** One passage: a box, whole or some of its blocks; a unit's blocks are one item each. */
export type Item = {
  readonly box: string;
  /** None: it is passed for what hangs in its loop. */
  readonly blocks: readonly string[];
  /** How it is come to: by a lead, by two, or through the air. Inside a box it counts behind a loop alone. */
  readonly by: '>' | '>>' | '~';
  /** Its other side, where two boxes are passed side by side, or two halves of one. */
  readonly second?: { readonly box: string; readonly blocks: readonly string[] };
  /** What parts leave as it stands: the loops of a switcher, a through jack, ways that part once more; every box in it. */
  readonly kept?: { readonly text: string; readonly boxes: readonly string[] };
};

/** A way that parts from the line, ahead of its item of this number; at its length: behind all of it. */
export type Way = { readonly from: number; readonly items: readonly Item[] };

export type Draft = {
  /** What it begins at, as text: `GUITAR/BRTN`, `GUITAR > TX ~ RX`. */
  readonly begin: string;
  readonly line: readonly Item[];
  /** At the end of the line one at least. */
  readonly ways: readonly Way[];
  /** Whether the ways at the end are heard at once, one at a time (by a selector), or left here and right there. */
  readonly how: 'both' | 'either' | 'sides';
  /** Other chains of the rig, as text, a line each. */
  readonly also: readonly string[];
  /** Units that are left and come back to by rows of their own, and not by a loop. */
  readonly rows: readonly string[];
};

/** The ways behind all of the line. */
export const endsOf = ({ line, ways }: Draft): readonly Way[] =>
  ways.filter(({ from }) => from === line.length);

/** A draft with another line: ways at its end stay there, others where they part if that is still there. */
export function withLine(draft: Draft, line: readonly Item[]): Draft {
  const ways = draft.ways.map((way) => {
    if (way.from === draft.line.length) return { ...way, from: line.length };
    const ahead = draft.line[way.from - 1];
    const at = line.findIndex((item) => ahead !== undefined && isSame(item, ahead));
    return { ...way, from: at < 0 ? 0 : at + 1 };
  });
  return { ...draft, line, ways };
}

/** A draft with these ways at its end. */
export const withEnds = (draft: Draft, ends: readonly (readonly Item[])[]): Draft => ({
  ...draft,
  ways: [
    ...draft.ways.filter(({ from }) => from !== draft.line.length),
    ...ends.map((items) => ({ from: draft.line.length, items })),
  ],
});

export const isSame = (a: Item, b: Item): boolean =>
  a.box === b.box && a.blocks.join(' ') === b.blocks.join(' ') && a.kept?.text === b.kept?.text;

/** Every item of a draft, the line first. */
export const itemsOf = ({ line, ways }: Draft): readonly Item[] => [
  ...line,
  ...ways.flatMap(({ items }) => items),
];

/** Every box that a draft passes. */
export const boxesIn = (draft: Draft): ReadonlySet<string> =>
  new Set(
    itemsOf(draft).flatMap(({ box, second, kept }) => [
      box,
      ...(second ? [second.box] : []),
      ...(kept?.boxes ?? []),
    ]),
  );

/** Does a draft pass a block of a box? Of what is kept as text every block counts. */
export const passes = (draft: Draft, box: string, block: string): boolean =>
  itemsOf(draft).some(
    ({ second, kept, ...item }) =>
      (item.box === box && item.blocks.includes(block)) ||
      (second?.box === box && second.blocks.includes(block)) ||
      kept?.boxes.includes(box) === true,
  );
