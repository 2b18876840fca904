import { derive, inSetting, type Rig, type Setting } from '../model';
import { recently, type LengthUnit, type LevelUnit } from '../units';
import { drawBeside } from './beside';
import { endpointOf } from './endpoints';
import { feedWords } from './feed-words';
import { fitText, textWidth } from './fonts';
import { elsewhereOf, isOther, type Elsewhere, type Layer } from '../layers';
import { layLeads } from './lay-leads';
import { arrowOf, hopsOf, openedMark, pathOf, type Routed } from './leads';
import { loopFigure } from './loop-figure';
import { loomRings, loomWords } from './looms';
import { placeSleeves, starred } from './sleeves';
import { modelOf, type Drawn, type MapLead, type MapModel } from './model';
import { drawOverview } from './overview';
import { bracketsOn, quantitiesIn } from './quantities';
import { placeAll, type Placement, type Placed } from './place';
import { markOf, plateItems, rowItems, text, type MapView } from './plates';
import { boxOfText, type Detail, type Drawing, type Item, type Level, type Rect } from './primitives';
import type { RouteEnd } from './router';
import { serviceRow } from './service-row';
import { SIZE } from './sizes';

export type MapRequest = {
  readonly rig: Rig;
  readonly setting: Setting;
  /** Signal unless said. */
  readonly layer?: Layer | undefined;
  readonly width: number;
  readonly level: Detail | 'fit';
  /** Places reach down at least so far. */
  readonly leastHeight?: number;
  /** How lengths are written; metres unless said. */
  readonly unit?: LengthUnit;
  /** How levels are written; dBu unless said. */
  readonly levels?: LevelUnit | undefined;
  /** Hum is told of this route; the first unless said. */
  readonly route?: number | undefined;
  /** A ground loop, by its key, that is drawn as a closed figure. */
  readonly loop?: string | null | undefined;
  readonly view: MapView;
};

export type MapDrawing = Drawing & {
  readonly level: Detail;
  /** What other layers draw, said below the map: `MIDI (3)`. */
  readonly elsewhere: readonly Elsewhere[];
};

/** A short way out of a jack, for a lead whose other end is loose. */
function stub(end: RouteEnd) {
  const by = { left: [-24, 0], right: [24, 0], top: [0, -24], bottom: [0, 24] }[end.side];
  return [
    { x: end.x, y: end.y },
    { x: end.x + (by[0] ?? 0), y: end.y + (by[1] ?? 0) },
  ];
}

const span = (a: RouteEnd, b: RouteEnd) => Math.abs(a.x - b.x) + Math.abs(a.y - b.y);

type Job = {
  readonly lead: MapLead;
  readonly from: RouteEnd;
  readonly to: RouteEnd;
  readonly isPatch: boolean;
  readonly tail: boolean;
};

function jobsOf(model: MapModel, placement: Placement): { jobs: readonly Job[]; loose: readonly Routed[] } {
  const jobs: Job[] = [];
  const loose: Routed[] = [];
  for (const lead of model.leads) {
    if (placement.hidden.has(lead.id)) continue;
    const [from, to] = [endpointOf(placement, lead.from), endpointOf(placement, lead.to)];
    if (from && to) {
      const [a, b] = [model.boxes.get(lead.from?.box ?? ''), model.boxes.get(lead.to?.box ?? '')];
      const isPatch = a?.plate === true && b?.plate === true && a.box.place === b.box.place;
      jobs.push({ lead, from, to, isPatch, tail: false });
      for (const other of lead.others) {
        const start = endpointOf(placement, other);
        if (start) jobs.push({ lead, from: start, to, isPatch: false, tail: true });
      }
    } else {
      const end = from ?? to;
      if (end) loose.push({ lead, points: stub(end), isPatch: false, tail: false });
    }
  }
  // What runs straight goes first, then short before long, so that long leads go round and not through.
  const straight = (job: Job) => (job.from.x === job.to.x || job.from.y === job.to.y ? 0 : 1);
  jobs.sort(
    (p, q) =>
      Number(p.tail) - Number(q.tail) ||
      straight(p) - straight(q) ||
      span(p.from, p.to) - span(q.from, q.to) ||
      p.lead.number - q.lead.number,
  );
  return { jobs, loose };
}

function routeAll(model: MapModel, placement: Placement, words: readonly Rect[]): readonly Routed[] {
  const { width, height } = placement;
  const numbers = new Map(model.leads.map((lead, i) => [lead.id, i + 1]));
  const { jobs, loose } = jobsOf(model, placement);
  const ways = layLeads({
    width,
    height,
    plates: placement.placed.map(({ rect }) => rect),
    // Over the places' heads is no way: what passes a place goes under its boxes.
    words: [...words, { x: 0, y: 0, w: width, h: SIZE.placeTop + SIZE.placeHead - 12 }],
    runs: jobs.map(({ from, to, lead }) => ({ from, to, number: numbers.get(lead.id) ?? 0 })),
  });
  const routed = jobs.flatMap(({ lead, isPatch, tail }, i): Routed[] => {
    const points = ways[i];
    return points ? [{ lead, points, isPatch, tail }] : [];
  });
  return [...routed, ...loose];
}

type Ask = Omit<MapRequest, 'rig' | 'setting'>;

/** The sound's own leads as the ground of another layer: where they are, no more. */
const pale = (item: Item): Item => (item.type === 'path' ? { ...item, tone: 'hair', mark: undefined } : item);

/** What is to be drawn, and where: all that decides whether it fits. */
function lay(rig: Drawn, { width, view, layer = 'signal', leastHeight: wanted = 0 }: Ask, level: Level) {
  const model = modelOf(rig, level, view.chosen ?? []);
  const place = (leastHeight: number) =>
    placeAll(rig, model, { pane: width, leastHeight, open: new Set(isOther(layer) ? [] : view.open) });
  const bare = place(wanted);
  // The service row stands inside the height asked for, not below it: it is what its layer is about.
  const row = serviceRow(rig, bare, layer).placement.height - bare.height;
  return { level, model, base: row > 0 ? place(Math.max(0, wanted - row)) : bare };
}

type Laid = ReturnType<typeof lay>;

function draw(rig: Drawn, request: Ask, { level, model, base }: Laid): MapDrawing {
  const { view, layer = 'signal' } = request;
  const beside = isOther(layer) ? drawBeside(rig, layer, base, view) : null;
  const placement = beside
    ? { ...base, frames: beside.placement.frames, height: beside.placement.height }
    : base;
  const frames: Item[] = placement.frames.flatMap(({ rect, name, empty }): Item[] => [
    { type: 'plate', ...rect, look: 'place' },
    empty
      ? text(rect.x + rect.w / 2, rect.y + 20, fitText(name, 'bold', SIZE.text, rect.w - 4), {
          face: 'bold',
          tone: 'muted',
          anchor: 'middle',
        })
      : text(rect.x + 9, rect.y + 20, fitText(name, 'bold', SIZE.text, rect.w - 18), {
          face: 'bold',
          tone: 'muted',
        }),
  ]);
  const looms = loomWords(rig, model, placement.frames, request.unit ?? 'metres');
  const feeds = layer === 'power' ? feedWords(rig) : null;
  const plates = placement.placed.flatMap((placed) => [
    ...plateItems(fedPlate(placed, feeds?.get(placed.box.box.id)?.draws), view),
    ...(placed.form === 'hub' ? rowItems(placement, placed) : []),
  ]);
  const words = [...frames, ...looms, ...plates].flatMap((item) =>
    item.type === 'text' ? [boxOfText(item, textWidth(item.text, item.face, item.size))] : [],
  );
  const titles = [...frames, ...looms].flatMap((item) =>
    item.type === 'text' ? [boxOfText(item, textWidth(item.text, item.face, item.size))] : [],
  );
  const routed = routeAll(model, placement, titles);
  const rings = loomRings(rig, placement, routed);
  const tied = rings.flatMap((item) => (item.type === 'ring' ? [item] : []));
  const shown = quantitiesIn(rig, layer, request);
  const sleeves = placeSleeves(
    routed,
    [...words, ...placement.placed.map(({ rect }) => rect)],
    placement,
    (lead, begins) => {
      const own = shown?.get(lead.id);
      return begins && own?.begins ? own.driver : own?.figure;
    },
    (lead) => starred(lead.number, view.otherwise?.has(lead.id)),
    tied,
  );
  const hops = hopsOf(routed);
  const paths = routed.map((r, i) => ({
    ...pathOf(r, hops[i] ?? [], view.marks[`lead:${r.lead.id}`]),
    ...(shown ? { quantity: shown.get(r.lead.id)?.step ?? 0 } : {}),
  }));
  const arrows = routed.flatMap((r) => arrowOf(r, [...sleeves, ...tied]) ?? []);
  const brackets = shown ? bracketsOn(routed, shown) : [];
  const closed = request.loop ? loopFigure(rig, placement, request.loop) : [];
  const jacks = placement.placed.flatMap((placed): Item[] =>
    placed.box.box.jacks.flatMap((jack): Item[] => {
      const end = endpointOf(placement, { box: placed.box.box.id, jack: jack.id });
      const shown = placed.box.used.includes(jack) || placed.box.free.includes(jack);
      if (!end || !shown) return [];
      const free = placed.box.free.includes(jack);
      return [
        {
          type: 'jack',
          x: end.x,
          y: end.y,
          side: end.side,
          free,
          label: jack.label,
          part: { type: 'jack', id: `${placed.box.box.id}/${jack.id}` },
        },
      ];
    }),
  );
  const marked = sleeves.map((sleeve) => ({ ...sleeve, ...markOf(view, sleeve.part) }));
  return {
    width: placement.width,
    height: placement.height,
    level,
    elsewhere: elsewhereOf(rig, layer),
    items: beside
      ? [...[...frames, ...looms, ...paths, ...plates].map(pale), ...beside.items]
      : [
          ...frames,
          ...looms,
          ...paths,
          ...routed.flatMap(openedMark),
          ...arrows,
          ...brackets,
          ...rings,
          ...plates,
          ...jacks,
          ...closed,
          ...marked,
        ],
  };
}

/** A plate that tells what its box draws, where the layer asks for it. */
function fedPlate(placed: Placed, draws: string | undefined): Placed {
  if (draws === undefined) return placed;
  const fits = textWidth(draws, 'sans', SIZE.text) <= placed.rect.w - 14;
  // Of 9 V and 30 mA the current is what tells.
  const setting = fits ? draws : draws.replace(/^\S+ V /, '');
  return { ...placed, box: { ...placed.box, setting } };
}

/** Over so many boxes the map opens as an overview: level 1 of them is more than a pane holds. */
const OVERVIEW_OVER = 40;

function atDetail(rig: Drawn, request: Ask, detail: Detail): MapDrawing {
  if (detail !== 2) return draw(rig, request, lay(rig, request, detail));
  const { width, leastHeight = 0, view } = request;
  return drawOverview(rig, { width, leastHeight, view });
}

/** The least detail that shows all that fits: a chosen box is never hidden in an overview. */
function fitted(rig: Drawn, request: Ask): MapDrawing {
  const { width, view, layer = 'signal' } = request;
  const isOverview =
    rig.boxes.length > OVERVIEW_OVER && layer === 'signal' && (view.chosen ?? []).length === 0;
  if (isOverview) return atDetail(rig, request, 2);
  const full = lay(rig, request, 0);
  return draw(rig, request, full.base.width <= width ? full : lay(rig, request, 1));
}

/** Drawings kept while the rig stays as it is: the pane's, the paper's, and those of selections just left. */
const KEPT = 8;

const drawings = derive(
  ['boxes', 'leads', 'looms', 'stage', 'variant', 'sound', 'sounds', 'houseRules'],
  (rig) =>
    recently((ask: Ask) => (ask.level === 'fit' ? fitted(rig, ask) : atDetail(rig, ask, ask.level)), KEPT),
);

/** The map of a rig in a setting: boxes in their places, leads between them. Same input, same output, to the pixel. */
export const drawMap = ({ rig, setting, ...ask }: MapRequest): MapDrawing =>
  drawings(inSetting(rig, setting))(ask);
