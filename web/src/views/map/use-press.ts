// What a press on the map does: chooses, opens, picks a plug up, plugs it.
import { useEffect, useRef, type MouseEvent, type PointerEvent } from 'react';
import { boxIdOf, type Selection } from '../../../../core/acts';
import { pickUp } from '../../../../core/cables';
import type { MapDrawing } from '../../../../core/drawing';
import { isOther } from '../../../../core/layers';
import { refOf } from '../../../../core/model';
import type { OpenRig } from '../../rig/open-rig';
import { useOpenRig } from '../../rig/use-open';
import type { Grouped } from '../../worker/parcel';
import { usePlugging, type Plugging } from './use-map';

type Drawing = Grouped<MapDrawing>;
type Part = NonNullable<Selection>;

/** A pointer that passes draws no leads. */
const REST_MS = 80;

const targetOf = (event: MouseEvent) => event.target as Element;
const partAt = (event: MouseEvent) =>
  targetOf(event).closest('[data-part]')?.getAttribute('data-part') ?? null;
const opensAt = (event: MouseEvent) =>
  targetOf(event).closest('[data-opens]')?.getAttribute('data-opens') ?? null;

/** A hand that presses moves no further than this. */
const STILL_PX = 5;

type Pressed = { readonly key: string | null; readonly opens: string | null };

/**
 * What a press is for. A map that is drawn anew meanwhile may have something else under the pointer when it is let go:
 * it is for what it began on.
 */
function useMeant() {
  const began = useRef<(Pressed & { readonly x: number; readonly y: number }) | null>(null);
  return {
    begin: (event: PointerEvent) => {
      began.current = { key: partAt(event), opens: opensAt(event), x: event.clientX, y: event.clientY };
    },
    meant: (event: MouseEvent): Pressed => {
      const from = began.current;
      began.current = null;
      const isStill = from !== null && Math.hypot(event.clientX - from.x, event.clientY - from.y) <= STILL_PX;
      return isStill ? from : { key: partAt(event), opens: opensAt(event) };
    },
  };
}

const isPlate = (drawing: Drawing | null, box: string) =>
  drawing?.groups
    .find(({ key }) => key === `box:${box}`)
    ?.items.some((item) => item.type === 'plate' && item.look === 'box') === true;

/** A jack pressed with a plug in hand, once it is known what it says to that plug. */
function plugInto(store: OpenRig, { answers }: Plugging, id: string): void {
  const { choose, select, setHand } = store.getState();
  const answer = answers.find(({ at }) => `${at.box}/${at.jack}` === id);
  if (answer && answer.verdict !== 'wrong') {
    choose(answer);
    return;
  }
  if (!answer) setHand(null);
  select({ type: 'jack', id });
}

function pressPart(store: OpenRig, part: Part, onPlate: boolean): void {
  const { rig, setting, selection, select, setHand, readOnly } = store.getState();
  const owner = part.id.split('/')[0] ?? '';
  // A pedal's jacks take up half of its plate: the first press chooses the pedal and names them, the next is for them.
  if (part.type === 'jack' && onPlate && owner !== boxIdOf(selection)) {
    select({ type: 'box', id: owner });
    return;
  }
  const picks = part.type === 'jack' && readOnly === null;
  setHand(picks ? pickUp(rig, setting.variant, refOf(part.id)) : null);
  select(part);
}

/** Does what an early press was for as soon as it is known, whatever of the view is shown by then. */
export function useEarlyPress(): void {
  const store = useOpenRig();
  const plugging = usePlugging();
  useEffect(() => {
    const { early, setEarly } = store.getState();
    if (!plugging?.known || early === null) return;
    setEarly(null);
    plugInto(store, plugging, early);
  }, [store, plugging]);
}

/** What the pointer does on a drawing of the map. */
export function usePress(drawing: Drawing | null, plugging: Plugging | null) {
  const store = useOpenRig();
  const resting = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  useEffect(() => () => clearTimeout(resting.current), []);
  /** What the pointer rests on; on the ground between parts it stays with the last one, so that its lead can be followed. */
  const restOn = (key: string | null) => {
    clearTimeout(resting.current);
    const { over, setOver } = store.getState();
    if (key !== over) resting.current = setTimeout(() => setOver(key), REST_MS);
  };
  const leave = () => restOn(null);
  const point = (event: PointerEvent) => {
    const { hand, pointed, pointAt, layer } = store.getState();
    if (isOther(layer) && !hand && event.pointerType === 'mouse') {
      const key = partAt(event);
      if (key !== null) restOn(key);
    }
    const over = hand && event.pointerType === 'mouse' ? partAt(event) : null;
    const box = over?.startsWith('lead:') ? undefined : over?.split(':')[1]?.split('/')[0];
    if (box !== undefined && box !== pointed) pointAt(box);
  };
  const { begin, meant } = useMeant();
  const press = (event: MouseEvent) => {
    const { level, select, setHand, setEarly, setLevel, toggleHub, pointAt } = store.getState();
    const { key, opens } = meant(event);
    if (plugging && key?.startsWith('box:')) {
      pointAt(key.slice('box:'.length));
      return;
    }
    if (opens !== null) {
      toggleHub(opens);
      return;
    }
    const cut = key?.indexOf(':') ?? -1;
    if (!key || cut < 0) {
      setHand(null);
      select(null);
      return;
    }
    // An overview's plate opens into its boxes, the first of them chosen.
    if (drawing?.level === 2 && level === 2) setLevel(1);
    const [type, id] = [key.slice(0, cut) as Part['type'], key.slice(cut + 1)];
    if (plugging?.known && type === 'jack') plugInto(store, plugging, id);
    else if (plugging && type === 'jack') setEarly(id);
    else pressPart(store, { type, id }, isPlate(drawing, id.split('/')[0] ?? ''));
  };
  return { begin, press, point, leave };
}
