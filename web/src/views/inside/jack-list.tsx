import { standingJacks } from '../../../../core/inside';
import { endWordsLong } from '../../../../core/model';
import { resolve } from '../../../../core/signal';
import { useOpen } from '../../rig/use-open';
import type { Inside } from './use-inside';

/** What is plugged where the unit's paths begin, go out and come back, with the other end of every lead. */
export function JackList({ inside: { box, rows } }: { inside: Inside }) {
  const { rig, setting } = useOpen('rig', 'setting');
  const jacks = standingJacks(box, rows, resolve(rig, setting).runs);
  return (
    <section aria-label="Jacks of its paths" className="px-4 py-2">
      <h2 className="text-sm">Jacks of its paths</h2>
      <p className="pb-1.5 text-xs text-muted">
        Choose a block, or where a row begins or ends, to see what it is and what can be done with it.
      </p>
      <ul className="columns-[20rem] gap-x-6">
        {jacks.map(({ jack, lead, far, isOnPath }) => (
          <li
            key={jack.id}
            className="grid min-h-7 break-inside-avoid grid-cols-[7rem_2.5rem_1fr] items-baseline gap-x-2 border-b border-hair py-1 text-sm"
          >
            <span className="font-mono">{jack.label}</span>
            {lead ? (
              <span className="rounded-full border border-ink text-center font-mono text-xs">
                {lead.number}
              </span>
            ) : (
              <span className="text-center text-xs text-muted">–</span>
            )}
            <span className={lead ? '' : 'text-muted'}>
              {lead === null ? (
                'nothing plugged'
              ) : (
                <>
                  {jack.direction === 'in' ? 'from ' : 'to '}
                  {far ? endWordsLong(rig, [far]) : 'nothing: this end is loose'}
                </>
              )}
              {isOnPath ? null : (
                <span className="block text-xs text-caution">no path goes by this jack</span>
              )}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
