// The jacks of a layer beside sound, as pins along the edges of plates.
import { jackKey, type Jack } from '../model';
import { jacksOf } from '../layers';
import type { MapBox, MapLead } from './model';
import { rowEnd } from './outlet-table';
import type { Placement } from './place';
import type { Rect } from './primitives';
import { LANE, type RouteEnd } from './router';
import { labelWidth, type Service } from './service-row';

/** Between pins of a plate, when their names do not stand between them. */
export const PIN = 18;

export type Pin = {
  readonly jack: Jack;
  readonly end: RouteEnd;
  readonly free: boolean;
  readonly named: boolean;
};

const mid = (x: number) => Math.round(x / LANE) * LANE;

/** Pins along an edge: with their names between them where they fit, else as close as they must. */
function along(
  jacks: readonly Jack[],
  rect: Rect,
  y: number,
  side: 'top' | 'bottom',
  held: ReadonlySet<string>,
) {
  const widths = jacks.map(labelWidth);
  const total = widths.reduce((a, b) => a + b, 0);
  // One pin needs no name: the layer says what it is.
  const named = total <= rect.w + LANE && (side === 'top' || jacks.length > 1);
  let x = named ? rect.x + (rect.w - total) / 2 : rect.x;
  const step = Math.min(PIN, rect.w / (jacks.length + 1));
  return jacks.map((jack, i): Pin => {
    const width = widths[i] ?? 0;
    const at = named ? x + width / 2 : rect.x + rect.w - step * (jacks.length - i);
    x += width;
    return { jack, named, free: !held.has(jack.id), end: { x: mid(at), y, side } };
  });
}

/** Pins of every box that the layer shows: what is plugged, and all of a service box or of one that is opened. */
export function pinsOf(
  placement: Placement,
  services: readonly Service[],
  layer: 'control' | 'power',
  leads: readonly MapLead[],
  open: readonly string[],
): ReadonlyMap<string, readonly Pin[]> {
  const held = new Set(
    leads.flatMap(({ from, to }) => [from, to].flatMap((ref) => (ref ? [jackKey(ref)] : []))),
  );
  // A plug in an outlet of the stage holds its jack as a lead of the rig does.
  const isHeld = ({ id }: MapBox['box'], jack: Jack) =>
    held.has(`${id}/${jack.id}`) || (layer === 'power' && jack.wallOutlet !== undefined);
  return new Map(
    placement.placed.map(({ box, rect }) => {
      const service = services.find((one) => one.box === box);
      const isService = service !== undefined;
      const own = new Set(box.box.jacks.flatMap((jack) => (isHeld(box.box, jack) ? [jack.id] : [])));
      const all = isService || open.includes(box.box.id);
      const jacks = jacksOf(box.box, layer).filter((jack) => all || own.has(jack.id));
      const keyOf = (jack: Jack) => `${box.box.id}/${jack.id}`;
      const inTable = (jack: Jack) => service?.rows.some((row) => row.key === keyOf(jack)) ?? false;
      const rest = jacks.filter((jack) => !inTable(jack));
      const told = jacks.filter(inTable).map((jack): Pin => ({
        jack,
        named: false,
        free: !own.has(jack.id),
        end: rowEnd(service?.rows ?? [], keyOf(jack), rect),
      }));
      return [
        box.box.id,
        [
          ...told,
          ...along(rest, rect, isService ? rect.y : rect.y + rect.h, isService ? 'top' : 'bottom', own).map(
            (pin): Pin => (told.length > 0 ? { ...pin, named: false } : pin),
          ),
        ],
      ];
    }),
  );
}
