// Layers beside sound: their leads over the pale map.
import { boxOf, jackKey } from '../model';
import { textWidth } from './fonts';
import { carriedShown, controlLeads, notReachedUnder } from './control-shown';
import { powerLeads } from './layer-leads';
import { arrowOf, hopsOf, pathOf, type Routed } from './leads';
import { placeSleeves, starred } from './sleeves';
import { layLeads } from './lay-leads';
import type { Drawn, MapLead } from './model';
import { PIN, pinsOf } from './pins';
import type { Placement } from './place';
import { markOf, plateItems, text, type MapView } from './plates';
import { boxOfText, overlaps, type Item, type Rect } from './primitives';
import type { RouteEnd } from './router';
import { feedWords } from './feed-words';
import { tableItems } from './outlet-table';
import { serviceRow, type Service } from './service-row';
import { MOST_DRAWN, stubsOf, type Job, type Stubs } from './stubs';
import { wallJobs, wallPlate, wallsUnder, type Feeds } from './walls';

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

const span = (a: RouteEnd, b: RouteEnd) => Math.abs(a.x - b.x) + Math.abs(a.y - b.y);

/** A pin's name under a plate must not lie on the plate below it. */
function hidesAnother(item: Item, rects: readonly Rect[], services: readonly Service[]): boolean {
  if (item.type !== 'text') return false;
  const box = boxOfText(item, textWidth(item.text, item.face, item.size));
  const inService = services.some(({ rect }) => overlaps(rect, box));
  return !inService && rects.some((rect) => overlaps(rect, box));
}
