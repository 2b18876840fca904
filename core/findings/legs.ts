// The legs of a split inside a unit: rows that branch off, and what makes a feed of one.
import { blockIn, type Box, type Row } from '../model';

/** The rows that a row branched off from, itself first. */
export function lineage(rows: readonly Row[], row: Row): readonly Row[] {
  const { from } = row;
  const parent =
    'after' in from ? rows.find((other) => other !== row && other.blocks.includes(from.after)) : undefined;
  return parent ? [row, ...lineage(rows, parent)] : [row];
}

/** The cabinet model that a leg has for itself: what makes a feed of it. */
export const feedModel = (box: Box, { blocks }: Row) =>
  blocks.map((id) => blockIn(box, id)).find((block) => block?.role === 'cabModel');
