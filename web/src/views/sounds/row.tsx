import { memo, type ReactNode } from 'react';
import { cellName, type Column, type TableCell } from '../../../../core/control';
import type { Sound } from '../../../../core/model';

export const ROW = 32;
/** Room of the sounds’ names, px. */
export const NAME = 168;

/** The widest a small letter gets on the average, and the room at both sides of a cell, px. */
const [LETTER, PADDING] = [8, 12];

/** A column as it lies: its number among those that are shown, from the left edge of the table, px. */
export type Laid = { readonly at: number; readonly left: number; readonly width: number };

export const cellId = (row: number, column: number): string => `sound-cell-${row}-${column}`;

/** One cell: heavier where it is other than in the sound before; what is off is told lightly. */
const CellOf = memo(function CellOf(props: {
  id: string;
  cell: TableCell;
  name: string;
  left: number;
  width: number;
  chosen: boolean;
  at: boolean;
}) {
  const { id, cell, name, left, width, chosen, at } = props;
  const weight = cell.differs ? 'font-bold' : '';
  const tone = cell.isOn || cell.differs ? 'text-ink' : 'text-muted';
  // Each thing that clips costs the whole table when it moves: only what may be too long does.
  const clips = cell.text.length * LETTER > width - PADDING ? 'truncate' : 'whitespace-nowrap';
  const ground = chosen ? 'bg-select-tint' : cell.from === 'sound' ? 'bg-raised' : '';
  return (
    <div
      id={id}
      role="gridcell"
      aria-label={`${name}: ${cell.text === '' ? 'nothing' : cell.text}${cell.differs ? ', other than in the sound before' : ''}`}
      aria-selected={chosen}
      title={cell.text}
      data-cell={id}
      className={`absolute top-0 h-full ${clips} border-r border-b border-hair px-1.5 text-xs leading-8 ${weight} ${tone} ${ground} ${
        at ? 'outline-2 -outline-offset-2 outline-select' : ''
      }`}
      style={{ left, width }}
    >
      {cell.text === 'off' && !cell.differs ? '·' : cell.text}
    </div>
  );
});

type RowProps = {
  readonly row: number;
  readonly top: number;
  readonly width: number;
  readonly sound: Sound;
  readonly cells: readonly TableCell[];
  readonly shown: readonly Column[];
  /** Number of each column in the whole table. */
  readonly numberOf: ReadonlyMap<Column, number>;
  readonly laid: readonly Laid[];
  /** So many columns stay in view, as wide as this with the names. */
  readonly kept: number;
  readonly left: number;
  readonly isInForce: boolean;
  /** Columns of it that are chosen, first and last; −1: none. */
  readonly first: number;
  readonly last: number;
  /** Where the cursor is in it; −1: elsewhere. */
  readonly at: number;
  /** What stands in the cursor’s cell while it is written. */
  readonly editor: ReactNode;
  readonly onForce: (sound: string) => void;
};

/** A sound with its cells; drawn anew only when something of its own changes. */
export const TableRow = memo(function TableRow(props: RowProps) {
  const { row, top, width, sound, cells, shown, numberOf, laid, kept, left, isInForce } = props;
  const { first, last, at: cursor, editor, onForce } = props;
  const cellsOf = (wanted: readonly Laid[]) =>
    wanted.map(({ at, left: x, width: w }) => {
      const column = shown[at];
      const cell = column && cells[numberOf.get(column) ?? -1];
      if (!column || !cell) return null;
      return at === cursor && editor ? (
        <div key={column.key} className="absolute top-0 h-full" style={{ left: x, width: w }}>
          {editor}
        </div>
      ) : (
        <CellOf
          key={column.key}
          id={cellId(row, at)}
          cell={cell}
          name={cellName(sound, column)}
          left={x}
          width={w}
          chosen={at >= first && at <= last}
          at={at === cursor}
        />
      );
    });
  return (
    <div role="row" aria-rowindex={row + 2} className="absolute left-0" style={{ top, height: ROW, width }}>
      {cellsOf(laid.filter(({ at }) => at >= kept))}
      <div className="sticky left-0 z-[5] h-full bg-sheet" style={{ width: left }}>
        <div
          role="rowheader"
          className={`absolute inset-y-0 left-0 border-r border-b border-line bg-sheet ${isInForce ? 'border-l-4 border-l-select' : ''}`}
          style={{ width: NAME }}
        >
          <button
            type="button"
            tabIndex={-1}
            aria-current={isInForce ? 'true' : undefined}
            title={isInForce ? 'In force' : 'Put it in force'}
            className="h-full w-full truncate px-3 text-left text-sm font-semibold"
            onClick={() => onForce(sound.id)}
          >
            {sound.name}
          </button>
        </div>
        {cellsOf(laid.filter(({ at }) => at < kept))}
      </div>
    </div>
  );
});
