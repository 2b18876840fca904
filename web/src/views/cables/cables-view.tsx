import { useTable } from '@tanstack/react-table';
import { useMemo, useState } from 'react';
import { Link } from 'react-router';
import { numberAlongRoute } from '../../../../core/bench';
import { jointLine, loomLine, scheduleCsv, scheduleOf } from '../../../../core/papers';
import { nightName, slug } from '../../../../core/model';
import { count, formatLength } from '../../../../core/units';
import { ActLink } from '../../parts/act-link';
import type { LabelForm } from '../../../../core/press';
import { Button } from '../../parts/button';
import { Menu, MenuItem } from '../../parts/menu';
import { usePress } from '../../parts/use-press';
import { Sheet } from '../../parts/dialog';
import { Empty } from '../../parts/empty';
import { useMedia } from '../../parts/use-size';
import { useOpen } from '../../rig/use-open';
import { usePreferences } from '../../store/app';
import { saveText } from '../../store/files';
import { CellOf, LeadLines } from './cells';
import { columns, features } from './columns';

function Renumber({ onClose }: { onClose: () => void }) {
  const { rig, setting, commit } = useOpen('rig', 'setting', 'commit');
  const { numbers, reprint } = numberAlongRoute(rig, setting.variant);
  return (
    <Sheet
      title="Number along the route"
      text={
        reprint.length === 0
          ? 'The leads are numbered as they are met already.'
          : `${count(reprint.length, 'label')} to reprint:`
      }
      onClose={onClose}
    >
      <ul className="mb-4 flex max-h-60 flex-wrap gap-1.5 overflow-auto font-mono text-sm">
        {reprint.map(({ was, now }) => (
          <li key={was} className="rounded border border-hair px-2">
            {was} → {now}
          </li>
        ))}
      </ul>
      <div className="flex gap-2">
        <Button
          look="strong"
          autoFocus
          disabled={reprint.length === 0}
          onClick={() => commit({ edit: 'renumber', arguments: { numbers } }) === null && onClose()}
        >
          Renumber
        </Button>
        <Button onClick={onClose}>Leave it</Button>
      </div>
    </Sheet>
  );
}

function Totals() {
  const { rig, setting } = useOpen('rig', 'setting');
  const { units } = usePreferences();
  const { rows, totals, all, adapters, looms, joints } = scheduleOf(rig, setting.variant);
  const others = rows.filter(({ inBase }) => inBase !== null);
  return (
    <section
      aria-label="Totals"
      className="flex flex-wrap gap-x-8 gap-y-2 border-t border-line bg-sheet px-4 py-2 text-sm"
    >
      <p className="font-semibold">
        {count(all.count, 'lead')}, {formatLength(all.metres, units)}
      </p>
      {totals.map((total) => (
        <p key={total.kind}>
          <span className="text-muted">{total.kind}</span> {total.count} · {formatLength(total.metres, units)}
        </p>
      ))}
      {others.length > 0 ? (
        <p>
          <span className="text-muted">* lies otherwise than in {nightName(rig, null)}:</span>{' '}
          {others.map(({ number, inBase }) => `${number} there ${inBase ?? ''}`).join('; ')}
        </p>
      ) : null}
      {looms.map((loom) => (
        <p key={loom.id}>
          <span className="text-muted">loom</span> {loomLine(loom, units)}
        </p>
      ))}
      {joints.map((joint) => (
        <p key={joint.id}>
          <span className="text-muted">more ends</span> {jointLine(joint)}
        </p>
      ))}
      {adapters.map((adapter) => (
        <p key={adapter.name}>
          <span className="text-muted">adapter</span> {adapter.name} × {adapter.count}
        </p>
      ))}
    </section>
  );
}

const LABEL_FORMS: readonly { readonly form: LabelForm; readonly words: string }[] = [
  { form: 'wrap', words: 'To wrap round' },
  { form: 'flag', words: 'To fold over' },
];

/** What to make, buy and label: the lead schedule. */
export function CablesView() {
  const { rig, setting, selection, select, readOnly } = useOpen(
    'rig',
    'setting',
    'selection',
    'select',
    'readOnly',
  );
  const { units } = usePreferences();
  const [renumbering, setRenumbering] = useState(false);
  const { rows } = useMemo(() => scheduleOf(rig, setting.variant), [rig, setting.variant]);
  const data = useMemo(() => [...rows], [rows]);
  const table = useTable({ features, columns, data, getRowId: (row) => row.id });
  const phone = useMedia('(max-width: 599px)');
  const { run, busy, note } = usePress();
  const csv = () =>
    saveText(scheduleCsv(rig, setting.variant, units), `${slug(rig.title)}-leads.csv`, 'text/csv');

  const chosenRow = rows.find((row) => selection?.type === 'lead' && row.id === selection.id);
  const labels = (form: LabelForm, row?: (typeof rows)[number]) =>
    run(
      `${slug(rig.title)}-labels-${row ? `lead-${row.number}` : form}.pdf`,
      'the labels',
      (press, printed) =>
        press.labels(rig, setting.variant, { ...printed, form, ...(row ? { only: new Set([row.id]) } : {}) }),
    );

  if (rows.length === 0)
    return (
      <Empty
        title="No leads yet"
        text="Take a routing, or plug leads on the map: each is listed here with its length."
      >
        <ActLink to={`/rig/${rig.id}/routes`}>See the routings</ActLink>
      </Empty>
    );
  const sorted = (id: string) => {
    const way = table.getColumn(id)?.getIsSorted();
    return way === 'asc' ? 'ascending' : way === 'desc' ? 'descending' : 'none';
  };
  return (
    <div className="flex h-full min-h-0 flex-col">
      <div className="flex flex-wrap items-center gap-2 border-b border-hair bg-sheet px-4 py-1.5">
        <h2 className="mr-auto text-sm">Lead schedule</h2>
        <Button disabled={readOnly !== null} onClick={() => setRenumbering(true)}>
          Number along the route …
        </Button>
        {note}
        <Menu
          align="end"
          trigger={
            <Button disabled={busy}>
              Labels <span aria-hidden="true">▾</span>
            </Button>
          }
        >
          {LABEL_FORMS.map(({ form, words }) => (
            <MenuItem key={form} onSelect={() => labels(form)}>
              {words}, every lead (PDF)
            </MenuItem>
          ))}
          {chosenRow
            ? LABEL_FORMS.map(({ form, words }) => (
                <MenuItem key={`one ${form}`} onSelect={() => labels(form, chosenRow)}>
                  {words}, lead {chosenRow.number} only
                </MenuItem>
              ))
            : null}
        </Menu>
        <Button onClick={csv}>Save as CSV</Button>
      </div>
      <div className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label="Lead schedule">
        {phone ? <LeadLines rows={rows} /> : null}
        <table className={`w-full min-w-180 border-collapse bg-sheet text-sm ${phone ? 'hidden' : ''}`}>
          <thead className="sticky top-0 z-10 bg-sheet">
            {table.getHeaderGroups().map((group) => (
              <tr key={group.id}>
                {group.headers.map((header) => (
                  <th
                    key={header.id}
                    scope="col"
                    aria-sort={sorted(header.column.id)}
                    className="border-b border-line px-3 text-left font-semibold max-lg:px-2"
                  >
                    <button
                      type="button"
                      className="min-h-8 rounded"
                      onClick={header.column.getToggleSortingHandler()}
                    >
                      {columns.find((column) => column.id === header.column.id)?.header}
                      <span aria-hidden="true" className="text-muted">
                        {sorted(header.column.id) === 'ascending'
                          ? ' ▴'
                          : sorted(header.column.id) === 'descending'
                            ? ' ▾'
                            : ''}
                      </span>
                    </button>
                  </th>
                ))}
                <th className="border-b border-line px-3">
                  <span className="sr-only">Acts</span>
                </th>
              </tr>
            ))}
          </thead>
          <tbody>
            {table.getRowModel().rows.map(({ id, original: row }) => {
              const chosen = selection?.type === 'lead' && selection.id === id;
              return (
                <tr
                  key={id}
                  className={`border-b border-hair align-top ${chosen ? 'bg-select-tint' : ''} ${row.state === 'put away' ? 'text-muted' : ''}`}
                >
                  {columns.map((column) => (
                    <td key={column.id} className="px-3 py-1.5 max-lg:px-2">
                      <CellOf id={column.id} row={row} />
                    </td>
                  ))}
                  <td className="px-3 py-1 text-right max-lg:px-1">
                    <Link
                      className="inline-flex min-h-7 items-center rounded px-2 text-xs whitespace-nowrap underline"
                      aria-label={`Show lead ${row.number} on the map`}
                      to={`/rig/${rig.id}/map`}
                      onClick={() => select({ type: 'lead', id })}
                    >
                      on the map
                    </Link>
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      <Totals />
      {renumbering ? <Renumber onClose={() => setRenumbering(false)} /> : null}
    </div>
  );
}
