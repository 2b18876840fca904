import {
  arrowPoints,
  CORNER,
  JACK_RADIUS,
  leadLook,
  pathData,
  plateEdge,
  RING_WIDTH,
  ruleDash,
  SLEEVE_WORDS,
  type Drawing,
  type Item,
} from '../drawing';
import { INK, PX, SHADE, WHITE, type Pen } from './pen';

/** One primitive of a drawing as PDF operators. `s`: points a pixel. */
function drawItem(pen: Pen, item: Item, x0: number, y0: number, s: number) {
  const [X, Y] = [(x: number) => x0 + x * s, (y: number) => y0 + y * s];
  switch (item.type) {
    case 'plate':
      pen.rect(X(item.x), Y(item.y), item.w * s, item.h * s, {
        fill: item.look === 'place' ? SHADE : WHITE,
        stroke: item.look === 'place' ? INK.hair : INK[item.mark ?? 'ink'],
        width: plateEdge(item) * s,
      });
      return;
    case 'text':
      pen.text(X(item.x), Y(item.y), item.text, {
        face: item.face,
        size: item.size * s,
        color: INK[item.tone],
        anchor: item.anchor,
      });
      return;
    case 'path': {
      const d = pathData(item.points, item.hops);
      const { width, dash, round, bare } = leadLook(item);
      pen.path(d, x0, y0, {
        scale: s,
        stroke: INK[item.mark ?? item.tone],
        width,
        ...(dash ? { dash, round: round ?? false } : {}),
      });
      if (bare !== undefined) pen.path(d, x0, y0, { scale: s, stroke: WHITE, width: bare });
      return;
    }
    case 'arrow': {
      const [ax, ay, bx, by, cx, cy] = arrowPoints(item.x, item.y, item.towards).split(' ');
      pen.path(`M${ax} ${ay}L${bx} ${by}L${cx} ${cy}Z`, x0, y0, { scale: s, fill: INK.ink });
      return;
    }
    case 'sleeve': {
      const { x, y, w, h } = item;
      const r = Math.min(CORNER.sleeve, h / 2);
      pen.path(
        `M${x + r} ${y}H${x + w - r}A${r} ${r} 0 0 1 ${x + w - r} ${y + h}H${x + r}A${r} ${r} 0 0 1 ${x + r} ${y}Z`,
        x0,
        y0,
        { scale: s, fill: WHITE, stroke: INK[item.mark ?? 'ink'], width: 1 },
      );
      pen.text(X(x + w / 2), Y(y + SLEEVE_WORDS.baseline), item.text, {
        face: 'mono',
        size: SLEEVE_WORDS.size * s,
        anchor: 'middle',
      });
      return;
    }
    case 'ring':
      pen.rect(X(item.x), Y(item.y), item.w * s, item.h * s, { stroke: INK.ink, width: RING_WIDTH * s });
      return;
    case 'jack':
      pen.circle(X(item.x), Y(item.y), JACK_RADIUS * s, {
        fill: item.free ? WHITE : INK.ink,
        stroke: INK.ink,
      });
      return;
    case 'rule': {
      const dash = ruleDash(item);
      pen.line(
        { x: X(item.from.x), y: Y(item.from.y) },
        { x: X(item.to.x), y: Y(item.to.y) },
        {
          color: INK[item.tone],
          width: s,
          ...(dash ? { dash: dash.map((length) => length * s) } : {}),
        },
      );
    }
  }
}

type Bounds = { readonly x: number; readonly y: number; readonly width: number; readonly height: number };

/** Where an item lies, roughly: enough to tell whether a part of the drawing shows any of it. */
function touches(item: Item, { x, y, width, height }: Bounds): boolean {
  const inside = (px: number, py: number, slack: number) =>
    px >= x - slack && px <= x + width + slack && py >= y - slack && py <= y + height + slack;
  switch (item.type) {
    case 'plate':
    case 'ring':
    case 'sleeve':
      return item.x < x + width && item.x + item.w > x && item.y < y + height && item.y + item.h > y;
    case 'path':
      return item.points.some((p) => inside(p.x, p.y, 0)) || item.points.length > 0;
    case 'rule':
      return inside(item.from.x, item.from.y, 0) || inside(item.to.x, item.to.y, 0);
    default:
      return inside(item.x, item.y, 6);
  }
}

/** A drawing, or a part of it, with its top left corner at (x, y). @param scale of its pixels, 1: 12 px are 9 pt */
export function drawOn(pen: Pen, drawing: Drawing, x: number, y: number, scale: number, part?: Bounds) {
  const s = PX * scale;
  const [left, top] = [x - (part?.x ?? 0) * s, y - (part?.y ?? 0) * s];
  for (const item of drawing.items) if (!part || touches(item, part)) drawItem(pen, item, left, top, s);
}
