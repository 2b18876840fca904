import { movesBetween, type WalkStep } from '../../../../core/bench';
import { nightIds, nightName } from '../../../../core/model';
import { count } from '../../../../core/units';
import { Button } from '../../parts/button';
import { useOpen } from '../../rig/use-open';
import { StepWords } from './step-line';

/** How much there is to do: leads that are touched, and switches, insides and knobs that are set. */
function amount(steps: readonly WalkStep[]): string {
  const leads = new Set(steps.flatMap(({ lead }) => lead?.id ?? [])).size;
  const set = steps.filter(({ section }) => section === 'settings').length;
  return `${count(leads, 'lead')}${set > 0 ? `, ${count(set, 'setting')}` : ''}`;
}

/** The moves from each other night to the one in force: what they are, and a walk through them. */
export function Moves({ onBegin }: { onBegin: (from: string | null) => void }) {
  const { rig, setting, readOnly } = useOpen('rig', 'setting', 'readOnly');
  if (rig.variants.length === 0) return null;
  const { variant } = setting;
  const others = nightIds(rig).filter((id) => id !== variant);
  return (
    <section aria-label="Moves" className="pb-4">
      <h3 className="text-base">Moves to {nightName(rig, variant)}</h3>
      <p className="pb-1 text-sm text-muted">
        Only what differs, for a rig that is wired for another night. What is in force is chosen at the top.
      </p>
      <ul>
        {others.map((from) => {
          const steps = movesBetween(rig, from, variant);
          const name = nightName(rig, from);
          return (
            <li key={from ?? ''} className="border-t border-hair py-1">
              <div className="flex items-center gap-3">
                <span className="min-w-0 flex-1">
                  from {name}{' '}
                  <span className="text-sm text-muted">
                    {steps.length === 0 ? 'wired alike: nothing is to be moved' : amount(steps)}
                  </span>
                </span>
                {steps.length > 0 ? (
                  <Button
                    tall
                    disabled={readOnly !== null}
                    aria-label={`Begin the moves from ${name}`}
                    onClick={() => onBegin(from)}
                  >
                    Begin the moves
                  </Button>
                ) : null}
              </div>
              {steps.length > 0 ? (
                <details>
                  <summary className="min-h-6 cursor-pointer text-sm text-muted">Step by step</summary>
                  <ol aria-label={`Moves from ${name}`} className="pt-1 pb-2">
                    {steps.map((step) => (
                      <li key={step.id} className="border-t border-hair py-1 text-sm">
                        <StepWords step={step} />
                        {step.caution ? <span className="block text-caution">{step.caution}</span> : null}
                      </li>
                    ))}
                  </ol>
                </details>
              ) : null}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
