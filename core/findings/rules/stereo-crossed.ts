import { boxOf, derive, otherSide, type Box, type Side } from '../../model';
import { resolveIn } from '../../signal';
import { cure } from '../cure';
import { leadPart, leadsAt, type Found } from '../finding';
import { inputPairs, normalledPairs, outputPairs, sidedPairs } from '../pairs';
import { rule } from '../rule';

type Plug = { readonly lead: string; readonly number: number; readonly side: Side };
type Data = { readonly box: string; readonly into: string; readonly a: Plug; readonly b: Plug };

/** STEREO-CROSSED: left leads to right and right to left. */
export const crossed = rule<Data>({
  code: 'STEREO-CROSSED',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'standing'], (view): readonly Found<Data>[] => {
    const resolved = resolveIn(view);
    const insOf = (box: Box) => [
      ...inputPairs(box, resolved.innerWiring(box).patch.wires),
      ...normalledPairs(box),
      ...sidedPairs(box).in,
    ];
    const outsOf = (box: Box) => [
      ...outputPairs(box, resolved.innerWiring(box).patch.wires),
      ...sidedPairs(box).out,
    ];
    return view.boxes.flatMap((box) =>
      outsOf(box).flatMap(({ left, right }): Found<Data>[] => {
        const [a, b] = [leadsAt(view, box, left)[0], leadsAt(view, box, right)[0]];
        if (!a?.far || !b?.far || a.far.box !== b.far.box) return [];
        const { far } = a;
        const into = boxOf(view, far.box);
        const isCrossed =
          into && insOf(into).some((pair) => pair.right.id === far.jack && pair.left.id === b.far?.jack);
        if (!isCrossed) return [];
        const plug = ({ lead, side }: typeof a): Plug => ({
          lead: lead.id,
          number: lead.number,
          side: otherSide(side),
        });
        const data = { box: box.id, into: far.box, a: plug(a), b: plug(b) };
        return [{ severity: 'caution', parts: [leadPart(a.lead), leadPart(b.lead)], data }];
      }),
    );
  }),
  words: ({ data }, say) => ({
    text: `Lead ${data.a.number} and lead ${data.b.number} cross the sides: left of ${say.box(data.box)} goes into right of ${say.box(data.into)}.`,
    why: 'What the player hears on one side the house hears on the other, and a picture that moves goes the wrong way.',
  }),
  *cures(view, { data }) {
    const { a, b } = data;
    yield cure(view, {
      edit: 'exchangeEnds',
      arguments: { a: { lead: a.lead, side: a.side }, b: { lead: b.lead, side: b.side } },
    });
  },
});
