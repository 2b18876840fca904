import { useState, type KeyboardEvent } from 'react';
import {
  numbersCsv,
  numbersView,
  numbersWords,
  proposeCcs,
  type NumbersView,
} from '../../../../core/control';
import { boxOf, inNight, slug } from '../../../../core/model';
import { formatQuantity } from '../../../../core/units';
import { Button } from '../../parts/button';
import { useOpen } from '../../rig/use-open';
import { saveText } from '../../store/files';
import { ChangeMidi } from './change-midi';
import { NumberCell } from './number-cell';
import { EmptyPart, SoundsHead } from './parts-of-view';

const CELL = 'border-b border-hair px-3 text-left align-top';

type Column = NumbersView['columns'][number];

/** A box that is called, and who calls it: how both count. */
function ColumnHead({ column, onChange }: { column: Column; onChange: (box: string) => void }) {
  const { sender, name, box, counts, channel, isChannelAssumed } = column;
  return (
    <div className="flex items-end gap-2 text-xs font-normal text-muted">
      <span className="w-20 shrink-0 text-right">
        {sender ? (
          <button
            type="button"
            className="font-mono text-ink underline-offset-2 hover:underline"
            title={`How ${sender.name} counts: ${sender.counts === '' ? 'not known' : sender.counts}`}
            onClick={() => onChange(sender.box)}
          >
            {sender.tag}
          </button>
        ) : (
          <b className="text-fault">nothing</b>
        )}
      </span>
      <span className="min-w-24 flex-1 text-center">
        {channel}
        {isChannelAssumed ? ', not looked up' : ''}
      </span>
      <span className="max-w-44 text-right">
        <button
          type="button"
          className="text-sm font-semibold text-ink underline-offset-2 hover:underline"
          title={`How ${name} counts`}
          onClick={() => onChange(box)}
        >
          {name}
        </button>
        <span className="block truncate font-mono">{counts === '' ? 'counting not known' : counts}</span>
      </span>
      <span className="w-20 shrink-0">noted as dialled</span>
    </div>
  );
}

function Wires({ view }: { view: NumbersView }) {
  const { session, readOnly } = useOpen('session', 'readOnly');
  return view.chain.length === 0 ? null : (
    <section aria-label="MIDI leads" className="px-4 py-3 text-sm">
      <h2 className="pb-1 font-semibold">MIDI goes</h2>
      <ul>
        {view.chain.map(({ way, faults, asks }) => (
          <li key={way} className="py-0.5">
            <span className="font-mono text-xs">{way}</span>
            {faults.map((fault) => (
              <p key={fault} className="text-xs text-fault">
                {fault}
              </p>
            ))}
            {asks.map(({ name, of }) => (
              <p key={name} className="flex items-center gap-2 text-xs text-caution">
                Which TRS is {name}?
                {(['A', 'B'] as const).map((type) => (
                  <Button
                    key={type}
                    disabled={readOnly !== null}
                    onClick={() => session.commit({ edit: 'setTrsType', arguments: { ...of, type } })}
                  >
                    Type {type}
                  </Button>
                ))}
              </p>
            ))}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Numbers of control changes at both ends. */
function Controls({ view }: { view: NumbersView }) {
  const { rig, setting, session, readOnly } = useOpen('rig', 'setting', 'session', 'readOnly');
  if (view.ccs.length === 0) return null;
  const plan = proposeCcs(inNight(rig, setting.variant));
  return (
    <section aria-label="Control changes" className="px-4 py-3 text-sm">
      <div className="flex items-center gap-3 pb-1">
        <h2 className="font-semibold">Control changes</h2>
        {plan ? (
          <Button disabled={readOnly !== null} onClick={() => session.commit(plan)}>
            Number them alike
          </Button>
        ) : (
          <p className="text-xs text-muted">The same at both ends, as far as they are needed.</p>
        )}
      </div>
      <table>
        <thead className="text-xs text-muted">
          <tr>
            {['What', 'Sent', 'Heard', 'Channel', 'Values'].map((name) => (
              <th key={name} scope="col" className="pr-5 text-left font-normal">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {view.ccs.map(({ key, name, sends, hears, channel, values, faults, isNeeded }) => (
            <tr key={key} className="align-baseline">
              <th scope="row" className="pr-5 text-left font-normal">
                {name}
                {faults.map((fault) => (
                  <span key={fault} className="block text-xs text-fault">
                    {fault}
                  </span>
                ))}
              </th>
              <td className={`pr-5 font-mono ${sends === null && isNeeded ? 'text-caution' : ''}`}>
                {sends ?? (isNeeded ? 'needed' : '–')}
              </td>
              <td className="pr-5 font-mono">{hears}</td>
              <td className="pr-5 font-mono">{channel}</td>
              <td className="text-xs text-muted">{values}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** Enter and the arrows go from sound to sound in the same field. */
function walk(event: KeyboardEvent) {
  const by = { ArrowDown: 1, Enter: 1, ArrowUp: -1 }[event.key];
  const at = event.target as Element;
  const field = at.closest('[data-field]')?.getAttribute('data-field');
  const row = at.closest('tr');
  if (by === undefined || !field || !row) return;
  let next = by > 0 ? row.nextElementSibling : row.previousElementSibling;
  while (next) {
    const input = next.querySelector<HTMLInputElement>(`[data-field="${field}"] input`);
    if (input) {
      event.preventDefault();
      input.focus();
      input.select();
      return;
    }
    next = by > 0 ? next.nextElementSibling : next.previousElementSibling;
  }
}

/** What to dial for each sound, what goes over the wire, and what is shown at the other end. */
export function NumbersScreen() {
  const { rig, setting } = useOpen('rig', 'setting');
  const [changed, setChanged] = useState<string | null>(null);
  const of = inNight(rig, setting.variant);
  const view = numbersView(of);
  const box = boxOf(rig, changed);
  if (view.columns.length + view.others.length === 0)
    return (
      <EmptyPart
        title="Numbers"
        line="Nothing is called by number."
        head="Nothing is called by number"
        text="Boxes with a MIDI input stand here: what each sound is to show on them, and what to dial for it."
        to="/gear"
        act="Enter one"
      />
    );
  return (
    <div className="flex h-full min-h-0 flex-col">
      <SoundsHead
        title="Numbers"
        text={
          <>
            {numbersWords(view)}. <b className="text-ink">Large</b>: what to dial, as its own box counts.
          </>
        }
      >
        <Button onClick={() => saveText(numbersCsv(view), `${slug(rig.title)}-numbers.csv`, 'text/csv')}>
          Save as CSV
        </Button>
      </SoundsHead>
      <div className="min-h-0 flex-1 overflow-auto bg-sheet">
        <div className="overflow-x-auto">
          <table className="text-sm" aria-label="Numbers by sound" onKeyDown={walk}>
            <thead>
              <tr>
                <th scope="col" className={`${CELL} py-2 text-xs font-normal text-muted`}>
                  Sound
                </th>
                {view.columns.map((column) => (
                  <th
                    key={column.box}
                    scope="col"
                    className={`${CELL} w-[30rem] border-l border-l-line py-2`}
                  >
                    <ColumnHead column={column} onChange={setChanged} />
                  </th>
                ))}
                <th
                  scope="col"
                  className={`${CELL} border-l border-l-line py-2 text-xs font-normal text-muted`}
                >
                  On the wire
                </th>
              </tr>
            </thead>
            <tbody>
              {view.rows.map(({ sound, name, cells, controls, ms, bytes }) => (
                <tr key={sound}>
                  <th scope="row" className={`${CELL} max-w-44 truncate py-2 font-semibold`}>
                    {name}
                  </th>
                  {cells.map((cell, i) => {
                    const column = view.columns[i];
                    return column ? (
                      <td key={column.box} className={`${CELL} border-l border-l-line`}>
                        <NumberCell cell={cell} sound={{ id: sound, name }} column={column} />
                      </td>
                    ) : null;
                  })}
                  <td className={`${CELL} border-l border-l-line py-2 text-xs whitespace-nowrap`}>
                    {ms > 0 ? `${formatQuantity(ms, 'ms')}, ${bytes} bytes` : 'nothing'}
                    {controls.map((line) => (
                      <span key={line} className="block font-mono">
                        {line}
                      </span>
                    ))}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        {view.others.length > 0 ? (
          <p className="px-4 pt-3 text-xs text-muted">
            Could be called too:{' '}
            {view.others.map(({ box: id, name }) => (
              <Button key={id} look="quiet" onClick={() => setChanged(id)}>
                {name}
              </Button>
            ))}
          </p>
        ) : null}
        <div className="flex flex-wrap gap-x-8">
          <Controls view={view} />
          <Wires view={view} />
        </div>
      </div>
      {box ? <ChangeMidi key={box.id} box={box} onClose={() => setChanged(null)} /> : null}
    </div>
  );
}
