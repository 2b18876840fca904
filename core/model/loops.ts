import { blockIn, jackIn } from './look-up';
import { ringIn } from './row-edits';
import type { Rows } from './rows';
import type { Box, InnerEnd, Wire } from './types';
import { weakly } from '../units';

export type LoopFacts = NonNullable<Box['loops']>[number];

/** Channels of one side of a loop: two jacks, or a stereo one, are two. */
export const loopChannels = (box: Box, loop: LoopFacts): number =>
  loop.sends.reduce((sum, id) => sum + (jackIn(box, id)?.channels ?? 0), 0);

/** The loop that a jack belongs to, as the box has it. */
export const loopAt = (box: Box, jack: string | null | undefined): LoopFacts | undefined =>
  box.loops?.find(({ sends, returns }) => [...sends, ...returns].some((id) => id === jack));

/** A loop block that stands where its loop cannot: behind something, or on a leg of a split. */
export type LoopMisplaced = { readonly block: string; readonly loop: LoopFacts; readonly row: number };

/** Loops that may stand first only head their row together; those that do not. */
export function misplacedLoops(box: Box, { rows, loops }: Rows): readonly LoopMisplaced[] {
  const firstOnly = (id: string): LoopFacts | undefined => {
    const facts = loopAt(box, loops[id]?.send) ?? loopAt(box, loops[id]?.back);
    return facts?.stands === 'first' ? facts : undefined;
  };
  return rows.flatMap(({ from, blocks }, row) =>
    blocks.flatMap((block, i): LoopMisplaced[] => {
      const loop = firstOnly(block);
      const heads = 'jack' in from && blocks.slice(0, i).every(firstOnly);
      return loop && !heads ? [{ block, loop, row }] : [];
    }),
  );
}

/** Why blocks cannot stand in these rows, in words; null: they can. Nothing feeds itself. */
export function misplaced(box: Box, rows: Rows): string | null {
  const nameOf = (id: string) => blockIn(box, id)?.name ?? id;
  const ring = ringIn(rows);
  if (ring) {
    const names = ring.map(nameOf);
    return names.length === 1
      ? `${names.join('')} of ${box.name} would feed itself.`
      : `${names.join(', ')} of ${box.name} would feed each other in a ring.`;
  }
  const [first] = misplacedLoops(box, rows);
  return first
    ? `${first.loop.name} of ${box.name} can stand first only: ${nameOf(first.block)} goes to the start of its row.`
    : null;
}

/** The jacks of a loop block by an inner wiring: those that the signal leaves by, and comes back by. */
export type LoopEnds = {
  readonly block: string;
  readonly out: readonly string[];
  readonly back: readonly string[];
};

/** Every loop block of a box with its jacks, by one of its inner wirings. */
export const loopEnds = weakly((box: Box, wires: readonly Wire[]): readonly LoopEnds[] => {
  const jackOf = (end: InnerEnd) => ('jack' in end ? [end.jack] : []);
  const isPort = (end: InnerEnd, block: string, port: string) =>
    'block' in end && end.block === block && end.port === port;
  return box.blocks.flatMap(({ id, role }) =>
    role === 'loop'
      ? {
          block: id,
          out: wires.flatMap(({ from, to }) => (isPort(from, id, 'send') ? jackOf(to) : [])),
          back: wires.flatMap(({ from, to }) => (isPort(to, id, 'return') ? jackOf(from) : [])),
        }
      : [],
  );
});
