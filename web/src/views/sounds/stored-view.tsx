import type { KeyboardEvent } from 'react';
import { storedBasis, storedView, storedWords, type StoredCell } from '../../../../core/control';
import { inNight, type Box, type Sound } from '../../../../core/model';
import { Button } from '../../parts/button';
import { useOpen } from '../../rig/use-open';
import { today } from '../../store/app';
import { EmptyPart, SoundsHead } from './parts-of-view';

const WORDS: Readonly<Record<StoredCell['state'], string>> = {
  stored: 'stored',
  again: 'store again',
  not: 'not yet',
};

/** Arrows go from tick to tick. */
function walk(event: KeyboardEvent) {
  const by = { ArrowUp: [-1, 0], ArrowDown: [1, 0], ArrowLeft: [0, -1], ArrowRight: [0, 1] }[event.key];
  const at = (event.target as Element).getAttribute('data-tick')?.split(' ').map(Number);
  if (!by || !at) return;
  const [row = 0, column = 0] = at;
  const next = document.querySelector<HTMLElement>(
    `[data-tick="${row + (by[0] ?? 0)} ${column + (by[1] ?? 0)}"]`,
  );
  if (!next) return;
  event.preventDefault();
  next.focus();
}

/** Each sound in each box that stores sounds: ticked with the day, until it is changed. */
export function StoredScreen() {
  const { rig, setting, session, readOnly } = useOpen('rig', 'setting', 'session', 'readOnly');
  const of = inNight(rig, setting.variant);
  const view = storedView(of);
  const isReadOnly = readOnly !== null;
  const tick = (box: Box, sound: Sound) => ({ date: today(), basis: storedBasis(of, box, sound) });
  const press = (box: Box, sound: Sound, { state }: StoredCell) =>
    session.commit({
      edit: 'setStored',
      arguments: { box: box.id, sound: sound.id, stored: state === 'stored' ? null : tick(box, sound) },
    });
  const all = (box: Box) =>
    session.commit({
      edit: 'together',
      arguments: {
        label: `Note all as stored in ${box.name}`,
        edits: rig.sounds.map((sound) => ({
          edit: 'setStored' as const,
          arguments: { box: box.id, sound: sound.id, stored: tick(box, sound) },
        })),
      },
    });
  if (view.boxes.length === 0)
    return (
      <EmptyPart
        title="Stored"
        line="No box here stores sounds."
        head="No box here stores sounds"
        text="Units, switchers and boxes that are called by program stand here, with a tick for each sound that is stored in them."
        to="/gear"
        act="Enter one"
      />
    );
  return (
    <div className="flex h-full min-h-0 flex-col">
      <SoundsHead title="Stored" text={storedWords(view)} />
      <div className="min-h-0 flex-1 overflow-auto bg-sheet p-4">
        <table className="text-sm" aria-label="Stored" onKeyDown={walk}>
          <thead>
            <tr>
              <td />
              {view.boxes.map((box) => (
                <th key={box.id} scope="col" className="px-2 pb-2 text-left font-semibold">
                  {box.name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {view.rows.map(({ sound, cells }, row) => (
              <tr key={sound.id}>
                <th scope="row" className="pr-4 text-left font-normal">
                  {sound.name}
                </th>
                {cells.map((cell, column) => {
                  const box = view.boxes[column];
                  if (!box) return null;
                  const { state, date } = cell;
                  return (
                    <td key={box.id} className="p-0.5">
                      <button
                        type="button"
                        disabled={isReadOnly}
                        data-tick={`${row} ${column}`}
                        tabIndex={row === 0 && column === 0 ? 0 : -1}
                        aria-pressed={state === 'stored'}
                        aria-label={`${sound.name} in ${box.name}: ${WORDS[state]}${date === '' ? '' : `, ${date.slice(0, 10)}`}`}
                        onClick={() => press(box, sound, cell)}
                        className={`flex min-h-8 w-48 items-center gap-2 rounded-sm border px-2 text-left ${
                          state === 'stored'
                            ? 'border-line bg-raised'
                            : state === 'again'
                              ? 'border-caution bg-caution-tint font-semibold text-caution'
                              : 'border-dashed border-hair text-muted'
                        }`}
                      >
                        <span aria-hidden="true" className="w-4">
                          {state === 'stored' ? '✓' : state === 'again' ? '↻' : ''}
                        </span>
                        <span className="flex-1">{WORDS[state]}</span>
                        <span className="font-mono text-xs">{date.slice(0, 10)}</span>
                      </button>
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
          <tfoot>
            <tr>
              <td />
              {view.boxes.map((box) => (
                <td key={box.id} className="p-0.5 pt-2">
                  <Button look="quiet" disabled={isReadOnly} onClick={() => all(box)}>
                    All are in it now
                  </Button>
                </td>
              ))}
            </tr>
          </tfoot>
        </table>
        <p className="pt-3 text-xs text-muted">
          A tick holds what the sound was when it was stored. What is changed since is to be stored again.
        </p>
      </div>
    </div>
  );
}
