// What matters of routings, in an order: drawn with the pointer, or moved by keys.
import { DndContext, PointerSensor, useDraggable, useDroppable, useSensor, useSensors } from '@dnd-kit/core';
import type { KeyboardEvent } from 'react';
import { criteriaIn } from '../../../../core/planner';
import { Button } from '../../parts/button';
import { useOpen } from '../../rig/use-open';
import { useNotice } from '../../store/app';

type Criterion = ReturnType<typeof criteriaIn>[number];

function Chip(props: { criterion: Criterion; at: number; disabled: boolean; onStep: (by: 1 | -1) => void }) {
  const { criterion, at, disabled, onStep } = props;
  const { setNodeRef, listeners, transform, isDragging } = useDraggable({ id: criterion.id, disabled });
  const { setNodeRef: setPlace, isOver } = useDroppable({ id: criterion.id });
  const onKey = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowUp: -1, ArrowRight: 1, ArrowDown: 1 } as const;
    const step = by[event.key as keyof typeof by];
    if (!step || !event.shiftKey) return;
    event.preventDefault();
    onStep(step);
  };
  return (
    <li ref={setPlace} className={isOver ? 'rounded bg-select-tint' : ''}>
      <button
        ref={setNodeRef}
        type="button"
        disabled={disabled}
        data-criterion={criterion.id}
        aria-keyshortcuts="Shift+ArrowLeft Shift+ArrowRight"
        title="Draw it to another place, or Shift and an arrow"
        style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
        className={`min-h-6 cursor-grab rounded border px-2 text-xs ${isDragging ? 'relative z-10 border-select bg-select-tint' : 'border-hair bg-raised hover:border-line'}`}
        {...listeners}
        onKeyDown={onKey}
      >
        <span className="pr-1 font-mono text-muted">{at + 1}</span>
        {criterion.words}
      </button>
    </li>
  );
}

/** In which order the table weighs what it compares; said of the rig, and undone like any other edit. */
export function Matters() {
  const { rig, readOnly, commit } = useOpen('rig', 'readOnly', 'commit');
  const say = useNotice((state) => state.say);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const { matters } = rig.houseRules;
  const all = criteriaIn(matters);
  const move = (id: string, to: number) => {
    const criterion = all.find((one) => one.id === id);
    const from = all.findIndex((one) => one.id === id);
    if (!criterion || to < 0 || to >= all.length || to === from) return;
    const order = all.filter((one) => one !== criterion).map((one) => one.id as string);
    order.splice(to, 0, id);
    if (commit({ edit: 'setMatters', arguments: { order } }) === null)
      say(`${criterion.words} is number ${to + 1} of ${all.length}.`);
  };
  return (
    <section aria-label="What matters" className="mb-2 flex flex-wrap items-center gap-x-2 gap-y-1">
      <h2 className="pr-1 text-sm">What matters, in this order</h2>
      <DndContext
        sensors={sensors}
        accessibility={{ screenReaderInstructions: { draggable: '' } }}
        onDragEnd={({ active, over }) => {
          if (over)
            move(
              String(active.id),
              all.findIndex(({ id }) => id === over.id),
            );
        }}
      >
        <ol className="flex flex-wrap gap-1">
          {all.map((criterion, at) => (
            <Chip
              key={criterion.id}
              criterion={criterion}
              at={at}
              disabled={readOnly !== null}
              onStep={(by) => move(criterion.id, at + by)}
            />
          ))}
        </ol>
      </DndContext>
      {matters.length > 0 ? (
        <Button
          look="quiet"
          disabled={readOnly !== null}
          onClick={() => commit({ edit: 'setMatters', arguments: { order: [] } })}
        >
          As usual
        </Button>
      ) : null}
    </section>
  );
}
