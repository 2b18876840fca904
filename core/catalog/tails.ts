import type { JackInput } from '../model';
import type { Kind } from './kind';

/** One end of a lead with three or more: it works both ways. */
const tail = (id: string, label: string): JackInput => ({
  id,
  label,
  direction: 'both',
  carries: 'instrument',
  connector: 'ts-635',
});

/** Leads with three ends or more, kept as boxes: a joint on the map. */
export const TAILS: readonly Kind[] = [
  {
    id: 'y-lead',
    name: 'Y lead',
    words: ['y lead', 'y', 'y cable', 'y cord', 'splitter lead'],
    hint: 'one plug to two, wire and nothing else',
    place: 'floor',
    part: 'lead',
    parts: {
      jacks: [tail('one', 'ONE'), tail('two-a', 'TWO A'), tail('two-b', 'TWO B')],
      blocks: [],
      wires: [
        { from: { jack: 'one' }, to: { jack: 'two-a' } },
        { from: { jack: 'one' }, to: { jack: 'two-b' } },
        { from: { jack: 'two-a' }, to: { jack: 'two-b' } },
      ],
    },
  },
];
