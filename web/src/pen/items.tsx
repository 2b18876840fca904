import {
  arrowPoints,
  CORNER,
  hitArea,
  JACK_RADIUS,
  leadLook,
  pathData,
  plateEdge,
  RING_WIDTH,
  ruleDash,
  SLEEVE_WORDS,
  type Item,
} from '../../../core/drawing';
import { FILL, QUANTITY, STROKE, type Emphasis } from './look';

type Of<T extends Item['type']> = Extract<Item, { type: T }>;

const FONT = { sans: 'font-sans', bold: 'font-sans font-semibold', mono: 'font-mono' } as const;

function Plate({ item, emphasis }: { item: Of<'plate'>; emphasis: Emphasis | undefined }) {
  const { x, y, w, h, look, mark } = item;
  if (look === 'place')
    return <rect x={x} y={y} width={w} height={h} rx={CORNER.plate} className="fill-sheet stroke-hair" />;
  return (
    <>
      {emphasis === 'ringed' ? (
        <rect
          x={x - 4}
          y={y - 4}
          width={w + 8}
          height={h + 8}
          rx={5}
          className="fill-none stroke-select"
          strokeWidth={1.5}
          strokeDasharray="3 3"
        />
      ) : null}
      <rect
        x={x}
        y={y}
        width={w}
        height={h}
        rx={CORNER.plate}
        strokeWidth={emphasis === 'selected' ? 2.5 : plateEdge(item)}
        className={`${emphasis === 'selected' ? 'fill-select-tint stroke-select' : `fill-raised ${STROKE[mark ?? 'line']}`}`}
      />
      {mark ? <rect x={x} y={y} width={5} height={h} rx={2} className={FILL[mark]} /> : null}
    </>
  );
}

function Lead({ item, emphasis }: { item: Of<'path'>; emphasis: Emphasis | undefined }) {
  const d = pathData(item.points, item.hops);
  const amount = item.quantity === undefined ? null : QUANTITY[item.quantity];
  const colour =
    emphasis === 'selected' || emphasis === 'in hand'
      ? 'stroke-select'
      : (amount ?? STROKE[item.mark ?? item.tone]);
  const extra = emphasis === 'selected' || emphasis === 'ringed' ? 1.2 : 0;
  const { width, dash, round, bare } = leadLook(item);
  return (
    <>
      {item.part ? <path d={d} className="fill-none stroke-transparent" strokeWidth={12} /> : null}
      {emphasis === 'ringed' ? (
        <path d={d} className="fill-none stroke-select opacity-30" strokeWidth={8} />
      ) : null}
      <path
        d={d}
        className={`fill-none ${colour}`}
        strokeWidth={width + extra}
        strokeDasharray={dash?.join(' ')}
        strokeLinecap={round ? 'round' : undefined}
      />
      {bare === undefined ? null : <path d={d} className="fill-none stroke-sheet" strokeWidth={bare} />}
    </>
  );
}

function Sleeve({ item, emphasis }: { item: Of<'sleeve'>; emphasis: Emphasis | undefined }) {
  const { x, y, w, h, text, mark } = item;
  const hit = hitArea(item);
  const chosen = emphasis === 'selected' || emphasis === 'in hand';
  return (
    <>
      <rect x={hit.x} y={hit.y} width={hit.w} height={hit.h} className="fill-transparent" />
      <rect
        x={x}
        y={y}
        width={w}
        height={h}
        rx={CORNER.sleeve}
        strokeWidth={mark || emphasis ? 2 : 1}
        strokeDasharray={emphasis === 'ringed' ? '3 2' : undefined}
        className={chosen ? 'fill-select stroke-select' : `fill-raised ${STROKE[mark ?? 'ink']}`}
      />
      <text
        x={x + w / 2}
        y={y + SLEEVE_WORDS.baseline}
        textAnchor="middle"
        fontSize={SLEEVE_WORDS.size}
        className={`font-mono ${chosen ? 'fill-on-ink' : 'fill-ink'}`}
      >
        {text}
      </text>
    </>
  );
}

const LIT: Readonly<Record<Emphasis, string>> = {
  fits: 'fill-select stroke-select',
  'fits with': 'fill-select-tint stroke-select',
  wrong: 'fill-none stroke-line',
  selected: 'fill-select stroke-select',
  'in hand': 'fill-select stroke-select',
  ringed: 'fill-none stroke-select',
};

function Jack({ item, emphasis }: { item: Of<'jack'>; emphasis: Emphasis | undefined }) {
  const { x, y, free } = item;
  const hit = hitArea(item);
  return (
    <>
      <rect x={hit.x} y={hit.y} width={hit.w} height={hit.h} className="fill-transparent" />
      {emphasis ? (
        <circle
          cx={x}
          cy={y}
          r={emphasis === 'wrong' ? 4.5 : 7}
          strokeWidth={1.5}
          strokeDasharray={emphasis === 'wrong' || emphasis === 'ringed' ? '2 2' : undefined}
          className={LIT[emphasis]}
        />
      ) : null}
      <circle cx={x} cy={y} r={JACK_RADIUS} className={`stroke-ink ${free ? 'fill-sheet' : 'fill-ink'}`} />
    </>
  );
}

function Ring({ item, emphasis }: { item: Of<'ring'>; emphasis: Emphasis | undefined }) {
  const { x, y, w, h } = item;
  const hit = hitArea(item);
  const chosen = emphasis === 'selected';
  return (
    <>
      <rect x={hit.x} y={hit.y} width={hit.w} height={hit.h} className="fill-transparent" />
      <rect
        x={x}
        y={y}
        width={w}
        height={h}
        rx={CORNER.ring}
        strokeWidth={chosen ? 2 * RING_WIDTH : RING_WIDTH}
        className={`fill-none ${chosen ? 'stroke-select' : 'stroke-ink'}`}
      />
    </>
  );
}

function Words({ item }: { item: Of<'text'> }) {
  // Words about the whole box let the press through to its plate.
  const passes = item.part?.type === 'box' && item.opens === undefined;
  const words = (
    <text
      x={item.x}
      y={item.y}
      fontSize={item.size}
      textAnchor={item.anchor}
      className={`${FONT[item.face]} ${FILL[item.tone]} ${passes ? 'pointer-events-none' : ''}`}
    >
      {item.text}
    </text>
  );
  if (item.opens === undefined) return words;
  const hit = hitArea(item);
  return (
    <g data-opens={item.opens} className="cursor-pointer">
      <rect x={hit.x} y={hit.y} width={hit.w} height={hit.h} className="fill-transparent" />
      {words}
    </g>
  );
}

/** One primitive of a drawing, in the colours of the sheet. */
export function DrawnItem({ item, emphasis }: { item: Item; emphasis: Emphasis | undefined }) {
  switch (item.type) {
    case 'plate':
      return <Plate item={item} emphasis={emphasis} />;
    case 'path':
      return <Lead item={item} emphasis={emphasis} />;
    case 'sleeve':
      return <Sleeve item={item} emphasis={emphasis} />;
    case 'jack':
      return <Jack item={item} emphasis={emphasis} />;
    case 'ring':
      return <Ring item={item} emphasis={emphasis} />;
    case 'text':
      return <Words item={item} />;
    case 'arrow':
      return <polygon points={arrowPoints(item.x, item.y, item.towards)} className="fill-ink" />;
    case 'rule':
      return (
        <line
          x1={item.from.x}
          y1={item.from.y}
          x2={item.to.x}
          y2={item.to.y}
          className={STROKE[item.tone]}
          strokeDasharray={ruleDash(item)?.join(' ')}
        />
      );
  }
}
