// The circuit of a route: segment behind segment, with a stage that nothing loads between two.
import type { Element, Netlist, Sweep } from '../circuit';
import { derive, type JackRef } from '../model';
import { traceIn, type Path, type Step } from '../signal';
import { segmentsIn, type Segment } from './segments';

/** Twelve points a decade over what is heard. */
const SWEEP: Sweep = { by: 'dec', points: 12, from: 20, to: 20_000 };

/** A stretch of a route: the segment, and the node at which it leaves it. */
type Stretch = { readonly segment: Segment; readonly ends: string };

/** Does a segment's driver stand on the way up to a step? */
const drives = ({ driver }: Segment, passed: readonly Step[], jack: JackRef): boolean =>
  driver.block === null
    ? driver.box === jack.box
    : passed.some((step) => step.type === 'block' && step.box === driver.box && step.block === driver.block);

/** The stretches of a path up to one of its jacks, in order; null: it goes through the air, or where no lead is. */
function stretchesOf(segments: readonly Segment[], path: Path, to: JackRef): readonly Stretch[] | null {
  const stretches: Stretch[] = [];
  for (const [i, step] of path.steps.entries()) {
    if (step.type !== 'jack') continue;
    const own = stretches.at(-1)?.segment;
    const inOwn = own?.nodeOf(step) ?? null;
    const next = segments.find(
      (segment) =>
        segment !== own && segment.nodeOf(step) !== null && drives(segment, path.steps.slice(0, i), step),
    );
    const segment = inOwn !== null ? own : next;
    const ends = segment?.nodeOf(step) ?? null;
    if (segment && ends !== null) {
      if (segment === own) stretches[stretches.length - 1] = { segment, ends };
      else stretches.push({ segment, ends });
    }
    if (step.box === to.box && step.jack === to.jack) return ends === null ? null : stretches;
  }
  return null;
}

const onNode = (element: Element, node: (name: string) => string, tail: string): Element => {
  const name = `${element.name}${tail}`;
  if (element.kind === 'K')
    return {
      ...element,
      name,
      inductors: [`${element.inductors[0]}${tail}`, `${element.inductors[1]}${tail}`],
    };
  const ends = { name, from: node(element.from), to: node(element.to) };
  return element.kind === 'E'
    ? { ...element, ...ends, controlFrom: node(element.controlFrom), controlTo: node(element.controlTo) }
    : { ...element, ...ends };
};

/** A segment by itself: a source of 1 V at its driver, and the node `out` at one of its nodes. */
export const segmentNetlist = (segment: Segment, node: string, title: string): Netlist =>
  netlistOf([{ segment, ends: node }], title);

function netlistOf(stretches: readonly Stretch[], title: string): Netlist {
  const elements: Element[] = [{ kind: 'V', name: 'v1', from: 's0_drv', to: '0', value: 1, phase: 0 }];
  stretches.forEach(({ segment, ends }, i) => {
    const last = stretches[i - 1];
    const node = (name: string) => (name === '0' ? '0' : `s${i}_${name}`);
    if (last)
      elements.push({
        kind: 'E',
        name: `e${i}`,
        from: `s${i}_drv`,
        to: '0',
        controlFrom: `s${i - 1}_${last.ends}`,
        controlTo: '0',
        value: 1,
      });
    elements.push(...segment.elements.map((element) => onNode(element, node, `_${i}`)));
    // A probe by another name: it takes nothing.
    if (i === stretches.length - 1)
      elements.push({
        kind: 'E',
        name: 'eout',
        from: 'out',
        to: '0',
        controlFrom: node(ends),
        controlTo: '0',
        value: 1,
      });
  });
  return { title, elements, sweep: SWEEP };
}

/**
 * The circuit of a route from a source up to a jack, stages flat: gain 1 between what they take and what they give.
 * @param from the box that is played
 * @returns null: no way leads there by leads
 */
export const routeNetlist = derive(
  ['boxes', 'leads', 'variant', 'sound'],
  (of, from: string, box: string, jack: string): Netlist | null => {
    const segments = segmentsIn(of);
    for (const path of traceIn(of).paths) {
      if (path.source.box !== from) continue;
      const stretches = stretchesOf(segments, path, { box, jack });
      if (stretches && stretches.length > 0) return netlistOf(stretches, `${from} to ${box} ${jack}`);
    }
    return null;
  },
);
