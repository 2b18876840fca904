import { isAudio, type Rig, type Setting } from '../rig';
import { count, memoBy, type LengthUnit } from '../units';
import { settingParts } from '../signal';
import { endpointOf } from './endpoints';
import { fitText, textWidth } from './fonts';
import { arrowOf, hopsOf, pathOf, placeSleeves, type Routed } from './leads';
import { modelOf, type MapLead, type MapModel } from './model';
import { placeAll, type Placement } from './place';
import { loomItems, markOf, plateItems, rowItems, text, type MapView } from './plates';
import { boxOfText, type Drawing, type Item, type Level, type Rect } from './primitives';
import { Router, type RouteEnd } from './router';
import { SIZE } from './sizes';

export type MapRequest = {
  readonly rig: Rig;
  readonly setting: Setting;
  readonly width: number;
  readonly level: Level | 'fit';
  /** Places reach down at least so far. */
  readonly leastHeight?: number;
  /** How lengths are written; metres unless said. */
  readonly unit?: LengthUnit;
  readonly view: MapView;
};

export type MapDrawing = Drawing & {
  readonly level: Level;
  /** Leads of other layers, said below the map: `MIDI (3)`. */
  readonly elsewhere: readonly string[];
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
  const router = new Router(placement.width, placement.height);
  for (const { rect } of placement.placed) router.block(rect);
  for (const rect of words) router.avoid(rect);
  const numbers = new Map(model.leads.map((lead, i) => [lead.id, i + 1]));
  const { jobs, loose } = jobsOf(model, placement);
  const routed = jobs.flatMap((job): Routed[] => {
    const points = router.route(job.from, job.to, numbers.get(job.lead.id) ?? 0);
    return points ? [{ lead: job.lead, points, isPatch: job.isPatch, tail: job.tail }] : [];
  });
  return [...routed, ...loose];
}

const OTHER_KINDS: Readonly<Record<string, string>> = {
  midi: 'MIDI',
  switch: 'switch',
  expression: 'expression',
  dc: 'supply',
  mains: 'mains',
  usb: 'USB',
};

/** Boxes and leads that this layer does not draw: `Supply (10 leads)`, `MIDI (3)`. */
function elsewhere(rig: Rig): readonly string[] {
  const plugged = rig.leads.filter((lead) => lead.from.at.length + lead.to.at.length > 0);
  const silent = rig.boxes.filter((box) => !box.jacks.some(isAudio));
  const at = (box: string) =>
    plugged.filter((lead) => [...lead.from.at, ...lead.to.at].some((ref) => ref.box === box));
  const told = new Set(silent.flatMap((box) => at(box.id)));
  return [
    ...silent.map((box) => `${box.name} (${count(at(box.id).length, 'lead')})`),
    ...Object.entries(OTHER_KINDS).flatMap(([kind, word]) => {
      const n = plugged.filter((lead) => lead.kind === kind && !told.has(lead)).length;
      return n === 0 ? [] : [`${word} (${n})`];
    }),
  ];
}

function draw(request: MapRequest, level: Level): MapDrawing {
  const { rig, setting, width, view } = request;
  const model = modelOf(rig, setting, level, view.chosen ?? []);
  const placement = placeAll(rig, model, {
    pane: width,
    leastHeight: request.leastHeight ?? 0,
    open: new Set(view.open),
  });
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
  const looms = loomItems(rig, model, placement, request.unit ?? 'metres');
  const plates = placement.placed.flatMap((placed) => [
    ...plateItems(placed, view),
    ...(placed.form === 'hub' ? rowItems(placement, placed) : []),
  ]);
  const words = [...frames, ...looms, ...plates].flatMap((item) =>
    item.type === 'text' ? [boxOfText(item, textWidth(item.text, item.face, item.size))] : [],
  );
  const titles = [...frames, ...looms].flatMap((item) =>
    item.type === 'text' ? [boxOfText(item, textWidth(item.text, item.face, item.size))] : [],
  );
  const routed = routeAll(model, placement, titles);
  const sleeves = placeSleeves(routed, [...words, ...placement.placed.map(({ rect }) => rect)], placement);
  const hops = hopsOf(routed);
  const paths = routed.map((r, i) => pathOf(r, hops[i] ?? [], view.marks[`lead:${r.lead.id}`]));
  const arrows = routed.flatMap((r) => arrowOf(r, sleeves) ?? []);
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
    elsewhere: elsewhere(rig),
    items: [...frames, ...looms, ...paths, ...arrows, ...plates, ...jacks, ...marked],
  };
}

const isFitting = (drawing: MapDrawing, width: number) => drawing.width <= width;

/** The map of a rig in a setting: boxes in their places, leads between them. Same input, same output, to the pixel. */
export const drawMap: (request: MapRequest) => MapDrawing = memoBy(
  ({ rig, setting, width, level, leastHeight, unit, view }: MapRequest) => [
    ...settingParts(rig, setting),
    rig.stage,
    width,
    level,
    leastHeight,
    unit,
    JSON.stringify(view),
  ],
  (request: MapRequest) => {
    if (request.level !== 'fit') return draw(request, request.level);
    const full = draw(request, 0);
    return isFitting(full, request.width) ? full : draw(request, 1);
  },
  8,
);
