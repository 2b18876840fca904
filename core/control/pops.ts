// Changes of the set on which an amplifier pops: its channels are set to unlike power.
import { derive, type Block, type Box, type Reads, type Sound } from '../model';
import { statesIn } from '../signal';
import { pops } from './between';
import { followings } from './presses';

export type Pop = {
  readonly box: Box;
  readonly block: Block;
  readonly changes: readonly { readonly from: Sound; readonly to: Sound }[];
};

const OF = ['boxes', 'leads', 'variant', 'sounds', 'songs'] as const;

/** By block, the changes that follow one another in the set and pop. */
export const popsIn = derive(OF, (of: Reads<(typeof OF)[number]>): readonly Pop[] => {
  const states = of.sounds.map((sound) => statesIn({ ...of, sound }));
  const follow = followings(of);
  return of.boxes.flatMap((box) =>
    box.blocks.flatMap((block): Pop[] => {
      if (!block.states.some(({ powerSetting }) => powerSetting !== undefined)) return [];
      const changes = follow.flatMap(({ from, to }) => {
        const [was, will] = [from, to].map((at) => states[at]?.blockState(box, block).state);
        const [a, b] = [of.sounds[from], of.sounds[to]];
        return was && will && a && b && pops(was, will) ? [{ from: a, to: b }] : [];
      });
      return changes.length > 0 ? [{ box, block, changes }] : [];
    }),
  );
});
