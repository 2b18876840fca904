import { derive, pluggedIn } from '../../model';
import { group } from '../cure';
import { leadPart, type Found } from '../finding';
import { rule } from '../rule';

type Data = { readonly number: number };

/** GEAR-LEFTOVER: a lead that was laid for a test, or for one night, is still in. */
export const leftover = rule<Data>({
  code: 'GEAR-LEFTOVER',
  reads: 'rig',
  judge: derive(['leads', 'variant'], (view): readonly Found<Data>[] =>
    pluggedIn(view).flatMap(({ lead, from, to }): Found<Data>[] =>
      lead.temporary && (from.length > 0 || to.length > 0)
        ? [{ severity: 'caution', parts: [leadPart(lead)], data: { number: lead.number } }]
        : [],
    ),
  ),
  words: ({ data }) => ({
    text: `Lead ${data.number} is temporary and still plugged.`,
    why: 'What was laid for a test is meant to go again: the next who patches takes it for a part of the rig.',
  }),
  *cures(_view, { parts }) {
    const id = parts[0]?.id;
    if (id === undefined) return;
    yield group('Put the temporary lead away', [{ edit: 'putAway', arguments: { lead: id } }]);
  },
});
