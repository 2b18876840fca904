import { chosen, isAudio, isLink, wiring, type Jack, type Lead, type Rig } from '../rig';

const OPEN_BREAKS: readonly string[] = ['lift', 'cap', 'transformer', 'twin-core'];

/** Does this lead join the grounds of its two boxes? */
const conducts = (lead: Lead, a: Jack, b: Jack): boolean =>
  !isLink(lead) &&
  lead.kind !== 'speaker' &&
  isAudio(a) &&
  isAudio(b) &&
  !OPEN_BREAKS.includes(lead.break.kind) &&
  [a, b].every((jack) => jack.ground !== 'none' && jack.ground !== 'transformer' && jack.ground !== 'lifted');

/**
 * Ground loops as independent cycles: boxes are nodes, audio leads whose shield conducts are edges, and each class I
 * box has one edge to a common earth. Edges − nodes + separate pieces. Air, radio and speaker leads are no edges.
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
  const jacks = new Map(
    rig.boxes.flatMap((box) => box.jacks.map((jack) => [`${box.id}/${jack.id}`, jack] as const)),
  );
  for (const box of rig.boxes) if (box.power.class === 'I') join(box.id, 'earth of the stage');
  for (const { lead, from, to } of wiring(rig, variant)) {
    const [a, b] = [chosen(from, undefined), chosen(to, undefined)];
    const [jackA, jackB] = [jacks.get(`${a?.box}/${a?.jack}`), jacks.get(`${b?.box}/${b?.jack}`)];
    if (a && b && jackA && jackB && conducts(lead, jackA, jackB)) join(a.box, b.box);
  }
  return loops;
}
