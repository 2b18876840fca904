import { titleWords } from '../../../../core/model';
import { count } from '../../../../core/units';
import { Button } from '../../parts/button';
import { now } from '../../store/app';
import type { Head } from '../../store/db';
import { daysLeftInBin } from '../../store/rigs';

/** What was put away and can still be taken back. */
export function Bin({ heads, onRestore }: { heads: readonly Head[]; onRestore: (head: Head) => void }) {
  if (heads.length === 0) return null;
  return (
    <details className="mt-6 text-sm">
      <summary className="inline-flex min-h-7 cursor-pointer items-center rounded text-muted">
        Bin ({heads.length})
      </summary>
      <ul className="mt-2 rounded border border-hair bg-sheet" aria-label="Bin">
        {heads.map((head) => (
          <li
            key={head.id}
            className="flex items-center gap-4 border-b border-hair px-4 py-2 last:border-b-0"
          >
            <span className="min-w-0 flex-1 truncate">{titleWords(head.title)}</span>
            <span className="text-xs text-muted">
              {count(daysLeftInBin(head.binned ?? '', now()), 'day')} left
            </span>
            <Button onClick={() => onRestore(head)}>Take back</Button>
          </li>
        ))}
      </ul>
    </details>
  );
}
