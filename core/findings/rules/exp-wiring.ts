import { pedalsIn, type Wiring } from '../../control';
import { derive, leadOf } from '../../model';
import { cure } from '../cure';
import { boxPart, leadPart, type Found } from '../finding';
import { capitalFirst } from '../phrases';
import { rule } from '../rule';

type Data = {
  readonly pedal: string;
  /** `box/jack` */
  readonly into: string;
  readonly has: string;
  readonly what: Extract<Wiring, 'unlike' | 'mono'> | 'not calibrated' | 'stale';
};

/** EXP-WIRING: an expression pedal whose wiper is on another pole than its input wants, or that nobody has calibrated. */
export const expression = rule<Data>({
  code: 'EXP-WIRING',
  reads: 'rig',
  isMild: true,
  judge: derive(['boxes', 'leads', 'variant', 'sounds'], (of): readonly Found<Data>[] =>
    pedalsIn(of).flatMap(({ box, out, into, lead, wiring, calibrated, isStale, used }): Found<Data>[] => {
      if (!into || !lead || used.length === 0) return [];
      const isWrong = wiring === 'unlike' || wiring === 'mono';
      if (!isWrong && calibrated) return [];
      return [
        {
          severity: 'caution',
          parts: isWrong ? [leadPart(lead), boxPart(box)] : [boxPart(box)],
          data: {
            pedal: box.id,
            into: `${into.box.id}/${into.jack.id}`,
            has: out.jack.wiper ?? 'tip',
            what: isWrong ? wiring : isStale ? 'stale' : 'not calibrated',
          },
        },
      ];
    }),
  ),
  words: ({ data }, say) => {
    const [pedal, into] = [say.box(data.pedal), say.jack(data.into)];
    const { what, has } = data;
    if (what === 'mono')
      return {
        text: `${capitalFirst(say.parts('lead')[0] ?? '')} has a mono plug: ${pedal} needs three wires to ${into}.`,
        why: 'Without its third wire the pedal jumps, works the wrong way round, or not at all.',
      };
    if (what === 'unlike')
      return {
        text: `${pedal} has its wiper on the ${has}, ${into} wants it on the ${has === 'tip' ? 'ring' : 'tip'}.`,
        why: 'It sweeps over a small part of its way only, or backwards. A switch on the pedal, or a lead with tip and ring exchanged, puts it right.',
      };
    return {
      text: `${pedal} is not calibrated at ${into}${what === 'stale' ? ': it was at another input' : ''}.`,
      why: 'Heel down, toe down, both noted: else its ends are not where the sound wants them.',
    };
  },
  *cures(view, { data, parts: [part] }) {
    const lead = data.what === 'mono' ? leadOf(view, part?.id) : undefined;
    if (!lead) return;
    const plug = { ...lead.from.plug, connector: 'trs-635' as const };
    yield cure(view, {
      edit: 'setLeadKind',
      arguments: { id: lead.id, kind: 'expression', plugs: { from: plug, to: plug } },
    });
  },
});
