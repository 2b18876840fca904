// Layers beside sound: their leads over the pale map, and the boxes without sound in a service row.
import { boxOf, type Jack } from '../model';
import { textWidth } from './fonts';
import { isOther, isSilentBox, jacksOf, type Layer } from '../layers';
import { leadsIn } from './layer-leads';
import { arrowOf, hopsOf, pathOf, type Routed } from './leads';
import { placeSleeves, starred } from './sleeves';
import { layLeads } from './lay-leads';
import type { Drawn, MapBox, MapLead } from './model';
import type { Placement } from './place';
import { markOf, plateItems, text, type MapView } from './plates';
import { boxOfText, overlaps, type Item, type Rect } from './primitives';
import { LANE, type RouteEnd } from './router';
import { feedWords } from './feed-words';
import { rowEnd, rowsOf, tableItems, tableSize, type OutletRow } from './outlet-table';
import { SIZE, up } from './sizes';
import { MOST_DRAWN, stubsOf, type Job, type Stubs } from './stubs';

/** Between pins of a plate, when their names do not stand between them. */
const PIN = 18;
const PLATE_H = 48;

type Service = { readonly box: MapBox; readonly rect: Rect; readonly rows: readonly OutletRow[] };

const labelWidth = (jack: Jack) => up(textWidth(jack.label, 'mono', SIZE.text) + 8);

const plain = (box: MapBox['box']): MapBox => ({
  box,
  level: 0,
  part: { type: 'box', id: box.id },
  plate: true,
  faces: null,
  used: [],
  free: [],
  setting: '',
  lastAhead: null,
  rowWords: new Map(),
});

/** Where the boxes without sound stand: in rows at the foot of their places, under everything else. */
export function serviceRow(
  rig: Drawn,
  placement: Placement,
  layer: Layer,
): { readonly placement: Placement; readonly items: readonly Item[]; readonly services: readonly Service[] } {
  if (!isOther(layer)) return { placement, items: [], services: [] };
  const services: Service[] = [];
  const top = placement.height - LANE;
  let bottom = top;
  for (const frame of placement.frames) {
    const own = rig.boxes.filter(
      (box) => box.place === frame.id && isSilentBox(box) && jacksOf(box, layer).length > 0,
    );
    let [x, y] = [frame.rect.x + LANE, top + SIZE.gapY + LANE];
    let lowest = y;
    for (const box of own) {
      const jacks = jacksOf(box, layer);
      const room = frame.rect.w - 2 * LANE;
      const rows = layer === 'power' ? rowsOf(rig, box) : [];
      const table = rows.length > 0 ? tableSize(rows, room) : null;
      const named = jacks.reduce((sum, jack) => sum + labelWidth(jack), LANE);
      const w =
        table?.w ??
        Math.min(
          Math.max(room, 84),
          Math.max(84, up(textWidth(box.name, 'bold', SIZE.text) + 16), up(named)),
        );
      if (x > frame.rect.x + LANE && x + w > frame.rect.x + frame.rect.w - LANE)
        [x, y] = [frame.rect.x + LANE, lowest + SIZE.gapY];
      const h = table?.h ?? PLATE_H;
      services.push({ box: plain(box), rect: { x, y, w, h }, rows });
      x += w + SIZE.gapX;
      lowest = Math.max(lowest, y + h);
      bottom = Math.max(bottom, y + h + SIZE.gapY);
    }
  }
  if (services.length === 0) return { placement, items: [], services: [] };
  const height = up(bottom + LANE);
  const by = height - placement.height;
  const lines = placement.frames
    .filter((frame) => services.some(({ box }) => box.box.place === frame.id))
    .map((frame): Item => ({
      type: 'rule',
      from: { x: frame.rect.x, y: top + LANE },
      to: { x: frame.rect.x + frame.rect.w, y: top + LANE },
      dashed: true,
      tone: 'hair',
    }));
  return {
    services,
    items: lines,
    placement: {
      ...placement,
      height,
      frames: placement.frames.map((frame) => ({ ...frame, rect: { ...frame.rect, h: frame.rect.h + by } })),
      placed: [
        ...placement.placed,
        ...services.map(({ box, rect }) => ({ form: 'plate' as const, box, rect })),
      ],
    },
  };
}

type Pin = { readonly jack: Jack; readonly end: RouteEnd; readonly free: boolean; readonly named: boolean };

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
function pinsOf(
  placement: Placement,
  services: readonly Service[],
  layer: 'control' | 'power',
  leads: readonly MapLead[],
  open: readonly string[],
): ReadonlyMap<string, readonly Pin[]> {
  const held = new Set(
    leads.flatMap(({ from, to }) => [from, to].flatMap((ref) => (ref ? [`${ref.box}/${ref.jack}`] : []))),
  );
  return new Map(
    placement.placed.map(({ box, rect }) => {
      const service = services.find((one) => one.box === box);
      const isService = service !== undefined;
      const own = new Set(
        [...held]
          .filter((key) => key.startsWith(`${box.box.id}/`))
          .map((key) => key.slice(box.box.id.length + 1)),
      );
      const all = isService || open.includes(box.box.id);
      const jacks = jacksOf(box.box, layer).filter((jack) => all || own.has(jack.id));
      const inTable = (jack: Jack) => service?.rows.some((row) => row.jack === jack) ?? false;
      const rest = jacks.filter((jack) => !inTable(jack));
      const told = jacks.filter(inTable).map((jack): Pin => ({
        jack,
        named: false,
        free: !own.has(jack.id),
        end: rowEnd(service?.rows ?? [], jack, rect),
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

export type Beside = {
  readonly placement: Placement;
  /** What lies over the pale map. */
  readonly items: readonly Item[];
};

/** The leads of a layer beside sound, routed for themselves: the sound's leads stay where they are. */
export function drawBeside(rig: Drawn, layer: 'control' | 'power', base: Placement, view: MapView): Beside {
  const { placement, items: rules, services } = serviceRow(rig, base, layer);
  const leads = leadsIn(rig, layer);
  const pins = pinsOf(placement, services, layer, leads, view.open);
  const endOf = (ref: MapLead['from']) =>
    ref && pins.get(ref.box)?.find((pin) => pin.jack.id === ref.jack)?.end;
  const feeds = layer === 'power' ? feedWords(rig) : null;
  const plates = services.flatMap(({ box, rect, rows }) => [
    ...plateItems({ form: 'plate', box, rect }, view).map((item): Item =>
      item.type === 'text' && rows.length === 0 ? { ...item, y: rect.y + rect.h - 9 } : item,
    ),
    ...tableItems(box, rows, rect),
  ]);
  const names = [...pins].flatMap(([id, own]) =>
    own.flatMap(({ jack, end, named, free }): Item[] =>
      named
        ? [
            text(end.x, end.side === 'top' ? end.y + 16 : end.y + 15, jack.label, {
              face: 'mono',
              anchor: 'middle',
              tone: free ? 'muted' : 'ink',
              part: { type: 'jack', id: `${id}/${jack.id}` },
            }),
          ]
        : [],
    ),
  );
  const jobs = leads
    .flatMap((lead): Job[] => {
      const [from, to] = [endOf(lead.from), endOf(lead.to)];
      return from && to ? [{ lead, from, to }] : [];
    })
    .sort((a, b) => span(a.from, a.to) - span(b.from, b.to) || a.lead.number - b.lead.number);
  const words = [...plates, ...names].flatMap((item) =>
    item.type === 'text' ? [boxOfText(item, textWidth(item.text, item.face, item.size))] : [],
  );
  const taken = [...words, ...placement.placed.map(({ rect }) => rect)];
  const chosen = new Set(view.chosen);
  const isDrawn = ({ lead }: Job) =>
    feeds ? [lead.from, lead.to].some((ref) => ref && chosen.has(ref.box)) : jobs.length <= MOST_DRAWN;
  const lines = linesOf(jobs.filter(isDrawn), placement, taken, view);
  const stubs = stubsOf(
    jobs.filter((job) => !isDrawn(job)),
    endNames(rig, placement, feeds),
    [...taken, ...lines.sleeves],
  );
  const drawn: Stubs = {
    routed: [...lines.routed, ...stubs.routed],
    sleeves: [...lines.sleeves, ...stubs.sleeves],
    marks: [...lines.marks, ...stubs.marks],
  };
  const hops = hopsOf(drawn.routed);
  const jacks = [...pins].flatMap(([id, own]) =>
    own.map(({ jack, end, free }): Item => ({
      type: 'jack',
      x: end.x,
      y: end.y,
      side: end.side,
      free,
      label: jack.label,
      part: { type: 'jack', id: `${id}/${jack.id}` },
    })),
  );
  const rects = placement.placed.map(({ rect }) => rect);
  const shown = [...names, ...wallsUnder(placement, services, feeds)].filter(
    (item) => !hidesAnother(item, [...rects, ...drawn.sleeves], services),
  );
  return {
    placement,
    items: [
      ...rules,
      ...plates,
      ...drawn.routed.map((r, i) => pathOf(r, hops[i] ?? [], view.marks[`lead:${r.lead.id}`])),
      ...drawn.marks,
      ...shown,
      ...jacks,
      ...drawn.sleeves.map((sleeve) => ({ ...sleeve, ...markOf(view, sleeve.part) })),
    ],
  };
}

type Feeds = ReturnType<typeof feedWords> | null;

/** What a lead's end is called where the lead itself is not drawn: of a feed the outlet, else the box at the other end. */
function endNames(rig: Drawn, placement: Placement, feeds: Feeds) {
  const hubs = new Set(placement.placed.flatMap(({ form, box }) => (form === 'hub' ? [box.box.id] : [])));
  const byLead = new Map([...(feeds ?? [])].map(([id, feed]) => [feed.lead, { id, feed }]));
  return (lead: MapLead, far: string): string => {
    const own = byLead.get(lead.id);
    if (!own) return boxOf(rig, far)?.tag ?? '';
    return hubs.has(own.id) ? `${own.feed.draws} · ${own.feed.from}` : own.feed.from;
  };
}

/** Under the plates of what has its power by no lead of the rig: its outlet of the stage, or that it has none. */
const wallsUnder = (placement: Placement, services: readonly Service[], feeds: Feeds): readonly Item[] =>
  [...(feeds ?? [])].flatMap(([id, { lead, draws, from }]): Item[] => {
    const placed = placement.placed.find(({ box }) => box.box.id === id);
    if (lead !== null || !placed) return [];
    const { rect } = placed;
    // What a plate in the sound draws stands on it.
    const isTold = placed.form !== 'hub' && services.every(({ box }) => box !== placed.box);
    const words = [isTold ? '' : draws, from].filter(Boolean).join(' · ');
    return words === ''
      ? []
      : [
          text(rect.x, rect.y + rect.h + 13, words, {
            tone: from === 'unfed' ? 'fault' : 'muted',
            part: { type: 'box', id },
          }),
        ];
  });

/** Every lead from end to end, the short ones first. */
function linesOf(jobs: readonly Job[], placement: Placement, taken: readonly Rect[], view: MapView): Stubs {
  const { width, height } = placement;
  const ways = layLeads({
    width,
    height,
    plates: placement.placed.map(({ rect }) => rect),
    words: [],
    runs: jobs.map(({ from, to }, i) => ({ from, to, number: i + 1 })),
  });
  const routed = jobs.flatMap(({ lead }, i): Routed[] => {
    const points = ways[i];
    return points ? [{ lead, points, isPatch: false, tail: false }] : [];
  });
  const sleeves = placeSleeves(routed, taken, placement, undefined, (lead) =>
    starred(lead.number, view.otherwise?.has(lead.id)),
  );
  return { routed, sleeves, marks: routed.flatMap((r) => arrowOf(r, sleeves) ?? []) };
}

const span = (a: RouteEnd, b: RouteEnd) => Math.abs(a.x - b.x) + Math.abs(a.y - b.y);

/** A pin's name under a plate must not lie on the plate below it. */
function hidesAnother(item: Item, rects: readonly Rect[], services: readonly Service[]): boolean {
  if (item.type !== 'text') return false;
  const box = boxOfText(item, textWidth(item.text, item.face, item.size));
  const inService = services.some(({ rect }) => overlaps(rect, box));
  return !inService && rects.some((rect) => overlaps(rect, box));
}
