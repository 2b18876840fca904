import type { LevelView } from '../../../../core/level';
import { formatDb, levelWords } from '../../../../core/units';
import { useOpen } from '../../rig/use-open';
import { usePreferences } from '../../store/app';
import { useAnalysis } from '../../worker/use-analysis';
import { useRoutes } from './use-map';

const GROUPS = {
  guitar: 'guitar',
  pedals: 'pedals',
  amplifier: 'preamp',
  after: 'behind it',
} as const;

const percent = (share: number) => (share < 0.005 ? 'under 1 %' : `${Math.round(share * 100)} %`);

/** Whose the noise at the end of the route is, and where a gate acts. */
function Noise({ noise }: { noise: NonNullable<LevelView['noise']> }) {
  const { select } = useOpen('select');
  const unit = usePreferences(({ levels }) => levels);
  const over = Math.round(noise.averageDbu - noise.noiseDbu);
  return (
    <div className="flex flex-col gap-1 text-xs">
      <h3 className="text-sm">Noise at the end</h3>
      <p>
        {levelWords(Math.round(noise.noiseDbu), unit)}: the signal stands {formatDb(over).replace('+', '')} dB
        over it
        {noise.unheardDb > 0
          ? `, ${formatDb(over + noise.unheardDb).replace('+', '')} through a guitar loudspeaker`
          : ''}
        .
      </p>
      <table className="w-full border-collapse">
        <tbody>
          <tr className="text-left text-muted">
            {['made by', 'share', 'at the end', 'most by'].map((head, i) => (
              <th
                key={head}
                scope="col"
                className={`pr-2 font-normal whitespace-nowrap ${i === 1 || i === 2 ? 'text-right' : ''}`}
              >
                {head}
              </th>
            ))}
          </tr>
          {noise.shares.map(({ group, dbu, share, most, box }) => (
            <tr key={group} className="border-t border-hair">
              <th scope="row" className="pr-2 text-left font-normal whitespace-nowrap text-muted">
                {GROUPS[group]}
              </th>
              <td className="pr-2 text-right font-mono whitespace-nowrap">{percent(share)}</td>
              <td className="pr-2 text-right font-mono whitespace-nowrap">
                {levelWords(Math.round(dbu), unit)}
              </td>
              <td>
                <button
                  type="button"
                  className="min-h-6 rounded font-mono underline-offset-2 hover:underline"
                  onClick={() => select({ type: 'box', id: box })}
                >
                  {most}
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {noise.gates.map(({ name, share, db }) => (
        <p key={name}>
          {name} silences {percent(share)} of it between notes
          {Number.isFinite(db) ? `, ${db.toFixed(0)} dB` : ''}.
        </p>
      ))}
      {noise.gate ? <p>{noise.gate}</p> : null}
    </div>
  );
}

/** Which knob moves which feed. */
function Knobs({ feeds, knobs }: Pick<LevelView, 'feeds' | 'knobs'>) {
  const { select } = useOpen('select');
  if (knobs.length === 0) return null;
  return (
    <details className="text-xs">
      <summary className="min-h-6">Which knob moves which feed</summary>
      <ul className="flex flex-col gap-0.5">
        {knobs.map(({ box, words, moves }) => {
          const own = feeds.filter((_, i) => moves[i]);
          return (
            <li key={`${box} ${words}`} className="border-t border-hair">
              <button
                type="button"
                className="min-h-6 rounded font-mono underline-offset-2 hover:underline"
                onClick={() => select({ type: 'box', id: box })}
              >
                {words}
              </button>
              <span className="block">
                {own.length === feeds.length && feeds.length > 1
                  ? `everything: ${own.join(', ')}`
                  : own.join(', ')}
              </span>
            </li>
          );
        })}
      </ul>
    </details>
  );
}

/** Noise at the end of the route, and what each level knob moves. */
export function LevelNoise() {
  const { setting } = useOpen('setting');
  const { route } = useRoutes();
  const { value, fault } = useAnalysis<'levels'>({ kind: 'levels', setting, route });
  if (fault) return <p className="text-xs text-danger">{fault}</p>;
  if (!value) return null;
  return (
    <>
      {value.noise ? <Noise noise={value.noise} /> : null}
      <Knobs feeds={value.feeds} knobs={value.knobs} />
    </>
  );
}
