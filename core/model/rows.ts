import type { Box, InnerEnd, Wire } from './types';

/** A row begins at an input jack, or branches off behind a block of an earlier row. */
export type RowStart = { readonly jack: string } | { readonly after: string };

/** One path inside a unit, as technicians read it: from a jack or a split, through blocks in order, out at jacks. */
export type Row = {
  readonly from: RowStart;
  /** Block ids in order; a loop block leaves and comes back by the jacks in `loops`. */
  readonly blocks: readonly string[];
  /** None: the path ends inside. Two of a stereo block: left, then right. */
  readonly outputs: readonly string[];
};

/** The jacks a loop block goes out by and comes back by; a stereo loop by a second jack a side, for the right. */
export type LoopJacks = {
  readonly send: string | null;
  readonly back: string | null;
  readonly sendRight?: string;
  readonly backRight?: string;
};

export type Rows = {
  readonly rows: readonly Row[];
  readonly loops: Readonly<Record<string, LoopJacks>>;
  /** Outputs that another jack hears too (headphones on the main outputs); they stay as the unit has them. */
  readonly taps: readonly Wire[];
};

const isBlock = (end: InnerEnd, id: string, port: string) =>
  'block' in end && end.block === id && end.port === port;
const jackOfEnd = (end: InnerEnd) => ('jack' in end ? end.jack : null);

/** The wires of a loop block to its jacks; of two jacks a side each has one channel. */
function wiresOfLoop(block: string, { send, back, sendRight, backRight }: LoopJacks): readonly Wire[] {
  const out: InnerEnd = { block, port: 'send' };
  const into: InnerEnd = { block, port: 'return' };
  const [left, right] = ['left', 'right'] as const;
  return [
    ...(send ? [{ from: out, to: { jack: send }, ...(sendRight ? { fromChannel: left } : {}) }] : []),
    ...(sendRight ? [{ from: out, to: { jack: sendRight }, fromChannel: right }] : []),
    ...(back ? [{ from: { jack: back }, to: into, ...(backRight ? { toChannel: left } : {}) }] : []),
    ...(backRight ? [{ from: { jack: backRight }, to: into, toChannel: right }] : []),
  ];
}

/** The wires that make these rows. */
export function wiresOfRows(box: Box, { rows, loops, taps }: Rows): readonly Wire[] {
  const wires: Wire[] = [...taps];
  for (const row of rows) {
    let from: InnerEnd =
      'jack' in row.from ? { jack: row.from.jack } : { block: row.from.after, port: 'out' };
    for (const id of row.blocks) {
      wires.push({ from, to: { block: id, port: 'in' } });
      const loop = loops[id];
      if (loop) wires.push(...wiresOfLoop(id, loop));
      from = { block: id, port: 'out' };
    }
    const last = box.blocks.find((block) => block.id === row.blocks.at(-1));
    const [left, right] = row.outputs;
    if (last?.channelsOut === 2 && row.outputs.length === 2 && left !== undefined && right !== undefined) {
      wires.push({ from, to: { jack: left }, fromChannel: 'left' });
      wires.push({ from, to: { jack: right }, fromChannel: 'right' });
      wires.push({ from, to: { jack: left }, fromChannel: 'right', whileOpen: right });
    } else for (const output of row.outputs) wires.push({ from, to: { jack: output } });
  }
  return wires;
}

function loopJacks(wires: readonly Wire[], id: string): LoopJacks {
  const [send = null, sendRight] = wires.flatMap(({ from, to }) =>
    isBlock(from, id, 'send') ? (jackOfEnd(to) ?? []) : [],
  );
  const [back = null, backRight] = wires.flatMap(({ from, to }) =>
    isBlock(to, id, 'return') ? (jackOfEnd(from) ?? []) : [],
  );
  return { send, back, ...(sendRight ? { sendRight } : {}), ...(backRight ? { backRight } : {}) };
}

/**
 * Reads an inner wiring as rows, or null where it is no set of rows (a merge, two rows from one jack): such a wiring
 * is shown but not edited as rows.
 */
export function rowsOf(box: Box, all: readonly Wire[]): Rows | null {
  const outs = new Set(box.jacks.filter((jack) => jack.direction === 'out').map((jack) => jack.id));
  const isTap = ({ from, to }: Wire) => 'jack' in from && 'jack' in to && outs.has(from.jack);
  const taps = all.filter(isTap);
  const wires = all.filter((wire) => !isTap(wire));
  const loops: Record<string, LoopJacks> = {};
  const isLoop = (id: string) => box.blocks.some((block) => block.id === id && block.role === 'loop');
  for (const block of box.blocks) if (block.role === 'loop') loops[block.id] = loopJacks(wires, block.id);
  const backs = new Set(Object.values(loops).flatMap(({ back, backRight }) => [back, backRight ?? null]));
  const seen = new Set<string>();
  const rows: Row[] = [];
  const waiting: { readonly from: RowStart; readonly to: InnerEnd }[] = wires.flatMap(({ from, to }) =>
    'jack' in from && !backs.has(from.jack) ? [{ from: { jack: from.jack }, to }] : [],
  );
  for (let start = waiting.shift(); start; start = waiting.shift()) {
    const { from } = start;
    if ('jack' in from && rows.some((row) => 'jack' in row.from && row.from.jack === from.jack)) return null;
    const blocks: string[] = [];
    let end: InnerEnd = start.to;
    const outputs: string[] = [];
    if ('jack' in end) outputs.push(end.jack);
    while ('block' in end) {
      const { block: id, port } = end;
      if (port !== 'in' || seen.has(id)) return null;
      seen.add(id);
      blocks.push(id);
      const onward: readonly Wire[] = wires.filter((wire) => isBlock(wire.from, id, 'out'));
      const jacks = new Set(onward.flatMap((wire) => jackOfEnd(wire.to) ?? []));
      outputs.push(...jacks);
      const branches = onward.flatMap(({ to }) => ('block' in to ? [to] : []));
      const next = jacks.size > 0 ? undefined : branches.shift();
      waiting.push(...branches.map((to) => ({ from: { after: id }, to })));
      if (!next) break;
      end = next;
    }
    rows.push({ from, blocks, outputs });
  }
  const rebuilt = wiresOfRows(box, { rows, loops, taps });
  const placed = new Set(rows.flatMap((row) => row.blocks));
  const unplaced = Object.keys(loops).some(
    (id) => isLoop(id) && !placed.has(id) && (loops[id]?.send || loops[id]?.back),
  );
  return rebuilt.length === all.length && !unplaced ? { rows, loops, taps } : null;
}

/** Is this a unit whose inside people rearrange? */
export const hasGrid = (box: Box): boolean =>
  box.blocks.some((block) => block.movable || block.role === 'loop');

/** Blocks of a box that stand in no row. */
export const restingBlocks = (box: Box, rows: Rows): readonly string[] => {
  const placed = new Set(rows.rows.flatMap((row) => row.blocks));
  return box.blocks.map((block) => block.id).filter((id) => !placed.has(id));
};

/** The rows without a block; what branched off behind it branches off behind the one before, or begins where its row did. */
function takenOut(rows: Rows, block: string): readonly Row[] {
  const home = rows.rows.find((row) => row.blocks.includes(block));
  const before = home?.blocks[home.blocks.indexOf(block) - 1];
  return rows.rows.map((row) => ({
    from:
      home && 'after' in row.from && row.from.after === block
        ? before === undefined
          ? home.from
          : { after: before }
        : row.from,
    blocks: row.blocks.filter((id) => id !== block),
    outputs: row.outputs,
  }));
}

/** The rows with a block taken out of where it stands and put at a place of a row. */
export function moveBlock(rows: Rows, block: string, to: { row: number; index: number }): Rows {
  const within = rows.rows[to.row]?.blocks.includes(block) ?? false;
  const without = within
    ? rows.rows.map((row) => ({ ...row, blocks: row.blocks.filter((id) => id !== block) }))
    : takenOut(rows, block);
  return {
    ...rows,
    rows: without.map((row, i) =>
      i === to.row ? { ...row, blocks: row.blocks.toSpliced(to.index, 0, block) } : row,
    ),
  };
}

/** The rows with a block resting: it keeps its place in the unit and its loop's jacks. */
export const restBlock = (rows: Rows, block: string): Rows => ({ ...rows, rows: takenOut(rows, block) });

/** The rows without a block that leaves the unit, its loop’s jacks given free. */
export const withoutBlock = (rows: Rows, block: string): Rows => ({
  ...rows,
  loops: Object.fromEntries(Object.entries(rows.loops).filter(([id]) => id !== block)),
  rows: takenOut(rows, block),
});
