import { useState } from 'react';
import type { LatencyView } from '../../../../core/timing';
import { SmallPlot } from '../../parts/small-plot';
import { useOpen } from '../../rig/use-open';
import { useAnalysis } from '../../worker/use-analysis';
import { useRoutes } from './use-map';

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
      {open ? (
        <SmallPlot
          label={meeting.words}
          width={248}
          height={110}
          hz={hz}
          curves={[{ db: meeting.comb, look: 'thick' }]}
          range={[-24, 6]}
          ticks={[-24, -12, 0]}
        />
      ) : null}
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
