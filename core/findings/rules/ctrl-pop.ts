import { popsIn } from '../../control';
import { derive } from '../../model';
import { inWords } from '../../units';
import { blockPart, type Found } from '../finding';
import { rule } from '../rule';

type Data = {
  readonly box: string;
  readonly changes: readonly (readonly [string, string])[];
};

/** CTRL-POP: channels of unlike power that follow one another in the set. */
export const pop = rule<Data>({
  code: 'CTRL-POP',
  reads: 'rig',
  isMild: true,
  judge: derive(['boxes', 'leads', 'variant', 'sounds', 'songs'], (of): readonly Found<Data>[] =>
    popsIn(of).map(({ box, block, changes }) => ({
      severity: 'note',
      parts: [blockPart(box, block)],
      data: { box: box.id, changes: changes.map(({ from, to }) => [from.id, to.id] as const) },
    })),
  ),
  words: ({ data }, say) => ({
    text: `${say.box(data.box)} pops between ${inWords(data.changes.map(([from, to]) => `${say.soundOf(from)} and ${say.soundOf(to)}`))}: its channels are set to unlike power.`,
    why: 'Both set alike, or the change made in a rest of the music.',
  }),
});
