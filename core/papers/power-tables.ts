// The power plan as tables of words, the same on screen and in the PDF.
import type { LoadLine, PlanLine, PowerPlan } from '../power';

export type PaperTable = {
  readonly heads: readonly string[];
  /** Columns of figures and printed names. */
  readonly mono: readonly number[];
  readonly rows: readonly (readonly string[])[];
};

const short = (value: number): string => String(Number(value.toPrecision(3)));

function drawnWords({ drawn, rating, unit, strain }: PlanLine): string {
  const of = rating === null ? `${short(drawn)} ${unit}` : `${short(drawn)} of ${short(rating)} ${unit}`;
  return strain !== null && strain > 1 + 1e-9 ? `${of}: too much` : of;
}

const loadWords = ({ shares, hasInternal, ohm, joined }: LoadLine): string => {
  if (shares.length === 0) return hasInternal ? 'its internal load' : 'nothing';
  return `${ohm === null ? '?' : short(ohm)} Ω ${joined}`.trim();
};

/** Outlets in use with supplies and circuits as a whole; mains plugs; what takes the power of amplifiers. Empty ones are left out. */
export function powerTables({ outlets, wholes, plugs, loads }: PowerPlan): readonly PaperTable[] {
  const tables: readonly PaperTable[] = [
    {
      heads: ['Feeds', 'Gives', 'Boxes', 'Drawn'],
      mono: [3],
      rows: [...outlets.filter(({ boxes }) => boxes.length > 0), ...wholes].map((line) => [
        `${line.of} ${line.name || 'in all'}`,
        line.gives,
        line.boxes.join(', '),
        drawnWords(line),
      ]),
    },
    {
      heads: ['Mains plug', 'Plate', 'Where', 'Circuit'],
      mono: [1],
      rows: plugs.map(({ box, va, volts, where, circuit }) => [
        box,
        [volts.length > 0 ? `${volts.join('/')} V` : '', va === null ? 'not read' : `${short(va)} VA`]
          .filter(Boolean)
          .join(', '),
        where || 'not noted',
        circuit,
      ]),
    },
    {
      heads: ['Amplifier', 'Output', 'Load', 'Shares'],
      mono: [1, 2],
      rows: loads.map((line) => [
        line.box.name,
        line.output,
        loadWords(line),
        line.shares
          .map(
            ({ box, share, watts }) =>
              `${box.name} ${Math.round(100 * share)} %${watts === null ? '' : `, ${Math.round(watts)} W`}`,
          )
          .join('; '),
      ]),
    },
  ];
  return tables.filter(({ rows }) => rows.length > 0);
}
