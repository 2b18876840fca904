import { scopeIn } from '../../cables';
import { boxOf, derive, jackIn, leadOf, type Box, type Jack, type Lead } from '../../model';
import { traceIn, type Path } from '../../signal';
import { cure } from '../cure';
import { isFree, jackPart, leadPart, type Found, type Wired } from '../finding';
import { rule } from '../rule';
import { isWorkedIn, outputsOfWork } from '../work';

type Data = { readonly lead: string; readonly number: number; readonly at: string; readonly to: string };

type Out = { readonly box: Box; readonly at: Jack; readonly lead: Lead };

/** Where a path leaves a box by a lead, having passed nothing in it that is there to be worked. */
function unworked(of: Wired, path: Path): readonly Out[] {
  const found: Out[] = [];
  let passed = false;
  path.steps.forEach((step, i) => {
    if (step.type === 'block') passed ||= isWorkedIn(boxOf(of, step.box), step.block);
    if (step.type !== 'lead') return;
    const before = path.steps[i - 1];
    const box = before?.type === 'jack' ? boxOf(of, before.box) : undefined;
    const at = before?.type === 'jack' ? jackIn(box, before.jack) : undefined;
    const lead = leadOf(of, step.lead);
    if (!passed && box && at && lead) found.push({ box, at, lead });
    passed = false;
  });
  return found;
}

/** The free output that gives what the box does, where every one of them is free. */
function freeOutput(of: Wired, { box, at }: Out): Jack | undefined {
  const outputs = outputsOfWork(of, box);
  return outputs.every((one) => isFree(of, box, one))
    ? outputs.find(({ carries }) => carries === at.carries)
    : undefined;
}

/** WIRE-ASIDE: a lead that is heard is in an output which nothing of its box acts on: a tuner out for an out. */
export const aside = rule<Data>({
  code: 'WIRE-ASIDE',
  reads: 'sound',
  cause: 2,
  judge: derive(['boxes', 'leads', 'variant', 'sound'], (view): readonly Found<Data>[] => {
    const outs = new Map(
      traceIn(view).paths.flatMap((path) =>
        unworked(view, path).map((out) => [`${out.box.id}/${out.at.id}`, out] as const),
      ),
    );
    return [...outs].flatMap(([key, out]): Found<Data>[] => {
      const to = freeOutput(view, out);
      if (!to) return [];
      const { box, at, lead } = out;
      const data = { lead: lead.id, number: lead.number, at: key, to: `${box.id}/${to.id}` };
      return [{ severity: 'caution', parts: [leadPart(lead), jackPart(box, at)], data }];
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
