import { moveInto } from '../../cables';
import { boxOf, derive, moveBlock, rowsOf, wiresOfRows, type Box } from '../../model';
import { isOn, resolveIn, traceIn, type Section } from '../../signal';
import { cure, type Cure } from '../cure';
import { blockPart, type Found, type View } from '../finding';
import { leadsOn } from '../path-leads';
import { capitalFirst } from '../phrases';
import { rule } from '../rule';
import { betterCures } from '../turned';
import { DRIVEN_DB, positionOf, wishOf } from '../../order';

type Data = { readonly box: string; readonly block: string; readonly gain: string };

const LATE: readonly (string | undefined)[] = ['delay', 'reverb'];
const DRIVEN: readonly (string | undefined)[] = ['fuzz', 'overdrive', 'distortion'];
const isPreamp = ({ block: { role } }: Section): boolean => role === 'preamp' || role === 'ampModel';

const isDriven = (section: Section): boolean =>
  isOn(section.state) &&
  (DRIVEN.includes(section.block.category) ||
    (isPreamp(section) && (section.state.gainSmallDb?.value ?? 0) > DRIVEN_DB));

/** ORDER-TIME: an echo or reverb ahead of gain: its tail is distorted. */
export const time = rule<Data>({
  code: 'ORDER-TIME',
  reads: 'sound',
  judge: derive(
    ['boxes', 'leads', 'variant', 'standing', 'wants', 'houseRules'],
    (view): readonly Found<Data>[] => {
      if (positionOf(view, 'time') === 'wanted') return [];
      const seen = new Set<string>();
      return traceIn(view).paths.flatMap((path) =>
        path.sections.flatMap((section, at): Found<Data>[] => {
          const { box, block, state } = section;
          const key = `${box.id}/${block.id}`;
          if (!LATE.includes(block.category) || !isOn(state) || seen.has(key)) return [];
          // Wanted ahead of the preamp it may be driven by it, and by nothing else.
          const isWanted = wishOf(view, box, block) === 'ahead';
          const gain = path.sections
            .slice(at + 1)
            .find((one) => isDriven(one) && !(isWanted && isPreamp(one)));
          if (!gain) return [];
          seen.add(key);
          return [
            {
              severity: 'caution',
              parts: [blockPart(box, block), blockPart(gain.box, gain.block)],
              data: { box: box.id, block: block.id, gain: `${gain.box.id}/${gain.block.id}` },
            },
          ];
        }),
      );
    },
  ),
  words: ({ data }, say) => ({
    text: `${capitalFirst(say.block(`${data.box}/${data.block}`))} stands ahead of gain: ${say.block(data.gain)}.`,
    why: 'Its repeats are driven with the note and blur it. By house rule it belongs after the gain; on a clean amplifier in front is fine.',
  }),
  *cures(view, { data }) {
    const box = boxOf(view, data.box);
    if (!box) return;
    yield* laterInRow(view, box, data.block);
    for (const path of traceIn(view).paths)
      for (const lead of [...leadsOn(view, path)].reverse()) {
        const call = moveInto(view.rig, view.variant?.id ?? null, 'later', box.id, lead);
        if (call) yield cure(view, call);
      }
    yield* betterCures(view, `${data.box}/${data.block}`);
  },
});

/** Behind the loop that holds the preamp, or behind the last block of its row. */
function* laterInRow(view: View, box: Box, block: string): Generator<Cure> {
  const { patch } = resolveIn(view).innerWiring(box);
  const rows = rowsOf(box, patch.wires);
  const row = rows?.rows.findIndex((r) => r.blocks.includes(block)) ?? -1;
  const blocks = rows?.rows[row]?.blocks;
  if (!rows || !blocks) return;
  for (let index = blocks.indexOf(block) + 1; index < blocks.length; index += 1)
    yield cure(view, {
      edit: 'wireInside',
      arguments: {
        box: box.id,
        patch: patch.id,
        wires: wiresOfRows(box, moveBlock(rows, block, { row, index })),
      },
    });
}
