import type { FreeJacks } from '../cables';
import { isAudio, SEVERITIES, type Jack, type Part, type Severity } from '../model';
import { count } from '../units';
import { endpointOf } from './endpoints';
import { fitText, textWidth } from './fonts';
import type { Placed, Placement } from './place';
import type { DrawnPart, Item, TextItem } from './primitives';
import { foldedWords, freeLine, SIZE } from './sizes';

export type MapView = {
  /** Boxes whose free jacks are shown, and that stay open when folded. */
  readonly open: readonly string[];
  /** Jack names of plates that are one in, one out: of all, or only of those in `named`. */
  readonly names: 'few' | 'all';
  readonly named?: readonly string[];
  /** Boxes whose block stays open though the map is folded: what is chosen. */
  readonly chosen?: readonly string[];
  /** Parts, by their keys, whose leads are drawn whole in layers that else tell them by their ends. */
  readonly shown?: readonly string[];
  /** While a plug is in hand: what each box has free for it. Nothing else of the drawing hangs on it. */
  readonly free?: Readonly<Record<string, FreeJacks>> | undefined;
  /** Part key (`lead:lead-3`) → the worst finding about it. */
  readonly marks: Readonly<Record<string, Severity>>;
  /** Leads that lie otherwise than in the base wiring: their numbers have a star. */
  readonly otherwise?: ReadonlySet<string>;
};

export const partKey = (part: DrawnPart): string => `${part.type}:${part.id}`;

export const markOf = (view: MapView, part: DrawnPart) => {
  const mark = view.marks[partKey(part)];
  return mark ? { mark } : {};
};

/** A plate shows the worst that is found about the box or anything of it. */
const plateMark = (view: MapView, box: string): { mark?: Severity } => {
  const own = Object.entries(view.marks)
    .filter(
      ([key]) => key === `box:${box}` || key.startsWith(`jack:${box}/`) || key.startsWith(`block:${box}/`),
    )
    .map(([, severity]) => severity);
  const mark = SEVERITIES.find((severity) => own.includes(severity));
  return mark ? { mark } : {};
};

export const text = (x: number, y: number, words: string, more: Partial<TextItem> = {}): TextItem => ({
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

/** What a plate has free for the plug in hand, in as many words as there is room for; none: ''. */
function freeWords({ free, fits }: FreeJacks, room: number): string {
  const fit = fits === 0 ? 'none fits' : `${fits} ${fits === 1 ? 'fits' : 'fit'}`;
  return [`+ ${free} free, ${fit}`, fit].find((words) => textWidth(words, 'sans', SIZE.text) <= room) ?? '';
}

export function plateItems(placed: Placed, view: MapView): readonly Item[] {
  const { box, rect } = placed;
  const part = box.part;
  const look = placed.form === 'hub' ? 'hub' : 'box';
  const items: Item[] = [{ type: 'plate', ...rect, look, part, ...plateMark(view, box.box.id) }];
  const room = rect.w - 14;
  const free = view.free?.[box.box.id];
  if (placed.form === 'hub') return [...items, ...hubItems(placed, free)];
  if (box.level === 1 && placed.form !== 'hair') {
    const tail = free && free.fits > 0 ? ` ${free.fits}` : '';
    const tag = fitText(box.box.tag, 'mono', SIZE.text, rect.w - 6 - textWidth(tail, 'mono', SIZE.text));
    items.push(
      text(rect.x + rect.w / 2, rect.y + 16, `${tag}${tail}`, {
        face: 'mono',
        anchor: 'middle',
        part,
        tone: box.setting === 'off' ? 'muted' : 'ink',
      }),
    );
  } else if (placed.form === 'hair') {
    const setting = free ? freeWords(free, 48) : box.setting;
    const words = textWidth(setting, 'sans', SIZE.text);
    const name = fitText(box.box.name, 'bold', SIZE.text, room - (words > 0 ? Math.min(words, 30) + 4 : 0));
    items.push(text(rect.x + 7, rect.y + 16, name, { face: 'bold', part }));
    const left = room - textWidth(name, 'bold', SIZE.text) - 3;
    if (left > 12)
      items.push(
        text(rect.x + rect.w - 7, rect.y + 16, fitText(setting, 'sans', SIZE.text, left), {
          tone: 'muted',
          anchor: 'end',
          part,
        }),
      );
  } else {
    items.push(
      text(rect.x + 7, rect.y + 16, fitText(box.box.name, 'bold', SIZE.text, room), { face: 'bold', part }),
    );
    const named = view.names === 'all' || view.named?.includes(box.box.id);
    if (free) items.push(text(rect.x + 7, rect.y + 33, freeWords(free, room), { tone: toneOf(free), part }));
    else items.push(...(named ? namedLine(placed) : settingLine(placed)));
  }
  return items;
}

const toneOf = ({ fits }: FreeJacks) => (fits > 0 ? 'ink' : 'muted');

const settingLine = ({ box, rect }: Placed): readonly Item[] =>
  box.setting
    ? [
        text(rect.x + 7, rect.y + 33, fitText(box.setting, 'sans', SIZE.text, rect.w - 14), {
          tone: 'muted',
          part: box.part,
        }),
      ]
    : [];

/** Printed jack names at both edges of a plate, its setting between them where there is room. */
function namedLine({ box, rect }: Placed): readonly Item[] {
  const audio = box.box.jacks.filter((jack) => isAudio(jack) && jack.carries !== 'air');
  const [into, out] = [
    audio.find((jack) => jack.direction === 'in'),
    audio.find((jack) => jack.direction === 'out'),
  ];
  const y = rect.y + 33;
  const half = (rect.w - 18) / (into && out ? 2 : 1);
  const name = (jack: Jack, anchor: 'start' | 'end') => {
    const words = fitText(jack.label, 'mono', SIZE.text, half);
    return {
      width: textWidth(words, 'mono', SIZE.text) + 5,
      item: text(anchor === 'start' ? rect.x + 7 : rect.x + rect.w - 7, y, words, {
        face: 'mono',
        anchor,
        part: { type: 'jack', id: `${box.box.id}/${jack.id}` },
      }),
    };
  };
  const [left, right] = [into && name(into, 'start'), out && name(out, 'end')];
  const from = rect.x + 7 + (left?.width ?? 0);
  const room = rect.x + rect.w - 7 - (right?.width ?? 0) - from;
  const setting = room >= 20 ? fitText(box.setting, 'sans', SIZE.text, room) : '';
  return [
    ...(left ? [left.item] : []),
    ...(setting !== '' && setting !== '…'
      ? [text(from + room / 2, y, setting, { tone: 'muted', anchor: 'middle', part: box.part })]
      : []),
    ...(right ? [right.item] : []),
  ];
}

function hubItems(placed: Extract<Placed, { form: 'hub' }>, free: FreeJacks | undefined): readonly Item[] {
  const { box, rect, hub } = placed;
  const part = box.part;
  // Where no line tells of free jacks the head does, of what fits: its name is worth more than that nothing does.
  const told =
    free && free.fits > 0 && !freeLine(hub) && hub.rows.every((row) => !row.free) ? freeWords(free, 54) : '';
  const room = rect.w - 18 - (told === '' ? 0 : textWidth(told, 'sans', SIZE.text) + 6);
  const items: Item[] = [
    text(rect.x + 9, rect.y + 19, fitText(box.box.name, 'bold', SIZE.text, room), { face: 'bold', part }),
  ];
  if (free && told !== '')
    items.push(text(rect.x + rect.w - 9, rect.y + 19, told, { tone: toneOf(free), anchor: 'end', part }));
  if (freeLine(hub))
    items.push(
      text(
        rect.x + 9,
        rect.y + rect.h - (hub.rows.some((r) => r.side === 'bottom') ? 32 : 10),
        free ? freeWords(free, rect.w - 18) : `+ ${count(box.free.length, 'free jack')}`,
        { tone: free ? toneOf(free) : 'muted', part, opens: box.box.id },
      ),
    );
  return items;
}

/** The line between the rows ahead of the preamp and those after it, with its words. */
function divider({ box, rect }: Placed, rowY: number): readonly Item[] {
  const y = rowY + SIZE.row / 2 + SIZE.divider / 2;
  const { part } = box;
  const words = 'ahead / after';
  const half = textWidth(words, 'sans', SIZE.text) / 2 + 4;
  const middle = rect.x + rect.w / 2;
  const stretch = (from: number, to: number): Item => ({
    type: 'rule',
    from: { x: from, y },
    to: { x: to, y },
    dashed: true,
    tone: 'line',
    part,
  });
  return [
    stretch(rect.x, middle - half),
    text(middle, y + 4, words, { tone: 'muted', anchor: 'middle', part }),
    stretch(middle + half, rect.x + rect.w),
  ];
}

export function rowItems(placement: Placement, placed: Extract<Placed, { form: 'hub' }>): readonly Item[] {
  const { box, rect, hub } = placed;
  const ys = hub.rows.flatMap((row) => placement.rowY.get(`${box.box.id}/${row.jack.id}`) ?? []);
  return hub.rows.flatMap(({ jack, side, free }): Item[] => {
    const part: Part = { type: 'jack', id: `${box.box.id}/${jack.id}` };
    const end = endpointOf(placement, { box: box.box.id, jack: jack.id });
    if (!end) return [];
    const words = box.rowWords.get(jack.id);
    const loop = hub.level === 1 ? hub.loops.find((l) => l.send === jack) : undefined;
    const tone = free ? 'muted' : 'ink';
    if (side === 'top' || side === 'bottom')
      return [
        text(end.x, side === 'bottom' ? rect.y + rect.h - 9 : rect.y + 36, jack.label, {
          face: 'mono',
          anchor: 'middle',
          tone,
          part,
        }),
      ];
    const room = rect.w - 18;
    if (loop) {
      return [text(rect.x + 9, end.y + 4, fitText(foldedWords(loop), 'sans', SIZE.text, room), { part })];
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
    if (box.lastAhead === jack.id && ys.some((y) => y > end.y)) items.push(...divider(placed, end.y));
    return items;
  });
}
