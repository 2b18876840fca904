import { derive, type Box } from '../../model';
import { resolveIn } from '../../signal';
import { cure } from '../cure';
import { leadPart, leadsAt, type Found } from '../finding';
import { inputPairs, outputPairs, type Pair } from '../pairs';
import { rule } from '../rule';

type Plug = { readonly lead: string; readonly number: number; readonly side: 'from' | 'to' };
type Data = { readonly box: string; readonly into: string; readonly a: Plug; readonly b: Plug };

/** Right inputs that hear the left one while they are free are a pair too. */
const normalledPairs = ({ jacks }: Box): readonly Pair[] =>
  jacks.flatMap((right) => {
    const left = jacks.find(({ id }) => id === right.normalledFrom);
    return left?.direction === 'in' && right.direction === 'in' ? [{ left, right }] : [];
  });

/** STEREO-CROSSED: left leads to right and right to left. */
export const crossed = rule<Data>({
  code: 'STEREO-CROSSED',
  reads: 'sound',
  judge: derive(['boxes', 'leads', 'variant', 'sound'], (view): readonly Found<Data>[] => {
    const resolved = resolveIn(view);
    const ins = new Map(
      view.boxes.map((box) => [
        box.id,
        [...inputPairs(box, resolved.innerWiring(box).patch.wires), ...normalledPairs(box)],
      ]),
    );
    return view.boxes.flatMap((box) =>
      outputPairs(box, resolved.innerWiring(box).patch.wires).flatMap(({ left, right }): Found<Data>[] => {
        const [a, b] = [leadsAt(view, box, left)[0], leadsAt(view, box, right)[0]];
        if (!a?.far || !b?.far || a.far.box !== b.far.box) return [];
        const { far } = a;
        const isCrossed = ins
          .get(far.box)
          ?.some((pair) => pair.right.id === far.jack && pair.left.id === b.far?.jack);
        if (!isCrossed) return [];
        const plug = ({ lead, side }: typeof a): Plug => ({
          lead: lead.id,
          number: lead.number,
          side: side === 'from' ? 'to' : 'from',
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
