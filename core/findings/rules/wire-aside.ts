import { boxOf, derive, jackIn, leadOf, refOf, type Box, type Jack, type Lead } from '../../model';
import { traceIn, type Path } from '../../signal';
import { replugCure } from '../exchange';
import { isFree, jackPart, leadPart, type Found, type Wired } from '../finding';
import { rule } from '../rule';
import { sideAt } from '../runs';
import { visitsOf } from '../visits';
import { outputsOfWork, workedIn } from '../work';

type Data = { readonly lead: string; readonly number: number; readonly at: string; readonly to: string };

/** A box that gives what it does at free jacks only, the first of them, and another output of it that holds a lead. */
type Doubtful = { readonly box: Box; readonly to: Jack };

const doubtfulIn = derive(['boxes', 'leads', 'variant'], (of): readonly Doubtful[] =>
  of.boxes.flatMap((box): Doubtful[] => {
    const outputs = workedIn(box).size > 0 ? outputsOfWork(of, box) : [];
    const [to] = outputs;
    return to && outputs.every((one) => isFree(of, box, one)) ? [{ box, to }] : [];
  }),
);

/** The lead by which a path leaves a box, having passed nothing in it that is there to be worked. */
function unworked(of: Wired, path: Path, box: Box): { readonly at: Jack; readonly lead: Lead } | null {
  for (const { steps, at } of visitsOf(path, box.id)) {
    const [last, next] = [steps.at(-1), path.steps[at + steps.length]];
    const jack = last?.type === 'jack' ? jackIn(box, last.jack) : undefined;
    const lead = next?.type === 'lead' ? leadOf(of, next.lead) : undefined;
    const isPassed = steps.some((step) => step.type === 'block' && workedIn(box).has(step.block));
    if (jack && lead && !isPassed) return { at: jack, lead };
  }
  return null;
}

/** WIRE-ASIDE: a lead that is heard is in an output which nothing of its box acts on: a tuner out for an out. */
export const aside = rule<Data>({
  code: 'WIRE-ASIDE',
  reads: 'sound',
  cause: 2,
  judge: derive(['boxes', 'leads', 'variant', 'standing'], (view): readonly Found<Data>[] => {
    const doubtful = doubtfulIn(view);
    if (doubtful.length === 0) return [];
    const { paths } = traceIn(view);
    return doubtful.flatMap(({ box, to }): Found<Data>[] => {
      for (const path of paths) {
        const found = unworked(view, path, box);
        if (!found || found.at.carries !== to.carries) continue;
        const { lead, at } = found;
        const data = {
          lead: lead.id,
          number: lead.number,
          at: `${box.id}/${at.id}`,
          to: `${box.id}/${to.id}`,
        };
        return [{ severity: 'caution', parts: [leadPart(lead), jackPart(box, at)], data }];
      }
      return [];
    });
  }),
  words: ({ data }, say) => ({
    text: `Lead ${data.number} is in ${say.jack(data.at)}, past all that the box does; ${say.jack(data.to)} is free.`,
    why: 'That jack hears what comes in and nothing else: no switch and no knob of the box changes what goes on from there.',
  }),
  *cures(view, { data }) {
    const [box = '', jack = ''] = data.to.split('/');
    if (boxOf(view, box))
      yield replugCure(view, data.lead, sideAt(view, data.lead, refOf(data.at)), { box, jack });
  },
});
