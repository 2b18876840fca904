import { swept, type Wiring } from '../../../../core/control';

const HIGH = 64;

/** Room of a sweep, px. */
const [SWEEP_WIDE, SWEEP_HIGH] = [72, 30];

/** A pedal's track from end to end with its wiper on a pole of the plug, and what the other end wants of it. */
export function PedalDrawing({
  has,
  wants,
  wiring,
}: {
  has: 'tip' | 'ring' | undefined;
  wants: 'tip' | 'ring' | undefined;
  wiring: Wiring;
}) {
  const y = { tip: 12, ring: 32, sleeve: 52 };
  const other = has === 'ring' ? 'tip' : 'ring';
  return (
    <svg width={350} height={HIGH} aria-hidden="true" className="fill-none stroke-ink" strokeWidth={1.25}>
      {has ? (
        <>
          <path d={`M96 ${y[other]}H40V${Math.min(y[other], 20)}`} />
          <rect x={34} y={y.tip + 8} width={12} height={24} className="fill-sheet" />
          <path d={`M40 ${y.tip + 32}V${y.sleeve}H96`} />
          <path d={`M46 32H62V${y[has]}H96`} strokeWidth={2} />
          <path d="M46 32l7 -4v8z" className="fill-ink" />
        </>
      ) : (
        <text x={10} y={36} className="fill-muted stroke-none text-xs">
          wiper?
        </text>
      )}
      {(['tip', 'ring', 'sleeve'] as const).map((pole) => (
        <g key={pole}>
          <rect x={96} y={y[pole] - 8} width={22} height={16} className="fill-sheet" />
          <path d={`M118 ${y[pole]}H182`} strokeDasharray={wiring === 'loose' ? '3 3' : undefined} />
          <rect x={182} y={y[pole] - 8} width={22} height={16} className="fill-sheet" />
          <text
            x={212}
            y={y[pole] + 4}
            className={`stroke-none text-xs ${pole === wants ? 'fill-ink font-semibold' : 'fill-muted'}`}
          >
            {pole}
            {pole === wants ? ', wants the wiper' : ''}
          </text>
        </g>
      ))}
      {wiring === 'unlike' ? (
        <path d="M142 6L158 38M158 6L142 38" className="stroke-fault" strokeWidth={2} />
      ) : null}
    </svg>
  );
}

/** Where the control stands from heel to toe. */
export function Sweep({ heel, toe, curve }: { heel: number; toe: number; curve: 'even' | 'early' | 'late' }) {
  const at = (p: number) =>
    `${4 + p * (SWEEP_WIDE - 8)} ${SWEEP_HIGH - 4 - swept({ heel, toe, curve }, p) * (SWEEP_HIGH - 8)}`;
  const points = Array.from({ length: 13 }, (_, i) => at(i / 12)).join('L');
  return (
    <svg width={SWEEP_WIDE} height={SWEEP_HIGH} aria-hidden="true" className="shrink-0 fill-none">
      <path d={`M4 ${SWEEP_HIGH - 4}H${SWEEP_WIDE - 4}M4 4V${SWEEP_HIGH - 4}`} className="stroke-hair" />
      <path d={`M${points}`} className="stroke-ink" strokeWidth={2} />
    </svg>
  );
}
