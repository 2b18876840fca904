import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useEffect, useRef, useState, type ClipboardEvent, type KeyboardEvent } from 'react';
import { choicesOf, type TableCell } from '../../../../core/control';
import { useOpen } from '../../rig/use-open';
import { Editor } from './editor';
import { BoxHead, ColumnHead, runsOf, widthOf } from './heads';
import { clamp, isChosen, moved, type At } from './selection';
import type { Sounds } from './use-sounds';

const ROW = 32;
const HEAD = 64;
const NAME = 168;

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
  return (
    <div
      id={id}
      role="gridcell"
      aria-label={`${name}: ${cell.text === '' ? 'nothing' : cell.text}${cell.differs ? ', other than in the sound before' : ''}`}
      aria-selected={chosen}
      data-cell={id}
      className={`absolute top-0 h-full truncate border-r border-b border-hair px-1.5 text-xs leading-8 ${weight} ${tone} ${
        chosen ? 'bg-select-tint' : cell.from === 'sound' ? 'bg-raised' : ''
      } ${at ? 'outline-2 -outline-offset-2 outline-select' : ''}`}
      style={{ left, width }}
    >
      {cell.text === 'off' && !cell.differs ? '·' : cell.text}
    </div>
  );
});

/** The table of sounds by columns, of which only what is seen is drawn; one Tab stop, walked by arrows. */
export function Grid({ sounds }: { sounds: Sounds }) {
  const { rig, table, shown, size, chosen, pinned, only, numberOf, isReadOnly } = sounds;
  const { sound: inForce, setSound } = useOpen('sound', 'setSound');
  const scroll = useRef<HTMLDivElement>(null);
  const dragging = useRef(false);
  const [writing, setWriting] = useState<string | null>(null);
  const kept = shown.filter(({ box }) => pinned.includes(box?.id ?? '')).length;
  const keptWidth = shown.slice(0, kept).reduce((sum, column) => sum + widthOf(column), 0);
  const left = NAME + keptWidth;

  const rows = useVirtualizer({
    count: size.rows,
    getScrollElement: () => scroll.current,
    estimateSize: () => ROW,
    overscan: 6,
    scrollPaddingStart: HEAD,
  });
  const columns = useVirtualizer({
    horizontal: true,
    count: shown.length - kept,
    getScrollElement: () => scroll.current,
    estimateSize: (i) => {
      const column = shown[kept + i];
      return column ? widthOf(column) : 76;
    },
    overscan: 4,
    scrollPaddingStart: left,
  });
  const measureKey = shown.map(({ key }) => key).join(' ');
  useEffect(() => columns.measure(), [columns, measureKey]);
  const { row: atRow, column: atColumn } = chosen.at;
  useEffect(() => {
    rows.scrollToIndex(atRow, { align: 'auto' });
    if (atColumn >= kept) columns.scrollToIndex(atColumn - kept, { align: 'auto' });
  }, [rows, columns, atRow, atColumn, kept]);

  const laid = [
    ...shown.slice(0, kept).reduce<{ at: number; left: number; width: number }[]>((all, column, at) => {
      const last = all.at(-1);
      return [...all, { at, left: last ? last.left + last.width : NAME, width: widthOf(column) }];
    }, []),
    ...columns
      .getVirtualItems()
      .map(({ index, start, size: width }) => ({ at: kept + index, left: left + start, width })),
  ];
  const isKept = (at: number) => at < kept;
  const idOf = ({ row, column }: At) => `sound-cell-${row}-${column}`;
  const go = (at: At, extends_ = false) => {
    const there = clamp(at, size);
    sounds.setChosen({ begun: extends_ ? chosen.begun : there, at: there });
  };
  const atCell = (event: { target: EventTarget }): At | null => {
    const id = (event.target as Element).closest('[data-cell]')?.getAttribute('data-cell');
    const [, , row, column] = id?.split('-') ?? [];
    return row === undefined || column === undefined ? null : { row: Number(row), column: Number(column) };
  };
  const stand = () => {
    setWriting(null);
    scroll.current?.focus({ preventScroll: true });
  };

  const onKeyDown = (event: KeyboardEvent) => {
    const far = event.ctrlKey || event.metaKey;
    const next = moved(chosen, { key: event.key, shift: event.shiftKey, far }, size, 12);
    const acts: Readonly<Record<string, () => void>> = {
      ' ': sounds.press,
      Delete: sounds.clear,
      Backspace: sounds.clear,
      F2: () => setWriting(null),
    };
    const cell = table.rows[atRow]?.cells[numberOf.get(shown[atColumn] ?? ({} as never)) ?? -1];
    if (next) sounds.setChosen(next);
    else if (far && event.key.toLowerCase() === 'd') sounds.fill();
    else if (far && event.key.toLowerCase() === 'a')
      sounds.setChosen({
        begun: { row: 0, column: 0 },
        at: { row: size.rows - 1, column: size.columns - 1 },
      });
    else if (event.key === 'Enter' || event.key === 'F2') setWriting(cell?.text ?? '');
    else if (event.key === 'Escape') go(chosen.at);
    else if (!far && !event.altKey && acts[event.key]) acts[event.key]?.();
    else if (!far && !event.altKey && event.key.length === 1) setWriting(event.key);
    else return;
    event.preventDefault();
  };
  const onCopy = (event: ClipboardEvent) => {
    if (writing !== null) return;
    event.clipboardData.setData('text/plain', sounds.copy());
    event.preventDefault();
    if (event.type === 'cut') sounds.clear();
  };
  const onPaste = (event: ClipboardEvent) => {
    if (writing !== null) return;
    event.preventDefault();
    sounds.paste(event.clipboardData.getData('text/plain'));
  };

  const width = left + columns.getTotalSize();
  const heads = (from: number, to: number) =>
    runsOf(shown.slice(from, to), from).flatMap((run) => {
      const own = laid.filter(({ at }) => at >= run.first && at < run.first + run.columns.length);
      const [first, last] = [own[0], own.at(-1)];
      const box = run.columns[0]?.box?.id;
      return first && last
        ? [
            <BoxHead
              key={`box ${run.first}`}
              run={run}
              left={first.left}
              width={last.left + last.width - first.left}
              isOnly={only !== null}
              isPinned={pinned.includes(box ?? '')}
              onLook={sounds.look}
              onPin={sounds.pin}
            />,
            ...own.map(({ at, left: x, width: w }) => {
              const column = shown[at];
              return column ? (
                <ColumnHead
                  key={column.key}
                  column={column}
                  left={x}
                  width={w}
                  onChoose={() =>
                    sounds.setChosen({
                      begun: { row: 0, column: at },
                      at: { row: size.rows - 1, column: at },
                    })
                  }
                />
              ) : null;
            }),
          ]
        : [];
    });
  const cells = (row: number, wanted: (at: number) => boolean) =>
    laid
      .filter(({ at }) => wanted(at))
      .map(({ at, left: x, width: w }) => {
        const column = shown[at];
        const cell = column && table.rows[row]?.cells[numberOf.get(column) ?? -1];
        const sound = table.rows[row]?.sound;
        if (!column || !cell || !sound) return null;
        const name = `${sound.name}, ${column.box ? `${column.box.name} ` : ''}${column.name}`;
        const isAt = row === atRow && at === atColumn;
        return isAt && writing !== null ? (
          <div key={column.key} className="absolute top-0 h-full" style={{ left: x, width: w }}>
            <Editor
              text={writing}
              name={name}
              choices={choicesOf(sounds.of, column, sound)}
              onLeave={stand}
              onWrite={(text, towards) => {
                stand();
                if (!sounds.type(text)) return;
                go(towards === 'down' ? { row: row + 1, column: at } : { row, column: at + 1 });
              }}
            />
          </div>
        ) : (
          <CellOf
            key={column.key}
            id={idOf({ row, column: at })}
            cell={cell}
            name={name}
            left={x}
            width={w}
            chosen={isChosen(chosen, row, at)}
            at={isAt}
          />
        );
      });
  return (
    <div
      ref={scroll}
      role="grid"
      tabIndex={0}
      aria-label="Sounds"
      aria-readonly={isReadOnly}
      aria-multiselectable="true"
      aria-rowcount={size.rows + 1}
      aria-colcount={size.columns + 1}
      aria-activedescendant={idOf(chosen.at)}
      data-testid="sounds"
      className="min-h-0 flex-1 overflow-auto bg-sheet select-none focus-visible:outline-offset-[-2px]"
      onKeyDown={onKeyDown}
      onCopy={onCopy}
      onCut={onCopy}
      onPaste={onPaste}
      onPointerDown={(event) => {
        const at = atCell(event);
        if (!at) return;
        dragging.current = true;
        go(at, event.shiftKey);
      }}
      onPointerMove={(event) => {
        const at = dragging.current ? atCell(event) : null;
        if (at && (at.row !== atRow || at.column !== atColumn)) go(at, true);
      }}
      onPointerUp={() => {
        dragging.current = false;
      }}
      onDoubleClick={(event) => {
        if (atCell(event)) sounds.press();
      }}
    >
      <div className="relative" style={{ width, height: HEAD + rows.getTotalSize() }}>
        <div role="row" className="sticky top-0 z-10 bg-sheet" style={{ width, height: HEAD }}>
          {heads(kept, shown.length)}
          <div className="sticky left-0 z-10 bg-sheet" style={{ width: left, height: HEAD }}>
            <div
              role="columnheader"
              className="absolute inset-y-0 left-0 flex items-end border-b border-line bg-sheet px-3 pb-2 text-xs text-muted"
              style={{ width: NAME }}
            >
              Sound
            </div>
            {heads(0, kept)}
          </div>
        </div>
        {rows.getVirtualItems().map(({ index: row, start }) => {
          const sound = table.rows[row]?.sound;
          if (!sound) return null;
          const isInForce = sound.id === inForce?.id;
          return (
            <div
              key={sound.id}
              role="row"
              aria-rowindex={row + 2}
              className="absolute left-0"
              style={{ top: HEAD + start, height: ROW, width }}
            >
              {cells(row, (at) => !isKept(at))}
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
                    onClick={() => setSound(sound.id)}
                  >
                    {sound.name}
                  </button>
                </div>
                {cells(row, isKept)}
              </div>
            </div>
          );
        })}
      </div>
      <span className="sr-only">{rig.title}</span>
    </div>
  );
}
