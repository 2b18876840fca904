// Edits of the paths inside a unit, row by row.
import { makeGridBlock } from '../catalog';
import type { SingleEdit } from '../edits';
import {
  freshId,
  ringIn,
  rowsOf,
  wiresOfRows,
  withoutBlock,
  type Block,
  type Box,
  type LoopJacks,
  type Row,
  type Rows,
} from '../model';

/** Numbers a new block where its name is taken: Loop 2, Delay 2. */
function numbered(box: Box, name: string): string {
  const taken = new Set(box.blocks.map((block) => block.name));
  const first = name === 'Loop' ? 'Loop 1' : name;
  if (!taken.has(first)) return first;
  for (let n = 2; ; n += 1) if (!taken.has(`${name} ${n}`)) return `${name} ${n}`;
}

/** Puts a block of the catalogue into the unit; it stands in no row yet. Throws on a choice that does not exist. */
export function addBlockEdit(box: Box, choice: { readonly id: string; readonly name: string }): SingleEdit {
  const wanted = choice.id === 'loop' ? 'loop-1' : choice.id;
  const id = freshId(wanted, new Set(box.blocks.map((block) => block.id)));
  return {
    edit: 'addBlock',
    arguments: { box: box.id, block: makeGridBlock(choice.id, id, numbered(box, choice.name)) },
  };
}

/** The same effect on another leg, on one switch with it; it stands in no row yet. */
export function twinEdit(box: Box, block: Block): SingleEdit {
  const first = block.twinOf ?? block.id;
  const id = freshId(`${first}-twin`, new Set(box.blocks.map((one) => one.id)));
  const twin: Block = { ...block, id, name: numbered(box, block.name), twinOf: first };
  return { edit: 'addBlock', arguments: { box: box.id, block: twin } };
}

/** Takes a block out of the unit, and of every inner wiring. */
export const removeBlockEdit = (box: Box, block: string): SingleEdit => ({
  edit: 'removeBlock',
  arguments: {
    box: box.id,
    block,
    wires: Object.fromEntries(
      box.patches.map((wiring) => [
        wiring.id,
        wiresOfRows(
          { ...box, blocks: box.blocks.filter(({ id }) => id !== block) },
          withoutBlock(rowsOf(box, wiring.wires), block),
        ),
      ]),
    ),
  },
});

/** The first input that no row begins at and no loop comes back by; null: there is none. */
export function emptyInput(box: Box, { rows, loops }: Rows): string | null {
  const used = new Set([
    ...rows.flatMap((row) => ('jack' in row.from ? [row.from.jack] : [])),
    ...Object.values(loops).map((loop) => loop.back),
  ]);
  const free = box.jacks.find((jack) => jack.direction === 'in' && jack.converts && !used.has(jack.id));
  return free?.id ?? null;
}

const withRows = (rows: Rows, change: (rows: readonly Row[]) => readonly Row[]): Rows => ({
  ...rows,
  rows: change(rows.rows),
});

/** One row otherwise, or none in its place. */
export const inRows = (rows: Rows, index: number, change: (row: Row) => Row | null): Rows =>
  withRows(rows, (all) => all.flatMap((row, i) => (i === index ? (change(row) ?? []) : row)));

/** One more row, from an input jack through a block that stands in none. */
export const newRow = (rows: Rows, jack: string, block: string): Rows =>
  withRows(rows, (all) => [...all, { from: { jack }, blocks: [block], outputs: [] }]);

/** A second path from behind a block on, beginning with a block that stands in no row. */
export const branchAt = (rows: Rows, after: string, first: string): Rows =>
  withRows(rows, (all) => [...all, { from: { after }, blocks: [first], outputs: [] }]);

/** A second path from behind a block on, straight to an output. */
export const legTo = (rows: Rows, after: string, output: string): Rows =>
  withRows(rows, (all) => [...all, { from: { after }, blocks: [], outputs: [output] }]);

/** The row goes on in another row from one of its blocks on, instead of out by jacks of its own. */
export const joinAt = (rows: Rows, index: number, block: string): Rows =>
  inRows(rows, index, (row) => ({ ...row, outputs: [], into: { block, port: 'in' } }));

/** The row joins no other any more. */
export const partRow = (rows: Rows, index: number): Rows => inRows(rows, index, ({ into: _, ...row }) => row);

/** The row ends ahead of one of its blocks; that and what follows go on in a row of their own, from an input jack. */
export const splitHere = (rows: Rows, block: string, jack: string): Rows =>
  withRows(rows, (all) =>
    all.flatMap((row) => {
      const at = row.blocks.indexOf(block);
      return at < 0
        ? [row]
        : [
            { from: row.from, blocks: row.blocks.slice(0, at), outputs: [] },
            { ...row, from: { jack }, blocks: row.blocks.slice(at) },
          ];
    }),
  );

/** A loop block by other jacks. */
export const loopGoes = (rows: Rows, block: string, change: Partial<LoopJacks>): Rows => ({
  ...rows,
  loops: { ...rows.loops, [block]: { send: null, back: null, ...rows.loops[block], ...change } },
});

/** A row with another jack at one of its outputs, or with none there; a jack stands in it once. It joins no other then. */
export function outputOf({ into, ...row }: Row, at: number, jack: string | null): Row {
  const outputs = row.outputs.filter((other, i) => i !== at && other !== jack);
  if (jack === null) return { ...row, outputs, ...(into ? { into } : {}) };
  return { ...row, outputs: outputs.toSpliced(at, 0, jack) };
}

/** Blocks that a row may join: those of other rows, and none whose signal comes from this one. */
export function joinable(rows: Rows, index: number): readonly string[] {
  const own = rows.rows[index];
  if (!own) return [];
  return rows.rows
    .filter((_, i) => i !== index)
    .flatMap(({ blocks }) => blocks)
    .filter((block) => ringIn(joinAt(rows, index, block)) === null);
}
