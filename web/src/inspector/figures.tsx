import { figureKey, figuresOf, type Box, type Figure, type FigureEntry } from '../../../core/model';
import { formatQuantity, parseQuantity } from '../../../core/units';
import { Choice, TextField } from '../parts/field';
import { useOpen } from '../rig/use-open';
import { today } from '../store/app';
import { Section } from './section';

const SOURCES = [
  { value: 'assumed', label: 'assumed' },
  { value: 'manual', label: 'manual' },
  { value: 'measured', label: 'measured' },
] as const;

function FigureLine({ box, entry }: { box: Box; entry: FigureEntry }) {
  const { readOnly, session, commit } = useOpen('readOnly', 'session', 'commit');
  const { at, figure, of, what, unit } = entry;
  const put = (next: Figure) =>
    ({ edit: 'setFigure', arguments: { box: box.id, at, figure: next } }) as const;
  /** A figure somebody types is no longer assumed. */
  const setValue = (text: string) => {
    const value = parseQuantity(text, unit);
    if (value === null) return `A figure in ${unit}, such as ${formatQuantity(figure.value, unit)}.`;
    const positive =
      unit === 'Ω' || unit === 'W' || unit === 'H' || unit === 'VA' || unit === 'mA' || unit === 'µA';
    if (positive && value <= 0) return 'More than 0.';
    if (unit === 'F' && value < 0) return '0 or more.';
    return session.commit(put({ value, source: figure.source === 'assumed' ? 'manual' : figure.source }));
  };
  const setSource = (source: Figure['source']) =>
    commit(put({ ...figure, source, ...(source === 'measured' ? { date: today() } : {}) }));
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_6.5rem_5.75rem] items-center gap-1.5 border-t border-hair pt-1.5 first:border-t-0">
      <span className="text-xs">
        <span className="font-mono">{of}</span> {what}
        {figure.low !== undefined && figure.high !== undefined ? (
          <span className="block text-muted">
            {formatQuantity(figure.low, unit)} … {formatQuantity(figure.high, unit)}
          </span>
        ) : null}
        {figure.page === undefined ? null : <span className="block text-muted">p. {figure.page}</span>}
      </span>
      <TextField
        label={`${of}: ${what}`}
        mono
        onPause={false}
        value={formatQuantity(figure.value, unit)}
        disabled={readOnly !== null}
        commit={setValue}
      />
      <Choice
        label={`Source of ${of}: ${what}`}
        value={figure.source}
        options={SOURCES}
        disabled={readOnly !== null}
        onChange={setSource}
      />
    </li>
  );
}

/** Every figure of the box with where it comes from. */
export function Figures({ box }: { box: Box }) {
  const entries = figuresOf(box);
  if (entries.length === 0) return null;
  const assumed = entries.filter(({ figure }) => figure.source === 'assumed').length;
  return (
    <Section title={`Figures (${entries.length}, ${assumed} assumed)`}>
      <ul className="flex flex-col gap-1.5">
        {entries.map((entry) => (
          <FigureLine key={figureKey(entry.at)} box={box} entry={entry} />
        ))}
      </ul>
    </Section>
  );
}
