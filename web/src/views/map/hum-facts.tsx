import { hasHum, type HumLoop, type HumView } from '../../../../core/hum';
import { formatQuantity } from '../../../../core/units';
import { useOpen } from '../../rig/use-open';
import { useAnalysis } from '../../worker/use-analysis';
import { HumCures } from './hum-cures';
import { HumField } from './hum-field';
import { againstDb } from './hum-words';
import { useRoutes } from './use-map';

/** How far under the signal, or that it is as loud: through a stage that clips nothing comes out louder. */
const told = (underDb: number): string =>
  !hasHum({ underDb }) ? 'none' : Math.round(underDb) <= 0 ? 'as loud' : `${Math.round(underDb)} dB`;

function Heard({ end, limitDb }: { end: NonNullable<HumView['end']>; limitDb: number }) {
  const rows = [
    { head: 'grounds', value: end.underDb, bad: end.isTooMuch },
    { head: 'pickup', value: end.pickupUnderDb, bad: false },
  ];
  return (
    <dl className="grid grid-cols-2 gap-x-3 text-xs">
      {rows.map(({ head, value, bad }) => (
        <div key={head} className={`flex flex-col border-l-2 pl-2 ${bad ? 'border-caution' : 'border-line'}`}>
          <dt className="text-muted">{head}</dt>
          <dd className={`font-mono text-base ${bad ? 'text-caution' : ''}`}>
            {told(value)}
            {hasHum({ underDb: value }) && Math.round(value) > 0 ? (
              <span className="font-sans text-xs text-muted"> under</span>
            ) : null}
          </dd>
        </div>
      ))}
      <p className="col-span-2 pt-1 text-muted">
        House limit {limitDb} dB under the average. An estimate, ±6 dB; amplifiers are weaker at 50 Hz, so it
        is on the high side.
      </p>
    </dl>
  );
}

function Loop({ loop }: { loop: HumLoop }) {
  const { loop: shown, setLoop } = useOpen('loop', 'setLoop');
  const isShown = shown === loop.key;
  return (
    <li className={`border-t border-hair py-1 ${isShown ? 'bg-select-tint' : ''}`}>
      <button
        type="button"
        aria-pressed={isShown}
        className="min-h-6 w-full rounded text-left underline-offset-2 hover:underline"
        onClick={() => setLoop(isShown ? null : loop.key)}
      >
        {loop.words}
      </button>
      <p className="flex flex-wrap gap-x-3">
        <span className="text-muted">{loop.group}</span>
        <span className="font-mono">{formatQuantity(Number(loop.ampere.toPrecision(2)), 'A')}</span>
        <span className="font-mono">
          {loop.heardDb === null ? '' : `${loop.heardDb} dB by ear, `}
          {loop.addsDb === null ? 'adds nothing' : `adds ${loop.addsDb.toFixed(1)} dB`}
          {loop.heardDb === null ? '' : ' as reckoned'}
        </span>
      </p>
      <p>
        <span className="text-muted">Broken by: </span>
        {loop.breaks}.
      </p>
      {loop.heard.map((words) => (
        <p key={words}>
          <span className="text-muted">Heard: </span>
          {words}.
        </p>
      ))}
    </li>
  );
}

function Leads({ leads }: Pick<HumView, 'leads'>) {
  const { selection, select } = useOpen('selection', 'select');
  const told = leads.filter(({ share }) => share >= 0.005);
  if (told.length === 0) return null;
  return (
    <table className="w-full border-collapse text-xs">
      <thead>
        <tr className="text-left text-muted">
          {['lead', 'share', 'by itself', 'in series'].map((head, i) => (
            <th key={head} scope="col" className={`pr-2 font-normal ${i > 0 ? 'text-right' : ''}`}>
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody className="font-mono">
        {told.map(({ id, number, share, underDb, volts }) => (
          <tr
            key={id}
            className={`border-t border-hair ${selection?.type === 'lead' && selection.id === id ? 'bg-select-tint' : ''}`}
          >
            <td>
              <button
                type="button"
                className="min-h-6 min-w-6 rounded text-left underline-offset-2 hover:underline"
                onClick={() => select({ type: 'lead', id })}
              >
                {number}
              </button>
            </td>
            <td className="pr-2 text-right">{Math.round(share * 100)} %</td>
            <td className="pr-2 text-right">{againstDb(underDb)} dB</td>
            <td className="text-right">{formatQuantity(Number(volts.toPrecision(2)), 'V')}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Told({ view }: { view: HumView }) {
  return (
    <>
      {view.end ? <Heard end={view.end} limitDb={view.limitDb} /> : <p className="text-xs">{view.caption}</p>}
      {view.end?.endsBecause ? (
        <p className="text-xs text-muted">It ends before the route does: {view.end.endsBecause}.</p>
      ) : null}
      <Leads leads={view.leads} />
      {view.sources.length > 0 ? (
        <ul aria-label="Where it comes from" className="text-xs">
          {view.sources.slice(0, 4).map(({ words, underDb }) => (
            <li key={words} className="flex justify-between gap-2 border-t border-hair">
              <span>{words}</span>
              <span className="shrink-0 font-mono">{againstDb(underDb)} dB</span>
            </li>
          ))}
        </ul>
      ) : null}
      <h3 className="text-sm">Ground loops</h3>
      {view.loops.length === 0 ? (
        <p className="text-xs text-muted">None: every ground has one way to the others.</p>
      ) : (
        <ul aria-label="Ground loops" className="flex flex-col text-xs">
          {view.loops.map((loop) => (
            <Loop key={loop.key} loop={loop} />
          ))}
        </ul>
      )}
      <details className="text-xs">
        <summary className="min-h-6">What this rests on</summary>
        <HumField />
        <ul className="flex flex-col gap-0.5 pt-1">
          {view.assumed.map((words) => (
            <li key={words}>Assumed: {words}.</li>
          ))}
        </ul>
      </details>
    </>
  );
}

/** Hum at the end of the route, whose it is, every ground loop, and what rids the rig of it. */
export function HumFacts() {
  const { setting } = useOpen('setting');
  const { route } = useRoutes();
  const { value, fault } = useAnalysis<'hum'>({ kind: 'hum', setting, route });
  return (
    <section aria-label="Hum" className="flex flex-col gap-2 border-b border-hair px-3 py-2">
      <h2 className="text-sm">Hum at the end, against the signal</h2>
      {fault ? <p className="text-xs text-danger">{fault}</p> : null}
      {value ? <Told view={value} /> : null}
      <HumCures />
    </section>
  );
}
