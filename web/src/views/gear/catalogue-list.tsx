import { Toolbar } from 'radix-ui';
import { useId, useMemo, useState } from 'react';
import { boxesFromQuick, CATALOGUE, CATALOGUE_GROUPS, guessKinds, type Kind } from '../../../../core/catalog';
import type { SingleEdit } from '../../../../core/edits';
import { Link } from 'react-router';
import { useOpen } from '../../rig/use-open';
import { useKinds } from '../../store/use-kinds';

/** Of what fits the words so many are shown: behind them nothing is meant. */
const MOST_FOUND = 12;

/** Open for a rig that begins, where there is room; somebody who has gear in it opens it when it is wanted. */
const isOpenAtFirst = (boxes: number) => boxes === 0 && matchMedia('(min-width: 48rem)').matches;

function KindRow(props: { kind: Kind; says: boolean; disabled: boolean; onAdd: () => void }) {
  const { kind, says, disabled, onAdd } = props;
  return (
    <li>
      <Toolbar.Button
        type="button"
        disabled={disabled}
        title={kind.hint}
        onClick={onAdd}
        className="flex min-h-6 w-full items-baseline gap-1.5 rounded px-1 text-left text-sm hover:bg-raised disabled:opacity-50"
      >
        <span className="text-muted">+</span>
        <span className={says ? 'font-semibold' : ''}>{kind.name}</span>
        {says ? <span className="text-xs text-muted">{kind.hint}</span> : null}
      </Toolbar.Button>
    </li>
  );
}

/** The kinds to pick from, each press one box and what comes along with it; the list stays where the pointer is. */
export function CatalogueList() {
  const { rig, readOnly, select, commit } = useOpen('rig', 'readOnly', 'select', 'commit');
  const [open, setOpen] = useState(() => isOpenAtFirst(rig.boxes.length));
  const [asked, setAsked] = useState('');
  const { own, kinds } = useKinds();
  const found = useMemo(() => guessKinds(asked, kinds).slice(0, MOST_FOUND), [asked, kinds]);
  const field = useId();
  const add = (kind: Kind) => {
    const boxes = boxesFromQuick(rig, [
      { text: kind.words[0] ?? '', guesses: [{ kind, sets: [], cost: 0 }], certainty: 'word', repeat: 1 },
    ]);
    const edits = boxes.map((box): SingleEdit => ({ edit: 'addBox', arguments: { box } }));
    const [first] = boxes;
    const call = { edit: 'together', arguments: { label: `Add ${kind.name}`, edits } } as const;
    if (first && commit(call) === null) select({ type: 'box', id: first.id });
  };
  const row = (kind: Kind, says = false) => (
    <KindRow key={kind.id} kind={kind} says={says} disabled={readOnly !== null} onAdd={() => add(kind)} />
  );
  return (
    <details
      open={open}
      onToggle={(event) => setOpen(event.currentTarget.open)}
      className="border-b border-hair bg-sheet px-4 pb-2"
    >
      <summary className="inline-flex min-h-7 cursor-pointer items-center rounded text-sm text-muted">
        Catalogue ({own.length > 0 ? `${own.length} of your own, ` : ''}
        {CATALOGUE.length} kinds)
      </summary>
      <div className="flex items-center gap-2 pb-2">
        <label htmlFor={field} className="text-xs text-muted">
          By name or by what it does
        </label>
        <input
          id={field}
          type="search"
          value={asked}
          autoComplete="off"
          spellCheck={false}
          onChange={(event) => setAsked(event.target.value)}
          className="min-h-7 w-64 max-w-full rounded border border-line bg-raised px-2 text-sm"
        />
        <Link to="/gear" className="ml-auto rounded text-sm underline underline-offset-2">
          Your gear shelf
        </Link>
      </div>
      {asked.trim() !== '' ? (
        found.length > 0 ? (
          <Toolbar.Root orientation="vertical" aria-label="Kinds found">
            <ul>{found.map(({ kind }) => row(kind, true))}</ul>
          </Toolbar.Root>
        ) : (
          <p role="status" className="text-sm text-muted">
            No kind is like “{asked.trim()}”.
          </p>
        )
      ) : (
        // One stop of the Tab key; the arrows go on from kind to kind.
        <Toolbar.Root orientation="vertical" aria-label="Catalogue" className="columns-[11.5rem] gap-4">
          {own.length > 0 ? (
            <section className="break-inside-avoid pb-2">
              <h3 className="px-1 text-xs text-muted">Your own</h3>
              <ul>{own.map((kind) => row(kind))}</ul>
            </section>
          ) : null}
          {CATALOGUE_GROUPS.map(({ name, kinds }) => (
            <section key={name} className="break-inside-avoid pb-2">
              <h3 className="px-1 text-xs text-muted">{name}</h3>
              <ul>{kinds.map((kind) => row(kind))}</ul>
            </section>
          ))}
        </Toolbar.Root>
      )}
    </details>
  );
}
