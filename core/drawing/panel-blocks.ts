// The blocks of a box between its edges: in columns, each as far to the right as the way to it is long.
import type { Block, Port, Wire } from '../model';
import { fitText, textWidth } from './fonts';
import { TRACK, type Panelled } from './panel-edges';

export type PlacedBlock = {
  readonly block: Block;
  readonly column: number;
  readonly w: number;
  readonly h: number;
  /** Below the top of its column, px. */
  readonly y: number;
  readonly ins: readonly Port[];
  readonly outs: readonly Port[];
  readonly name: string;
  readonly words: string;
};

const ENTERS: readonly Port[] = ['in', 'in2', 'key', 'return'];
const LEAVES: readonly Port[] = ['out', 'out2', 'send'];
const PORT = 2 * TRACK;
const FIRST_PORT = 3 * TRACK;
const GAP_Y = 2 * TRACK;
const MOST_W = 152;

const up = (value: number) => Math.ceil(value / TRACK) * TRACK;

/** What of a block stands on its plate beside its name. */
function wordsOf({ role, category, states, state }: Block): string {
  const what = category ?? { ampModel: 'amp model', cabModel: 'cabinet model' }[role as 'ampModel'] ?? role;
  const is = states.length > 1 ? states.find(({ id }) => id === state)?.name : undefined;
  return is === undefined ? what : `${what}, ${is}`;
}

const usedPorts = (
  wires: readonly Wire[],
  id: string,
  way: 'from' | 'to',
  all: readonly Port[],
): readonly Port[] => {
  const used = all.filter((port) =>
    wires.some((wire) => {
      const end = wire[way];
      return 'block' in end && end.block === id && end.port === port;
    }),
  );
  return used.length > 0 ? used : all.slice(0, 1);
};

/** How many blocks stand before each on the longest way to it; a ring ends where it began. */
function columnsOf({ blocks }: Panelled, wires: readonly Wire[]): ReadonlyMap<string, number> {
  const before = new Map<string, string[]>();
  for (const { from, to } of wires)
    if ('block' in from && 'block' in to) before.set(to.block, [...(before.get(to.block) ?? []), from.block]);
  const known = new Map<string, number>();
  const walk = (id: string, way: readonly string[]): number => {
    const done = known.get(id);
    if (done !== undefined) return done;
    const ahead = (before.get(id) ?? []).filter((one) => one !== id && !way.includes(one));
    const column = Math.max(0, ...ahead.map((one) => walk(one, [...way, id]) + 1));
    if (way.length === 0) known.set(id, column);
    return column;
  };
  for (const { id } of blocks) walk(id, []);
  return known;
}

/** Every block of the box with its column and size, as one inner wiring has them. */
export function layBlocks(box: Panelled, wires: readonly Wire[]): readonly PlacedBlock[] {
  const columns = columnsOf(box, wires);
  const isWired = (id: string) =>
    wires.some(({ from, to }) => [from, to].some((end) => 'block' in end && end.block === id));
  const last = Math.max(
    -1,
    ...box.blocks.filter(({ id }) => isWired(id)).map(({ id }) => columns.get(id) ?? 0),
  );
  const heights = new Map<number, number>();
  return box.blocks.map((block) => {
    const { id } = block;
    // What this wiring leaves out stands behind the rest.
    const column = isWired(id) ? (columns.get(id) ?? 0) : last + 1;
    const ins = usedPorts(wires, id, 'to', ENTERS);
    const outs = usedPorts(wires, id, 'from', LEAVES);
    const words = fitText(wordsOf(block), 'sans', 12, MOST_W - 16);
    const name = fitText(block.name, 'bold', 12, MOST_W - 16);
    const w = Math.max(88, up(Math.max(textWidth(name, 'bold', 12), textWidth(words, 'sans', 12)) + 20));
    const h = Math.max(48, FIRST_PORT + PORT * Math.max(ins.length, outs.length));
    const y = heights.get(column) ?? 0;
    heights.set(column, y + h + GAP_Y);
    return { block, column, w: Math.min(MOST_W, w), h, y, ins, outs, name, words };
  });
}

/** Where a port is below the top of its column. */
export function portY(placed: PlacedBlock, port: Port): number {
  const list = placed.ins.includes(port) ? placed.ins : placed.outs;
  return placed.y + FIRST_PORT + PORT * Math.max(0, list.indexOf(port));
}
