import { boxOf } from '../../../../core/model';
import { useState } from 'react';
import { count, formatQuantity } from '../../../../core/units';
import { Button } from '../../parts/button';
import { Busy } from '../../parts/empty';
import { useOpen } from '../../rig/use-open';
import { useAnalysis } from '../../worker/use-analysis';

/** More rows than anybody reads at once slow every edit down. */
const FIRST = 100;

/** The figures nobody has looked up yet, those that most rests on first. */
export function AssumedList() {
  const { rig, select } = useOpen('rig', 'select');
  const { value, fault } = useAnalysis<'assumed'>({ kind: 'assumed' });
  const [all, setAll] = useState(false);
  const shown = (value ?? []).slice(0, all ? undefined : FIRST);
  const hidden = (value ?? []).length - shown.length;
  const tagOf = (id: string) => boxOf(rig, id)?.tag ?? '';
  const reads = (findings: number, cards: number) =>
    [findings > 0 ? count(findings, 'finding') : '', cards > 0 ? count(cards, 'routing') : '']
      .filter(Boolean)
      .join(', ');
  return (
    <section aria-label="Assumed figures" className="p-3">
      <h2 className="text-sm">Assumed figures{value ? ` (${value.length})` : ''}</h2>
      <p className="pb-2 text-xs text-muted">
        Typical of the kind, until somebody enters one from a manual or a measurement. Those that findings and
        routings read stand first. Press one to look it up.
      </p>
      {fault !== null ? <p className="text-xs text-danger">{fault}</p> : null}
      {value === null ? <Busy what="Counting" /> : null}
      <ul className="text-sm">
        {shown.map(({ box, key, of, what, unit, value: figure, findings, cards }) => (
          <li key={`${box} ${key}`} className="border-t border-hair">
            <button
              type="button"
              onClick={() => select({ type: 'box', id: box })}
              className="flex min-h-9 w-full items-center gap-2 rounded px-1 text-left hover:bg-ground"
            >
              <span className="w-16 shrink-0 font-mono text-xs">{tagOf(box)}</span>
              <span className="min-w-0 flex-1 text-xs">
                {of}: {what}
                {findings + cards > 0 ? (
                  <span className="block text-caution">read by {reads(findings, cards)}</span>
                ) : null}
              </span>
              <span className="font-mono text-xs text-muted">{formatQuantity(figure, unit)}</span>
            </button>
          </li>
        ))}
      </ul>
      {hidden > 0 ? (
        <Button look="quiet" onClick={() => setAll(true)}>
          Show {hidden} more
        </Button>
      ) : null}
    </section>
  );
}
