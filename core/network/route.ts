// The circuit of a route: segment behind segment, with a stage that nothing loads between two.
import type { Element, Netlist, Sweep } from '../circuit';
import { derive } from '../model';
import { weakly } from '../units';
import { elementText } from './parts';
import type { Segment } from './segment';
import { pathsFrom, stretchesAlong, type Stretch } from './stretches';

/** Twelve points a decade over what is heard. */
const SWEEP: Sweep = { by: 'dec', points: 12, from: 20, to: 20_000 };

/** Parts of a circuit from the node `drv`, where a source stands, and the node at which it is left. */
export type Part = { readonly elements: readonly Element[]; readonly ends: string };

/** Numbers given to what elements are as text; forgotten and given anew, never twice, when there are very many. */
const numbers = new Map<string, number>();
const MOST_NUMBERS = 20_000;
let given = 0;

/** One number for lists of elements that are alike, so that a long text is made and compared once for each list. */
const listNumber = weakly((elements: readonly Element[]): number => {
  const text = elements.map(elementText).join(';');
  const known = numbers.get(text);
  if (known !== undefined) return known;
  if (numbers.size >= MOST_NUMBERS) numbers.clear();
  given += 1;
  numbers.set(text, given);
  return given;
});

/** A part by all that its response depends on; of meaning only while the program runs. */
export const partText = ({ elements, ends }: Part): string => `${listNumber(elements)} ${ends}`;

/** A part behind a source of 1 V. */
export const driven = ({ elements }: Part): Netlist => ({
  title: '',
  sweep: null,
  elements: [{ kind: 'V', name: 'v1', from: 'drv', to: '0', value: 1, phase: 0 }, ...elements],
});

/** Beside what it measures it is an ideal source of current, ohm. */
const TEST_OHM = 1e12;

/** A part with its source silent and 1 A sent into its end: the volts there are the impedance that is looked into. */
export const lookedInto = ({ elements, ends }: Part): Netlist => ({
  title: '',
  sweep: null,
  elements: [
    ...elements,
    { kind: 'V', name: 'v1', from: 'drv', to: '0', value: 0, phase: 0 },
    { kind: 'V', name: 'vtest', from: 'test', to: '0', value: TEST_OHM, phase: 0 },
    { kind: 'R', name: 'rtest', from: 'test', to: ends, value: TEST_OHM },
  ],
});

/** Everything in a segment; one list for it, however often it is asked for. */
const allOf = weakly(({ source, links, loads }: Segment): readonly Element[] => [
  ...source,
  ...[...links, ...loads].flatMap(({ elements }) => elements),
]);

/** All of a segment, left at one of its nodes. */
export const wholeOf = (segment: Segment, ends: string): Part => ({ elements: allOf(segment), ends });

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

/**
 * Two stretches as one, a wire in the place of the box that ends the one and drives the other: what it takes and what it
 * gives are gone, all else that hangs there stays.
 */
export function withoutStage(a: Stretch, b: Stretch): Part {
  const taken = a.into ? a.segment.into.indexOf(a.into) : -1;
  const own = [`rli${taken}`, `cli${taken}`];
  const node = (name: string): string =>
    name === '0' ? '0' : name === b.segment.driver.node ? a.ends : `b_${name}`;
  return {
    elements: [
      ...allOf(a.segment).filter(({ name }) => !own.includes(name)),
      ...[...b.segment.links, ...b.segment.loads]
        .flatMap(({ elements }) => elements)
        .map((element) => onNode(element, node, '_b')),
    ],
    ends: node(b.ends),
  };
}

/** A segment by itself: a source of 1 V at its driver, and the node `out` at one of its nodes. */
export const segmentNetlist = (segment: Segment, node: string, title: string): Netlist =>
  netlistOf([wholeOf(segment, node)], title);

/** Parts one behind the other, the first with a source of 1 V; the last is left at the node `out`. */
function netlistOf(parts: readonly Part[], title: string): Netlist {
  const elements: Element[] = [{ kind: 'V', name: 'v1', from: 's0_drv', to: '0', value: 1, phase: 0 }];
  parts.forEach((part, i) => {
    const last = parts[i - 1];
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
    elements.push(...part.elements.map((element) => onNode(element, node, `_${i}`)));
    // A probe by another name: it takes nothing.
    if (i === parts.length - 1)
      elements.push({
        kind: 'E',
        name: 'eout',
        from: 'out',
        to: '0',
        controlFrom: node(part.ends),
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
  ['boxes', 'leads', 'variant', 'standing'],
  (of, from: string, box: string, jack: string): Netlist | null => {
    for (const path of pathsFrom(of, from)) {
      const at = path.steps.findIndex(
        (step) => step.type === 'jack' && step.box === box && step.jack === jack,
      );
      const all = stretchesAlong(of, path);
      const i = all.findIndex(({ first, last }) => first <= at && at <= last);
      const cut = all[i];
      const ends = cut?.segment.nodeOf({ box, jack }) ?? null;
      if (!cut || ends === null) continue;
      const parts = [
        ...all.slice(0, i).map((one) => wholeOf(one.segment, one.ends)),
        wholeOf(cut.segment, ends),
      ];
      return netlistOf(parts, `${from} to ${box} ${jack}`);
    }
    return null;
  },
);
