import { scaleLinear, scaleLog } from 'd3-scale';
import { line } from 'd3-shape';
import { formatDb } from '../../../core/units';

const EDGE = { right: 4, top: 5, bottom: 16 } as const;
/** Three decades have room for a figure each; the last one stands within the edge. */
const HERTZ = [100, 1_000, 10_000];
const LOOKS = {
  thick: { strokeWidth: 1.8 },
  dashed: { strokeWidth: 1, strokeDasharray: '4 3' },
} as const;

export type PlotCurve = { readonly db: readonly number[]; readonly look: keyof typeof LOOKS };

/** Curves over frequency to be looked at, not read off: decibels upwards, decades along. */
export function SmallPlot(props: {
  label: string;
  width: number;
  height: number;
  hz: readonly number[];
  curves: readonly PlotCurve[];
  /** What the axis reaches, dB. */
  range: readonly [number, number];
  ticks: readonly number[];
}) {
  const { label, width, height, hz, curves, range, ticks } = props;
  const left = 28;
  const x = scaleLog([hz[0] ?? 1, hz.at(-1) ?? 10], [left, width - EDGE.right]);
  const y = scaleLinear(range, [height - EDGE.bottom, EDGE.top]).clamp(true);
  const path = line<number>(
    (_, i) => x(hz[i] ?? 1),
    (db) => y(db),
  );
  return (
    <svg role="img" aria-label={label} width={width} height={height} className="block">
      {ticks.map((db) => (
        <g key={db}>
          <line x1={left} x2={width - EDGE.right} y1={y(db)} y2={y(db)} className="stroke-hair" />
          <text x={left - 4} y={y(db) + 4} textAnchor="end" fontSize={12} className="fill-muted">
            {formatDb(db)}
          </text>
        </g>
      ))}
      {HERTZ.map((hertz) => (
        <g key={hertz}>
          <line x1={x(hertz)} x2={x(hertz)} y1={EDGE.top} y2={height - EDGE.bottom} className="stroke-hair" />
          <text
            x={x(hertz)}
            y={height - 3}
            textAnchor={x(hertz) > width - EDGE.right - 14 ? 'end' : 'middle'}
            fontSize={12}
            className="fill-muted"
          >
            {hertz < 1000 ? hertz : `${hertz / 1000}k`}
          </text>
        </g>
      ))}
      {curves.map(({ db, look }) => (
        <path key={look} d={path(db) ?? ''} fill="none" className="stroke-ink" {...LOOKS[look]} />
      ))}
    </svg>
  );
}
