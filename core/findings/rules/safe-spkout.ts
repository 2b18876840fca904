import { derive, endAt, isAudio, pluggedIn } from '../../model';
import { cure } from '../cure';
import { isFree, jackPart, leadPart, leadsAt, type Found } from '../finding';
import { DESTROYS } from '../phrases';
import { misplacedCure, misplacedIn } from '../misplaced';
import { rule } from '../rule';
import { amplifiers, freeLoads } from '../speakers';

type Data = {
  readonly lead: string;
  readonly from: string;
  readonly to: string;
  /** The box it goes into holds no other lead: what is found about it is found about this one. */
  readonly alone: boolean;
};

/** SAFE-SPKOUT: speaker output into anything but cabinet, load, attenuator, or a tap rated for it. */
export const speakerOut = rule<Data>({
  code: 'SAFE-SPKOUT',
  cause: 1,
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found<Data>[] =>
    amplifiers(view).flatMap(({ box, taps }) =>
      taps.flatMap((tap) =>
        leadsAt(view, box, tap).flatMap(({ lead, far }): Found<Data>[] => {
          const end = endAt(view, far);
          if (!end || end.jack.speaker !== undefined) return [];
          return [
            {
              severity: 'danger',
              parts: [leadPart(lead), jackPart(box, tap), jackPart(end.box, end.jack)],
              data: {
                lead: lead.id,
                from: `${box.id}/${tap.id}`,
                to: `${end.box.id}/${end.jack.id}`,
                alone: end.box.jacks.every(
                  (jack) => jack === end.jack || !isAudio(jack) || isFree(view, end.box, jack),
                ),
              },
            },
          ];
        }),
      ),
    ),
  ),
  // The lead itself, the amplifier that has no load for it, and what is found about the box it goes into.
  covers: ({ data }, other) =>
    other.parts.some(({ type, id }) => type === 'lead' && id === data.lead) ||
    (other.code === 'SAFE-NOLOAD' && other.parts[0]?.id === data.from.split('/')[0]) ||
    (data.alone && other.parts[0]?.id.split('/')[0] === data.to.split('/')[0]),
  words: ({ data }, say) => ({
    text: `Speaker output ${say.jack(data.from)} goes into ${say.jack(data.to)}.`,
    why: `${DESTROYS} A speaker output carries tens of volts and wants a cabinet, a load, or a box rated for it. Switch the amplifier off before this lead is moved.`,
  }),
  *cures(view, found) {
    const lead = pluggedIn(view).find((p) => p.lead.id === found.data.lead);
    const from = `${lead?.from[0]?.box}/${lead?.from[0]?.jack}`;
    const side = from === found.data.from ? 'to' : 'from';
    const misplaced = misplacedIn(view);
    if (misplaced && misplaced.lead === lead?.lead.id) yield misplacedCure(view, { misplaced });
    for (const load of freeLoads(view))
      if (lead)
        yield cure(view, {
          edit: 'replug',
          arguments: { lead: lead.lead.id, side, at: [{ box: load.box.id, jack: load.jack.id }] },
        });
    if (lead) yield cure(view, { edit: 'unplug', arguments: { lead: lead.lead.id, side } });
  },
});
