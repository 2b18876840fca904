import { boxOf } from '../../../../core/model';
import { useState } from 'react';
import type { WorthLine } from '../../../../core/planner';
import { count, formatQuantity, inWords } from '../../../../core/units';
import { Button } from '../../parts/button';
import { Busy } from '../../parts/empty';
import { useOpen } from '../../rig/use-open';
import { useAnalysis } from '../../worker/use-analysis';
import { useSearch } from '../../worker/use-search';

/** More rows than anybody reads at once slow every edit down. */
const FIRST = 100;
/** As many as are looked up in one go. */
const MOST_TOLD = 12;

const dB = (value: number) => value.toFixed(value < 10 ? 1 : 0);

/** What its range changes, in words. */
const changes = ({ findings, levelDb, toneDb, buffers }: WorthLine): string =>
  inWords([
    ...(findings > 0 ? [count(findings, 'finding')] : []),
    ...(buffers ? ['where buffers go'] : []),
    ...(levelDb >= 0.1 ? [`levels by ${dB(levelDb)} dB`] : []),
    ...(toneDb >= 0.1 ? [`tone by ${dB(toneDb)} dB`] : []),
  ]);

/** Which of them to look up first: both ends of their ranges are tried. */
function Worth() {
  const { rig, select } = useOpen('rig', 'select');
  const { found, behind, step, fault, begin, cancel } = useSearch<readonly WorthLine[]>(
    (searches, of, variant, told) => searches.worth(of, variant, told),
  );
  return (
    <div className="flex flex-col gap-1 pb-2 text-xs">
      {step ? (
        <div className="flex items-center justify-between gap-2">
          <p role="status" className="text-muted">
            {step.of === 0 ? 'Trying …' : `Tried ${step.looked} of ${step.of} …`}
          </p>
          <Button onClick={cancel}>Cancel</Button>
        </div>
      ) : (
        <Button className="self-start" onClick={begin}>
          {found ? 'Try them again' : 'Which to look up first'}
        </Button>
      )}
      {fault ? <p className="text-danger">It failed: {fault}</p> : null}
      {behind ? <p className="text-caution">The rig has changed since.</p> : null}
      {found ? (
        <ol aria-label="To look up first" className="text-sm">
          {found.slice(0, MOST_TOLD).map((line) => (
            <li key={`${line.box} ${line.key}`} className="border-t border-hair">
              <button
                type="button"
                onClick={() => select({ type: 'box', id: line.box })}
                className="flex min-h-9 w-full items-center gap-2 rounded px-1 text-left hover:bg-ground"
              >
                <span className="w-16 shrink-0 font-mono text-xs">{boxOf(rig, line.box)?.tag ?? ''}</span>
                <span className="min-w-0 flex-1 text-xs">
                  {line.of}: {line.what},{' '}
                  <span className="font-mono whitespace-nowrap text-muted">
                    {formatQuantity(line.low, line.unit)} to {formatQuantity(line.high, line.unit)}
                  </span>
                  <span className="block text-caution">changes {changes(line)}</span>
                </span>
              </button>
            </li>
          ))}
        </ol>
      ) : null}
      {found?.length === 0 ? <p>None of them changes anything that is judged here.</p> : null}
    </div>
  );
}

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
      <Worth />
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
