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
import { useMemo, useState } from 'react';
import { drawTerraces, type Slot, type Spot } from '../../../../core/drawing';
import type { FindingLine } from '../../../../core/findings';
import { blockIn, type Severity } from '../../../../core/model';
import { resolve } from '../../../../core/signal';
import { useSize } from '../../parts/use-size';
import { DrawnItem } from '../../pen/items';
import { SpotFrame } from '../../pen/spot-frame';
import { SpotMark } from '../../pen/spot-mark';
import { useOpen } from '../../rig/use-open';
import { useInsideKeys } from './inside-keys';
import { blockName, type Inside } from './use-inside';

type BlockProps = { spot: Spot; selected: boolean; isStop: boolean; drags: boolean; onPress: () => void };

/** A spot that can be drawn along, where it is a block. */
function Handle({ spot, selected, isStop, drags, onPress }: BlockProps) {
  const { setNodeRef, listeners } = useDraggable({ id: spot.address, disabled: !drags });
  return (
    <SpotMark
      spot={spot}
      isStop={isStop}
      pressed={selected}
      ring={selected ? 'stroke-select' : 'stroke-transparent'}
      hold={(node) => setNodeRef(node as unknown as HTMLElement)}
      className={`touch-none ${drags ? 'cursor-grab' : 'cursor-pointer'}`}
      onClick={onPress}
      {...listeners}
    />
  );
}

/** A place that goes on below is under the pointer at two. */
const slotId = ({ row, index, rect }: Slot) => `slot ${row} ${index} ${rect.x} ${rect.y}`;

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
  const [dragged, setDragged] = useState<string | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const onKey = useInsideKeys(inside);
  const stop = spots.some(({ address }) => address === selected) ? selected : (spots[0]?.address ?? '');

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
        <SpotFrame
          label={`Inside ${box.name}`}
          drawing={drawing}
          stop={stop}
          onMove={onSelect}
          onPress={onSelect}
          onKey={onKey}
        >
          {drawing.items.map(({ item }, i) => (
            <DrawnItem key={i} item={item} emphasis={undefined} />
          ))}
          {slots.map((slot) => (
            <SlotMark key={slotId(slot)} slot={slot} shown={dragged !== null} />
          ))}
          {spots.map((spot) => (
            <Handle
              key={spot.address}
              spot={spot}
              selected={spot.address === selected}
              isStop={spot.address === stop}
              drags={!disabled && spot.address.startsWith('blocks/')}
              onPress={() => onSelect(spot.address)}
            />
          ))}
        </SpotFrame>
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
