// One amplifier behind another: the small one's power stage is heard through the big one's.
import { blockIn, boxOf, derive, leadOf, type Box } from '../model';
import { traceIn, type ForSignal } from '../signal';
import { stagesIn, wattsInto } from './loads';

export type Slaving = {
  readonly small: Box;
  readonly big: Box;
  /** Of the big stage against the small one, each into what hangs on it, 10 log10(P2 / P1), dB; null: watts are not known. */
  readonly gainDb: number | null;
};

/** The most that a box gives into what hangs on it, W. */
function wattsOf(of: ForSignal, box: Box): number | null {
  const known = stagesIn(of)
    .filter((stage) => stage.box.id === box.id)
    .flatMap(({ outputs }) => outputs.flatMap((output) => wattsInto(output) ?? []));
  return known.length === 0 ? null : Math.max(...known);
}

/** Amplifiers that are slaved to another one in a setting: two power stages on one way, no air between. */
export const slavingsIn = derive(['boxes', 'leads', 'variant', 'standing'], (of): readonly Slaving[] => {
  const found = new Map<string, Slaving>();
  for (const { steps } of traceIn(of).paths) {
    let small: Box | undefined;
    for (const step of steps) {
      if (step.type === 'lead' && leadOf(of, step.lead)?.kind === 'air') small = undefined;
      const box = step.type === 'block' ? boxOf(of, step.box) : undefined;
      if (step.type !== 'block' || !box || blockIn(box, step.block)?.role !== 'power') continue;
      if (small && small !== box && !found.has(`${small.id} ${box.id}`)) {
        const [p1, p2] = [wattsOf(of, small), wattsOf(of, box)];
        found.set(`${small.id} ${box.id}`, {
          small,
          big: box,
          gainDb: p1 && p2 ? 10 * Math.log10(p2 / p1) : null,
        });
      }
      small = box;
    }
  }
  return [...found.values()];
});
