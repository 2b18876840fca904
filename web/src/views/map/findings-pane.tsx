import { useState } from 'react';
import { isOpen, NOT_JUDGED, type FindingLine, type Guess } from '../../../../core/findings';
import type { EditCall } from '../../../../core/edits';
import { boxOf, freshId, SEVERITIES, type Severity } from '../../../../core/model';
import { count, formatQuantity, inWords, parseQuantity } from '../../../../core/units';
import { Button } from '../../parts/button';
import { Busy } from '../../parts/empty';
import { Labelled, TextField } from '../../parts/field';
import { SEVERITY_EDGE, SEVERITY_TEXT, SeverityWord } from '../../parts/severity';
import { useOpen, useOpenRig, useOpenWith } from '../../rig/use-open';
import { today } from '../../store/app';
import { useAnalysis } from '../../worker/use-analysis';
import { useFindings } from './use-map';

function Cure({ line }: { line: FindingLine }) {
  const { setting, sound, readOnly, commit } = useOpen('setting', 'sound', 'readOnly', 'commit');
  const { value, stale, fault } = useAnalysis<'cure'>({
    kind: 'cure',
    variant: setting.variant,
    sound: sound?.id ?? null,
    key: line.key,
  });
  if (fault !== null) return <p className="text-xs text-danger">Cures could not be looked for: {fault}.</p>;
  if (stale) return <p className="text-xs text-muted">Looking for a cure …</p>;
  if (value === null)
    return line.finding.guess ? null : <p className="text-xs text-muted">No cure within one press.</p>;
  return (
    <Button look="strong" wraps disabled={readOnly !== null} onClick={() => commit(value.edit)}>
      {value.label}
    </Button>
  );
}

/** Accepting keeps the figures of the day with a reason; it lapses when they worsen. */
function Accept({ line }: { line: FindingLine }) {
  const store = useOpenRig();
  const { readOnly, commit } = useOpen('readOnly', 'commit');
  const [reason, setReason] = useState<string | null>(null);
  const { finding } = line;
  if (line.accepted) {
    const { id, reason: said, date } = line.accepted;
    return (
      <div className="flex flex-wrap items-center gap-1 text-xs text-muted">
        <span>
          {line.severity === 'danger' ? 'Seen' : 'Accepted'} {date}: {said}
        </span>
        <Button
          look="quiet"
          disabled={readOnly !== null}
          onClick={() => commit({ edit: 'reopenFinding', arguments: { id } })}
        >
          Reopen
        </Button>
      </div>
    );
  }
  if (reason === null)
    return (
      <Button look="quiet" disabled={readOnly !== null} onClick={() => setReason('')}>
        {line.severity === 'danger' ? 'Mark as seen …' : 'Accept …'}
      </Button>
    );
  const accept = () => {
    const call: EditCall = {
      edit: 'acceptFinding',
      arguments: {
        accepted: {
          id: freshId('accepted-1', new Set(store.getState().rig.acceptedFindings.map((a) => a.id))),
          code: finding.code,
          parts: finding.parts,
          sound: finding.sound,
          variant: finding.variant,
          severity: finding.severity,
          figures: finding.figures,
          reason: reason.trim(),
          date: today(),
        },
      },
    };
    if (commit(call) === null) setReason(null);
  };
  return (
    <form
      className="flex gap-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (reason.trim() !== '') accept();
      }}
    >
      <input
        autoFocus
        aria-label="Why it is accepted"
        placeholder="why"
        value={reason}
        maxLength={200}
        onChange={(event) => setReason(event.target.value)}
        className="min-h-7 min-w-0 flex-1 rounded border border-line bg-raised px-2 text-sm"
      />
      <Button type="submit" disabled={reason.trim() === ''}>
        {line.severity === 'danger' ? 'Seen' : 'Accept'}
      </Button>
    </form>
  );
}

/** The figure that decides, to be entered where it is asked for. */
function LookUp({ guess }: { guess: Guess }) {
  const { readOnly, session } = useOpen('readOnly', 'session');
  const name = useOpenWith(({ rig }) => boxOf(rig, guess.box)?.name ?? guess.box);
  const { box, at, unit, assumed, what } = guess;
  const commit = (text: string) => {
    const value = parseQuantity(text, unit);
    if (value === null || value <= 0)
      return `A figure in ${unit}, such as ${formatQuantity(guess.wanted, unit)}.`;
    return session.commit({
      edit: 'setFigure',
      arguments: { box, at, figure: { value, source: 'manual' } },
    });
  };
  return (
    <Labelled label={`${what} of ${name}, from its plate or manual`}>
      {(field) => (
        <TextField
          id={field}
          mono
          onPause={false}
          value=""
          placeholder={`${formatQuantity(assumed, unit)} assumed`}
          disabled={readOnly !== null}
          commit={commit}
        />
      )}
    </Labelled>
  );
}

function Row({ line }: { line: FindingLine }) {
  const { openKey, setOpenKey, selection } = useOpen('openKey', 'setOpenKey', 'selection');
  const open = openKey === line.key;
  // The selection is one for map, profile and findings: what is about it is lit.
  const about =
    selection !== null &&
    line.parts.some(
      (part) =>
        (part.type === selection.type && part.id === selection.id) ||
        (selection.type === 'box' && part.id.split('/')[0] === selection.id),
    );
  const where = line.sounds.length > 0 ? `in ${inWords(line.sounds)}` : '';
  return (
    <li
      className={`border-b border-l-4 border-hair ${SEVERITY_EDGE[line.severity]} ${about ? 'bg-select-tint' : open ? 'bg-raised' : ''}`}
    >
      <button
        type="button"
        aria-expanded={open}
        onClick={() => setOpenKey(open ? null : line.key)}
        className="flex min-h-11 w-full flex-col justify-center px-2.5 py-1 text-left"
      >
        <span className="flex items-baseline gap-2">
          <SeverityWord severity={line.severity} />
          {line.accepted ? <span className="text-xs text-muted">accepted</span> : null}
          {where ? <span className="text-xs text-muted">{where}</span> : null}
        </span>
        <span className={`text-sm ${open ? '' : 'line-clamp-2'}`}>{line.text}</span>
      </button>
      {open ? (
        <div className="flex flex-col items-start gap-1.5 px-2.5 pb-2.5 text-sm">
          <p className="text-muted">{line.why}</p>
          {line.figures.length > 0 ? <p className="font-mono text-xs">{line.figures.join(' · ')}</p> : null}
          {line.assumed.length > 0 ? (
            <p className="text-xs text-caution">Rests on assumed: {line.assumed.join(', ')}</p>
          ) : null}
          {line.brings.length > 0 ? (
            <p className="text-xs text-muted">It also brings: {line.brings.join(' ')}</p>
          ) : null}
          {line.finding.guess ? <LookUp guess={line.finding.guess} /> : null}
          <Cure line={line} />
          <Accept line={line} />
        </div>
      ) : null}
    </li>
  );
}

/** What is found, the worst first; one line of counts filters. */
export function FindingsPane() {
  const { value: findings, fault: findingsFault, stale } = useFindings();
  const leavesOut = useOpenWith(({ rig, sound }) => sound !== null && rig.sounds.length > 1);
  const [only, setOnly] = useState<Severity | null>(null);
  const [acceptedShown, setAcceptedShown] = useState(false);
  const lines = findings ?? [];
  const accepted = lines.filter((line) => !isOpen(line));
  const live = lines.filter(isOpen);
  const shown = (acceptedShown ? lines : live).filter((line) => only === null || line.severity === only);
  const counts = SEVERITIES.map((severity) => ({
    severity,
    n: live.filter((line) => line.severity === severity).length,
  })).filter(({ n }) => n > 0);
  return (
    <section aria-label="Findings" aria-busy={stale} className="flex min-h-0 flex-col">
      <div className="flex min-h-8 shrink-0 flex-wrap items-center gap-x-1 border-b border-hair px-2.5">
        <h2 className="mr-1 text-sm">Findings</h2>
        {/* They stay together: where there is no room beside the word, below it. */}
        <div className="-ml-1.5 flex flex-wrap items-center gap-x-0.5">
          {counts.map(({ severity, n }) => (
            <button
              key={severity}
              type="button"
              aria-pressed={only === severity}
              onClick={() => setOnly(only === severity ? null : severity)}
              className={`min-h-6 rounded border px-1.5 text-xs ${SEVERITY_TEXT[severity]} ${
                only === severity ? 'border-current bg-raised' : 'border-transparent'
              }`}
            >
              {count(n, severity)}
            </button>
          ))}
          {accepted.length > 0 ? (
            <button
              type="button"
              aria-pressed={acceptedShown}
              onClick={() => setAcceptedShown(!acceptedShown)}
              className={`min-h-6 rounded border px-1.5 text-xs text-muted ${acceptedShown ? 'border-line bg-raised' : 'border-transparent'}`}
            >
              {accepted.length} accepted
            </button>
          ) : null}
        </div>
      </div>
      <div className="min-h-0 flex-1 overflow-auto" tabIndex={-1}>
        {findings === null ? (
          findingsFault === null ? (
            <Busy what="Judging" />
          ) : (
            <p className="p-3 text-sm text-danger">{findingsFault}</p>
          )
        ) : shown.length === 0 ? (
          <div className="px-3 py-4 text-sm">
            <p className="text-good">Nothing found in what is judged.</p>
            {leavesOut ? (
              <p className="pt-1 text-xs text-muted">
                Of other sounds only dangers and faults are told here: choose All sounds for the rest.
              </p>
            ) : null}
          </div>
        ) : (
          <ul aria-label="List of findings">
            {shown.map((line) => (
              <Row key={line.key} line={line} />
            ))}
          </ul>
        )}
        <p className="px-3 py-2 text-xs text-muted">Not judged yet: {NOT_JUDGED.join(', ')}.</p>
      </div>
    </section>
  );
}
