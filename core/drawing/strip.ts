// Chains as rows of words: what is passed, the lead to the next, and a bracket under each host.
import type { Chain } from '../chain';
import { boxOf, type Reads } from '../model';
import { textWidth } from './fonts';
import type { Drawing, Item } from './primitives';
import { rule, text } from './profile-parts';
import { RowLayer, SMALL, TEXT, type LaidRow, type Mark } from './strip-lay';

/** Over the words of a row: lead numbers. Under them, each host's bracket. */
const ABOVE = 16;
const WORDS = 14;
const BRACKET = 14;
const BELOW = 8;
const APART = 2;

type Bracket = {
  readonly box: string;
  readonly own: readonly Mark[];
  readonly from: number;
  readonly to: number;
  readonly level: number;
};

/** A bracket for each host with stops in a row; those that overlap stand under each other. */
function bracketsOf(
  { marks }: LaidRow,
  isHost: (box: string) => boolean,
  tagWidth: (box: string) => number,
): readonly Bracket[] {
  const hosts = [...new Set(marks.flatMap(({ box }) => (box !== null && isHost(box) ? [box] : [])))];
  const spans = hosts.map((box) => {
    const own = marks.filter((mark) => mark.box === box);
    const from = own[0]?.x ?? 0;
    const last = own.at(-1);
    return { box, own, from, to: Math.max(last ? last.x + last.w : from, from + tagWidth(box)) };
  });
  const placed: Bracket[] = [];
  for (const span of spans.toSorted((a, b) => a.from - b.from || b.to - a.to)) {
    let level = 0;
    while (placed.some((one) => one.level === level && one.from <= span.to + 6 && span.from <= one.to + 6))
      level += 1;
    placed.push({ ...span, level });
  }
  return placed;
}

/** A bracket's line: solid under its own stops, dotted under what it hosts; its tag at the left end. */
function drawBracket({ box, own, from, to, level }: Bracket, y: number, tag: string): readonly Item[] {
  const at = y + level * BRACKET + BRACKET / 2;
  const start = from + textWidth(tag, 'mono', SMALL) + 5;
  const items: Item[] = [
    text(from, at + 3.5, tag, {
      face: 'mono',
      size: SMALL,
      tone: 'ink',
      anchor: 'start',
      part: { type: 'box', id: box },
    }),
  ];
  const line = (a: number, b: number, dashed: boolean) => {
    if (b > Math.max(a, start))
      items.push(rule({ x: Math.max(a, start), y: at }, { x: b, y: at }, 'line', dashed));
  };
  own.forEach((mark, i) => {
    const next = own[i + 1];
    // One stop alone in its row has its tag under it and no more.
    if (own.length > 1) line(mark.x, mark.x + mark.w, false);
    if (next) line(mark.x + mark.w, next.x, next.gap?.kind !== 'inside');
  });
  const last = own.at(-1);
  if (own.length > 1 && last && last.x + last.w > start)
    items.push(rule({ x: to, y: at - 4 }, { x: to, y: at }, 'line'));
  return items;
}

/** The line of a gap, one where it is mono and two where it is stereo, with the leads' numbers over it. */
function drawGap(gap: NonNullable<Mark['gap']>, x: number, y: number): readonly Item[] {
  const [a, b] = [gap.from + 4, x - 4];
  const items: Item[] = [];
  if (gap.kind !== 'inside' && b > a)
    for (const by of gap.width === 'stereo' ? [-APART, APART] : [0]) {
      const part = gap.leads[0];
      items.push({
        type: 'path',
        points: [
          { x: a, y: y + by },
          { x: b, y: y + by },
        ],
        hops: [],
        stroke: gap.kind === 'air' ? 'dotted' : 'single',
        tone: 'ink',
        ...(part === undefined ? {} : { part: { type: 'lead', id: part } }),
      });
    }
  if (gap.above !== '')
    items.push(text((a + b) / 2, y - 9, gap.above, { face: 'mono', size: SMALL, tone: 'muted' }));
  return items;
}

/** Where a tail leaves a row above: a line down and along; where a row goes on: a line from the edge. */
function drawPart(rows: readonly LaidRow[], tops: readonly number[], i: number): readonly Item[] {
  const { parts, marks, goesOn } = rows[i] ?? { parts: null, marks: [], goesOn: false };
  const y = (tops[i] ?? 0) + ABOVE + WORDS / 2;
  const [first] = marks;
  if (!first) return [];
  if (goesOn) return [rule({ x: 0, y }, { x: first.x - 4, y }, 'line', true)];
  if (!parts) return [];
  const above = (tops[parts.row] ?? 0) + ABOVE + WORDS / 2;
  const end = first.gap?.kind === 'inside' ? first.x - 4 : (first.gap?.from ?? first.x) + 4;
  return [
    rule({ x: parts.x, y: above }, { x: parts.x, y }, 'ink'),
    rule({ x: parts.x, y }, { x: Math.max(end, parts.x), y }, 'ink'),
  ];
}

/** Chains drawn; `tops`: where each row begins, from the top. */
export type StripDrawing = Drawing & { readonly tops: readonly number[] };

/**
 * Chains as a drawing: a row each, on in rows below where they are longer than the width, tails under each other.
 * @param width px; a word longer than it stands out
 */
export function drawStrip(
  of: Reads<'boxes' | 'leads'>,
  chains: readonly Chain[],
  width: number,
): StripDrawing {
  const layer = new RowLayer(of, chains, width);
  for (const chain of chains) layer.chain(chain);
  const { rows } = layer;
  const tagOf = (box: string) => boxOf(of, box)?.tag ?? box;
  const tagWidth = (box: string) => textWidth(tagOf(box), 'mono', SMALL);
  const brackets = rows.map((row) => bracketsOf(row, layer.isHost, tagWidth));
  const tops: number[] = [];
  let height = 0;
  for (const own of brackets) {
    tops.push(height);
    const levels = Math.max(0, ...own.map(({ level }) => level + 1));
    height += ABOVE + WORDS + levels * BRACKET + BELOW;
  }
  const items = rows.flatMap(({ marks }, i): readonly Item[] => {
    const top = tops[i] ?? 0;
    const y = top + ABOVE + WORDS / 2;
    return [
      ...drawPart(rows, tops, i),
      ...marks.flatMap(({ x, words, face, box, part, gap }) => [
        ...(gap ? drawGap(gap, x, y) : []),
        text(x, y + 4, words, {
          face,
          size: TEXT,
          tone: box === null ? 'muted' : 'ink',
          anchor: 'start',
          ...(part ? { part } : {}),
        }),
      ]),
      ...(brackets[i] ?? []).flatMap((one) => drawBracket(one, top + ABOVE + WORDS + 2, tagOf(one.box))),
    ];
  });
  const right = Math.max(0, ...rows.flatMap(({ marks }) => marks.map(({ x, w }) => x + w)));
  return { width: Math.max(width, right + 8), height, items, tops };
}
