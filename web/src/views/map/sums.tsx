import { useState } from 'react';
import { SUMS, type Sum } from '../../../../core/sums';
import { Sheet } from '../../parts/dialog';

/** One sum: its figures in a line, the answer at once. */
function OneSum({ sum, first }: { sum: Sum; first: boolean }) {
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>(() =>
    Object.fromEntries(sum.fields.map(({ key, usual }) => [key, usual])),
  );
  const answers = sum.work(typed);
  return (
    <section
      aria-label={sum.name}
      className="grid gap-x-4 gap-y-1 border-b border-hair py-2 sm:grid-cols-[1fr_14rem]"
    >
      <div className="flex flex-col gap-1">
        <h3 className="text-sm font-semibold">{sum.name}</h3>
        <div className="flex flex-wrap items-baseline gap-x-2 gap-y-1 text-sm">
          {sum.fields.map(({ key, label, unit }, i) => (
            <label key={key} className="flex items-baseline gap-1">
              <span>{label}</span>
              <input
                autoFocus={first && i === 0}
                value={typed[key] ?? ''}
                aria-invalid={answers === null}
                onChange={(event) => setTyped({ ...typed, [key]: event.target.value })}
                onFocus={(event) => event.target.select()}
                className="min-h-7 w-20 rounded border border-line bg-raised px-1.5 font-mono"
              />
              <span className="text-muted">{unit}</span>
            </label>
          ))}
        </div>
        <p className="text-xs text-muted">{sum.note}</p>
      </div>
      <dl aria-live="polite" className="text-sm">
        {answers ? (
          answers.map(({ what, value }) => (
            <div key={`${what} ${value}`} className="flex justify-between gap-2">
              <dt className="text-muted">{what}</dt>
              <dd className="text-right font-mono">{value}</dd>
            </div>
          ))
        ) : (
          <div className="text-muted">A figure is missing, or is none.</div>
        )}
      </dl>
    </section>
  );
}

/** Small sums in one place; nothing of them is kept. */
export function Sums({ onClose }: { onClose: () => void }) {
  return (
    <Sheet
      title="Small sums"
      text="Figures as they are spoken: 10k, 2n, −10 dBV. Nothing here changes the rig."
      onClose={onClose}
      wide
    >
      <div>
        {SUMS.map((sum, i) => (
          <OneSum key={sum.id} sum={sum} first={i === 0} />
        ))}
      </div>
    </Sheet>
  );
}
