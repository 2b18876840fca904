import type { Part, Rig, Setting, Severity } from '../rig';
import { memoBy } from '../units';
import { settingParts } from '../signal';
import { endpointOf } from './endpoints';
import { fitText, textWidth } from './fonts';
import { arrowOf, hopsOf, pathOf, placeSleeves, type Routed } from './leads';
import { modelOf, type MapLead, type MapModel } from './model';
import { placeAll, type Placed, type Placement } from './place';
import { boxOfText, type Drawing, type Item, type Rect, type TextItem } from './primitives';
import { Router, type RouteEnd } from './router';
import { freeLine, SIZE, type Level } from './sizes';

export type MapView = {
  /** Boxes whose free jacks are shown, and that stay open when folded. */
  readonly open: readonly string[];
  readonly names: 'few' | 'all';
  /** Part key (`lead:lead-3`) → the worst finding about it. */
  readonly marks: Readonly<Record<string, Severity>>;
};

export type MapRequest = {
  readonly rig: Rig;
  readonly setting: Setting;
  readonly width: number;
  readonly level: Level | 'fit';
  readonly view: MapView;
};

export type MapDrawing = Drawing & {
  readonly level: Level;
  /** Leads of other layers, said below the map: `MIDI (3)`. */
  readonly elsewhere: readonly string[];
};

export const partKey = (part: Part): string => `${part.type}:${part.id}`;

const markOf = (view: MapView, part: Part) => {
  const mark = view.marks[partKey(part)];
  return mark ? { mark } : {};
};

const text = (x: number, y: number, words: string, more: Partial<TextItem> = {}): TextItem => ({
  type: 'text',
  x,
  y,
  text: words,
  face: 'sans',
  size: SIZE.text,
  tone: 'ink',
  anchor: 'start',
  ...more,
});

function plateItems(placed: Placed, level: Level, view: MapView): readonly Item[] {
  const { box, rect } = placed;
  const part = box.part;
  const look = placed.form === 'hub' ? 'hub' : 'box';
  const items: Item[] = [{ type: 'plate', ...rect, look, part, ...markOf(view, part) }];
  const room = rect.w - 14;
  if (placed.form === 'hub') return [...items, ...hubItems(placed, level)];
  if (level === 1) {
    items.push(
      text(rect.x + rect.w / 2, rect.y + 16, box.box.tag, {
        face: 'mono',
        anchor: 'middle',
        part,
        tone: box.setting === 'off' ? 'muted' : 'ink',
      }),
    );
  } else if (placed.form === 'hair') {
    const words = textWidth(box.setting, 'sans', SIZE.text);
    const name = fitText(box.box.name, 'bold', SIZE.text, room - (words > 0 ? Math.min(words, 30) + 4 : 0));
    items.push(text(rect.x + 7, rect.y + 16, name, { face: 'bold', part }));
    const left = room - textWidth(name, 'bold', SIZE.text) - 3;
    if (left > 12)
      items.push(
        text(rect.x + rect.w - 7, rect.y + 16, fitText(box.setting, 'sans', SIZE.text, left), {
          tone: 'muted',
          anchor: 'end',
          part,
        }),
      );
  } else {
    items.push(
      text(rect.x + 7, rect.y + 16, fitText(box.box.name, 'bold', SIZE.text, room), { face: 'bold', part }),
    );
    if (box.setting)
      items.push(
        text(rect.x + 7, rect.y + 33, fitText(box.setting, 'sans', SIZE.text, room), { tone: 'muted', part }),
      );
  }
  return items;
}

function hubItems(placed: Extract<Placed, { form: 'hub' }>, level: Level): readonly Item[] {
  const { box, rect, hub } = placed;
  const part = box.part;
  const items: Item[] = [
    text(rect.x + 9, rect.y + 19, fitText(box.box.name, 'bold', SIZE.text, rect.w - 18), {
      face: 'bold',
      part,
    }),
  ];
  if (freeLine(hub, level))
    items.push(
      text(
        rect.x + 9,
        rect.y + rect.h - (hub.rows.some((r) => r.side === 'bottom') ? 32 : 10),
        `+ ${box.free.length} free jack${box.free.length === 1 ? '' : 's'}`,
        { tone: 'muted', part },
      ),
    );
  return items;
}

function rowItems(
  placement: Placement,
  placed: Extract<Placed, { form: 'hub' }>,
  level: Level,
): readonly Item[] {
  const { box, rect, hub } = placed;
  return hub.rows.flatMap(({ jack, side, free }): Item[] => {
    const part: Part = { type: 'jack', id: `${box.box.id}/${jack.id}` };
    const end = endpointOf(placement, { box: box.box.id, jack: jack.id });
    if (!end) return [];
    const words = box.rowWords.get(jack.id);
    const loop = level === 1 ? hub.loops.find((l) => l.send === jack) : undefined;
    const tone = free ? 'muted' : 'ink';
    if (side === 'top' || side === 'bottom')
      return [
        text(end.x, side === 'bottom' ? rect.y + rect.h - 9 : rect.y + 15, jack.label, {
          face: 'mono',
          anchor: 'middle',
          tone,
          part,
        }),
      ];
    const room = rect.w - 18;
    if (loop) {
      const names = loop.boxes.map((b) => `${b.box.tag}${b.setting ? ` ${b.setting}` : ''}`).join(', ');
      return [
        text(rect.x + 9, end.y + 4, fitText(`${jack.label} ▸ ${names}`, 'sans', SIZE.text, room), { part }),
      ];
    }
    const label = fitText(jack.label, 'mono', SIZE.text, room);
    const items: Item[] = [
      text(side === 'left' ? rect.x + 9 : rect.x + rect.w - 9, end.y + 4, label, {
        face: 'mono',
        anchor: side === 'left' ? 'start' : 'end',
        tone,
        part,
      }),
    ];
    const left = room - textWidth(label, 'mono', SIZE.text) - 12;
    if (words && left > 16)
      items.push(
        text(
          side === 'left' ? rect.x + rect.w - 9 : rect.x + 9,
          end.y + 4,
          fitText(words, 'sans', SIZE.text, left),
          { tone: 'muted', anchor: side === 'left' ? 'end' : 'start', part },
        ),
      );
    if (box.lastAhead === jack.id) {
      const y = end.y + SIZE.row / 2 + SIZE.divider / 2;
      items.push({
        type: 'rule',
        from: { x: rect.x, y },
        to: { x: rect.x + rect.w, y },
        dashed: true,
        tone: 'line',
      });
    }
    return items;
  });
}

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

function elsewhere(rig: Rig): readonly string[] {
  return Object.entries(OTHER_KINDS).flatMap(([kind, word]) => {
    const n = rig.leads.filter(
      (lead) => lead.kind === kind && lead.from.at.length + lead.to.at.length > 0,
    ).length;
    return n === 0 ? [] : [`${word} (${n})`];
  });
}

function draw(request: MapRequest, level: Level): MapDrawing {
  const { rig, setting, width, view } = request;
  const model = modelOf(rig, setting);
  const placement = placeAll(rig, model, width, level, new Set(view.open));
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
  const plates = placement.placed.flatMap((placed) => [
    ...plateItems(placed, level, view),
    ...(placed.form === 'hub' ? rowItems(placement, placed, level) : []),
  ]);
  const words = [...frames, ...plates].flatMap((item) =>
    item.type === 'text' ? [boxOfText(item, textWidth(item.text, item.face, item.size))] : [],
  );
  const titles = frames.flatMap((item) =>
    item.type === 'text' ? [boxOfText(item, textWidth(item.text, item.face, item.size))] : [],
  );
  const routed = routeAll(model, placement, titles);
  const sleeves = placeSleeves(routed, [...words, ...placement.placed.map(({ rect }) => rect)], placement);
  const paths = routed.map((r) => pathOf(r, hopsOf(r, routed), view.marks[`lead:${r.lead.id}`]));
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
    items: [...frames, ...paths, ...arrows, ...plates, ...jacks, ...marked],
  };
}

const isFitting = (drawing: MapDrawing, width: number) => drawing.width <= width;

/** The map of a rig in a setting: boxes in their places, leads between them. Same input, same output, to the pixel. */
export const drawMap: (request: MapRequest) => MapDrawing = memoBy(
  ({ rig, setting, width, level, view }: MapRequest) => [
    ...settingParts(rig, setting),
    rig.stage,
    width,
    level,
    JSON.stringify(view),
  ],
  (request: MapRequest) => {
    if (request.level !== 'fit') return draw(request, request.level);
    const full = draw(request, 0);
    return isFitting(full, request.width) ? full : draw(request, 1);
  },
  8,
);
