// What feet and MIDI do, as tables of words, the same on screen and in the PDF: switches, numbers to dial, control changes.
import { numbersView, underFoot } from '../control';
import { derive, type Reads } from '../model';
import type { PaperTable } from './power-tables';

export type TitledTable = PaperTable & { readonly title: string };

const OF = ['boxes', 'leads', 'variant', 'sounds', 'switchPlan', 'stage'] as const;
type Of = Reads<(typeof OF)[number]>;

/** Every switch that has something to do; a pedal with one of its own needs no plan. */
function switches(of: Of): TitledTable {
  const rows = underFoot(of, 0).flatMap(({ name, hasFree, hasBanks, banks }) =>
    banks.flatMap(({ bank, slots }) =>
      slots.flatMap(({ label, text, light, isFree }) =>
        text === '' || (!hasFree && slots.length === 1)
          ? []
          : [[name, hasBanks && isFree ? String(bank + 1) : '', label, text, light]],
      ),
    ),
  );
  const distinct = [...new Map(rows.map((row) => [row.join('\n'), row])).values()];
  return { title: 'Switches', heads: ['Box', 'Bank', 'Switch', 'Does', 'Light'], mono: [2], rows: distinct };
}

/** What is dialled for each sound in the sender, as it counts, and what is shown at the other end by it. */
function numbers(of: Of): TitledTable {
  const { columns, rows } = numbersView(of);
  return {
    title: 'Numbers to dial',
    heads: ['Sound', 'For', 'Shows', 'On', 'Dial', 'On the wire'],
    mono: [2, 4, 5],
    rows: rows.flatMap(({ name, cells }) =>
      cells.flatMap(({ shows, dial, bank, hex, problem, dialled, lands }, i) => {
        const column = columns[i];
        if (shows === '' || !column) return [];
        const wrong = lands === '' ? '' : `, noted ${dialled}: lands on ${lands}`;
        return [
          [
            name,
            column.name,
            shows,
            column.sender?.name ?? '',
            problem === '' ? `${dial}${bank === '' ? '' : `, ${bank}`}${wrong}` : problem,
            hex,
          ],
        ];
      }),
    ),
  };
}

/** The number of each function at both ends. */
const controls = (of: Of): TitledTable => ({
  title: 'Control changes',
  heads: ['Function', 'Channel', 'Heard as', 'Sent as', 'Values'],
  mono: [1, 2, 3],
  rows: numbersView(of).ccs.flatMap(({ name, channel, hears, sends, values, isNeeded, faults }) =>
    sends === null && !isNeeded
      ? []
      : [
          [
            name,
            String(channel),
            String(hears),
            sends === null ? 'not set' : String(sends),
            [values, ...faults].join('; '),
          ],
        ],
  ),
});

/** Tables that say anything. */
export const controlTables = derive(OF, (of: Of): readonly TitledTable[] =>
  [switches(of), numbers(of), controls(of)].filter(({ rows }) => rows.length > 0),
);
