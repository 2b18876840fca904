import { useState } from 'react';
import { scaleLinear, scaleLog } from 'd3-scale';
import { line } from 'd3-shape';
import type { LatencyView } from '../../../../core/timing';
import { useOpen } from '../../rig/use-open';
import { useAnalysis } from '../../worker/use-analysis';
import { useRoutes } from './use-map';

const [WIDTH, HEIGHT] = [248, 110];
const EDGE = { left: 30, right: 6, top: 6, bottom: 18 } as const;
const [LOW_DB, HIGH_DB] = [-24, 6];
const TICKS_DB = [-24, -12, 0];
const TICKS_HZ = [100, 1_000, 10_000];

/** Both ways together against the stronger alone. */
function Comb({ hz, comb, label }: { hz: readonly number[]; comb: readonly number[]; label: string }) {
  const x = scaleLog([hz[0] ?? 1, hz.at(-1) ?? 10], [EDGE.left, WIDTH - EDGE.right]);
  const y = scaleLinear([LOW_DB, HIGH_DB], [HEIGHT - EDGE.bottom, EDGE.top]).clamp(true);
  const path = line<number>(
    (_, i) => x(hz[i] ?? 1),
    (db) => y(db),
  );
  return (
    <svg role="img" aria-label={label} width={WIDTH} height={HEIGHT} className="block">
      {TICKS_DB.map((db) => (
        <g key={db}>
          <line x1={EDGE.left} x2={WIDTH - EDGE.right} y1={y(db)} y2={y(db)} className="stroke-hair" />
          <text x={EDGE.left - 4} y={y(db) + 4} textAnchor="end" fontSize={12} className="fill-muted">
            {String(db).replace('-', '−')}
          </text>
        </g>
      ))}
      {TICKS_HZ.map((hertz, i) => (
        <g key={hertz}>
          <line x1={x(hertz)} x2={x(hertz)} y1={EDGE.top} y2={HEIGHT - EDGE.bottom} className="stroke-hair" />
          <text
            x={x(hertz)}
            y={HEIGHT - 4}
            textAnchor={i === TICKS_HZ.length - 1 ? 'end' : 'middle'}
            fontSize={12}
            className="fill-muted"
          >
            {hertz < 1000 ? `${hertz} Hz` : `${hertz / 1000} k`}
          </text>
        </g>
      ))}
      <path d={path(comb) ?? ''} fill="none" strokeWidth={1.6} className="stroke-ink" />
    </svg>
  );
}

/** One meeting; its comb is drawn when it is asked for. */
function Meeting({ meeting, hz }: { meeting: LatencyView['meetings'][number]; hz: readonly number[] }) {
  const [open, setOpen] = useState(false);
  return (
    <li className="flex flex-col gap-0.5 border-t border-hair pt-1">
      <p>{meeting.words}</p>
      <p className="text-muted">{meeting.cure}</p>
      {meeting.comb.length > 0 ? (
        <button
          type="button"
          aria-expanded={open}
          className="min-h-6 self-start underline underline-offset-2"
          onClick={() => setOpen(!open)}
        >
          {open ? 'Hide' : 'Draw'} what is heard
        </button>
      ) : null}
      {open ? <Comb hz={hz} comb={meeting.comb} label={meeting.words} /> : null}
    </li>
  );
}

function Told({ view }: { view: LatencyView }) {
  const { route } = useRoutes();
  const { setRoute } = useOpen('setRoute');
  return (
    <>
      {view.worst ? <p className="text-xs">{view.worst}</p> : null}
      <table className="w-full border-collapse text-xs">
        <thead>
          <tr className="text-left text-muted">
            {['route', 'late', 'trips', 'polarity'].map((head) => (
              <th key={head} scope="col" className="pr-1 font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {view.routes.map(({ name, range, trips, turned }, i) => (
            <tr key={name} className={`border-t border-hair ${i === route ? 'bg-select-tint' : ''}`}>
              <td className="pr-1">
                <button
                  type="button"
                  className="min-h-6 rounded text-left underline-offset-2 hover:underline"
                  onClick={() => setRoute(i)}
                >
                  {name}
                </button>
              </td>
              <td className="pr-1 font-mono whitespace-nowrap">{range}</td>
              <td className="pr-1 font-mono">{trips}</td>
              <td>{turned ? 'turned' : 'kept'}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h3 className="text-xs font-semibold">Where two ways meet</h3>
      {view.meetings.length === 0 ? (
        <p className="text-xs text-muted">
          None within 10 dB and 0.1 to 30 ms of another, and none turned against another.
        </p>
      ) : (
        <ul aria-label="Where two ways meet" className="flex flex-col gap-1 text-xs">
          {view.meetings.map((meeting) => (
            <Meeting key={meeting.words} meeting={meeting} hz={view.hz} />
          ))}
        </ul>
      )}
    </>
  );
}

/** How late every route is, whether it is turned, and where two of them meet. */
export function LatencyFacts() {
  const { setting } = useOpen('setting');
  const { value, stale, fault } = useAnalysis<'latency'>({ kind: 'latency', setting });
  return (
    <section aria-label="Latency" className="flex flex-col gap-2 border-b border-hair px-3 py-2">
      <h2 className="text-sm">Latency and polarity</h2>
      {fault ? <p className="text-xs text-danger">{fault}</p> : null}
      {value && value.routes.length > 0 ? (
        <Told view={value} />
      ) : stale ? null : (
        <p className="text-xs text-muted">Nothing is heard in this sound yet: no route, no delay.</p>
      )}
    </section>
  );
}
