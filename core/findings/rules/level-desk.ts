import { levelsAlong } from '../../level';
import { derive, endAt, everySound, leadOf, refOf, takesLine } from '../../model';
import { resolveIn, traceIn } from '../../signal';
import { levelWords } from '../../units';
import { group } from '../cure';
import { jackPart, leadPart, type Found } from '../finding';
import { rule } from '../rule';

type Data = { readonly at: string; readonly lead: string; readonly number: number; readonly peakDbu: number };

const isTold = (notes: string): boolean => /\bline\b/i.test(notes);

/** What is written with the lead. */
const told = (peakDbu: number): string =>
  `Line level, peaks ${levelWords(Math.round(peakDbu), 'dBu')}: tell the desk.`;

/** Jacks of desks that get line level in a setting, with the lead that brings it. */
const lineFeeds = derive(['boxes', 'leads', 'variant', 'standing'], (of): readonly Data[] =>
  traceIn(of).paths.flatMap((path) =>
    levelsAlong(of, path).stops.flatMap(({ part, box, peakDbu }): Data[] => {
      if (part.type !== 'jack' || !box.blocks.some(({ role }) => role === 'mix')) return [];
      const end = endAt(of, refOf(part.id));
      if (end?.jack.direction !== 'in' || !takesLine(resolveIn(of).jackMode(box, end.jack).mode)) return [];
      const at = path.steps.findIndex(
        (step) => step.type === 'jack' && `${step.box}/${step.jack}` === part.id,
      );
      const step = path.steps[at - 1];
      const lead = step?.type === 'lead' ? leadOf(of, step.lead) : undefined;
      return lead && lead.kind !== 'air' && !isTold(lead.notes)
        ? [{ at: part.id, lead: lead.id, number: lead.number, peakDbu }]
        : [];
    }),
  ),
);

/** LEVEL-DESK: a feed of line level into a desk, and nothing on the papers says so. */
export const desk = rule<Data>({
  code: 'LEVEL-DESK',
  reads: 'rig',
  isMild: true,
  judge: derive(['boxes', 'leads', 'variant', 'sounds'], (of): readonly Found<Data>[] => {
    const peaks = new Map<string, Data>();
    for (const data of everySound(of).flatMap(lineFeeds))
      if (data.peakDbu > (peaks.get(data.at)?.peakDbu ?? -Infinity)) peaks.set(data.at, data);
    return [...peaks.values()].flatMap((data): Found<Data>[] => {
      const [end, lead] = [endAt(of, refOf(data.at)), leadOf(of, data.lead)];
      if (!end || !lead) return [];
      return [
        {
          severity: 'note',
          parts: [jackPart(end.box, end.jack), leadPart(lead)],
          figures: [{ name: 'peak', value: data.peakDbu, unit: 'dBu' }],
          data,
        },
      ];
    });
  }),
  words: ({ data }, say) => ({
    text: `${say.jack(data.at)} gets line level, peaks ${levelWords(Math.round(data.peakDbu), 'dBu')}: nothing tells the desk.`,
    why: 'A line feed that nobody announced meets a microphone’s gain, and is loud at once. Written with the lead it is on the schedule.',
  }),
  *cures(view, { data }) {
    const lead = leadOf(view, data.lead);
    if (!lead) return;
    const notes = [lead.notes, told(data.peakDbu)].filter(Boolean).join(' ');
    yield group(`Write it with lead ${lead.number}`, [
      { edit: 'setLeadNotes', arguments: { id: lead.id, notes } },
    ]);
  },
});
