// How often a path comes by a box, and what lies between two of its passages.
import type { Path, Step } from '../signal';

/** One passage of a path through a box: in at a jack, its blocks, out at a jack. */
export type Visit = { readonly steps: readonly Exclude<Step, { type: 'lead' }>[]; readonly at: number };

/** The passages of a path through a box, in order. */
export function visitsOf(path: Path, box: string): readonly Visit[] {
  const visits: { steps: Exclude<Step, { type: 'lead' }>[]; at: number }[] = [];
  let open: { steps: Exclude<Step, { type: 'lead' }>[]; at: number } | null = null;
  path.steps.forEach((step, at) => {
    if (step.type === 'lead' || step.box !== box) open = null;
    else if (open) open.steps.push(step);
    else visits.push((open = { steps: [step], at }));
  });
  return visits;
}

/** Does a real preamp stand between two places of a path? */
export const preampBetween = (path: Path, from: number, to: number): boolean => {
  const preamps = new Set(
    path.sections
      .filter(({ block }) => block.role === 'preamp')
      .map(({ box, block }) => `${box.id}/${block.id}`),
  );
  return path.steps
    .slice(from, to)
    .some((step) => step.type === 'block' && preamps.has(`${step.box}/${step.block}`));
};
