// Plugs in each other's jacks, what is told of them, and the rig once it is cured.
import { cureOf, merged } from '../findings';
import { endAt, isAudio, jackKey, type Jack, type Rig, type Side } from '../model';
import { edited } from './build';
import { judge } from './of-wiring';

type End = { readonly lead: string; readonly side: Side };
type Pair = { readonly a: End; readonly b: End };

const isForPlug = (jack: Jack) => isAudio(jack) && jack.carries !== 'air';

/** Every plug that stands in a jack for a lead, by its jack and whether its lead is one for loudspeakers. */
export const plugsOf = (rig: Rig) =>
  rig.leads.flatMap(({ id: lead, kind, from, to }) =>
    (['from', 'to'] as const).flatMap((side) => {
      const end = endAt(rig, { from, to }[side].at[0]);
      return end && isForPlug(end.jack) ? [{ lead, side, isSpeaker: kind === 'speaker', end }] : [];
    }),
  );

/** The jacks for a lead that hold none. */
export const freeJacks = (rig: Rig) => {
  const held = new Set(rig.leads.flatMap(({ from, to }) => [...from.at, ...to.at].map(jackKey)));
  return rig.boxes.flatMap((box) =>
    box.jacks
      .filter((jack) => isForPlug(jack) && !held.has(`${box.id}/${jack.id}`))
      .map((jack) => ({ key: `${box.id}/${jack.id}`, jack })),
  );
};

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
