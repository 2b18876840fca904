import { neededLength, stockLength } from '../../lengths';
import { derive, leadOf, sources, type Lead, type Reads } from '../../model';
import { cure } from '../cure';
import { leadPart, type Found } from '../finding';
import { capitalFirst } from '../phrases';
import { rule } from '../rule';

type Data = { readonly lead: string };

type ForLengths = Reads<'boxes' | 'stage' | 'houseRules' | 'variants'>;

/** Slack is comfort; without it the lead still reaches. */
function reach(rig: ForLengths, lead: Lead): number | null {
  const needed = neededLength(rig, lead);
  const { slackPercent, playerSlackPercent } = rig.houseRules.limits;
  const guitars = new Set(sources(rig).map((box) => box.id));
  // On whichever night it is the player's.
  const isPlayers = [lead.from.at, lead.to.at, ...rig.variants.map(({ leads }) => leads[lead.id]?.from ?? [])]
    .flat()
    .some((at) => guitars.has(at.box));
  return needed === null ? null : needed / (1 + (isPlayers ? playerSlackPercent : slackPercent) / 100);
}

/** WIRE-LENGTH: a lead whose length is known by hand or tape, shorter than its route. */
export const length = rule<Data>({
  code: 'WIRE-LENGTH',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'stage', 'houseRules', 'variants'], (view): readonly Found<Data>[] =>
    view.leads.flatMap((lead): Found<Data>[] => {
      if (lead.lengthBy === 'computed') return [];
      const least = reach(view, lead);
      if (least === null || lead.lengthM >= least - 1e-9) return [];
      return [
        {
          severity: 'fault',
          parts: [leadPart(lead)],
          figures: [
            { name: 'length', value: lead.lengthM, unit: 'm' },
            { name: 'route', value: least, unit: 'm' },
          ],
          data: { lead: lead.id },
        },
      ];
    }),
  ),
  words: (_finding, say) => ({
    text: `${capitalFirst(say.parts('lead')[0] ?? '')} is ${say.figure('length')} long; its route is ${say.figure('route')}.`,
    why: 'It does not reach, slack left out of account.',
  }),
  *cures(view, { data }) {
    const lead = leadOf(view, data.lead);
    const needed = lead && neededLength(view, lead);
    if (!lead || needed === null || needed === undefined) return;
    const { lengthM } = stockLength(needed, view.stage.stockM);
    yield cure(view, { edit: 'setLeadLength', arguments: { id: lead.id, lengthM, by: 'hand' } });
  },
});
