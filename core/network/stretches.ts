// The stretches of a way: through which segment, by which leads, from where to where.
import { derive, leadOf, type JackRef, type Lead } from '../model';
import { onStepsOf, traceIn, type OnStep, type Path, type Step } from '../signal';
import { weakly } from '../units';
import type { Listener, Segment } from './segment';
import { networkIn, type Network } from './segments';

/** A lead of a stretch, in the direction of the way. */
export type Passed = { readonly lead: Lead; readonly from: JackRef; readonly to: JackRef };

/** A stretch of a way, within one segment. */
export type Stretch = {
  readonly segment: Segment;
  /** The node at which the way leaves it. */
  readonly ends: string;
  /** The input there that the way goes on by; null: it goes on otherwise, or ends. */
  readonly into: Listener | null;
  readonly leads: readonly Passed[];
  /** The first and last step of the way in it. */
  readonly first: number;
  readonly last: number;
};

/** Does a segment's driver stand on the way up to a step? */
function drives({ driver }: Segment, steps: readonly Step[], upTo: number, jack: JackRef): boolean {
  if (driver.block === null) return driver.box === jack.box;
  // It stands next to the jack as a rule.
  for (let i = upTo - 1; i >= 0; i -= 1) {
    const step = steps[i];
    if (step?.type === 'block' && step.box === driver.box && step.block === driver.block) return true;
  }
  return false;
}

type Open = { segment: Segment; ends: string; first: number; last: number };

/** Jacks of a way by the segments that they are in. */
function openStretches({ at }: Network, { steps }: Path, met: readonly OnStep[]): readonly Open[] {
  const found: Open[] = [];
  steps.forEach((step, i) => {
    if (step.type !== 'jack') return;
    const own = found.at(-1);
    const here = at.get(met[i]?.part.id ?? '');
    const inOwn = own && here?.find(([segment]) => segment === own.segment);
    if (inOwn) {
      own.ends = inOwn[1];
      own.last = i;
      return;
    }
    const next = here?.find(([segment]) => drives(segment, steps, i, step));
    if (next) found.push({ segment: next[0], ends: next[1], first: i, last: i });
  });
  return found;
}

/** The input at a node that a way goes on by: its next block, or the jack's own box where that converts. */
function goesOn(segment: Segment, node: string, steps: readonly Step[], last: number): Listener | null {
  const here = segment.into.filter((one) => one.node === node);
  const block = steps.slice(last).find((step) => step.type === 'block');
  const jack = steps[last];
  return (
    here.find((one) => block && one.box === block.box && one.block === block.block) ??
    here.find((one) => one.block === null && jack?.type === 'jack' && one.box === jack.box) ??
    null
  );
}

/** Stretches of a segment by what else makes them: ways of several sounds go by the same ones. */
const stretchesBy = weakly((_segment: Segment) => new Map<string, Stretch>());

/** @param made as it was found; the one that is alike is given where there is one */
function known(made: Stretch): Stretch {
  const { segment, ends, into, leads, first, last } = made;
  const by = leads.map(({ lead, from, to }) => `${lead.id} ${from.box}/${from.jack} ${to.box}/${to.jack}`);
  const text = [ends, into ? segment.into.indexOf(into) : '', first, last, ...by].join('|');
  const all = stretchesBy(segment);
  const before = all.get(text) ?? made;
  all.set(text, before);
  return before;
}

/** Every stretch of a way in order; what goes by air, by radio or inside a box is between them. */
export const stretchesAlong = derive(
  ['boxes', 'leads', 'variant', 'standing'],
  (of, path: Path): readonly Stretch[] =>
    openStretches(networkIn(of), path, onStepsOf(of, path)).flatMap(
      ({ segment, ends, first, last }): Stretch[] => {
        const leads: Passed[] = [];
        for (let i = first; i <= last; i += 1) {
          const [before, step, after] = [path.steps[i - 1], path.steps[i], path.steps[i + 1]];
          const lead = step?.type === 'lead' ? leadOf(of, step.lead) : undefined;
          if (lead && before?.type === 'jack' && after?.type === 'jack')
            leads.push({ lead, from: before, to: after });
        }
        // An output that nothing is plugged into, or an input that is reached inside its box, is no stretch.
        if (leads.length === 0) return [];
        const into = goesOn(segment, ends, path.steps, last);
        return [known({ segment, ends, into, leads, first, last })];
      },
    ),
);

/** The ways of a setting that a box is played by. */
export const pathsFrom = derive(
  ['boxes', 'leads', 'variant', 'standing'],
  (of, box: string): readonly Path[] => traceIn(of).paths.filter(({ source }) => source.box === box),
);
