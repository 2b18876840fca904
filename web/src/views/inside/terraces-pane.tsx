import {
  DndContext,
  DragOverlay,
  PointerSensor,
  pointerWithin,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { drawTerraces, spotTowards, type Slot, type Spot } from '../../../../core/drawing';
import type { FindingLine } from '../../../../core/findings';
import { blockIn, type Severity } from '../../../../core/model';
import { resolve } from '../../../../core/signal';
import { useSize } from '../../parts/use-size';
import { DrawnItem } from '../../pen/items';
import { useOpen } from '../../rig/use-open';
import { useInsideKeys } from './inside-keys';
import { blockName, type Inside } from './use-inside';

const ARROWS: Readonly<Record<string, 'left' | 'right' | 'up' | 'down'>> = {
  ArrowLeft: 'left',
  ArrowRight: 'right',
  ArrowUp: 'up',
  ArrowDown: 'down',
};

function SpotMark(props: {
  spot: Spot;
  selected: boolean;
  isStop: boolean;
  drags: boolean;
  onPress: () => void;
}) {
  const { spot, selected, isStop, drags, onPress } = props;
  const { setNodeRef, listeners } = useDraggable({ id: spot.address, disabled: !drags });
  const { x, y, w, h } = spot.rect;
  return (
    <g
      ref={(node) => setNodeRef(node as unknown as HTMLElement)}
      role="button"
      data-spot={spot.address}
      tabIndex={isStop ? 0 : -1}
      aria-label={spot.words}
      aria-pressed={selected}
      className={`${drags ? 'cursor-grab' : 'cursor-pointer'} touch-none outline-none [&:focus-visible>rect]:stroke-ink [&:focus-visible>rect]:[stroke-width:3]`}
      onClick={onPress}
      {...listeners}
    >
      <rect
        x={x}
        y={y}
        width={w}
        height={h}
        rx={4}
        strokeWidth={2}
        className={`fill-transparent ${selected ? 'stroke-select' : 'stroke-transparent'}`}
      />
    </g>
  );
}

const slotId = ({ row, index }: Slot) => `slot ${row} ${index}`;

function SlotMark({ slot, shown }: { slot: Slot; shown: boolean }) {
  const { setNodeRef, isOver } = useDroppable({ id: slotId(slot), disabled: !shown });
  const { x, y, w, h } = slot.rect;
  return (
    <rect
      ref={(node) => setNodeRef(node as unknown as HTMLElement)}
      x={x}
      y={y}
      width={w}
      height={h}
      rx={3}
      className={`pointer-events-none ${isOver ? 'fill-select-tint stroke-select' : 'fill-transparent'}`}
      strokeDasharray="3 3"
    />
  );
}

type Props = {
  readonly inside: Inside;
  readonly findings: readonly FindingLine[];
  readonly selected: string;
  readonly onSelect: (address: string) => void;
};

/** The terraces of a unit: one stop of the Tab key; blocks are moved by key or drawn along with the pointer. */
export function TerracesPane({ inside, findings, selected, onSelect }: Props) {
  const { rig, setting } = useOpen('rig', 'setting');
  const { box, rows, disabled, move } = inside;
  const [frame, size] = useSize();
  const width = size?.width ?? 0;
  const drawing = useMemo(() => {
    const resolved = resolve(rig, setting);
    const marks = new Map<string, Severity>();
    for (const { severity, parts, accepted } of findings)
      for (const { type, id } of parts)
        if (type === 'block' && accepted === null && !marks.has(id)) marks.set(id, severity);
    const leads = new Map(
      resolved.runs.flatMap(({ lead, from, to }) =>
        [from, to].flatMap((end) => (end?.box === box.id ? [[end.jack, lead] as const] : [])),
      ),
    );
    return drawTerraces(
      box,
      rows,
      {
        stateOf: (block) => resolved.blockState(box, block).state,
        leadAt: (jack) => leads.get(jack),
        markOf: (block) => marks.get(`${box.id}/${block}`),
      },
      Math.max(320, width - 2),
    );
  }, [rig, setting, findings, box, rows, width]);
  const { spots, slots } = drawing;
  const svg = useRef<SVGSVGElement>(null);
  const [dragged, setDragged] = useState<string | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const onKey = useInsideKeys(inside);
  const stop = spots.some(({ address }) => address === selected) ? selected : (spots[0]?.address ?? '');

  const focusSpot = (address: string) =>
    svg.current?.querySelector<SVGGElement>(`[data-spot="${CSS.escape(address)}"]`)?.focus();
  const hasFocus = useRef(false);
  useEffect(() => {
    if (hasFocus.current) focusSpot(stop);
  }, [stop, drawing]);

  const press = (event: KeyboardEvent) => {
    const address = document.activeElement?.getAttribute('data-spot') ?? stop;
    const towards = ARROWS[event.key];
    if ((event.key === 'Enter' || event.key === ' ') && !event.altKey) {
      event.preventDefault();
      onSelect(address);
    } else if (towards && !event.altKey && !event.ctrlKey && !event.metaKey) {
      event.preventDefault();
      const next = spotTowards(spots, address, towards);
      if (next) {
        onSelect(next.address);
        focusSpot(next.address);
      }
    } else onKey(event, address);
  };

  const drop = (over: string | undefined) => {
    const block = dragged?.replace(/^blocks\//, '');
    setDragged(null);
    const [, row, index] = over?.split(' ') ?? [];
    if (block === undefined || row === undefined || index === undefined) return;
    const [toRow, at] = [Number(row), Number(index)];
    const own = rows.rows[toRow]?.blocks.indexOf(block) ?? -1;
    // A place behind where it stands is one less once it is lifted.
    const to = own >= 0 && own < at ? at - 1 : at;
    if (own !== to) move(block, toRow, to);
    onSelect(`blocks/${block}`);
  };

  return (
    <DndContext
      sensors={sensors}
      collisionDetection={pointerWithin}
      onDragStart={({ active }) => setDragged(String(active.id))}
      onDragEnd={({ over }) => drop(over === null ? undefined : String(over.id))}
      onDragCancel={() => setDragged(null)}
    >
      <div ref={frame} className="min-w-0 overflow-x-auto">
        <svg
          ref={svg}
          role="group"
          aria-label={`Inside ${box.name}`}
          width={drawing.width}
          height={drawing.height}
          viewBox={`0 0 ${drawing.width} ${drawing.height}`}
          className="block select-none"
          onFocus={() => (hasFocus.current = true)}
          onBlur={(event) => {
            if (event.relatedTarget !== null)
              hasFocus.current = svg.current?.contains(event.relatedTarget) ?? false;
          }}
          onKeyDown={press}
        >
          {drawing.items.map(({ item }, i) => (
            <DrawnItem key={i} item={item} emphasis={undefined} />
          ))}
          {slots.map((slot) => (
            <SlotMark key={slotId(slot)} slot={slot} shown={dragged !== null} />
          ))}
          {spots.map((spot) => (
            <SpotMark
              key={spot.address}
              spot={spot}
              selected={spot.address === selected}
              isStop={spot.address === stop}
              drags={!disabled && spot.address.startsWith('blocks/')}
              onPress={() => onSelect(spot.address)}
            />
          ))}
        </svg>
      </div>
      <DragOverlay dropAnimation={null}>
        {dragged !== null && blockIn(box, dragged.replace(/^blocks\//, '')) ? (
          <span className="inline-block rounded border-2 border-select bg-select-tint px-3 py-1 text-sm font-semibold shadow-lg">
            {blockName(box, dragged.replace(/^blocks\//, ''))}
          </span>
        ) : null}
      </DragOverlay>
    </DndContext>
  );
}
