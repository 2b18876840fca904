// A stretch cut short: what of it is left where the leads behind a place are taken away.
import { solverOf, type Element } from '../circuit';
import { putLead, putLoad, resistor, type Cable, type Put } from './parts';
import { byText } from '../units';
import { partText, type Part } from './route';
import type { Segment } from './segment';
import type { Stretch } from './stretches';

const madeOf = (fill: (put: Put) => void): readonly Element[] => {
  const made: Element[] = [];
  fill((element) => void made.push(element));
  return made;
};

/** Nodes that hang together with the driver while some leads are away. */
function reachedWithout({ driver, links }: Segment, away: ReadonlySet<string>): ReadonlySet<string> {
  const reached = new Set([driver.node]);
  for (const node of reached)
    for (const { lead, from, to } of links) {
      if (lead !== null && away.has(lead)) continue;
      if (from === node) reached.add(to);
      if (to === node) reached.add(from);
    }
  return reached;
}

const LOAD = { ohm: 1e6, farad: 0 } as const;

/** What an input takes. */
export type Takes = { readonly ohm: number; readonly farad: number };

/** The node where a stretch stands behind so many of its leads. */
export function nodeBehind({ segment, leads, ends }: Stretch, count: number): string {
  if (count >= leads.length) return ends;
  const at = leads[count];
  return (at && segment.nodeOf(at.from)) ?? segment.driver.node;
}

/**
 * A stretch up to so many of its leads: the others are away, with all that hangs on them, and its input stands there.
 * Leads beside the way stay where they hang on what is left.
 * @param open true: without the input, to look back into it
 */
export function partUpTo(stretch: Stretch, count: number, open = false): Part {
  const { segment, leads, into } = stretch;
  const reached = reachedWithout(segment, new Set(leads.slice(count).map(({ lead }) => lead.id)));
  const ends = nodeBehind(stretch, count);
  const elements = [
    ...segment.source,
    ...segment.links
      .filter(({ from, to }) => reached.has(from) && reached.has(to))
      .filter(({ lead }) => !leads.slice(count).some((one) => one.lead.id === lead))
      .flatMap((link) => link.elements),
    ...segment.loads.filter(({ node }) => reached.has(node)).flatMap((load) => load.elements),
  ];
  const isAway = into === null || !reached.has(into.node);
  const { ohm, farad } = into ?? LOAD;
  return {
    elements:
      open || !isAway ? elements : [...elements, ...madeOf((put) => putLoad(put, 'end', ends, ohm, farad))],
    ends,
  };
}

/** A source by one lead into an input, and nothing else. */
export function byOneLead(
  source: readonly Element[],
  node: string,
  lead: Cable | null,
  { ohm, farad }: Takes,
): Part {
  const ends = lead ? 'far_end' : node;
  return {
    elements: [
      ...source,
      ...madeOf((put) => {
        if (lead) putLead(put, lead, 'ref', node, ends);
        putLoad(put, 'ref', ends, ohm, farad);
      }),
    ],
    ends,
  };
}

/** Below the range where coils and capacitors tell, Hz. */
const LOW_HZ = 100;
/** Beside what it measures it is an ideal source of current. */
const TEST_OHM = 1e9;

const ohmOf = ({ elements, ends }: Part): number => {
  const { re } = solverOf(
    {
      title: '',
      sweep: null,
      elements: [
        ...elements,
        { kind: 'V', name: 'v1', from: 'drv', to: '0', value: 0, phase: 0 },
        { kind: 'V', name: 'vtest', from: 'test', to: '0', value: TEST_OHM, phase: 0 },
        resistor('rtest', 'test', ends, TEST_OHM),
      ],
    },
    [ends],
  ).run([LOW_HZ]);
  return re[0]?.[0] ?? 0;
};

const KEPT = 500;

/** The source resistance at the end of a part, looking back into it, ohm. */
export const ohmBehind = byText(partText, ohmOf, KEPT);
