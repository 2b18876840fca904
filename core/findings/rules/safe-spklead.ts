import { leadKindFor } from '../../cables';
import { derive, isAudio } from '../../model';
import { cure } from '../cure';
import { jackPart, leadPart, type Found } from '../finding';
import { capitalFirst, leadWords } from '../phrases';
import { rule } from '../rule';
import { ofKind, runsOf } from '../runs';
import { amplifiers, speakerRuns } from '../../power';

type Data = { readonly lead: string; readonly kind: string; readonly speaker: boolean };

/** Leads that carry what a loudspeaker output gives, by whatever way. */
const speakerLeads = derive(
  ['boxes', 'leads', 'variant'],
  (view): ReadonlySet<string> =>
    new Set(
      amplifiers(view).flatMap(({ box, taps }) =>
        taps.flatMap((tap) => speakerRuns({ ...view, sound: null }, box, tap).map(({ lead }) => lead.id)),
      ),
    ),
);

/** SAFE-SPKLEAD: a signal lead on a speaker run can burn; a speaker lead in the signal path hums. */
export const speakerLead = rule<Data>({
  code: 'SAFE-SPKLEAD',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found<Data>[] =>
    runsOf(view).flatMap(({ lead, from, to }): Found<Data>[] => {
      // What is no speaker output cannot heat a lead: a line or headphone output into a cabinet is silent, not hot.
      const speaker =
        [from, to].some(({ jack }) => jack.carries === 'speaker' && jack.direction !== 'in') ||
        speakerLeads(view).has(lead.id);
      const signal = [from, to].every(({ jack }) => isAudio(jack) && jack.carries !== 'speaker');
      const wrong = speaker ? lead.kind !== 'speaker' : signal && lead.kind === 'speaker';
      if (!wrong) return [];
      return [
        {
          severity: speaker ? 'danger' : 'caution',
          parts: [leadPart(lead), jackPart(from.box, from.jack), jackPart(to.box, to.jack)],
          data: {
            lead: lead.id,
            kind: lead.kind,
            speaker,
          },
        },
      ];
    }),
  ),
  words: ({ data }, say) =>
    data.speaker
      ? {
          text: `${capitalFirst(say.parts('lead')[0] ?? '')} on a speaker output is ${leadWords(data.kind)}.`,
          why: 'This can burn and destroy gear: a shielded lead heats under speaker current and may short. Switch the amplifier off before it is changed.',
        }
      : {
          text: `${capitalFirst(say.parts('lead')[0] ?? '')} in the signal path is a speaker lead.`,
          why: 'It has no shield: it hums.',
        },
  *cures(view, { data }) {
    const run = runsOf(view).find(({ lead }) => lead.id === data.lead);
    if (run) yield cure(view, ofKind(run.lead, data.speaker ? 'speaker' : leadKindFor(run.from, run.to)));
  },
});
