// The figures by which routings are told apart, a column each.
import { SEVERITIES } from '../../../../core/model';
import { besideSignal, count, formatDb, formatLength, type LengthUnit } from '../../../../core/units';
import { SEVERITY_TEXT } from '../../parts/severity';
import type { ShownLine } from '../../worker/searches';

export type Column = {
  readonly name: string;
  /** The less the better: by this lines are told apart. */
  readonly of: (line: ShownLine) => number;
  readonly words: (line: ShownLine, units: LengthUnit) => React.ReactNode;
  /** On a narrow screen it is told in the card alone. */
  readonly isWide?: true;
};

const dash = <span className="text-muted">–</span>;

/** A count, and a figure that does not part from its unit. */
const told = (n: number, figure: string) => (
  <>
    {n}, <span className="whitespace-nowrap">{figure}</span>
  </>
);

/** Decibels with their sign; nothing where they are not known. */
const decibels = (db: number | null) =>
  db === null ? dash : <span className="whitespace-nowrap">{formatDb(db)} dB</span>;

/** What is not known is taken to be nowhere, dB under the signal. */
const QUIETEST_DB = 200;

const leadsTold = ({ fetch, move, putAway, adapters }: ShownLine): string => {
  const parts = [
    fetch.length > 0 ? `${fetch.length} fetch` : '',
    move.length > 0 ? `${move.length} move` : '',
    putAway.length > 0 ? `${putAway.length} away` : '',
    adapters.length > 0 ? count(adapters.length, 'adapter') : '',
  ].filter(Boolean);
  return parts.length === 0 ? 'as they are' : parts.join(', ');
};

export const COLUMNS: readonly Column[] = [
  {
    name: 'Stage runs',
    of: ({ runs }) => runs.metres,
    words: ({ runs }, units) => told(runs.count, formatLength(runs.metres, units)),
  },
  {
    name: 'Leads, adapters',
    of: ({ fetch, move, putAway, adapters }) =>
      100 * (fetch.length * 2 + move.length + putAway.length) + adapters.length,
    words: leadsTold,
  },
  {
    name: 'Trips',
    of: ({ trips, ms }) => trips * 1_000 + ms,
    words: ({ trips, ms }) => (trips + ms === 0 ? dash : told(trips, `${ms.toFixed(1)} ms`)),
  },
  {
    name: 'Loops, hum',
    of: ({ groundLoops, humDb }) => 100 * besideSignal(humDb ?? QUIETEST_DB) + groundLoops,
    words: ({ groundLoops, humDb }) =>
      groundLoops === 0 && humDb === null
        ? dash
        : told(groundLoops, humDb === null ? '–' : `${formatDb(besideSignal(humDb))} dB`),
  },
  {
    name: 'Tone',
    of: ({ tone }) => Math.round(Math.abs(tone?.db ?? 0) * 10),
    words: ({ tone }) => decibels(tone?.db ?? null),
  },
  {
    name: 'Room',
    isWide: true,
    of: ({ roomDb }) => -Math.round((roomDb ?? 0) * 10),
    words: ({ roomDb }) => decibels(roomDb),
  },
  {
    name: 'Noise',
    isWide: true,
    of: ({ floorDb }) => besideSignal(floorDb ?? QUIETEST_DB),
    words: ({ floorDb }) => decibels(floorDb === null ? null : besideSignal(floorDb)),
  },
  {
    name: 'Dead knobs',
    of: ({ deadKnobs }) => deadKnobs.length,
    words: ({ deadKnobs }) => (deadKnobs.length === 0 ? dash : deadKnobs.length),
  },
  {
    name: 'Presses',
    isWide: true,
    of: ({ presses }) => presses?.total ?? 0,
    words: ({ presses }) => (presses === null ? dash : `${presses.total}${presses.isMore ? ' or more' : ''}`),
  },
  {
    name: 'Findings',
    of: ({ findings: { danger, fault, caution, note } }) =>
      danger * 1_000_000 + fault * 10_000 + caution * 100 + note,
    words: ({ findings }) => {
      const shown = SEVERITIES.filter((severity) => findings[severity] > 0);
      return shown.length === 0
        ? dash
        : shown.map((severity) => (
            <span key={severity} className={`block whitespace-nowrap ${SEVERITY_TEXT[severity]}`}>
              {count(findings[severity], severity)}
            </span>
          ));
    },
  },
  {
    name: 'Undone, turned',
    of: ({ undone, turned }) => undone.length * 100 + turned,
    words: ({ undone, turned }) =>
      undone.length + turned === 0 ? (
        dash
      ) : (
        <span title={undone.join('; ')}>
          {[
            ...(undone.length > 0 ? [count(undone.length, 'wish', 'wishes')] : []),
            ...(turned > 0 ? [`${turned} turned`] : []),
          ].join(', ')}
        </span>
      ),
  },
];
