import type { Box, InnerEnd, Wire } from './types';

/** One path inside a unit, as technicians read it: in at a jack, through blocks in order, out at jacks. */
export type Row = {
  readonly input: string;
  /** Block ids in order; a loop block leaves and comes back by the jacks in `loops`. */
  readonly blocks: readonly string[];
  /** None: the path ends inside. Two of a stereo block: left, then right. */
  readonly outputs: readonly string[];
};

/** The jacks a loop block goes out by and comes back by. */
export type LoopJacks = { readonly send: string | null; readonly back: string | null };

export type Rows = { readonly rows: readonly Row[]; readonly loops: Readonly<Record<string, LoopJacks>> };

const isBlock = (end: InnerEnd, id: string, port: string) =>
  'block' in end && end.block === id && end.port === port;
const jackOfEnd = (end: InnerEnd | undefined) => (end && 'jack' in end ? end.jack : null);

/** The wires that make these rows. */
export function wiresOfRows(box: Box, { rows, loops }: Rows): readonly Wire[] {
  const wires: Wire[] = [];
  for (const row of rows) {
    let from: InnerEnd = { jack: row.input };
    for (const id of row.blocks) {
      wires.push({ from, to: { block: id, port: 'in' } });
      const loop = loops[id];
      if (loop?.send) wires.push({ from: { block: id, port: 'send' }, to: { jack: loop.send } });
      if (loop?.back) wires.push({ from: { jack: loop.back }, to: { block: id, port: 'return' } });
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

/**
 * Reads an inner wiring as rows, or null where it is no set of rows (a split, a merge, two blocks on one output):
 * such a wiring is shown but not edited as rows.
 */
export function rowsOf(box: Box, wires: readonly Wire[]): Rows | null {
  const loops: Record<string, LoopJacks> = {};
  const isLoop = (id: string) => box.blocks.some((block) => block.id === id && block.role === 'loop');
  for (const block of box.blocks)
    if (block.role === 'loop')
      loops[block.id] = {
        send: jackOfEnd(wires.find((wire) => isBlock(wire.from, block.id, 'send'))?.to),
        back: jackOfEnd(wires.find((wire) => isBlock(wire.to, block.id, 'return'))?.from),
      };
  const backs = new Set(Object.values(loops).map((loop) => loop.back));
  const starts = wires.filter((wire) => 'jack' in wire.from && !backs.has(wire.from.jack));
  const seen = new Set<string>();
  const rows: Row[] = [];
  for (const start of starts) {
    const input = jackOfEnd(start.from) ?? '';
    if (rows.some((row) => row.input === input)) return null;
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
      const next = onward[0]?.to;
      if (next === undefined || 'jack' in next) {
        if (onward.some((wire) => 'block' in wire.to)) return null;
        for (const wire of onward) {
          const jack = jackOfEnd(wire.to);
          if (jack !== null && !outputs.includes(jack)) outputs.push(jack);
        }
        break;
      }
      if (onward.length > 1) return null;
      end = next;
    }
    rows.push({ input, blocks, outputs });
  }
  const rebuilt = wiresOfRows(box, { rows, loops });
  const placed = new Set(rows.flatMap((row) => row.blocks));
  const unplaced = Object.keys(loops).some(
    (id) => isLoop(id) && !placed.has(id) && (loops[id]?.send || loops[id]?.back),
  );
  return rebuilt.length === wires.length && !unplaced ? { rows, loops } : null;
}

/** Is this a unit whose inside people rearrange? */
export const hasGrid = (box: Box): boolean =>
  box.blocks.some((block) => block.movable || block.role === 'loop');

/** Blocks of a box that stand in no row. */
export const restingBlocks = (box: Box, rows: Rows): readonly string[] => {
  const placed = new Set(rows.rows.flatMap((row) => row.blocks));
  return box.blocks.map((block) => block.id).filter((id) => !placed.has(id));
};

/** The rows with a block taken out of where it stands and put at a place of a row. */
export function moveBlock(rows: Rows, block: string, to: { row: number; index: number }): Rows {
  const without = rows.rows.map((row) => ({ ...row, blocks: row.blocks.filter((id) => id !== block) }));
  return {
    ...rows,
    rows: without.map((row, i) =>
      i === to.row ? { ...row, blocks: row.blocks.toSpliced(to.index, 0, block) } : row,
    ),
  };
}

export const withoutBlock = (rows: Rows, block: string): Rows => {
  const loops = Object.fromEntries(Object.entries(rows.loops).filter(([id]) => id !== block));
  return {
    loops,
    rows: rows.rows.map((row) => ({ ...row, blocks: row.blocks.filter((id) => id !== block) })),
  };
};
