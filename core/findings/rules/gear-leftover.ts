import { takeOutEdit } from '../../cables';
import { removeBlockEdit } from '../../inside';
import { blockIn, boxOf, derive, pluggedIn, type Box } from '../../model';
import { act, group } from '../cure';
import { blockPart, boxPart, leadPart, type Found } from '../finding';
import { rule } from '../rule';

type Data =
  | { readonly number: number; readonly lead: string }
  | { readonly box: string; readonly block: string | null };

/** Whether a block stands in the path of an inner wiring, and not at rest. */
const isWired = ({ patches }: Box, block: string): boolean =>
  patches.some(({ wires }) =>
    wires.some(({ from, to }) => [from, to].some((end) => 'block' in end && end.block === block)),
  );

/** What of a box that is plugged was put in for a test: itself, or blocks of it. */
const ofBox = (box: Box): readonly Found<Data>[] => [
  ...(box.temporary
    ? [{ severity: 'caution', parts: [boxPart(box)], data: { box: box.id, block: null } } as const]
    : []),
  ...box.blocks
    .filter(({ id, temporary }) => temporary && isWired(box, id))
    .map(
      (block) =>
        ({
          severity: 'caution',
          parts: [blockPart(box, block)],
          data: { box: box.id, block: block.id },
        }) as const,
    ),
];

/** GEAR-LEFTOVER: a lead, a box or a block that was put in for a test, or for one night, is still in. */
export const leftover = rule<Data>({
  code: 'GEAR-LEFTOVER',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found<Data>[] => {
    const plugged = pluggedIn(view).filter(({ from, to }) => from.length + to.length > 0);
    const held = new Set(plugged.flatMap(({ from, to }) => [...from, ...to].map(({ box }) => box)));
    return [
      ...plugged.flatMap(({ lead }): Found<Data>[] =>
        lead.temporary
          ? [{ severity: 'caution', parts: [leadPart(lead)], data: { number: lead.number, lead: lead.id } }]
          : [],
      ),
      ...view.boxes.filter(({ id }) => held.has(id)).flatMap(ofBox),
    ];
  }),
  words: ({ data }, say) =>
    'lead' in data
      ? {
          text: `Lead ${data.number} is temporary and still plugged.`,
          why: 'What was laid for a test is meant to go again: the next who patches takes it for a part of the rig.',
        }
      : {
          text: `${data.block === null ? say.box(data.box) : say.block(`${data.box}/${data.block}`)} is in for a test only, and still in the path.`,
          why: 'What was put in for a test is meant to go again: the next who plays takes it for a part of the sound.',
        },
  *cures(view, { data }) {
    if ('lead' in data) {
      yield group('Put the temporary lead away', [{ edit: 'putAway', arguments: { lead: data.lead } }]);
      return;
    }
    const box = boxOf(view, data.box);
    if (!box) return;
    const out = data.block === null ? takeOutEdit(view.rig, view.variant?.id ?? null, box.id) : null;
    if (out) yield act(out);
    if (data.block !== null)
      yield group(`Take ${blockIn(box, data.block)?.name ?? data.block} out of ${box.name}`, [
        removeBlockEdit(box, data.block),
      ]);
  },
});
