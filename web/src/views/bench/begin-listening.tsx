import { count } from '../../../../core/units';
import { Button } from '../../parts/button';
import { useOpen } from '../../rig/use-open';
import { useAnalysis } from '../../worker/use-analysis';

/** How many shields there are to be listened to, and the walk through them. */
export function BeginListening({ onBegin }: { onBegin: () => void }) {
  const { setting, readOnly } = useOpen('setting', 'readOnly');
  const { value, fault } = useAnalysis<'listening'>({ kind: 'listening', variant: setting.variant });
  const shields = (value ?? []).filter(({ listen }) => listen).length;
  const held = (value ?? []).filter(({ id }) => id.startsWith('tell-earth')).length;
  return (
    <section aria-label="Lift and listen" className="pb-4">
      <h3 className="text-base">Lift and listen</h3>
      <p className="pb-2 text-sm text-muted">
        One shield at a time: lift, listen, restore, listen; note which was quieter. What is heard here goes
        before what is reckoned, and stands beside it.
      </p>
      {fault ? <p className="text-sm text-danger">{fault}</p> : null}
      {value === null ? null : value.length === 0 ? (
        <p className="text-sm">No ground loop that a shield closes: there is nothing to lift.</p>
      ) : (
        <div className="flex flex-wrap items-center gap-3">
          <span className="min-w-0 flex-1">
            {count(shields, 'shield')} to listen to
            {held > 0 ? `; ${count(held, 'earth')} to be proved first` : ''}
          </span>
          <Button tall disabled={readOnly !== null} onClick={onBegin}>
            Begin to listen
          </Button>
        </div>
      )}
    </section>
  );
}
