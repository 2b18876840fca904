import type { PressesView } from '../../../../core/control';
import { setWords, totalWords } from '../../../../core/control';
import { count } from '../../../../core/units';
import { Button } from '../../parts/button';
import { useOpen } from '../../rig/use-open';
import { useAnalysis } from '../../worker/use-analysis';

const handsIn = ({ changes }: PressesView) => changes.filter(({ byHand }) => byHand.length > 0).length;

/** The plan with the fewest presses, beside what is there; taken by one press. */
export function ProposalLine({ onLeave }: { onLeave: () => void }) {
  const { setting, session, readOnly } = useOpen('setting', 'session', 'readOnly');
  const { value, stale, fault } = useAnalysis<'switches'>({ kind: 'switches', variant: setting.variant });
  const known = stale ? null : value;
  const isSame = known && known.now.total === known.then.total && handsIn(known.now) === handsIn(known.then);
  return (
    <section
      aria-label="Proposal"
      className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line bg-select-tint px-4 py-2 text-sm"
    >
      {fault !== null ? <p className="text-fault">{fault}</p> : null}
      {known ? (
        known.plan.length === 0 ? (
          <p>There is no free switch in this rig: a box with switches of its own comes first.</p>
        ) : (
          <>
            <p className="min-w-0">
              <b>{count(known.then.total, 'press', 'presses')}</b> over the{' '}
              {known.then.isOfSongs ? 'set' : 'sounds as listed'}, today {totalWords(known.now)}. Then{' '}
              {setWords(known.then)}.
            </p>
            <p className="text-xs text-muted">
              {known.isBest
                ? 'No other plan has fewer.'
                : 'The best that was found; not every plan was tried.'}
            </p>
          </>
        )
      ) : (
        <p>Trying plans …</p>
      )}
      <span className="ml-auto flex gap-2">
        {known && known.plan.length > 0 ? (
          <Button
            look="strong"
            autoFocus
            disabled={readOnly !== null}
            onClick={() => {
              session.commit({ edit: 'setSwitchPlan', arguments: { plan: known.plan } });
              onLeave();
            }}
          >
            {isSame ? 'Take it all the same' : 'Take this plan'}
          </Button>
        ) : null}
        <Button onClick={onLeave}>Leave as it is</Button>
      </span>
    </section>
  );
}
