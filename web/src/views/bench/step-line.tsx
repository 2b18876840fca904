import { useState } from 'react';
import type { StepState, WalkStep } from '../../../../core/bench';
import type { Tick } from '../../../../core/model';
import { formatLength } from '../../../../core/units';
import { Button } from '../../parts/button';
import { usePreferences } from '../../store/app';

/** What a step says: a lead by number, tag and jack, tag and jack, kind, length; or an act in words. */
export function StepWords({ step }: { step: WalkStep }) {
  const { units } = usePreferences();
  const { lead, how } = step;
  if (!lead) return <span>{step.text}</span>;
  return (
    <span className="flex flex-wrap items-baseline gap-x-3 gap-y-0.5">
      <span className="rounded-full border border-ink px-2 font-mono">{lead.number}</span>
      <span className="font-mono">
        {lead.from} <span aria-label="to">→</span> {lead.to}
      </span>
      <span className="text-sm text-muted">
        {lead.kind} {formatLength(lead.lengthM, units)} · {lead.plugs}
      </span>
      {how ? <span className="w-full text-sm">{how}</span> : null}
    </span>
  );
}

export type StepActs = {
  readonly tick: (step: WalkStep, made: Pick<Tick, 'mark' | 'note' | 'quieter' | 'value'>) => void;
  readonly untick: (step: WalkStep) => void;
};

/** One step of the walk with its tick; 44 px high at least. */
export function StepLine(props: { state: StepState; isNext: boolean; disabled: boolean; acts: StepActs }) {
  const { state, isNext, disabled, acts } = props;
  const { step, tick, reopened } = state;
  const [note, setNote] = useState<string | null>(null);
  const done = tick?.mark === 'done';
  return (
    <li
      className={`border-b border-hair ${isNext ? 'border-l-4 border-l-select bg-select-tint' : ''}`}
      aria-current={isNext ? 'step' : undefined}
    >
      <div className="flex items-stretch gap-1">
        <label
          className={`flex min-h-11 min-w-0 flex-1 cursor-pointer items-center gap-3 px-3 py-1.5 ${tick ? 'text-muted' : ''}`}
        >
          <input
            type="checkbox"
            className="size-6 shrink-0 accent-ink"
            checked={done}
            disabled={disabled}
            data-focus={isNext ? 'step' : undefined}
            onChange={() => (done ? acts.untick(step) : acts.tick(step, { mark: 'done', note: '' }))}
          />
          <span className="min-w-0 flex-1">
            <StepWords step={step} />
            {step.caution ? <span className="block text-sm text-caution">{step.caution}</span> : null}
            {tick?.mark === 'skipped' ? (
              <span className="block text-sm text-fault">skipped: {tick.note}</span>
            ) : null}
            {reopened !== null ? (
              <span className="block text-sm text-fault">open again, it was: {reopened}</span>
            ) : null}
          </span>
        </label>
        {tick?.mark === 'skipped' ? (
          <Button tall look="quiet" disabled={disabled} onClick={() => acts.untick(step)}>
            Take up
          </Button>
        ) : done ? null : (
          <Button
            tall
            look="quiet"
            disabled={disabled}
            aria-expanded={note !== null}
            onClick={() => setNote(note === null ? '' : null)}
          >
            Skip
          </Button>
        )}
      </div>
      {note !== null && !tick ? (
        <form
          className="flex gap-2 px-3 pb-2"
          onSubmit={(event) => {
            event.preventDefault();
            acts.tick(step, { mark: 'skipped', note: note.trim() || 'no reason given' });
            setNote(null);
          }}
        >
          <input
            autoFocus
            aria-label="Why it is skipped"
            placeholder="why"
            maxLength={200}
            value={note}
            onChange={(event) => setNote(event.target.value)}
            className="min-h-11 min-w-0 flex-1 rounded border border-line bg-raised px-3"
          />
          <Button tall type="submit">
            Skip
          </Button>
        </form>
      ) : null}
    </li>
  );
}
