// Units whose inside is laid anew so that it passes its blocks in the order that is wanted.
import {
  isAudio,
  restBlock,
  rowsOf,
  wiresOfRows,
  type Block,
  type Box,
  type LoopJacks,
  type Row,
  type Rows,
} from '../model';
import { recently, weakly } from '../units';
import type { Legs } from './legs';

/** What a unit may have none left of. */
export type Lack = 'loop' | 'input' | 'output';

/** One path through the unit: blocks with loops among them, and the legs by which it is left at its end. */
type Line = {
  /** Behind this block of another line; null: it begins at a jack. */
  readonly after: string | null;
  readonly blocks: readonly string[];
  readonly leaves: boolean;
};

/** The lines of a unit, loops closed: what goes out by a loop goes on where it comes back. */
function linesOf({ visits, legs }: Legs, box: string): readonly Line[] {
  const own = visits.flatMap((visit, i) =>
    visit.box === box ? [{ visit, legs: legs.filter((leg) => leg.visit === i) }] : [],
  );
  const backBy = (loop: string) =>
    own.find(({ visit }) => visit.entry.kind === 'back' && visit.entry.loop === loop);
  const lines: Line[] = [];
  const follow = (at: (typeof own)[number], after: string | null, before: readonly string[]) => {
    // Legs of one visit part behind what they have in common.
    const [first, ...others] = at.legs;
    if (!first) return;
    const shared = others.reduce((n, leg) => {
      const k = first.blocks.findIndex((block, i) => leg.blocks[i] !== block);
      return Math.min(n, k < 0 ? first.blocks.length : k);
    }, first.blocks.length);
    const trunk = [...before, ...first.blocks.slice(0, shared)];
    for (const [i, leg] of at.legs.entries()) {
      const branch = i > 0 ? (trunk.at(-1) ?? after) : after;
      const blocks = i > 0 ? leg.blocks.slice(shared) : [...trunk, ...first.blocks.slice(shared)];
      if (leg.out.kind !== 'loop') {
        lines.push({ after: branch, blocks, leaves: leg.out.kind === 'out' });
        continue;
      }
      const back = backBy(leg.out.loop);
      if (back) follow(back, branch, [...blocks, leg.out.loop]);
      else lines.push({ after: branch, blocks: [...blocks, leg.out.loop], leaves: false });
    }
  };
  for (const one of own) if (one.visit.entry.kind !== 'back') follow(one, null, []);
  return lines;
}

const isPlain = ({ carries }: Box['jacks'][number]) => carries === 'instrument' || carries === 'line';

/** Inputs and outputs that no loop and no row has, in the order of the box; outputs that give what others give apart. */
function freeJacks(box: Box, rows: Rows, direction: 'in' | 'out'): readonly string[] {
  const ofLoops = Object.values(rows.loops).flatMap(({ send, back, sendRight, backRight }) => [
    send,
    back,
    sendRight,
    backRight,
  ]);
  const ofRows = rows.rows.flatMap(({ from, outputs }) => [
    ...('jack' in from ? [from.jack] : []),
    ...outputs,
  ]);
  const mirrors = rows.taps.flatMap(({ to }) => ('jack' in to ? [to.jack] : []));
  const taken = new Set<string | null | undefined>([...ofLoops, ...ofRows, ...mirrors]);
  return box.jacks
    .filter((jack) => jack.direction === direction && isAudio(jack) && isPlain(jack) && !taken.has(jack.id))
    .map(({ id }) => id);
}

/** Jacks for the loops that have none yet: the unit's own pairs that nothing uses. */
function withLoops(box: Box, rows: Rows, wanted: readonly string[]): Rows | null {
  const loops: Record<string, LoopJacks> = { ...rows.loops };
  for (const block of wanted) {
    if (loops[block]?.send && loops[block].back) continue;
    const used = new Set(Object.values(loops).flatMap(({ send, back }) => [send, back]));
    const free = box.loops?.find(
      ({ sends, returns }) => ![...sends, ...returns].some((jack) => used.has(jack)),
    );
    const [send, sendRight] = free?.sends ?? [];
    const [back, backRight] = free?.returns ?? [];
    if (send === undefined || back === undefined) return null;
    loops[block] = { send, back, ...(sendRight ? { sendRight } : {}), ...(backRight ? { backRight } : {}) };
  }
  return { ...rows, loops };
}

/** Can its inside be laid anew? The loops of a switcher stand as they are built. */
export const isGrid = (box: Box): boolean => box.blocks.some(({ movable }) => movable);

/** The blocks of a unit in the order of its rows, loops and what rests apart; of none that is in a row all. */
export function lineOf(box: Box): readonly string[] {
  const wires = box.patches.find(({ id }) => id === box.patch)?.wires ?? [];
  const passed = box.blocks.filter(({ role, twinOf }) => role !== 'loop' && twinOf === undefined);
  const isPassed = (block: string) => passed.some(({ id }) => id === block);
  const line = rowsOf(box, wires).rows.flatMap(({ blocks }) => blocks.filter(isPassed));
  return line.length > 0 ? [...new Set(line)] : passed.map(({ id }) => id);
}

/** So many ways to lay a box are kept: what hangs on a box is worked out once for each. */
const KEPT = 64;

const rested = weakly((box: Box) =>
  recently((emptied: readonly string[]): Box => {
    const own = box.patches.find(({ id }) => id === box.patch);
    if (!own) return box;
    const wires = wiresOfRows(box, emptied.reduce(restBlock, rowsOf(box, own.wires)));
    return { ...box, patches: box.patches.map((patch) => (patch === own ? { ...patch, wires } : patch)) };
  }, KEPT),
);

/** A unit whose loops that are emptied leave their rows. */
export const restingLoops = (box: Box, emptied: readonly string[]): Box =>
  emptied.length === 0 ? box : rested(box)(emptied);

const grown = weakly((box: Box) =>
  recently((blocks: readonly Block[]): Box => ({ ...box, blocks: [...box.blocks, ...blocks] }), KEPT),
);

/** A box with blocks put in. */
export const withOwnBlocks = (box: Box, blocks: readonly Block[]): Box =>
  blocks.length === 0 ? box : grown(box)(blocks);

/**
 * A unit with its rows as the legs want them: rows that begin or end as they did keep their jacks, others get free
 * ones. Blocks that no leg passes rest.
 * @returns what it has none left of, where that is so
 */
export const relaid = (box: Box, legs: Legs): Box | Lack => laid(box)(linesOf(legs, box.id));

const laid = weakly((box: Box) => recently((lines: readonly Line[]) => layLines(box, lines), KEPT));

function layLines(box: Box, lines: readonly Line[]): Box | Lack {
  const wires = box.patches.find(({ id }) => id === box.patch)?.wires ?? [];
  const was = rowsOf(box, wires);
  const isLoop = (block: string) => box.blocks.some(({ id, role }) => id === block && role === 'loop');
  const open = withLoops(
    box,
    was,
    lines.flatMap(({ blocks }) => blocks.filter(isLoop)),
  );
  if (!open) return 'loop';
  const heads = was.rows.flatMap(({ from }) => ('jack' in from ? [from.jack] : []));
  const ends = was.rows.map(({ outputs }) => outputs);
  const inputs = [...heads, ...freeJacks(box, open, 'in')];
  // Left or mono first: the right of a pair that is in use by its left is nobody's first choice.
  const isRight = (jack: string) => Number(/-(r|right)$/.test(jack));
  const spare = [...freeJacks(box, open, 'out')].sort((a, b) => isRight(a) - isRight(b));
  const rows: Row[] = [];
  for (const [i, { after, blocks, leaves }] of lines.entries()) {
    const jack = inputs.shift();
    if (after === null && jack === undefined) return 'input';
    const kept = ends[i] ?? [];
    const outputs = !leaves ? [] : kept.length > 0 ? kept : spare.splice(0, 1);
    if (leaves && outputs.length === 0) return 'output';
    if (after !== null && jack !== undefined) inputs.unshift(jack);
    rows.push({ from: after === null ? { jack: jack ?? '' } : { after }, blocks, outputs });
  }
  const next = wiresOfRows(box, { ...open, rows });
  return {
    ...box,
    patches: box.patches.map((patch) => (patch.id === box.patch ? { ...patch, wires: next } : patch)),
  };
}
