import { useState, type KeyboardEvent, type PointerEvent } from 'react';
import { scaleLinear, scaleLog } from 'd3-scale';
import { line } from 'd3-shape';
import { formatDb, formatQuantity } from '../../../../core/units';
import { useSize } from '../../parts/use-size';

/** As narrow as the facts are, and no wider than a hand. */
const [LEAST, MOST, HEIGHT] = [248, 420, 156];
const EDGE = { left: 30, right: 6, top: 6, bottom: 18 } as const;
const STEP_DB = 6;
const TICKS_HZ = [100, 300, 1_000, 3_000, 8_000];
/** Where the reading begins, Hz. */
const FIRST_HZ = 5_000;

export type PlotLine = {
  readonly name: string;
  readonly db: readonly number[];
  readonly look: 'straight' | 'own' | 'other' | 'tried';
};

const LOOKS: Readonly<Record<PlotLine['look'], { className: string; width: number; dash?: string }>> = {
  straight: { className: 'stroke-ink', width: 1.2, dash: '5 3' },
  own: { className: 'stroke-ink', width: 2.4 },
  other: { className: 'stroke-line', width: 0.8 },
  tried: { className: 'stroke-select', width: 2.4 },
};

const hertzWords = (hertz: number): string =>
  hertz < 1000
    ? `${Math.round(hertz)} Hz`
    : `${formatQuantity(Number((hertz / 1000).toPrecision(2)), '')} kHz`;

function rangeOf(lines: readonly PlotLine[]): readonly [number, number] {
  const all = lines.flatMap(({ db }) => db);
  const low = Math.floor(Math.min(-STEP_DB, ...all) / STEP_DB) * STEP_DB;
  const high = Math.ceil(Math.max(STEP_DB, ...all) / STEP_DB) * STEP_DB;
  return [low, high];
}

/** Responses over frequency, with a reading that follows the pointer and the arrow keys. */
export function TonePlot({ hz, lines }: { hz: readonly number[]; lines: readonly PlotLine[] }) {
  const [at, setAt] = useState(() => hz.findIndex((hertz) => hertz >= FIRST_HZ));
  const [ref, size] = useSize();
  const width = Math.min(MOST, Math.max(LEAST, size?.width ?? LEAST));
  const [low, high] = rangeOf(lines);
  const x = scaleLog([hz[0] ?? 1, hz.at(-1) ?? 10], [EDGE.left, width - EDGE.right]);
  const y = scaleLinear([low, high], [HEIGHT - EDGE.bottom, EDGE.top]);
  const path = line<number>(
    (_, i) => x(hz[i] ?? 1),
    (db) => y(db),
  );
  const straight = lines.find(({ look }) => look === 'straight')?.db[at] ?? 0;
  const read = lines
    .filter(({ look }) => look !== 'other')
    .map(({ name, db, look }) => {
      const own = db[at] ?? 0;
      return look === 'straight'
        ? `${name} ${formatDb(own)}`
        : `${name} ${formatDb(own)} (${formatDb(own - straight)})`;
    })
    .join(', ');
  const words = `${hertzWords(hz[at] ?? 0)}: ${read} dB`;
  const move = (to: number) => setAt(Math.max(0, Math.min(hz.length - 1, to)));
  const onKey = (event: KeyboardEvent) => {
    const steps: Readonly<Record<string, number>> = {
      ArrowLeft: at - 1,
      ArrowRight: at + 1,
      PageDown: at - 12,
      PageUp: at + 12,
      Home: 0,
      End: hz.length - 1,
    };
    const to = steps[event.key];
    if (to === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    move(to);
  };
  const onPointer = (event: PointerEvent<SVGSVGElement>) => {
    const hertz = x.invert(event.clientX - event.currentTarget.getBoundingClientRect().left);
    const next = hz.findIndex((one) => one >= hertz);
    move(next < 0 ? hz.length - 1 : next);
  };
  const ticks = Array.from({ length: (high - low) / STEP_DB + 1 }, (_, i) => low + i * STEP_DB);
  const few = ticks.filter((db) => ticks.length < 6 || db % (2 * STEP_DB) === 0);
  return (
    <figure ref={ref} className="flex min-w-0 flex-col gap-1">
      <svg
        width={width}
        height={HEIGHT}
        className="block touch-none select-none"
        role="slider"
        tabIndex={0}
        aria-label="Frequency to read the curves at"
        aria-valuemin={hz[0]}
        aria-valuemax={hz.at(-1)}
        aria-valuenow={hz[at]}
        aria-valuetext={words}
        onKeyDown={onKey}
        onPointerMove={onPointer}
        onPointerDown={onPointer}
      >
        {few.map((db) => (
          <g key={db}>
            <line
              x1={EDGE.left}
              x2={width - EDGE.right}
              y1={y(db)}
              y2={y(db)}
              strokeDasharray={db === 0 ? undefined : '4 3'}
              className={db === 0 ? 'stroke-line' : 'stroke-hair'}
            />
            <text x={EDGE.left - 4} y={y(db) + 4} textAnchor="end" fontSize={12} className="fill-muted">
              {formatDb(db)}
            </text>
          </g>
        ))}
        {TICKS_HZ.map((hertz) => (
          <g key={hertz}>
            <line
              x1={x(hertz)}
              x2={x(hertz)}
              y1={EDGE.top}
              y2={HEIGHT - EDGE.bottom}
              className="stroke-hair"
            />
            <text
              x={x(hertz)}
              y={HEIGHT - 5}
              textAnchor={hertz === TICKS_HZ.at(-1) ? 'end' : 'middle'}
              fontSize={12}
              className="fill-muted"
            >
              {hertz < 1000 ? hertz : `${hertz / 1000}k`}
            </text>
          </g>
        ))}
        {lines.map(({ name, db, look }) => (
          <path
            key={`${look} ${name}`}
            d={path(db) ?? ''}
            fill="none"
            strokeWidth={LOOKS[look].width}
            strokeDasharray={LOOKS[look].dash}
            className={LOOKS[look].className}
          />
        ))}
        <line
          x1={x(hz[at] ?? 1)}
          x2={x(hz[at] ?? 1)}
          y1={EDGE.top}
          y2={HEIGHT - EDGE.bottom}
          className="stroke-select"
        />
      </svg>
      <figcaption className="min-h-8 text-xs tabular-nums">{words}</figcaption>
    </figure>
  );
}
