import { boxOf, derive, type Box } from '../../model';
import { cure, group } from '../cure';
import { leadPart, boxPart, type Found } from '../finding';
import { rule } from '../rule';
import { ofKind, runsOf } from '../runs';

type Data = {
  readonly lead: number;
  readonly from: string;
  readonly to: string;
  readonly so: 'wrong lead' | 'two clocks' | 'no clock' | 'unlike rates';
};

const KHZ = 1000;

/** What is wrong between two boxes on a digital link, as far as their clocks are known. */
function clocksOf(from: Box, to: Box): Data['so'] | null {
  const [a, b] = [from.clock, to.clock];
  if (!a || !b) return null;
  if (a.source === 'own' && b.source === 'own') return 'two clocks';
  if (a.source === 'input' && b.source === 'input') return 'no clock';
  return a.rateHz !== undefined && b.rateHz !== undefined && a.rateHz !== b.rateHz ? 'unlike rates' : null;
}

/** DIG-CLOCK: two clocks lead on one digital link, or none; unlike rates; a lead that is none for it. */
export const clocks = rule<Data>({
  code: 'DIG-CLOCK',
  reads: 'rig',
  judge: derive(['boxes', 'leads', 'variant'], (view): readonly Found<Data>[] =>
    runsOf(view).flatMap(({ lead, from, to }): readonly Found<Data>[] => {
      if (from.jack.carries !== 'digital' || to.jack.carries !== 'digital') return [];
      const so = lead.kind === 'digital' ? clocksOf(from.box, to.box) : 'wrong lead';
      if (so === null) return [];
      const rates = [from.box, to.box].map(({ clock }) => clock?.rateHz);
      const figures = rates.every((rate) => rate !== undefined)
        ? rates.map((rate, i) => ({ name: i === 0 ? 'from' : 'to', value: (rate ?? 0) / KHZ, unit: '' }))
        : [];
      const parts = [leadPart(lead), boxPart(from.box), boxPart(to.box)];
      return [
        {
          severity: 'fault',
          parts,
          figures,
          data: { lead: lead.number, from: from.box.id, to: to.box.id, so },
        },
      ];
    }),
  ),
  words: ({ data }, say) => {
    const [from, to] = [say.box(data.from), say.box(data.to)];
    switch (data.so) {
      case 'wrong lead':
        return {
          text: `Lead ${data.lead} between ${from} and ${to} is none for a digital link.`,
          why: 'A digital link wants a lead of its own impedance: by another it drops out, now and then.',
        };
      case 'two clocks':
        return {
          text: `${from} and ${to} each lead by a clock of their own over lead ${data.lead}.`,
          why: 'On a digital link one clock leads and the other follows: else it clicks, or is silent.',
        };
      case 'no clock':
        return {
          text: `${from} and ${to} each wait for the other’s clock over lead ${data.lead}.`,
          why: 'One of them must lead by its own clock, or nothing passes.',
        };
      case 'unlike rates':
        return {
          text: `${from} runs at ${say.figure('from').trim()} kHz and ${to} at ${say.figure('to').trim()} kHz.`,
          why: 'Both ends of a digital link run at one rate, or nothing passes.',
        };
    }
  },
  *cures(view, { data, parts }) {
    const [from, to] = [boxOf(view, data.from), boxOf(view, data.to)];
    const lead = view.leads.find(({ id }) => id === parts[0]?.id);
    if (!from || !to || !lead) return;
    if (data.so === 'wrong lead') yield cure(view, ofKind(lead, 'digital'));
    if (data.so === 'two clocks' && to.clock)
      yield group(`Set ${to.name} to follow the clock of ${from.name}`, [
        { edit: 'setClock', arguments: { box: to.id, clock: { ...to.clock, source: 'input' } } },
      ]);
    if (data.so === 'no clock' && from.clock)
      yield group(`Set ${from.name} to its own clock`, [
        { edit: 'setClock', arguments: { box: from.id, clock: { ...from.clock, source: 'own' } } },
      ]);
    const rateHz = from.clock?.rateHz;
    if (data.so === 'unlike rates' && to.clock && rateHz !== undefined)
      yield group(`Set ${to.name} to ${rateHz / KHZ} kHz`, [
        { edit: 'setClock', arguments: { box: to.id, clock: { ...to.clock, rateHz } } },
      ]);
  },
});
