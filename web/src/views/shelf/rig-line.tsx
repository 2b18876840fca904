import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { isOpen, type FindingLine } from '../../../../core/findings';
import { titleWords, SEVERITIES, type Rig } from '../../../../core/model';
import { count } from '../../../../core/units';
import { Button } from '../../parts/button';
import { goFocus } from '../../parts/focus';
import { Menu, MenuItem, MenuLine } from '../../parts/menu';
import { SEVERITY_TEXT } from '../../parts/severity';
import { findingsOf } from '../../worker/reading';
import type { ShelfEntry } from './use-shelf';

export type RigActs = {
  readonly copy: (entry: ShelfEntry) => void;
  readonly save: (entry: ShelfEntry) => void;
  readonly bin: (entry: ShelfEntry) => void;
};

const when = (iso: string) =>
  new Intl.DateTimeFormat('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  }).format(new Date(iso));

function stateWords(entry: ShelfEntry): string {
  if (entry.rig === null) return 'could not be read';
  const { state } = entry;
  switch (state.kind) {
    case 'empty':
      return 'empty';
    case 'not wired':
      return `not wired · ${count(state.boxes, 'box', 'boxes')}`;
    case 'wired':
      return `wired · ${count(state.boxes, 'box', 'boxes')}, ${count(state.leads, 'lead')}`;
    case 'walked':
      return `walked on ${state.date} · ${count(state.boxes, 'box', 'boxes')}, ${count(state.leads, 'lead')}`;
  }
}

/** Counts of what is found, by severity; worked out after the line is shown. */
function Found({ rig }: { rig: Rig }) {
  const [lines, setLines] = useState<readonly FindingLine[] | null | 'failed'>(null);
  useEffect(() => {
    let left = false;
    findingsOf(rig).then(
      (found) => !left && setLines(found.filter(isOpen)),
      () => !left && setLines('failed'),
    );
    return () => {
      left = true;
    };
  }, [rig]);
  if (lines === null) return <span className="text-muted">judging …</span>;
  if (lines === 'failed') return <span className="text-muted">could not be judged</span>;
  const counts = SEVERITIES.map((severity) => ({
    severity,
    n: lines.filter((line) => line.severity === severity).length,
  })).filter(({ n }) => n > 0);
  if (counts.length === 0) return <span className="text-good">nothing found</span>;
  return (
    <>
      {counts.map(({ severity, n }) => (
        <span key={severity} className={`mr-2 ${SEVERITY_TEXT[severity]}`}>
          {count(n, severity)}
        </span>
      ))}
    </>
  );
}

/** One rig on the shelf. */
export function RigLine({ entry, acts }: { entry: ShelfEntry; acts: RigActs }) {
  const { head } = entry;
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 border-b border-hair px-4 py-2.5 last:border-b-0 sm:grid-cols-[minmax(0,1fr)_15rem_9rem_auto]">
      <div className="min-w-0">
        <Link
          to={`/rig/${head.id}/map`}
          className="block truncate rounded text-base font-semibold hover:underline"
          title={head.title}
          onClick={() => goFocus('rig')}
        >
          {titleWords(head.title)}
        </Link>
        {entry.rig === null ? <p className="text-xs break-words text-danger">{entry.reason}</p> : null}
      </div>
      <p className="order-3 text-sm text-muted sm:order-none">
        {stateWords(entry)}
        {entry.rig !== null && entry.state.kind !== 'empty' ? (
          <span className="block text-xs">
            <Found rig={entry.rig} />
          </span>
        ) : null}
      </p>
      <div className="order-4 text-xs text-muted sm:order-none">
        <p title="Last changed">{when(head.modified)}</p>
        <p>{head.savedToFile ? `file: ${when(head.savedToFile)}` : 'never saved to a file'}</p>
      </div>
      <Menu
        align="end"
        trigger={
          <Button look="quiet" aria-label={`Acts for ${titleWords(head.title)}`}>
            <span aria-hidden="true">•••</span>
          </Button>
        }
      >
        <MenuItem onSelect={() => acts.save(entry)}>
          {entry.rig ? 'Export to a file' : 'Save what is stored as a file'}
        </MenuItem>
        <MenuItem disabled={entry.rig === null} onSelect={() => acts.copy(entry)}>
          Copy
        </MenuItem>
        <MenuLine />
        <MenuItem danger onSelect={() => acts.bin(entry)}>
          Put into the bin
        </MenuItem>
      </Menu>
    </li>
  );
}
