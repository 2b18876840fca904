import {
  chosen,
  endAt,
  inNight,
  isAudio,
  isLink,
  wiring,
  type Jack,
  type JackEnd,
  type Lead,
  type Rig,
} from '../model';
import { resolveIn } from '../signal';

const OPEN_BREAKS: readonly string[] = ['lift', 'cap', 'transformer', 'twin-core'];

type Tied = { readonly jack: Jack; readonly ground: Jack['ground'] };

/** Does this lead join the grounds of its two boxes? */
const conducts = (lead: Lead, a: Tied, b: Tied): boolean =>
  !isLink(lead) &&
  lead.kind !== 'speaker' &&
  isAudio(a.jack) &&
  isAudio(b.jack) &&
  !OPEN_BREAKS.includes(lead.break.kind) &&
  [a, b].every(({ ground }) => ground !== 'none' && ground !== 'transformer' && ground !== 'lifted');

/**
 * Ground loops as independent cycles: boxes are nodes, audio leads whose shield conducts are edges, and each class I
 * box has one edge to a common earth. Lift switches stand as they rest in the variant. Edges − nodes + separate pieces. Air, radio and speaker leads are no edges.
 */
export function groundLoops(rig: Rig, variant: string | null): number {
  const parent = new Map<string, string>();
  const find = (node: string): string => {
    const up = parent.get(node) ?? node;
    return up === node ? node : find(up);
  };
  let loops = 0;
  const join = (a: string, b: string) => {
    const [x, y] = [find(a), find(b)];
    if (x === y) loops += 1;
    else parent.set(x, y);
  };
  const { jackMode } = resolveIn(inNight(rig, variant));
  const tied = (end: JackEnd): Tied => ({
    jack: end.jack,
    ground: jackMode(end.box, end.jack).mode?.ground ?? end.jack.ground,
  });
  for (const box of rig.boxes) if (box.power.class === 'I') join(box.id, 'earth of the stage');
  for (const { lead, from, to } of wiring(rig, variant)) {
    const [a, b] = [chosen(from, undefined), chosen(to, undefined)];
    const [endA, endB] = [endAt(rig, a), endAt(rig, b)];
    if (endA && endB && conducts(lead, tied(endA), tied(endB))) join(endA.box.id, endB.box.id);
  }
  return loops;
}
