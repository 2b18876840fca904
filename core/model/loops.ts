import { blockIn, jackIn } from './look-up';
import { ringIn } from './row-edits';
import type { Rows } from './rows';
import type { Box } from './types';

export type LoopFacts = NonNullable<Box['loops']>[number];

/** Channels of one side of a loop: two jacks, or a stereo one, are two. */
export const loopChannels = (box: Box, loop: LoopFacts): number =>
  loop.sends.reduce((sum, id) => sum + (jackIn(box, id)?.channels ?? 0), 0);

/** The loop that a jack belongs to, as the box has it. */
export const loopAt = (box: Box, jack: string | null | undefined): LoopFacts | undefined =>
  box.loops?.find(({ sends, returns }) => [...sends, ...returns].some((id) => id === jack));

/** Why blocks cannot stand in these rows, in words; null: they can. Loops that may stand first only head their row together, and nothing feeds itself. */
export function misplaced(box: Box, all: Rows): string | null {
  const { rows, loops } = all;
  const ring = ringIn(all);
  if (ring) {
    const names = ring.map((id) => blockIn(box, id)?.name ?? id);
    return names.length === 1
      ? `${names.join('')} of ${box.name} would feed itself.`
      : `${names.join(', ')} of ${box.name} would feed each other in a ring.`;
  }
  const firstOnly = (id: string) => {
    const facts = loopAt(box, loops[id]?.send) ?? loopAt(box, loops[id]?.back);
    return facts?.stands === 'first' ? facts : undefined;
  };
  for (const row of rows)
    for (const [i, id] of row.blocks.entries()) {
      const facts = firstOnly(id);
      const heads = 'jack' in row.from && row.blocks.slice(0, i).every(firstOnly);
      if (facts && !heads)
        return `${facts.name} of ${box.name} can stand first only: ${blockIn(box, id)?.name ?? id} goes to the start of its row.`;
    }
  return null;
}
