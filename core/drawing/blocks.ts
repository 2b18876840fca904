import { isOneInOneOut } from '../lengths';
import type { Jack, Reads } from '../model';
import { weakly } from '../units';
import { joinsOf, type MapBox, type MapModel } from './model';
import type { Level, Side } from './primitives';

/**
 * What hangs on a row of a comb, in its place: a loop between a send and a return, or a twig, which goes out and ends
 * there (a tuner).
 */
export type LocalLoop = {
  readonly send: Jack;
  /** null: a twig. */
  readonly back: Jack | null;
  readonly boxes: readonly MapBox[];
  readonly leads: readonly string[];
};

export type RowSpec = { readonly jack: Jack; readonly side: Side; readonly free: boolean };

/** What stands in a place, from left to right and top to bottom. */
export type Hub = {
  readonly kind: 'hub' | 'comb';
  readonly box: MapBox;
  readonly rows: readonly RowSpec[];
  readonly loops: readonly LocalLoop[];
  /** A comb is open when its box or anything in its loops is. */
  readonly level: Level;
};
export type Flow = { readonly kind: 'flow'; readonly boxes: readonly MapBox[] };
/** A plate straight under what feeds it: a cabinet under its head, a microphone under its cabinet. */
export type Hanging = { readonly box: MapBox; readonly over: string };

export type Column = { readonly items: readonly (Hub | Flow)[] };
export type PlaceBlocks = {
  readonly id: string;
  readonly name: string;
  readonly columns: readonly Column[];
  readonly hanging: readonly Hanging[];
  readonly boxes: number;
};

const linkKey = (ref: { box: string; jack: string } | undefined) => (ref ? `${ref.box}/${ref.jack}` : '');

/** One in, one out, and not by the air: what stands in a row on a board. */
export const isPedal = ({ box }: MapBox): boolean =>
  isOneInOneOut(box) && !box.jacks.some((jack) => jack.carries === 'air');

/** Chains of plates that begin at a jack of this box and come back to another or end, without leaving the place. */
function localLoops(model: MapModel, hub: MapBox): readonly LocalLoop[] {
  const from = new Map(model.leads.map((lead) => [linkKey(lead.from), lead]));
  return hub.used.flatMap((send): LocalLoop[] => {
    if (send.direction !== 'out' || send.carries === 'speaker') return [];
    const boxes: MapBox[] = [];
    const leads: string[] = [];
    let lead = from.get(`${hub.box.id}/${send.id}`);
    while (lead?.to) {
      leads.push(lead.id);
      const next = model.boxes.get(lead.to.box);
      const jackId = lead.to.jack;
      if (!next || next.box.place !== hub.box.place || boxes.includes(next)) return [];
      if (next === hub) {
        const back = hub.used.find((jack) => jack.id === jackId);
        return back && boxes.length > 0 ? [{ send, back, boxes, leads }] : [];
      }
      if (!next.plate) return [];
      boxes.push(next);
      const out = next.used.find((jack) => jack.direction === 'out' && jack.carries !== 'air');
      lead = out && from.get(`${next.box.id}/${out.id}`);
    }
    return lead === undefined && boxes.length > 0 && boxes.every(isPedal)
      ? [{ send, back: null, boxes, leads }]
      : [];
  });
}

/** The side of a hub that faces the other end of the lead in this jack. */
function sideOf(
  model: MapModel,
  places: readonly string[],
  hub: MapBox,
  jack: Jack,
  comb: readonly LocalLoop[],
): Side {
  if (jack.carries === 'speaker') return jack.direction === 'in' ? 'top' : 'bottom';
  if (comb.some((loop) => loop.send === jack || loop.back === jack)) return 'right';
  const here = `${hub.box.id}/${jack.id}`;
  const lead = model.leads.find((l) => linkKey(l.from) === here || linkKey(l.to) === here);
  const far = lead && (linkKey(lead.from) === here ? lead.to : lead.from);
  const partner = far && model.boxes.get(far.box);
  if (!partner) return jack.direction === 'in' ? 'left' : 'right';
  return places.indexOf(partner.box.place) > places.indexOf(hub.box.place) ? 'right' : 'left';
}

function hubOf(model: MapModel, places: readonly string[], box: MapBox, open: boolean): Hub {
  const loops = localLoops(model, box);
  const leaves = box.used.some((jack) => {
    const here = `${box.box.id}/${jack.id}`;
    const lead = model.leads.find((l) => linkKey(l.from) === here || linkKey(l.to) === here);
    const far = lead && (linkKey(lead.from) === here ? lead.to : lead.from);
    const partner = far && model.boxes.get(far.box);
    return partner !== undefined && partner.box.place !== box.box.place;
  });
  const comb = loops.filter(({ back }) => back).length >= 2 && !leaves ? loops : [];
  const rows = box.used.map((jack): RowSpec => ({
    jack,
    side: sideOf(model, places, box, jack, comb),
    free: false,
  }));
  const free = open
    ? box.free.map((jack): RowSpec => ({
        jack,
        side: jack.carries === 'speaker' ? 'bottom' : jack.direction === 'in' ? 'left' : 'right',
        free: true,
      }))
    : [];
  const level = comb.some((loop) => loop.boxes.some((b) => b.level === 0)) ? 0 : box.level;
  return { kind: comb.length > 0 ? 'comb' : 'hub', box, rows: [...rows, ...free], loops: comb, level };
}

/** What a plate hangs under: the box in its place whose speaker or air it takes. */
function overOf(model: MapModel, box: MapBox): string | null {
  const feeds = model.leads.filter(
    (lead) => lead.to?.box === box.box.id && (lead.kind === 'speaker' || lead.kind === 'air'),
  );
  const over = feeds
    .map((lead) => model.boxes.get(lead.from?.box ?? ''))
    .find((b) => b?.box.place === box.box.place && b !== box);
  return over?.box.id ?? null;
}

/** Where each box comes in the order of the route. */
const rankOf = weakly((model: MapModel) => new Map(model.order.map((id, i) => [id, i])));

/**
 * Does this plate lead to a hub of its place that the route met before, itself or through other plates, or is it fed
 * by one? Then it belongs to the hub and stands under it.
 */
function belongsUnder(
  model: MapModel,
  box: MapBox,
  hubs: readonly Hub[],
  seen: ReadonlySet<string> = new Set(),
): boolean {
  const { from, to } = joinsOf(model);
  const rank = rankOf(model).get(box.box.id) ?? 0;
  const earlier = (id: string | undefined) =>
    hubs.some(
      (hub) => hub.kind === 'hub' && hub.box.box.id === id && (rankOf(model).get(hub.box.box.id) ?? 0) < rank,
    );
  if (to.get(box.box.id)?.some((lead) => earlier(lead.from?.box))) return true;
  return (from.get(box.box.id) ?? []).some((lead) => {
    if (!lead.to || seen.has(lead.to.box)) return false;
    if (earlier(lead.to.box)) return true;
    const next = model.boxes.get(lead.to.box);
    return (
      next?.plate === true &&
      next.box.place === box.box.place &&
      belongsUnder(model, next, hubs, new Set([...seen, box.box.id]))
    );
  });
}

/**
 * Plates by strips: the longest runs in which one feeds the next. What nothing is plugged into yet stays together, as
 * do instruments and other ends of the way.
 */
function stripsOf(model: MapModel, boxes: readonly MapBox[]): readonly Flow[] {
  const { from } = joinsOf(model);
  const joined = (a: MapBox, b: MapBox) =>
    from.get(a.box.id)?.some((lead) => lead.flows && lead.to?.box === b.box.id) ?? false;
  const isBare = (box: MapBox) => isPedal(box) && box.used.length === 0;
  const strips: MapBox[][] = [];
  for (const box of boxes) {
    const strip = strips.at(-1);
    const last = strip?.at(-1);
    const alike = last && ((isBare(last) && isBare(box)) || (!isPedal(last) && !isPedal(box)));
    if (strip && last && (alike || joined(last, box))) strip.push(box);
    else strips.push([box]);
  }
  return strips.map((own) => ({ kind: 'flow', boxes: own }));
}

/** Sorts what stands in each place into two columns: strips and combs, then the hubs with what belongs to them. */
export function blocksOf(
  rig: Reads<'stage'>,
  model: MapModel,
  open: ReadonlySet<string>,
): readonly PlaceBlocks[] {
  const places = rig.stage.places.map((place) => place.id);
  return rig.stage.places.map((place) => {
    const boxes = model.order
      .flatMap((id) => model.boxes.get(id) ?? [])
      .filter((b) => b.box.place === place.id);
    const hubs = boxes.filter((b) => !b.plate).map((b) => hubOf(model, places, b, open.has(b.box.id)));
    const inComb = new Set(hubs.flatMap((hub) => hub.loops.flatMap((loop) => loop.boxes)));
    const hanging: Hanging[] = [];
    const first: (Hub | Flow)[] = [];
    const hubsHere: Hub[] = [];
    let flow: MapBox[] = [];
    const flush = () => {
      first.push(...stripsOf(model, flow));
      flow = [];
    };
    const under: MapBox[] = [];
    for (const box of boxes) {
      if (inComb.has(box)) continue;
      const hub = hubs.find((h) => h.box === box);
      const over = box.plate ? overOf(model, box) : null;
      if (hub?.kind === 'comb') {
        flush();
        first.push(hub);
      } else if (hub) hubsHere.push(hub);
      else if (over !== null) hanging.push({ box, over });
      else if (hubsHere.length > 0 && belongsUnder(model, box, hubs)) under.push(box);
      else flow.push(box);
    }
    flush();
    const hubColumn: (Hub | Flow)[] = [...hubsHere];
    hubColumn.push(...stripsOf(model, under));
    const columns = [first, hubColumn].filter((items) => items.length > 0).map((items) => ({ items }));
    // A place with nothing but what hangs still needs a column for it.
    const hungOnNothing = columns.length === 0 && hanging.length > 0;
    return {
      id: place.id,
      name: place.name,
      columns: hungOnNothing ? [{ items: [{ kind: 'flow', boxes: hanging.map((h) => h.box) }] }] : columns,
      hanging: hungOnNothing ? [] : hanging,
      boxes: boxes.length,
    };
  });
}
