import { memo, type KeyboardEvent } from 'react';
import type { PressesView } from '../../../../core/control';

type At = { readonly from: number; readonly to: number };

const WEIGHT = ['text-muted', '', 'font-semibold', 'font-bold'];

/** A row: from one sound to each. */
const MatrixRow = memo(function MatrixRow(props: {
  from: number;
  name: string;
  names: readonly string[];
  counts: PressesView['counts'][number];
  /** The one that is chosen in it; −1: none. */
  to: number;
  isFirst: boolean;
  onChoose: (at: At) => void;
}) {
  const { from, name, names, counts, to: at, isFirst, onChoose } = props;
  return (
    <tr>
      <th
        scope="row"
        className="sticky left-0 max-w-36 truncate bg-sheet pr-2 text-right text-xs font-normal"
      >
        {name}
      </th>
      {counts.map(({ presses, hands }, to) => (
        <td key={to} className="p-0">
          {from === to ? (
            <span className="block size-7 bg-ground" />
          ) : (
            <button
              type="button"
              tabIndex={at === to || (isFirst && at < 0 && to === (from === 0 ? 1 : 0)) ? 0 : -1}
              data-change={`${from} ${to}`}
              aria-label={`${name} to ${names[to] ?? ''}: ${presses}${hands > 0 ? ', hands too' : ''}`}
              aria-pressed={at === to}
              onClick={() => onChoose({ from, to })}
              className={`size-7 font-mono text-xs hover:bg-select-tint ${WEIGHT[Math.min(3, presses)] ?? ''} ${
                hands > 0 ? 'underline decoration-caution decoration-2 underline-offset-2' : ''
              } ${at === to ? 'bg-select-tint outline-2 -outline-offset-2 outline-select' : ''}`}
            >
              {presses}
            </button>
          )}
        </td>
      ))}
    </tr>
  );
});

/** Presses from each sound to each; one Tab stop, walked by arrows. */
export function Matrix({
  view,
  chosen,
  onChoose,
}: {
  view: PressesView;
  chosen: At | null;
  onChoose: (at: At) => void;
}) {
  const { sounds, counts } = view;
  const names = sounds.map(({ name }) => name);
  const onKeyDown = (event: KeyboardEvent) => {
    const [dFrom, dTo] =
      { ArrowRight: [0, 1], ArrowLeft: [0, -1], ArrowDown: [1, 0], ArrowUp: [-1, 0] }[event.key] ?? [];
    const from = (event.target as Element).getAttribute('data-change')?.split(' ').map(Number);
    if (dFrom === undefined || dTo === undefined || !from) return;
    event.preventDefault();
    let [row = 0, column = 0] = from;
    // From a sound to itself there is nothing to see.
    do [row, column] = [row + dFrom, column + dTo];
    while (row === column);
    const next = document.querySelector<HTMLElement>(`[data-change="${row} ${column}"]`);
    if (!next) return;
    onChoose({ from: row, to: column });
    next.focus();
  };
  return (
    <div className="px-4 py-3">
      <h2 className="mb-1 text-sm font-semibold">From each sound to each</h2>
      <p className="mb-2 text-xs text-muted">
        From the left to the top. Underlined: something is left to hands.
      </p>
      <table onKeyDown={onKeyDown}>
        <thead>
          <tr>
            <td />
            {names.map((name, to) => (
              <th key={to} scope="col" className="w-7 pb-1 align-bottom text-xs font-normal">
                <span className="inline-block max-h-28 rotate-180 truncate [writing-mode:vertical-rl]">
                  {name}
                </span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {counts.map((row, from) => (
            <MatrixRow
              key={sounds[from]?.id ?? from}
              from={from}
              name={names[from] ?? ''}
              names={names}
              counts={row}
              to={chosen?.from === from ? chosen.to : -1}
              isFirst={from === 0 && chosen === null}
              onChoose={onChoose}
            />
          ))}
        </tbody>
      </table>
    </div>
  );
}
