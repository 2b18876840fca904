import { weakly } from '../units';
import { blockIn } from './look-up';
import type { Box, InnerEnd, Port, Wire } from './types';

/** A row begins at an input jack, or branches off behind a block of another row: at its usual output, or a second one. */
export type RowStart =
  | { readonly jack: string }
  | { readonly after: string; readonly port?: Exclude<Port, 'out'> };

/** Where a row joins another: a block of it, by its usual input or another. */
export type RowJoin = { readonly block: string; readonly port: Port };

/** One path inside a unit, as technicians read it: from a jack or a split, through blocks in order, out at jacks. */
export type Row = {
  readonly from: RowStart;
  /** Block ids in order; a loop block leaves and comes back by the jacks in `loops`. */
  readonly blocks: readonly string[];
  /** None: the path ends inside. Two of a stereo block: left, then right. */
  readonly outputs: readonly string[];
  /** The path goes on in another row from this block on: a merge. */
  readonly into?: RowJoin;
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
  /** Wires that no row passes (what no input reaches); they stay too. */
  readonly others: readonly Wire[];
  /** The wiring that was read: what a change does not touch keeps its wires, sides and conditions with them. */
  readonly was: readonly Wire[];
  /** Blocks that stood in a row as it was read. */
  readonly stood: readonly string[];
};

const isBlock = (end: InnerEnd, id: string, port: string) =>
  'block' in end && end.block === id && end.port === port;
const jackOfEnd = (end: InnerEnd) => ('jack' in end ? end.jack : null);
const sameEnd = (a: InnerEnd, b: InnerEnd) =>
  'jack' in a ? 'jack' in b && a.jack === b.jack : 'block' in b && a.block === b.block && a.port === b.port;

const sameJacks = (a: readonly string[], b: readonly string[]) =>
  a.length === b.length && a.every((jack) => b.includes(jack));

/** The wires of a loop block to its jacks; of two jacks a side each has one channel. */
function wiresOfLoop(block: string, jacks: LoopJacks, was: readonly Wire[]): readonly Wire[] {
  const { send, back, sendRight, backRight } = jacks;
  const known = was.filter(({ from, to }) => isBlock(from, block, 'send') || isBlock(to, block, 'return'));
  const before = loopJacks(known, block);
  if (
    before.send === send &&
    before.back === back &&
    before.sendRight === sendRight &&
    before.backRight === backRight
  )
    return known;
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

/** The wires from the end of a row to its outputs; a pair of a stereo block has a side each, and left alone is mono. */
function wiresToOutputs(
  box: Box,
  from: InnerEnd,
  outputs: readonly string[],
  was: readonly Wire[],
): readonly Wire[] {
  const known = was.filter((wire) => sameEnd(wire.from, from) && 'jack' in wire.to);
  const before = [...new Set(known.flatMap((wire) => jackOfEnd(wire.to) ?? []))];
  if (sameJacks(before, outputs)) return known;
  const last = 'block' in from ? blockIn(box, from.block) : undefined;
  const [left, right] = outputs;
  if (last?.channelsOut === 2 && outputs.length === 2 && left !== undefined && right !== undefined)
    return [
      { from, to: { jack: left }, fromChannel: 'left' },
      { from, to: { jack: right }, fromChannel: 'right' },
      { from, to: { jack: left }, fromChannel: 'right', whileOpen: right },
    ];
  return outputs.map((jack) => ({ from, to: { jack } }));
}

const startOf = (from: RowStart): InnerEnd =>
  'jack' in from ? { jack: from.jack } : { block: from.after, port: from.port ?? 'out' };

/** The wires of the rows alone. */
function wiresAlong(box: Box, { rows, loops, was }: Rows): readonly Wire[] {
  const link = (from: InnerEnd, to: InnerEnd): readonly Wire[] => {
    const known = was.filter((wire) => sameEnd(wire.from, from) && sameEnd(wire.to, to));
    return known.length > 0 ? known : [{ from, to }];
  };
  const wires: Wire[] = [];
  for (const row of rows) {
    let from = startOf(row.from);
    for (const id of row.blocks) {
      wires.push(...link(from, { block: id, port: 'in' }));
      const loop = loops[id];
      if (loop) wires.push(...wiresOfLoop(id, loop, was));
      from = { block: id, port: 'out' };
    }
    wires.push(...wiresToOutputs(box, from, row.outputs, was));
    if (row.into) wires.push(...link(from, row.into));
  }
  // Two rows that begin at one place and go on alike are one wire.
  return [...new Set(wires)];
}

/** The wires that make these rows, what stood as it was with the wires that it had. */
export function wiresOfRows(box: Box, rows: Rows): readonly Wire[] {
  const placed = new Set(rows.rows.flatMap((row) => row.blocks));
  const isNew = (end: InnerEnd) => 'block' in end && placed.has(end.block) && !rows.stood.includes(end.block);
  const isThere = (end: InnerEnd) => 'jack' in end || box.blocks.some(({ id }) => id === end.block);
  // A block that comes into a row leaves what it was wired to outside of one.
  const others = rows.others.filter(
    ({ from, to }) => !isNew(from) && !isNew(to) && isThere(from) && isThere(to),
  );
  return [...rows.taps, ...wiresAlong(box, rows), ...others];
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

type Start = {
  readonly from: RowStart;
  readonly to: InnerEnd | undefined;
  readonly outputs: readonly string[];
};

/** Each target once: both sides of a stereo way lead to one. */
const targets = (wires: readonly Wire[]): readonly InnerEnd[] =>
  wires.map(({ to }) => to).filter((to, i, all) => all.findIndex((other) => sameEnd(to, other)) === i);

/**
 * Reads an inner wiring as rows, without loss: splits are rows that branch off, merges rows that end in a block of
 * another, and what no row passes is kept beside them. `wiresOfRows` gives the same wires again.
 */
export const rowsOf = weakly((box: Box, all: readonly Wire[]): Rows => {
  const outs = new Set(box.jacks.filter((jack) => jack.direction === 'out').map((jack) => jack.id));
  const isTap = ({ from, to }: Wire) => 'jack' in from && 'jack' in to && outs.has(from.jack);
  const taps = all.filter(isTap);
  const wires = all.filter((wire) => !isTap(wire));
  const loops: Record<string, LoopJacks> = {};
  for (const block of box.blocks) if (block.role === 'loop') loops[block.id] = loopJacks(wires, block.id);
  const backs = new Set(Object.values(loops).flatMap(({ back, backRight }) => [back, backRight ?? null]));
  const leaving = (is: (from: InnerEnd) => boolean) => targets(wires.filter(({ from }) => is(from)));

  /** What goes straight to jacks is one row, what goes to a block a row for each. */
  const startsAt = (from: RowStart): readonly Start[] => {
    const onward = leaving((end) => sameEnd(end, startOf(from)));
    const outputs = onward.flatMap((to) => jackOfEnd(to) ?? []);
    const straight: Start = { from, to: undefined, outputs };
    return [
      ...(outputs.length > 0 ? [straight] : []),
      ...onward.filter((to) => 'block' in to).map((to) => ({ from, to, outputs: [] })),
    ];
  };
  const jacks = [...new Set(wires.flatMap(({ from }) => jackOfEnd(from) ?? []))].filter(
    (jack) => !backs.has(jack),
  );
  const waiting: Start[] = jacks.flatMap((jack) => startsAt({ jack }));
  const seen = new Set<string>();
  const rows: Row[] = [];
  for (let start = waiting.shift(); start; start = waiting.shift()) {
    const blocks: string[] = [];
    const outputs: string[] = [...start.outputs];
    let into: RowJoin | undefined;
    let end: InnerEnd | undefined = start.to;
    while (end && 'block' in end) {
      const { block: id, port }: RowJoin = end;
      if (port !== 'in' || seen.has(id)) {
        into = { block: id, port };
        break;
      }
      seen.add(id);
      blocks.push(id);
      const onward = leaving((from) => isBlock(from, id, 'out'));
      outputs.push(...onward.flatMap((to) => jackOfEnd(to) ?? []));
      const branches = onward.filter((to) => 'block' in to);
      const next: InnerEnd | undefined = outputs.length > 0 ? undefined : branches.shift();
      waiting.push(...branches.map((to) => ({ from: { after: id }, to, outputs: [] })));
      for (const port of ['out2', ...(loops[id] ? [] : (['send'] as const))] as const)
        waiting.push(...startsAt({ after: id, port }));
      end = next;
    }
    rows.push({ from: start.from, blocks, outputs, ...(into ? { into } : {}) });
  }
  const read: Rows = { rows, loops, taps, others: [], was: all, stood: [...seen] };
  const along = new Set(wiresAlong(box, read));
  return { ...read, others: wires.filter((wire) => !along.has(wire)) };
});

/**
 * The rows of an inner wiring that is nothing else: no merge, no two rows from one jack, no wire beside them. Null
 * where it is more: what binds jacks to rows by rule does not know such units.
 */
export function plainRowsOf(box: Box, all: readonly Wire[]): Rows | null {
  const rows = rowsOf(box, all);
  const starts = rows.rows.flatMap(({ from }) => ('jack' in from ? [from.jack] : []));
  const isPlain =
    rows.others.length === 0 &&
    new Set(starts).size === starts.length &&
    rows.rows.every(({ from, into }) => into === undefined && !('port' in from));
  return isPlain ? rows : null;
}

/** Is this a unit whose inside people rearrange? */
export const hasGrid = (box: Box): boolean =>
  box.blocks.some((block) => block.movable || block.role === 'loop');

/** Blocks of a box that stand in no row. */
export const restingBlocks = (box: Box, rows: Rows): readonly string[] => {
  const placed = new Set(rows.rows.flatMap((row) => row.blocks));
  return box.blocks.map((block) => block.id).filter((id) => !placed.has(id));
};
