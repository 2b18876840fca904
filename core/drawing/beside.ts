// Layers beside sound: their leads over the pale map.
import { boxOf, jackKey, type Jack } from '../model';
import { jacksOf } from '../layers';
import { textWidth } from './fonts';
import { carriedShown, controlLeads, notReachedUnder } from './control-shown';
import { powerLeads } from './layer-leads';
import { arrowOf, hopsOf, pathOf, type Routed } from './leads';
import { placeSleeves, starred } from './sleeves';
import { layLeads } from './lay-leads';
import type { Drawn, MapBox, MapLead } from './model';
import type { Placement } from './place';
import { markOf, plateItems, text, type MapView } from './plates';
import { boxOfText, overlaps, type Item, type Rect } from './primitives';
import { LANE, type RouteEnd } from './router';
import { feedWords } from './feed-words';
import { plugOf, rowEnd, tableItems } from './outlet-table';
import { labelWidth, serviceRow, type Service } from './service-row';
import { SIZE } from './sizes';
import { MOST_DRAWN, stubsOf, type Job, type Stubs } from './stubs';

/** Between pins of a plate, when their names do not stand between them. */
const PIN = 18;

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

export type Beside = {
  readonly placement: Placement;
  /** What lies over the pale map. */
  readonly items: readonly Item[];
};

/** The leads of a layer beside sound, routed for themselves: the sound's leads stay where they are. */
export function drawBeside(rig: Drawn, layer: 'control' | 'power', base: Placement, view: MapView): Beside {
  const { placement, items: rules, services } = serviceRow(rig, base, layer);
  const leads = layer === 'control' ? controlLeads(rig) : powerLeads(rig);
  const carried = layer === 'control' ? carriedShown(rig) : null;
  const pins = pinsOf(placement, services, layer, leads, view.open);
  const endOf = (ref: MapLead['from']) =>
    ref && pins.get(ref.box)?.find((pin) => pin.jack.id === ref.jack)?.end;
  const feeds = layer === 'power' ? feedWords(rig) : null;
  const plates = services.flatMap(({ box, rect, rows }) => [
    ...(box
      ? plateItems({ form: 'plate', box, rect }, view).map((item): Item =>
          item.type === 'text' && rows.length === 0 ? { ...item, y: rect.y + rect.h - 9 } : item,
        )
      : wallPlate(rect)),
    ...tableItems(rows, rect),
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
  const wordBoxes = (items: readonly Item[]): readonly Rect[] =>
    items.flatMap((item) =>
      item.type === 'text' ? [boxOfText(item, textWidth(item.text, item.face, item.size))] : [],
    );
  const rects = [...placement.placed, ...services.filter(({ box }) => box === null)].map(({ rect }) => rect);
  // Where a lead leaves a plate downwards no words go on.
  const leaving = [...pins.values()]
    .flat()
    .map(({ end: { x, y } }): Rect => ({ x: x - PIN / 4, y, w: PIN / 2, h: PIN }));
  const unreached = carried ? notReachedUnder(rig, placement, [...rects, ...leaving]) : [];
  const keptClear = wordBoxes(unreached);
  const taken = [...wordBoxes([...plates, ...names]), ...rects, ...keptClear];
  const shown = new Set(view.shown);
  const isShown = ({ lead }: Job) =>
    shown.has(`lead:${lead.id}`) ||
    [lead.from, lead.to].some(
      (ref) => ref && (shown.has(`box:${ref.box}`) || shown.has(`jack:${jackKey(ref)}`)),
    );
  const isDrawn = (job: Job) => isShown(job) || (!feeds && jobs.length <= MOST_DRAWN);
  const walls = feeds ? wallJobs(placement, services, endOf).filter(isShown) : [];
  const figureOf = ({ id }: MapLead) => carried?.get(id)?.figure;
  const lines = linesOf(
    jobs.filter(isDrawn),
    walls,
    { placement, rects, taken, words: keptClear },
    view,
    figureOf,
  );
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
  const followed = new Set(walls.map(({ lead }) => lead.to?.box));
  const covered = [...rects, ...drawn.sleeves];
  const told = [
    ...[...names, ...wallsUnder(placement, services, feeds, followed)].filter(
      (item) => !hidesAnother(item, covered, services),
    ),
    ...unreached,
  ];
  return {
    placement,
    items: [
      ...rules,
      ...plates,
      ...drawn.routed.map((r, i) => {
        const own = carried?.get(r.lead.id);
        const mark = view.marks[`lead:${r.lead.id}`] ?? (own?.isWrong ? 'fault' : undefined);
        return { ...pathOf(r, hops[i] ?? [], mark), ...(own && !mark ? { quantity: own.weight } : {}) };
      }),
      ...lines.walls,
      ...drawn.marks,
      ...told,
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
const wallsUnder = (
  placement: Placement,
  services: readonly Service[],
  feeds: Feeds,
  followed: ReadonlySet<string | undefined>,
): readonly Item[] =>
  [...(feeds ?? [])].flatMap(([id, { lead, draws, from }]): Item[] => {
    const placed = placement.placed.find(({ box }) => box.box.id === id);
    if (lead !== null || !placed || followed.has(id)) return [];
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

type Around = {
  readonly placement: Placement;
  readonly rects: readonly Rect[];
  /** What leads do not go through. */
  readonly words: readonly Rect[];
  /** What sleeves keep clear of. */
  readonly taken: readonly Rect[];
};

/** Every lead from end to end, the short ones first. @param walls mains leads of boxes' own, which have no number */
function linesOf(
  jobs: readonly Job[],
  walls: readonly Job[],
  { placement, rects, taken, words }: Around,
  view: MapView,
  figureOf: (lead: MapLead) => string | undefined,
): Stubs & { readonly walls: readonly Item[] } {
  const { width, height } = placement;
  const ways = layLeads({
    width,
    height,
    plates: rects,
    words,
    runs: [...jobs, ...walls].map(({ from, to }, i) => ({ from, to, number: i + 1 })),
  });
  const routed = jobs.flatMap(({ lead }, i): Routed[] => {
    const points = ways[i];
    return points ? [{ lead, points, isPatch: false, tail: false }] : [];
  });
  const sleeves = placeSleeves(routed, taken, placement, figureOf, (lead) =>
    starred(lead.number, view.otherwise?.has(lead.id)),
  );
  return {
    routed,
    sleeves,
    marks: routed.flatMap((r) => arrowOf(r, sleeves) ?? []),
    walls: walls.flatMap((_, i): Item[] => {
      const points = ways[jobs.length + i];
      return points ? [{ type: 'path', points, hops: [], stroke: 'single', tone: 'ink' }] : [];
    }),
  };
}

/** The mains outlets of a place as a plate, of which the table is the rest. */
function wallPlate(rect: Rect): readonly Item[] {
  const isWide = textWidth('Mains outlets', 'bold', SIZE.text) <= rect.w - 14;
  const title = isWide ? 'Mains outlets' : 'Mains';
  return [{ type: 'plate', ...rect, look: 'box' }, text(rect.x + 7, rect.y + 16, title, { face: 'bold' })];
}

/** Boxes' own mains leads, from the outlet of the stage to the plate. */
const wallJobs = (
  { placed }: Placement,
  services: readonly Service[],
  endOf: (ref: MapLead['from']) => RouteEnd | undefined,
): readonly Job[] =>
  placed.flatMap(({ box: { box } }): readonly Job[] => {
    const jack = plugOf(box);
    const to = jack && { box: box.id, jack: jack.id };
    const service = services.find(({ rows }) => rows.some(({ key }) => key === jack?.wallOutlet));
    const end = endOf(to);
    if (!to || !service || !end) return [];
    const lead: MapLead = {
      id: `mains of ${box.id}`,
      number: 0,
      kind: 'mains',
      from: undefined,
      to,
      others: [],
      flows: true,
      opened: null,
    };
    return [{ lead, from: rowEnd(service.rows, jack?.wallOutlet ?? '', service.rect), to: end }];
  });

const span = (a: RouteEnd, b: RouteEnd) => Math.abs(a.x - b.x) + Math.abs(a.y - b.y);

/** A pin's name under a plate must not lie on the plate below it. */
function hidesAnother(item: Item, rects: readonly Rect[], services: readonly Service[]): boolean {
  if (item.type !== 'text') return false;
  const box = boxOfText(item, textWidth(item.text, item.face, item.size));
  const inService = services.some(({ rect }) => overlaps(rect, box));
  return !inService && rects.some((rect) => overlaps(rect, box));
}
