import { patchUp, SECTIONS, type WalkStep } from '../bench';
import { drawMap, routeLines, routeNames, type Drawing, type MapDrawing } from '../drawing';
import { isOpen, NOT_JUDGED, report, type Line } from '../findings';
import type { Rig } from '../rig';
import { resolve, settingsOf, trace } from '../signal';
import { formatClock } from '../units';
import { scheduleOf, type Schedule } from './schedule';

/** Printable pixels of a landscape A4 inside margins of 12 mm, at 96 a inch, less its head. */
const PAGE = { width: 1032, height: 640 } as const;
/** Type of 12 px is 9 pt; it may shrink to 7.5 pt. */
const LEAST_SCALE = 7.5 / 9;

/** One sheet of the map: a part of the drawing from left to right, and what goes on elsewhere. */
export type MapSheet = {
  readonly x: number;
  readonly width: number;
  readonly scale: number;
  /** Lead numbers that cross the edge, with the sheet they go on: `24, 25 → sheet 3`. */
  readonly left: string;
  readonly right: string;
};

export type SoundLine = {
  readonly id: string;
  readonly name: string;
  readonly guitar: string;
  /** State of each block of the table, in the order of its columns. */
  readonly states: readonly string[];
};

export type Sheet = {
  readonly title: string;
  readonly revision: number;
  readonly notes: string;
  readonly map: MapDrawing;
  readonly mapSheets: readonly MapSheet[];
  readonly schedule: Schedule;
  readonly columns: readonly string[];
  readonly sounds: readonly SoundLine[];
  readonly routes: readonly { readonly sound: string; readonly text: string }[];
  readonly settings: readonly { readonly box: string; readonly what: string; readonly value: string }[];
  readonly findings: readonly Line[];
  readonly accepted: readonly Line[];
  readonly notJudged: readonly string[];
  readonly walk: readonly { readonly title: string; readonly steps: readonly WalkStep[] }[];
};

/** Where places begin, and where the gutter before each is: the lines along which the map may be broken. */
function breaksOf(drawing: Drawing): readonly number[] {
  const frames = drawing.items.flatMap((item) =>
    item.type === 'plate' && item.look === 'place' ? [item] : [],
  );
  return frames.slice(1).map((frame, i) => {
    const before = frames[i];
    return before ? (before.x + before.w + frame.x) / 2 : frame.x;
  });
}

/** Numbers of leads whose way crosses a vertical line. */
function crossing(rig: Rig, drawing: Drawing, x: number): readonly number[] {
  const ids = drawing.items.flatMap((item) =>
    item.type === 'path' && item.part && item.points.some((p) => p.x < x) && item.points.some((p) => p.x > x)
      ? [item.part.id]
      : [],
  );
  return rig.leads
    .filter((lead) => ids.includes(lead.id) && lead.kind !== 'air' && lead.kind !== 'radio')
    .map((lead) => lead.number)
    .sort((a, b) => a - b);
}

/** Breaks a drawing by place into as few sheets as keep its type readable; one where it fits. */
export function mapSheets(rig: Rig, drawing: Drawing): readonly MapSheet[] {
  const least = Math.min(1, PAGE.height / drawing.height);
  const fits = (width: number) => Math.min(least, PAGE.width / width) >= LEAST_SCALE || width <= PAGE.width;
  const cuts: number[] = [];
  let start = 0;
  const breaks = [...breaksOf(drawing), drawing.width];
  breaks.forEach((at, i) => {
    const before = breaks[i - 1];
    if (!fits(at - start) && before !== undefined && before > start) {
      cuts.push(before);
      start = before;
    }
  });
  const edges = [0, ...cuts, drawing.width];
  const note = (x: number, sheet: number) => {
    const numbers = crossing(rig, drawing, x);
    return numbers.length === 0 ? '' : `${numbers.join(', ')} → sheet ${sheet}`;
  };
  return edges.slice(1).map((end, i) => {
    const x = edges[i] ?? 0;
    return {
      x,
      width: end - x,
      scale: Math.min(1, PAGE.width / (end - x), Math.max(LEAST_SCALE, PAGE.height / drawing.height)),
      left: i === 0 ? '' : note(x, i),
      right: i === edges.length - 2 ? '' : note(end, i + 2),
    };
  });
}

/** The map as paper has it: at full detail with every jack's name, in ink. */
export const paperMap = (rig: Rig, variant: string | null, sound: string): MapDrawing =>
  drawMap({
    rig,
    setting: { variant, sound },
    width: PAGE.width,
    level: 0,
    view: { open: [], names: 'all', marks: {} },
  });

/** Everything the printed sheet says of a rig, as data; the page only sets it. */
export function sheetOf(rig: Rig, variant: string | null): Sheet {
  const settings = settingsOf(rig, variant);
  const map = paperMap(rig, variant, rig.sounds[0]?.id ?? 'all');
  const switched = rig.boxes.flatMap((box) =>
    box.blocks.filter((block) => block.states.length > 1).map((block) => ({ box, block })),
  );
  const blocksOf = (id: string) => switched.filter(({ box }) => box.id === id).length;
  const lines = report(rig, variant, null);
  return {
    title: rig.title,
    revision: rig.revision,
    notes: rig.notes,
    map,
    mapSheets: mapSheets(rig, map),
    schedule: scheduleOf(rig, variant),
    columns: switched.map(({ box, block }) => (blocksOf(box.id) > 1 ? `${box.tag} ${block.name}` : box.tag)),
    sounds: settings.map((setting) => {
      const resolved = resolve(rig, setting);
      return {
        id: setting.sound,
        name: resolved.sound?.name ?? '',
        guitar: resolved.guitar?.name ?? '',
        states: switched.map(({ box, block }) => resolved.blockState(box, block).state.name),
      };
    }),
    routes: settings.flatMap((setting) => {
      const names = routeNames(rig, setting);
      return trace(rig, setting).paths.map((path, i) => ({
        sound: rig.sounds.find((s) => s.id === setting.sound)?.name ?? '',
        text: `${names[i]?.name ?? ''}: ${routeLines(rig, path)
          .map((line) =>
            line.type === 'lead' ? line.title.replace('lead ', '') : (line.title.split(' · ')[0] ?? ''),
          )
          .join(' – ')}`,
      }));
    }),
    settings: rig.boxes.flatMap((box) => [
      ...box.controls.flatMap((control) =>
        control.position === null
          ? []
          : [{ box: box.name, what: control.label, value: formatClock(control.position) }],
      ),
      ...box.jacks.flatMap((jack) => {
        const mode = jack.modes.find((m) => m.id === jack.mode);
        return jack.modes.length > 1 && mode
          ? [{ box: box.name, what: `${jack.label}, mode`, value: mode.name }]
          : [];
      }),
      ...box.hidden.map((item) => ({ box: box.name, what: `${item.label} (hidden)`, value: item.value })),
    ]),
    findings: lines.filter(isOpen),
    accepted: lines.filter((line) => !isOpen(line)),
    notJudged: NOT_JUDGED,
    walk: SECTIONS.map(({ id, title }) => ({
      title,
      steps: patchUp(rig, variant).filter((step) => step.section === id),
    })).filter(({ steps }) => steps.length > 0),
  };
}
