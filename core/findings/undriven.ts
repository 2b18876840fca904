// Cabinets with a lead from what cannot drive them, and the speaker outputs that could.
import { derive, refAt, type JackEnd, type Lead, type Side } from '../model';
import { jointsIn } from '../signal';
import { group, type Cure } from './cure';
import { isFree, type View } from './finding';
import { ofKind, runsOf, sideAt } from './runs';

const isPassive = ({ jack }: JackEnd): boolean =>
  jack.direction === 'in' && jack.speaker?.isLoad === 'always';

/** A lead into a passive cabinet from a jack that gives no speaker level. */
export type Undriven = {
  readonly lead: Lead;
  /** Its end away from the cabinet. */
  readonly side: Side;
  readonly out: JackEnd;
  readonly into: JackEnd;
};

export const undrivenIn = derive(['boxes', 'leads', 'variant'], (of): readonly Undriven[] =>
  runsOf(of).flatMap(({ lead, from, to }): Undriven[] => {
    const [out, into] = isPassive(from) ? [to, from] : [from, to];
    if (!isPassive(into) || isPassive(out) || out.jack.carries === 'speaker') return [];
    // By the tails of a Y it is what feeds them that drives the cabinet, or does not.
    const fed = jointsIn(of).get(`${into.box.id}/${into.jack.id}`)?.outputs ?? [];
    if (fed.some(({ jack }) => jack.carries === 'speaker')) return [];
    return [{ lead, side: sideAt(of, lead.id, refAt(out)), out, into }];
  }),
);

/** Its end at the output put into a free speaker output of these, and the lead made one for loudspeakers. */
export function* drivenBy(
  view: View,
  { lead, side }: Undriven,
  outputs: readonly JackEnd[],
): Generator<Cure> {
  for (const { box, jack } of outputs)
    if (jack.direction === 'out' && jack.speaker && isFree(view, box, jack))
      yield group(`Drive it from ${box.name}, amplifier switched off`, [
        { edit: 'replug', arguments: { lead: lead.id, side, at: [{ box: box.id, jack: jack.id }] } },
        ofKind(lead, 'speaker'),
      ]);
}
