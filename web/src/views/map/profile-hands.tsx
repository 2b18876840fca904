// What hands do on the profile: a stop is drawn along the order, what stands beside it is put in.
import {
  DndContext,
  DragOverlay,
  MouseSensor,
  TouchSensor,
  useDndContext,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
  type CollisionDetection,
} from '@dnd-kit/core';
import { useEffect, useRef } from 'react';
import { createPortal } from 'react-dom';
import type { Held, Offer } from '../../../../core/chain';
import type { ProfileDrawing, Stop } from '../../../../core/drawing';
import { useOpen, useOpenRig } from '../../rig/use-open';
import { useAnalysis } from '../../worker/use-analysis';
import { priceWords } from './move-list';
import { doAct, letGoOf } from './order-acts';

/** Farther from a gap than this nothing is pointed at. */
const REACH = 48;
const BESIDE = 'beside';

/** What of the drawing hands are on. */
type Shown = Pick<ProfileDrawing, 'stops' | 'gaps' | 'beside'>;

type Place = { readonly x: number; readonly y: number };

/** What a handle is of. */
type Taken = { readonly held: Held | null; readonly words: string };

const heldOf = ({ at }: Stop): Held | null => (at ? { kind: 'stretch', stretch: at } : null);

/** How far a place is from the middle of a gap; nearer gaps of another row count for less. */
const farFrom = (rect: { left: number; top: number; width: number; height: number }, x: number, y: number) =>
  Math.hypot(x - rect.left - rect.width / 2, (y - rect.top - rect.height / 2) / 2);

/** Where what was let go of at a place of the page lands: a gap, the shelf, or nowhere. */
function landing(lane: HTMLElement | null, shelf: HTMLElement | null, { x, y }: Place) {
  const rect = shelf?.getBoundingClientRect();
  if (rect && x >= rect.left && x <= rect.right && y >= rect.top && y <= rect.bottom) return BESIDE;
  const near = [...(lane?.querySelectorAll<HTMLElement>('[data-gap]') ?? [])]
    .map((mark) => ({ slot: Number(mark.dataset.gap), far: farFrom(mark.getBoundingClientRect(), x, y) }))
    .filter(({ far }) => far <= REACH)
    .sort((a, b) => a.far - b.far);
  return near[0]?.slot ?? null;
}

/** Where the pointer was last pressed and let go of: the drawing along may not have been worked out up to there. */
function usePointer() {
  const places = useRef<{ pressed?: Place; letGo?: Place }>({});
  useEffect(() => {
    const press = ({ clientX, clientY }: PointerEvent) => {
      places.current = { pressed: { x: clientX, y: clientY } };
    };
    const letGo = ({ clientX, clientY }: PointerEvent) => {
      places.current.letGo = { x: clientX, y: clientY };
    };
    window.addEventListener('pointerdown', press, true);
    window.addEventListener('pointerup', letGo, true);
    return () => {
      window.removeEventListener('pointerdown', press, true);
      window.removeEventListener('pointerup', letGo, true);
    };
  }, []);
  return places;
}

/** The gap nearest to the pointer; the shelf where the pointer is over it. */
const nearest: CollisionDetection = ({ pointerCoordinates, droppableRects, droppableContainers }) => {
  if (!pointerCoordinates) return [];
  const { x, y } = pointerCoordinates;
  const found = droppableContainers.flatMap(({ id }) => {
    const rect = droppableRects.get(id);
    if (!rect) return [];
    if (id === BESIDE) {
      const isOver = x >= rect.left && x <= rect.right && y >= rect.top && y <= rect.bottom;
      return isOver ? [{ id, data: { value: -1 } }] : [];
    }
    const far = farFrom(rect, x, y);
    return far <= REACH ? [{ id, data: { value: far } }] : [];
  });
  return found.sort((a, b) => a.data.value - b.data.value).slice(0, 1);
};

function StopHandle({ stop, index }: { stop: Stop; index: number }) {
  const { select } = useOpen('select');
  const held = heldOf(stop);
  const { setNodeRef, listeners } = useDraggable({
    id: `stop ${held ? JSON.stringify(held) : index}`,
    data: { held, words: stop.label },
    disabled: held === null,
  });
  return (
    <div
      ref={setNodeRef}
      data-stop={index}
      title={`${stop.label} ${stop.words}`}
      className={`absolute w-[46px] ${held ? 'cursor-grab' : 'cursor-pointer'}`}
      style={{ left: stop.x - 23, top: stop.top, height: stop.bottom - stop.top }}
      onClick={() => select({ type: stop.part.type, id: stop.part.id })}
      {...listeners}
    />
  );
}

/** A gap with its price: pressed, what is in hand goes there. */
function GapMark(props: { slot: number; x: number; y: number; offer: Offer | undefined; onPut: () => void }) {
  const { slot, x, y, offer, onPut } = props;
  const { gap, pointGap } = useOpen('gap', 'pointGap');
  const can = offer?.price !== null && offer?.price !== undefined && !offer.here;
  const { setNodeRef } = useDroppable({ id: slot });
  const chosen = gap === slot;
  const look = chosen
    ? 'border-select bg-select-tint text-ink z-10'
    : can
      ? 'border-line bg-raised text-ink'
      : 'border-hair bg-sheet text-muted';
  const leads = offer?.price ? offer.price.move + offer.price.fetch + offer.price.away : 0;
  const words = offer?.here ? 'here' : can ? String(leads) : offer ? '×' : '…';
  const said = offer ? `${offer.words}: ${offer.price ? priceWords(offer.price) : offer.refused}` : '';
  return (
    <button
      ref={setNodeRef}
      type="button"
      tabIndex={-1}
      data-gap={slot}
      disabled={!can}
      title={said}
      aria-label={said}
      onPointerEnter={() => pointGap(slot)}
      onClick={onPut}
      className={`absolute h-6 min-w-6 -translate-x-1/2 -translate-y-1/2 rounded-full border px-1 font-mono text-xs ${look}`}
      style={{ left: x, top: y }}
    >
      {words}
    </button>
  );
}

/** A box that stands in no order, to be put in. */
function BesideBox({ box, tag, name }: ProfileDrawing['beside'][number]) {
  const { hold } = useOpen('hold');
  const held: Held = { kind: 'box', box };
  const { setNodeRef, listeners } = useDraggable({ id: `box ${box}`, data: { held, words: tag } });
  return (
    <button
      ref={setNodeRef}
      type="button"
      title={`Put ${name} in the order`}
      className="min-h-6 shrink-0 cursor-grab rounded border border-hair bg-raised px-1.5 font-mono text-xs hover:border-line"
      onClick={() => hold(held)}
      {...listeners}
    >
      {tag}
    </button>
  );
}

/** What stands in no order; what is dropped there is taken out. */
function Beside({ drawing }: { drawing: Shown }) {
  const { held } = useOpen('held');
  const { setNodeRef, isOver } = useDroppable({ id: BESIDE, disabled: held?.kind !== 'stretch' });
  if (drawing.beside.length === 0 && held?.kind !== 'stretch') return null;
  return (
    <div
      ref={setNodeRef}
      role="group"
      aria-label="Not in the order"
      className={`flex min-h-6 items-center gap-1 overflow-x-auto rounded border border-dashed px-2 ${
        held?.kind === 'stretch' ? 'border-line' : 'border-transparent'
      } ${isOver ? 'bg-select-tint' : ''}`}
    >
      <span className="shrink-0 text-muted">
        {held?.kind === 'stretch' ? 'Drop here to take out' : 'Not in the order'}
      </span>
      {drawing.beside.map((one) => (
        <BesideBox key={one.box} {...one} />
      ))}
    </div>
  );
}

/** Stops as handles, and the gaps of what is in hand. */
function OrderHands({ drawing }: { drawing: Shown }) {
  const store = useOpenRig();
  const { held, setting } = useOpen('held', 'setting');
  const { value, stale } = useAnalysis<'offers'>(held ? { kind: 'offers', setting, held } : null, 'offers');
  const offers = stale ? null : value?.offers;
  return (
    <>
      {drawing.stops.map((stop, i) => (
        <StopHandle key={stop.at ? JSON.stringify(stop.at) : i} stop={stop} index={i} />
      ))}
      {held
        ? drawing.gaps.map(({ slot, x, y }) => (
            <GapMark
              key={slot}
              slot={slot}
              x={x}
              y={y}
              offer={offers?.[slot]}
              onPut={() => void doAct(store, { act: 'put', held, slot })}
            />
          ))
        : null}
    </>
  );
}

/**
 * All that hands do on the profile.
 * @param over what lies over the drawing; null: there is none
 * @param shelf where what stands beside the order is shown
 */
export function Hands({
  drawing,
  over,
  shelf,
}: {
  drawing: Shown;
  over: HTMLElement | null;
  shelf: HTMLElement | null;
}) {
  const store = useOpenRig();
  const { held } = useOpen('held');
  const pointer = usePointer();
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 250, tolerance: 8 } }),
  );
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={nearest}
      accessibility={{ screenReaderInstructions: { draggable: '' } }}
      autoScroll={{ threshold: { x: 0.1, y: 0 } }}
      onDragStart={({ active }) => {
        const taken = (active.data.current as Taken | undefined)?.held;
        if (taken) store.getState().hold(taken, true);
      }}
      onDragOver={({ over }) => store.getState().pointGap(typeof over?.id === 'number' ? over.id : null)}
      onDragCancel={() => store.getState().hold(null)}
      onDragEnd={() => {
        const { held: now, hold } = store.getState();
        if (!now) return;
        // Pressed and let go where it was: it stays in hand, and the next press puts it.
        const { pressed, letGo } = pointer.current;
        if (pressed && letGo && Math.hypot(letGo.x - pressed.x, letGo.y - pressed.y) < 8) return hold(now);
        const on = letGo ? landing(over, shelf, letGo) : null;
        if (typeof on === 'number')
          void doAct(store, { act: 'put', held: now, slot: on }).then((done) => {
            if (!done) letGoOf(store, now);
          });
        else if (on === BESIDE && now.kind === 'stretch')
          void doAct(store, { act: 'take out', stretch: now.stretch }, 'Take out of the order').then(() =>
            letGoOf(store, now),
          );
        else hold(null);
      }}
    >
      {over ? createPortal(<OrderHands drawing={drawing} />, over) : null}
      {shelf ? createPortal(<Beside drawing={drawing} />, shelf) : null}
      {createPortal(
        <DragOverlay dropAnimation={null}>{held ? <HeldMark /> : null}</DragOverlay>,
        document.body,
      )}
    </DndContext>
  );
}

/** What is drawn along, by the pointer. */
function HeldMark() {
  const { active } = useDndContext();
  const words = (active?.data.current as Taken | undefined)?.words;
  return (
    <div className="w-max rounded border border-select bg-select-tint px-2 py-0.5 font-mono text-xs">
      {words}
    </div>
  );
}
