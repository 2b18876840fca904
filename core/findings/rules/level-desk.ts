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

/** LEVEL-DESK: a feed of line level into a desk, and nothing on the papers says so. */
export const desk = rule<Data>({
  code: 'LEVEL-DESK',
  reads: 'rig',
  isMild: true,
  judge: derive(['boxes', 'leads', 'variant', 'sounds'], (of): readonly Found<Data>[] => {
    const peaks = new Map<string, Data>();
    for (const one of everySound(of))
      for (const path of traceIn(one).paths)
        for (const { part, peakDbu } of levelsAlong(one, path).stops) {
          const end = part.type === 'jack' ? endAt(one, refOf(part.id)) : undefined;
          if (!end || end.jack.direction !== 'in' || !end.box.blocks.some(({ role }) => role === 'mix'))
            continue;
          if (!takesLine(resolveIn(one).jackMode(end.box, end.jack).mode)) continue;
          const at = path.steps.findIndex(
            (step) => step.type === 'jack' && `${step.box}/${step.jack}` === part.id,
          );
          const step = path.steps[at - 1];
          const lead = step?.type === 'lead' ? leadOf(one, step.lead) : undefined;
          if (!lead || lead.kind === 'air' || isTold(lead.notes)) continue;
          const known = peaks.get(part.id);
          if (!known || known.peakDbu < peakDbu)
            peaks.set(part.id, { at: part.id, lead: lead.id, number: lead.number, peakDbu });
        }
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
