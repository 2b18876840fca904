import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef, useState, type ClipboardEvent, type KeyboardEvent } from 'react';
import { cellName, choicesOf } from '../../../../core/control';
import { useSize } from '../../parts/use-size';
import { useOpen } from '../../rig/use-open';
import { Editor } from './editor';
import { BoxHead, ColumnHead, runsOf, widthOf } from './heads';
import { cellId, NAME, ROW, TableRow, type Laid } from './row';
import { clamp, moved, spans, type At } from './selection';
import type { Sounds } from './use-sounds';

const HEAD = 64;
/** Of the width so much may be kept in view. */
const KEPT_SHARE = 0.6;

/** Where to scroll so that a stretch is seen: not past its beginning, not short of its end; null: it is. */
const brought = (at: number, [most, least]: readonly [number, number]): number | null =>
  at > most ? most : at < least ? least : null;

/** The table of sounds by columns, of which only what is seen is drawn; one Tab stop, walked by arrows. */
export function Grid({ sounds }: { sounds: Sounds }) {
  const { table, shown, size, chosen, pinned, only, numberOf, isReadOnly } = sounds;
  const { sound: inForce, setSound } = useOpen('sound', 'setSound');
  const [scroll, room, pane] = useSize();
  const dragging = useRef(false);
  const [writing, setWriting] = useState<string | null>(null);
  const wanted = shown.filter(({ box }) => pinned.includes(box?.id ?? ''));
  const wantedWidth = wanted.reduce((sum, column) => sum + widthOf(column), 0);
  // What would leave the others no room stands first, but goes with them.
  const fits = NAME + wantedWidth <= KEPT_SHARE * (room?.width ?? 0);
  const [kept, keptWidth] = fits ? [wanted.length, wantedWidth] : [0, 0];
  const left = NAME + keptWidth;

  const rows = useVirtualizer({
    count: size.rows,
    getScrollElement: () => pane,
    estimateSize: () => ROW,
    overscan: 3,
    paddingStart: HEAD,
    scrollPaddingStart: HEAD,
  });
  const columns = useVirtualizer({
    horizontal: true,
    count: shown.length - kept,
    getScrollElement: () => pane,
    estimateSize: (i) => {
      const column = shown[kept + i];
      return column ? widthOf(column) : 76;
    },
    overscan: 2,
    paddingStart: left,
    scrollPaddingStart: left,
  });
  const measureKey = shown.map(({ key }) => key).join(' ');
  useEffect(() => columns.measure(), [columns, measureKey]);
  const { row: atRow, column: atColumn } = chosen.at;
  const [wide, high] = [room?.width ?? 0, room?.height ?? 0];
  useEffect(() => {
    // In a pane that is not measured yet no cell has room: it would be brought out of sight.
    if (!pane || high === 0) return;
    // Where each cell lies is known: to have it measured would lay the whole table out once more at each key.
    const top = HEAD + ROW * atRow;
    const y = brought(rows.scrollOffset ?? 0, [top - HEAD, top + ROW - high]);
    const before = shown.slice(0, atColumn).reduce((sum, column) => sum + widthOf(column), NAME);
    const own = shown[atColumn];
    const x = brought(columns.scrollOffset ?? 0, [before - left, before + (own ? widthOf(own) : 0) - wide]);
    if (y !== null) pane.scrollTop = y;
    if (x !== null && atColumn >= kept) pane.scrollLeft = x;
  }, [rows, columns, pane, atRow, atColumn, kept, shown, left, wide, high]);

  const seen = columns.getVirtualItems();
  const [from, to] = [seen[0]?.index ?? 0, seen.at(-1)?.index ?? -1];
  // The same as long as the same columns are seen, so that rows stay as they are.
  const laid = useMemo((): readonly Laid[] => {
    let x = NAME;
    return shown.flatMap((column, at): Laid[] => {
      const own = { at, left: x, width: widthOf(column) };
      x += own.width;
      return at < kept || (at >= kept + from && at <= kept + to) ? [own] : [];
    });
  }, [shown, kept, from, to]);
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
    pane?.focus({ preventScroll: true });
  };

  const page = Math.max(1, Math.floor(((room?.height ?? 0) - HEAD) / ROW) - 1);
  const onKeyDown = (event: KeyboardEvent) => {
    const far = event.ctrlKey || event.metaKey;
    const next = moved(chosen, { key: event.key, shift: event.shiftKey, far }, size, page);
    const acts: Readonly<Record<string, () => void>> = {
      ' ': sounds.press,
      Delete: sounds.clear,
      Backspace: sounds.clear,
    };
    const column = shown[atColumn];
    const cell = column && table.rows[atRow]?.cells[numberOf.get(column) ?? -1];
    if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown'))
      sounds.move(event.key === 'ArrowUp' ? -1 : 1);
    else if (next) sounds.setChosen(next);
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

  const width = columns.getTotalSize();
  const chosenIn = spans(chosen);
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
  const editor = () => {
    const [column, sound] = [shown[atColumn], table.rows[atRow]?.sound];
    if (writing === null || !column || !sound) return null;
    return (
      <Editor
        text={writing}
        name={cellName(sound, column)}
        choices={choicesOf(sounds.of, column, sound)}
        onLeave={stand}
        onWrite={(text, towards) => {
          stand();
          if (!sounds.type(text)) return;
          go(towards === 'down' ? { ...chosen.at, row: atRow + 1 } : { ...chosen.at, column: atColumn + 1 });
        }}
      />
    );
  };
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
      aria-activedescendant={cellId(atRow, atColumn)}
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
      <div className="relative" style={{ width, height: rows.getTotalSize() }}>
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
          const own = table.rows[row];
          if (!own) return null;
          const isIn = chosenIn.rows.includes(row);
          return (
            <TableRow
              key={own.sound.id}
              row={row}
              top={start}
              width={width}
              sound={own.sound}
              cells={own.cells}
              shown={shown}
              numberOf={numberOf}
              laid={laid}
              kept={kept}
              left={left}
              isInForce={own.sound.id === inForce?.id}
              first={isIn ? (chosenIn.columns[0] ?? -1) : -1}
              last={isIn ? (chosenIn.columns.at(-1) ?? -1) : -2}
              at={row === atRow ? atColumn : -1}
              editor={row === atRow ? editor() : null}
              onForce={setSound}
            />
          );
        })}
      </div>
    </div>
  );
}
