import type { Column } from '../../../../core/control';

/** Room of a column, px: what is called by name wants more than what is on or off. */
export const widthOf = ({ kind }: Column): number => (kind === 'guitar' || kind === 'moves' ? 108 : 76);

/** Columns side by side that belong to one box. */
export type Run = { readonly first: number; readonly columns: readonly Column[] };

export function runsOf(columns: readonly Column[], first = 0): readonly Run[] {
  const runs: { first: number; columns: Column[] }[] = [];
  columns.forEach((column, i) => {
    const last = runs.at(-1);
    if (last && last.columns[0]?.box === column.box) last.columns.push(column);
    else runs.push({ first: first + i, columns: [column] });
  });
  return runs;
}

/** The head over the columns of a box: a press shows that box alone, and all again. */
export function BoxHead(props: {
  run: Run;
  left: number;
  width: number;
  isOnly: boolean;
  isPinned: boolean;
  onLook: (box: string | null) => void;
  onPin: (box: string) => void;
}) {
  const { run, left, width, isOnly, isPinned, onLook, onPin } = props;
  const box = run.columns[0]?.box ?? null;
  return (
    <div
      role="columnheader"
      className="absolute top-0 flex h-7 items-center overflow-hidden border-b-2 border-ink bg-sheet pl-1.5"
      style={{ left, width: width - 4 }}
    >
      {box === null ? (
        <span className="text-xs text-muted">the sound</span>
      ) : (
        <>
          <button
            type="button"
            tabIndex={-1}
            title={isOnly ? 'Show every box again' : `What ${box.name} does in each sound`}
            className="min-h-6 min-w-0 truncate rounded font-mono text-xs font-semibold underline-offset-2 hover:underline"
            onClick={() => onLook(isOnly ? null : box.id)}
          >
            {box.tag}
          </button>
          <button
            type="button"
            tabIndex={-1}
            aria-pressed={isPinned}
            aria-label={isPinned ? `Let ${box.name} go with the others` : `Keep ${box.name} in view`}
            title={isPinned ? 'Kept in view' : 'Keep in view'}
            className={`min-h-6 min-w-6 rounded text-xs ${isPinned ? 'font-semibold text-select' : 'text-muted'}`}
            onClick={() => onPin(box.id)}
          >
            {isPinned ? '⇤' : '↔'}
          </button>
        </>
      )}
    </div>
  );
}

/** The name of a column: a press chooses all of it. */
export function ColumnHead(props: { column: Column; left: number; width: number; onChoose: () => void }) {
  const { column, left, width, onChoose } = props;
  return (
    <div
      role="columnheader"
      className="absolute top-7 h-9 overflow-hidden border-b border-line bg-sheet"
      style={{ left, width }}
    >
      <button
        type="button"
        tabIndex={-1}
        title={column.box ? `${column.box.name}: ${column.name}` : column.name}
        className="h-full w-full overflow-hidden px-1.5 text-left text-xs leading-4 text-muted hover:text-ink"
        onClick={onChoose}
      >
        <span className="line-clamp-2">{column.name}</span>
      </button>
    </div>
  );
}
