import { Fragment, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { isOpen, type FindingLine } from '../../../../core/findings';
import { titleWords, SEVERITIES, type Rig } from '../../../../core/model';
import { SHELF_MAP, type ShelfCard } from '../../../../core/papers';
import { count, inWords } from '../../../../core/units';
import { Button } from '../../parts/button';
import { goFocus } from '../../parts/focus';
import { Menu, MenuItem, MenuLine } from '../../parts/menu';
import { SEVERITY_TEXT } from '../../parts/severity';
import { Drawn, noEmphasis } from '../../pen/drawn';
import { lastUse } from '../../store/rigs';
import { findingsOf, shelfCardOf } from '../../worker/reading';
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
        <span key={severity} className={`mr-2 whitespace-nowrap ${SEVERITY_TEXT[severity]}`}>
          {count(n, severity)}
        </span>
      ))}
    </>
  );
}

/** What comes of the worker about a rig; undefined: not yet, null: it could not be made. */
function useCard(rig: Rig | null): ShelfCard | null | undefined {
  const [card, setCard] = useState<ShelfCard | null | undefined>(undefined);
  useEffect(() => {
    if (!rig) return;
    let left = false;
    shelfCardOf(rig).then(
      (made) => !left && setCard(made),
      () => !left && setCard(null),
    );
    return () => {
      left = true;
    };
  }, [rig]);
  return card;
}

function SmallMap({ map }: { map: ShelfCard['map'] }) {
  return (
    <svg
      aria-hidden="true"
      viewBox={`0 0 ${map.width} ${map.height}`}
      preserveAspectRatio="xMidYMid"
      className="block size-full"
    >
      <Drawn drawing={map} emphasisOf={noEmphasis} />
    </svg>
  );
}

/** What is played, where it is heard, and what else it can be wired as. */
function Words({ card }: { card: ShelfCard }) {
  const { instruments, outlets, variants, sounds } = card;
  const lines = [
    ['from', inWords(instruments)],
    ['heard at', inWords(outlets)],
    ['variants', inWords(variants)],
    ['sounds', sounds > 1 ? String(sounds) : ''],
  ].filter(([, words]) => words !== '');
  return (
    <dl className="grid grid-cols-[auto_minmax(0,1fr)] gap-x-2 pt-1 text-sm">
      {lines.map(([what, words]) => (
        <Fragment key={what}>
          <dt className="text-muted">{what}</dt>
          <dd>{words}</dd>
        </Fragment>
      ))}
    </dl>
  );
}

/** One rig on the shelf: its small map, what it is for, and in what state it is. */
export function RigLine({ entry, acts }: { entry: ShelfEntry; acts: RigActs }) {
  const { head } = entry;
  const card = useCard(entry.rig);
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-4 gap-y-1 border-b border-hair px-4 py-3 last:border-b-0 md:grid-cols-[auto_minmax(0,1fr)_13rem_auto]">
      <Link
        to={`/rig/${head.id}/map`}
        tabIndex={-1}
        aria-hidden="true"
        onClick={() => goFocus('rig')}
        className="hidden overflow-hidden rounded border border-hair bg-ground md:block"
        style={SHELF_MAP}
      >
        {card && entry.rig && entry.rig.boxes.length > 0 ? <SmallMap map={card.map} /> : null}
      </Link>
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
        {card ? <Words card={card} /> : null}
      </div>
      <div className="order-3 text-sm text-muted md:order-none">
        <p>{stateWords(entry)}</p>
        {entry.rig !== null && entry.state.kind !== 'empty' ? (
          <p className="text-xs">
            <Found rig={entry.rig} />
          </p>
        ) : null}
        <p className="pt-1 text-xs" title={`Last changed ${when(head.modified)}`}>
          used {when(lastUse(head))}
        </p>
        <p className="text-xs">
          {head.savedToFile ? `file: ${when(head.savedToFile)}` : 'never saved to a file'}
        </p>
      </div>
      <Menu
        align="end"
        trigger={
          <Button look="quiet" className="self-start" aria-label={`Acts for ${titleWords(head.title)}`}>
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
