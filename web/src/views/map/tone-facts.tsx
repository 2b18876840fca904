import { useState } from 'react';
import { sliderEdit, type DriveRow, type ToneView, type Tried } from '../../../../core/tone';
import type { Part } from '../../../../core/model';
import { useOpen } from '../../rig/use-open';
import { useAnalysis } from '../../worker/use-analysis';
import { BufferFacts } from './buffer-facts';
import { EqFacts } from './eq-facts';
import { TonePlot, type PlotLine } from './tone-plot';
import { ToneTrials, type Tries } from './tone-trials';
import { useRoutes } from './use-map';

/** Who drives what, along the route. */
function Drives({ rows }: { rows: readonly DriveRow[] }) {
  const { selection, select } = useOpen('selection', 'select');
  return (
    <table className="w-full border-collapse text-xs">
      <thead>
        <tr className="text-left text-muted">
          {['driven by', 'impedance', 'lead', 'pF', 'into'].map((head) => (
            <th key={head} scope="col" className="pr-1 font-normal whitespace-nowrap">
              {head}
            </th>
          ))}
        </tr>
      </thead>
      <tbody className="font-mono">
        {rows.map((row) => (
          <tr
            key={row.lead}
            title={row.figure}
            className={`border-t border-hair ${
              selection?.type === 'lead' && selection.id === row.lead ? 'bg-select-tint' : ''
            }`}
          >
            <td className="pr-1">
              <button
                type="button"
                className="min-h-6 rounded underline-offset-2 hover:underline"
                onClick={() => select({ type: 'box', id: row.box })}
              >
                {row.tag}
              </button>
            </td>
            <td className="pr-1 whitespace-nowrap">{row.ohm}</td>
            <td className="pr-1">
              <button
                type="button"
                className="min-h-6 rounded underline-offset-2 hover:underline"
                onClick={() => select({ type: 'lead', id: row.lead })}
              >
                {row.leads}
              </button>
            </td>
            <td className="pr-2 text-right">{row.picofarad}</td>
            <td>{row.into}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** A knob of the instrument that is tried stands so in straight-in too. */
const linesOf = (view: ToneView, tried: Pick<Tried, 'db' | 'straight'> | null): readonly PlotLine[] => {
  const [own, ...others] = view.curves;
  return [
    ...others.map(({ name, db }): PlotLine => ({ name, db, look: 'other' })),
    { name: 'straight in', db: (tried ?? view).straight, look: 'straight' },
    ...(own ? [{ name: own.name, db: own.db, look: 'own' } as const] : []),
    ...(tried ? [{ name: 'tried', db: tried.db, look: 'tried' } as const] : []),
  ];
};

function Told({ view, part }: { view: ToneView; part: Part | null }) {
  const { setting, scope } = useOpen('setting', 'scope');
  const { route } = useRoutes();
  const [tries, setTries] = useState<Tries>({});
  const edits = view.sliders.flatMap((slider) => {
    const value = tries[slider.key];
    return value === undefined ? [] : [sliderEdit(slider, value, scope)];
  });
  const { value: tried, stale } = useAnalysis<'tried'>(
    edits.length > 0 ? { kind: 'tried', setting, route, part, edits } : null,
    'tried',
  );
  const others = view.curves.length - 1;
  return (
    <div className="flex flex-col gap-2">
      <div className="grid gap-2 min-[600px]:max-[999px]:grid-cols-2">
        <TonePlot hz={view.hz} lines={linesOf(view, edits.length > 0 ? tried : null)} />
        <ToneTrials
          sliders={view.sliders}
          tries={tries}
          onTry={setTries}
          caption={tried?.caption ?? null}
          isBusy={stale}
        />
      </div>
      <p className="text-xs text-muted">
        Thick: {view.curves[0]?.name}. Dashed: straight in, {view.straightIn}.
        {others > 0 ? ` Thin: ${others === 1 ? 'the other sound' : `${others} other sounds`}.` : ''} 0 dB is
        500 Hz; what a stage that is on does to tone is left out.
      </p>
      <Drives rows={view.rows} />
    </div>
  );
}

const PARTS = ['lead', 'jack', 'box', 'block'];

/** Tone at what is selected, or over the whole route: curves, who drives what, what can be tried. */
export function ToneFacts() {
  const { setting, selection } = useOpen('setting', 'selection');
  const { route } = useRoutes();
  const part =
    selection && PARTS.includes(selection.type) ? ({ type: selection.type, id: selection.id } as Part) : null;
  const { value: view, stale, fault } = useAnalysis<'tone'>({ kind: 'tone', setting, route, part });
  return (
    <section aria-label="Tone" className="flex flex-col gap-1 border-b border-hair px-3 py-2">
      <h2 className="text-sm">Tone {view?.place ?? ''}</h2>
      {fault ? <p className="text-xs text-danger">{fault}</p> : null}
      {view ? (
        <Told key={`${part?.type} ${part?.id} ${setting.sound} ${route}`} view={view} part={part} />
      ) : fault !== null ? null : stale ? (
        <p className="text-xs text-muted">Working out the responses …</p>
      ) : (
        <p className="text-xs text-muted">
          No lead carries tone in this sound yet: it begins with a lead from an instrument to something that
          is heard.
        </p>
      )}
      {view ? <EqFacts /> : null}
      {view ? <BufferFacts /> : null}
    </section>
  );
}
