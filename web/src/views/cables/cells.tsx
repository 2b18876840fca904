import { Link } from 'react-router';
import { starred } from '../../../../core/drawing';
import type { ScheduleRow } from '../../../../core/papers';
import { formatLength, parseLength } from '../../../../core/units';
import { Button } from '../../parts/button';
import { TextField } from '../../parts/field';
import { useOpen } from '../../rig/use-open';
import { usePreferences } from '../../store/app';

function Length({ row }: { row: ScheduleRow }) {
  const { readOnly, session } = useOpen('readOnly', 'session');
  const { units } = usePreferences();
  const commit = (text: string) => {
    if (text.trim() === '') return session.commit({ edit: 'computeLeadLength', arguments: { id: row.id } });
    const lengthM = parseLength(text, units);
    return lengthM === null
      ? 'A length, such as 9 m or 30 ft.'
      : session.commit({ edit: 'setLeadLength', arguments: { id: row.id, lengthM, by: 'hand' } });
  };
  return (
    <div className="flex flex-wrap items-center gap-x-2">
      <div className="w-20 shrink-0">
        <TextField
          label={`Length of lead ${row.number}`}
          mono
          onPause={false}
          value={formatLength(row.lengthM, units)}
          disabled={readOnly !== null}
          commit={commit}
        />
      </div>
      {row.lengthBy !== 'computed' ? (
        <Button
          look="quiet"
          className="min-h-6 px-1.5 text-xs"
          disabled={readOnly !== null}
          onClick={() => session.commit({ edit: 'computeLeadLength', arguments: { id: row.id } })}
        >
          {row.lengthBy === 'hand' ? 'by hand' : 'measured'}: back to the rule
        </Button>
      ) : row.toBeMade ? (
        <span className="text-xs text-caution">to be made</span>
      ) : null}
    </div>
  );
}

/** Where a column is narrow a line ends between the two plugs, not within the name of one. */
function Plugs({ words }: { words: string }) {
  const [from, to] = words.split(' – ');
  return (
    <>
      <span className="whitespace-nowrap">{to === undefined ? from : `${from} –`}</span>{' '}
      <span className="whitespace-nowrap">{to}</span>
    </>
  );
}

/** Likewise a line ends behind the box’s tag, not within the name of the jack: `UNIT / RETURN 1`. */
function Jacks({ words }: { words: string }) {
  return words.split(' or ').map((one, i) => {
    const [tag = '', ...jack] = one.split(' ');
    return (
      <span key={one}>
        {i > 0 ? ' or ' : null}
        {tag} <span className="inline-block">{jack.join(' ')}</span>
      </span>
    );
  });
}

/** One cell of the schedule. */
export function CellOf({ id, row }: { id: string; row: ScheduleRow }) {
  switch (id) {
    case 'number':
      return (
        <span
          title={row.inBase === null ? undefined : `In the base: ${row.inBase}`}
          className="rounded-full border border-ink px-2 font-mono"
        >
          {starred(row.number, row.inBase !== null)}
        </span>
      );
    case 'from':
    case 'to':
      return (
        <>
          <span className="font-mono">
            <Jacks words={id === 'from' ? row.from : row.to} />
          </span>
          <span className="block text-xs text-muted">{id === 'from' ? row.fromBox : row.toBox}</span>
        </>
      );
    case 'plugs':
      return (
        <>
          <Plugs words={row.plugs} />
          {row.adapters.length > 0 ? (
            <span className="block text-xs text-caution">adapter {row.adapters.join(', ')}</span>
          ) : null}
        </>
      );
    case 'loom':
      return <span className="text-muted">{row.loom}</span>;
    case 'length':
      return <Length row={row} />;
    case 'state':
      return row.state === 'plugged' ? (
        <span className="text-muted">plugged</span>
      ) : (
        <span className={row.state === 'put away' ? 'text-muted' : 'text-fault'}>{row.state}</span>
      );
    default:
      return (
        <>
          {row.kind}
          {row.remarks === '' ? null : <span className="block text-xs text-muted">{row.remarks}</span>}
        </>
      );
  }
}

/** The schedule on a phone: one lead below the other, what matters first. */
export function LeadLines({ rows }: { rows: readonly ScheduleRow[] }) {
  const { rig, select } = useOpen('rig', 'select');
  return (
    <ol className="bg-sheet text-sm">
      {rows.map((row) => (
        <li
          key={row.id}
          className="grid grid-cols-[3rem_minmax(0,1fr)] gap-x-2 border-b border-hair px-3 py-2"
        >
          <span>
            <CellOf id="number" row={row} />
          </span>
          <div className="min-w-0">
            <p className="font-mono">
              {row.from} <span aria-label="to">→</span> {row.to}
            </p>
            <p className="text-xs text-muted">
              {row.kind}, {row.plugs}
              {row.adapters.length > 0 ? `, adapter ${row.adapters.join(', ')}` : ''}
              {row.state === 'plugged' ? '' : `, ${row.state}`}
            </p>
            {row.remarks === '' ? null : <p className="text-xs">{row.remarks}</p>}
            <div className="flex flex-wrap items-center justify-between gap-2 pt-1">
              <CellOf id="length" row={row} />
              <Link
                className="inline-flex min-h-8 items-center rounded px-2 text-xs underline"
                aria-label={`Show lead ${row.number} on the map`}
                to={`/rig/${rig.id}/map`}
                onClick={() => select({ type: 'lead', id: row.id })}
              >
                on the map
              </Link>
            </div>
          </div>
        </li>
      ))}
    </ol>
  );
}
