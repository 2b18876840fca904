import { useState } from 'react';
import type { StepState } from '../../../../core/bench';
import { heardWords, type Quieter } from '../../../../core/hum';
import { leadOf, type Lead, type Tick } from '../../../../core/model';
import { Button } from '../../parts/button';
import { useOpen } from '../../rig/use-open';
import { StepWords, type StepActs } from './step-line';

const ANSWERS: readonly { readonly quieter: Quieter; readonly words: string }[] = [
  { quieter: 'lifted', words: 'Quieter lifted' },
  { quieter: 'whole', words: 'Quieter whole' },
  { quieter: 'alike', words: 'Alike' },
];

const field = 'min-h-11 rounded border border-line bg-raised px-3';

/** What was heard, and what is made of it: the shield is recorded as it was quieter, at a press. */
function Verdict({
  lead,
  end,
  tick,
  disabled,
}: {
  lead: Lead;
  end: 'from' | 'to';
  tick: Tick;
  disabled: boolean;
}) {
  const { rig, commit } = useOpen('rig', 'commit');
  const walk = rig.walks.find(({ ticks }) => ticks.includes(tick));
  const { quieter } = tick;
  if (!quieter) return null;
  const isLifted = lead.break.kind === 'lift' || lead.break.kind === 'cap';
  const put = (broken: Lead['break']) =>
    void commit({ edit: 'setLeadBreak', arguments: { id: lead.id, break: broken } });
  const heard = heardWords({
    lead,
    quieter,
    byDb: tick.value ?? null,
    date: tick.at.slice(0, 10),
    venue: walk?.venue ?? '',
    note: tick.note,
  });
  return (
    <>
      <span className="min-w-0 flex-1">
        Lead {lead.number} {heard}.
      </span>
      {quieter === 'lifted' && !isLifted ? (
        <Button tall disabled={disabled} onClick={() => put({ kind: 'lift', end })}>
          Keep it lifted
        </Button>
      ) : null}
      {quieter !== 'lifted' && isLifted ? (
        <Button tall disabled={disabled} onClick={() => put({ kind: 'none' })}>
          Keep it whole
        </Button>
      ) : null}
    </>
  );
}

/** One shield: the four acts, what is reckoned, and when it was quieter. */
export function ListenLine(props: { state: StepState; isNext: boolean; disabled: boolean; acts: StepActs }) {
  const { state, isNext, disabled, acts } = props;
  const { step, tick, reopened } = state;
  const { rig } = useOpen('rig');
  const [by, setBy] = useState('');
  const [note, setNote] = useState('');
  const lead = leadOf(rig, step.lead?.id);
  if (!step.listen || !lead) return null;
  const value = Number.parseFloat(by.replace(',', '.'));
  const isRefused = by.trim() !== '' && !(value >= 0 && value <= 60);
  const say = (quieter: Quieter) =>
    acts.tick(step, {
      mark: 'done',
      note: note.trim(),
      quieter,
      ...(Number.isFinite(value) && quieter !== 'alike' ? { value } : {}),
    });
  return (
    <li
      aria-label={`Shield of lead ${lead.number}`}
      aria-current={isNext ? 'step' : undefined}
      className={`flex flex-col gap-2 border-b border-hair px-3 py-2 ${isNext ? 'border-l-4 border-l-select bg-select-tint' : ''}`}
    >
      <StepWords step={step} />
      <p className="text-sm text-muted">
        {step.listen.why ? `${step.listen.why}. ` : ''}
        {step.listen.estimate}.
      </p>
      {tick?.mark === 'done' && tick.quieter ? (
        <div className="flex flex-wrap items-center gap-2">
          <Verdict lead={lead} end={step.listen.end} tick={tick} disabled={disabled} />
          <Button tall look="quiet" disabled={disabled} onClick={() => acts.untick(step)}>
            Listen again
          </Button>
        </div>
      ) : (
        <>
          {step.listen.heard ? <p className="text-sm">Before: {step.listen.heard}.</p> : null}
          {reopened !== null ? (
            <p className="text-sm text-fault">It was heard as {reopened}: plugged otherwise since.</p>
          ) : null}
          <ol className="grid gap-x-4 gap-y-1 sm:grid-cols-2" aria-label="Acts">
            {step.listen.acts.map((act, i) => (
              <li key={`${i} ${act}`}>
                <span className="font-mono text-muted">{i + 1}</span> {act.charAt(0).toUpperCase()}
                {act.slice(1)}
              </li>
            ))}
          </ol>
          <div className="flex flex-wrap gap-2">
            {ANSWERS.map(({ quieter, words }) => (
              <Button
                key={quieter}
                tall
                disabled={disabled || isRefused}
                data-focus={isNext && quieter === 'lifted' ? 'step' : undefined}
                onClick={() => say(quieter)}
              >
                {words}
              </Button>
            ))}
            <input
              aria-label="By how many dB, as far as it can be told"
              placeholder="by dB"
              inputMode="decimal"
              aria-invalid={isRefused}
              value={by}
              onChange={(event) => setBy(event.target.value)}
              className={`${field} w-24`}
            />
            <input
              aria-label="How it was heard"
              placeholder="how it was heard"
              maxLength={200}
              value={note}
              onChange={(event) => setNote(event.target.value)}
              className={`${field} min-w-0 flex-1`}
            />
          </div>
          {isRefused ? <p className="text-sm text-fault">By how much is 0 to 60 dB.</p> : null}
          {tick?.mark === 'skipped' ? (
            <p className="text-sm text-fault">skipped: {tick.note}</p>
          ) : (
            <div>
              <Button
                tall
                look="quiet"
                disabled={disabled}
                onClick={() => acts.tick(step, { mark: 'skipped', note: note.trim() || 'no reason given' })}
              >
                Skip
              </Button>
            </div>
          )}
        </>
      )}
    </li>
  );
}
