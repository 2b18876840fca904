// Plugs in each other's jacks, what is told of them, and the rig once it is cured.
import { cureOf, merged } from '../findings';
import type { Rig } from '../model';
import { edited } from './build';
import { judge } from './of-wiring';

type End = { readonly lead: string; readonly side: 'from' | 'to' };
type Pair = { readonly a: End; readonly b: End };

/** Which jacks are joined, whatever the number of the lead between them. */
export const joins = (rig: Rig) =>
  rig.leads
    .map(({ from, to }) => [from, to].map(({ at }) => at.map((r) => `${r.box}/${r.jack}`).join('+')))
    .map((ends) => ends.sort().join(' – '))
    .sort()
    .join('\n');

export const swapped = (rig: Rig, { a, b }: Pair) =>
  edited(rig, { edit: 'exchangeEnds', arguments: { a, b } });
export const swapWords = ({ a, b }: Pair) => `${a.lead} ${a.side} with ${b.lead} ${b.side}`;
export const linesOf = (rig: Rig) =>
  merged(rig, judge(rig, null)).filter(({ finding }) => finding.severity !== 'note');

/** The rig after the cure of its first line; itself where there is none. */
export function curedOnce(rig: Rig): Rig {
  const [line] = linesOf(rig);
  const cure = line && cureOf(rig, line.finding);
  return cure ? edited(rig, cure.edit) : rig;
}
