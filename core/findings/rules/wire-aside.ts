import { scopeIn } from '../../cables';
import { boxOf, derive, jackIn, leadOf, type Box, type Jack, type Lead } from '../../model';
import { traceIn, type Path } from '../../signal';
import { cure } from '../cure';
import { isFree, jackPart, leadPart, type Found, type Wired } from '../finding';
import { rule } from '../rule';
import { visitsOf } from '../visits';
import { isWorked, isWorkedIn, outputsOfWork } from '../work';

type Data = { readonly lead: string; readonly number: number; readonly at: string; readonly to: string };

/** A lead of a path that leaves a box past all that is there to be worked, though what that does comes out at a free jack. */
function asideIn(of: Wired, path: Path, box: Box): { lead: Lead; at: Jack; to: Jack } | null {
  for (const { steps, at } of visitsOf(path, box.id)) {
    const last = steps.at(-1);
    const next = path.steps[at + steps.length];
    const jack = last?.type === 'jack' ? jackIn(box, last.jack) : undefined;
    const lead = next?.type === 'lead' ? leadOf(of, next.lead) : undefined;
    if (!jack || !lead || steps.some((step) => step.type === 'block' && isWorkedIn(box, step.block)))
      continue;
    const outputs = outputsOfWork(of, box);
    const to = outputs.find(({ carries }) => carries === jack.carries);
    if (to && outputs.every((one) => isFree(of, box, one))) return { lead, at: jack, to };
  }
  return null;
}

/** WIRE-ASIDE: a lead that is heard is in an output which nothing of its box acts on: a tuner out for an out. */
export const aside = rule<Data>({
  code: 'WIRE-ASIDE',
  reads: 'sound',
  cause: 2,
  judge: derive(['boxes', 'leads', 'variant', 'sound'], (view): readonly Found<Data>[] => {
    const { paths } = traceIn(view);
    return view.boxes.flatMap((box): Found<Data>[] => {
      if (!box.blocks.some((block) => isWorked(box, block))) return [];
      for (const path of paths) {
        const found = asideIn(view, path, box);
        if (!found) continue;
        const { lead, at, to } = found;
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
    if (!boxOf(view, box)) return;
    yield cure(view, {
      edit: 'replug',
      arguments: { lead: data.lead, side: 'from', at: [{ box, jack }], ...scopeIn(view.variant?.id ?? null) },
    });
  },
});
