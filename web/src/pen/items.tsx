import { arrowPoints, hitArea, pathData, type Item } from '../../../core/drawing';
import { FILL, QUANTITY, STROKE, type Emphasis } from './look';

type Of<T extends Item['type']> = Extract<Item, { type: T }>;

const WIDTH = { single: 1.5, double: 3.6, thick: 3.4, dotted: 1.6, dashed: 1.5 } as const;
const FONT = { sans: 'font-sans', bold: 'font-sans font-semibold', mono: 'font-mono' } as const;

function Plate({ item, emphasis }: { item: Of<'plate'>; emphasis: Emphasis | undefined }) {
  const { x, y, w, h, look, mark } = item;
  if (look === 'place')
    return <rect x={x} y={y} width={w} height={h} rx={2.5} className="fill-sheet stroke-hair" />;
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
        rx={2.5}
        strokeWidth={emphasis === 'selected' ? 2.5 : mark ? 2 : look === 'hub' ? 1.5 : 1}
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
      : (amount?.stroke ?? STROKE[item.mark ?? item.tone]);
  const extra = (emphasis === 'selected' || emphasis === 'ringed' ? 1.2 : 0) + (amount?.more ?? 0);
  const dash = item.stroke === 'dotted' ? '1.5 4' : item.stroke === 'dashed' ? '6 4' : undefined;
  return (
    <>
      {item.part ? <path d={d} className="fill-none stroke-transparent" strokeWidth={12} /> : null}
      {emphasis === 'ringed' ? (
        <path d={d} className="fill-none stroke-select opacity-30" strokeWidth={8} />
      ) : null}
      <path
        d={d}
        className={`fill-none ${colour}`}
        strokeWidth={WIDTH[item.stroke] + extra}
        strokeDasharray={dash}
        strokeLinecap={item.stroke === 'dotted' ? 'round' : undefined}
      />
      {item.stroke === 'double' ? <path d={d} className="fill-none stroke-sheet" strokeWidth={1.2} /> : null}
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
        rx={7}
        strokeWidth={mark || emphasis ? 2 : 1}
        strokeDasharray={emphasis === 'ringed' ? '3 2' : undefined}
        className={chosen ? 'fill-select stroke-select' : `fill-raised ${STROKE[mark ?? 'ink']}`}
      />
      <text
        x={x + w / 2}
        y={y + 11.5}
        textAnchor="middle"
        fontSize={12}
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
      <circle cx={x} cy={y} r={3} className={`stroke-ink ${free ? 'fill-sheet' : 'fill-ink'}`} />
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
          strokeDasharray={item.dashed ? '4 3' : undefined}
        />
      );
  }
}
