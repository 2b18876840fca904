import type { EqView } from '../../../../core/equaliser';
import { formatDb } from '../../../../core/units';
import { SmallPlot } from '../../parts/small-plot';
import { useOpen } from '../../rig/use-open';
import { useAnalysis } from '../../worker/use-analysis';
import { useRoutes } from './use-map';

const STEP_DB = 6;

/** One of the two, on the scale that both have. */
function Curve(props: { name: string; hz: readonly number[]; db: readonly number[]; most: number }) {
  const { name, hz, db, most } = props;
  const [least, greatest] = [Math.min(...db), Math.max(...db)];
  return (
    <figure>
      <figcaption className="text-xs">{name}</figcaption>
      <SmallPlot
        label={`${name}: from ${formatDb(Math.max(least, -most))} to ${formatDb(greatest)} dB`}
        width={122}
        height={92}
        hz={hz}
        curves={[{ db, look: 'thick' }]}
        range={[-most, most]}
        ticks={[-most, 0, most]}
      />
    </figure>
  );
}

function Told({ view }: { view: EqView }) {
  const { select } = useOpen('select');
  const far = Math.max(...[...view.ahead, ...view.after].map(Math.abs));
  const most = Math.min(24, Math.max(STEP_DB, Math.ceil(far / STEP_DB) * STEP_DB));
  return (
    <>
      <div className="flex gap-1">
        <Curve name="Feel: ahead of the gain" hz={view.hz} db={view.ahead} most={most} />
        <Curve name="Tone: behind it" hz={view.hz} db={view.after} most={most} />
      </div>
      <ul className="flex flex-col gap-0.5 text-xs">
        {view.lines.map(({ box, name, side, words }) => (
          <li key={`${side} ${name}`}>
            <button
              type="button"
              className="min-h-6 rounded underline-offset-2 hover:underline"
              onClick={() => select({ type: 'box', id: box })}
            >
              {name}
            </button>
            <span className="text-muted">, {side === 'ahead' ? 'ahead' : 'behind'}:</span>{' '}
            <span className="font-mono">{words}</span>
          </li>
        ))}
      </ul>
      {view.gain ? <p className="text-xs text-muted">The gain: {view.gain}.</p> : null}
    </>
  );
}

/** Equalisers of the route, ahead of and behind the gain beside each other. */
export function EqFacts() {
  const { setting } = useOpen('setting');
  const { route } = useRoutes();
  const { value, stale, fault } = useAnalysis<'eq'>({ kind: 'eq', setting, route });
  return (
    <section aria-label="Equalisers" className="flex flex-col gap-1 border-t border-hair pt-2">
      <h3 className="text-xs font-semibold">Equalisers</h3>
      {fault ? <p className="text-xs text-danger">{fault}</p> : null}
      {value ? (
        <Told view={value} />
      ) : stale ? null : (
        <p className="text-xs text-muted">
          None that is on is noted. Choose an equaliser or a unit with one, and note its bands.
        </p>
      )}
    </section>
  );
}
