import type { Change } from '../../../../core/control';
import { count } from '../../../../core/units';

/** What is pressed, why once is not enough, what hands do, what is heard. */
export function ChangeFacts({ change }: { change: Change }) {
  const { presses, why, byHand, between, isShortest } = change;
  return (
    <div className="min-w-0 text-sm">
      <ol aria-label="What is pressed" className="flex flex-wrap items-center gap-x-1 gap-y-1">
        {presses.map(({ tag, label, does }, i) => (
          <li key={`${i} ${tag} ${label}`} className="flex items-center gap-1">
            {i > 0 ? <span className="text-muted">then</span> : null}
            <span className="rounded-sm border border-line bg-raised px-1.5 font-mono text-xs leading-6">
              {`${tag} ${label}`.trim()}
            </span>
            <span className="text-xs text-muted">{does}</span>
          </li>
        ))}
        {presses.length === 0 ? <li className="text-muted">Nothing is pressed.</li> : null}
      </ol>
      {why.map((reason) => (
        <p key={reason} className="text-xs">
          Why {count(presses.length, 'press', 'presses')} — {reason}.
        </p>
      ))}
      {byHand.length > 0 ? <p className="text-xs text-caution">By hand: {byHand.join('; ')}.</p> : null}
      {between.map(({ text, kind }) => (
        <p key={text} className={`text-xs ${kind === 'tails' ? 'text-muted' : 'text-caution'}`}>
          {text}.
        </p>
      ))}
      {isShortest ? null : (
        <p className="text-xs text-muted">The fewest that were found; not everything was tried.</p>
      )}
    </div>
  );
}

/** A change of the set, by how many presses it takes. */
export function ChangeRow({ change, from, to }: { change: Change; from: string; to: string }) {
  const n = change.presses.length;
  return (
    <li className="flex items-start gap-3 border-b border-hair px-4 py-2">
      <span
        aria-label={count(n, 'press', 'presses')}
        className={`w-8 shrink-0 text-right font-mono text-xl leading-7 ${n > 1 ? 'font-bold' : 'text-muted'}`}
      >
        {n}
      </span>
      <div className="flex min-w-0 flex-1 flex-col gap-x-3 md:flex-row">
        <div className="shrink-0 text-sm leading-7 md:w-56">
          {from} → <b>{to}</b>
          {change.times > 1 ? <span className="text-xs text-muted"> {change.times} times</span> : null}
        </div>
        <ChangeFacts change={change} />
      </div>
    </li>
  );
}
