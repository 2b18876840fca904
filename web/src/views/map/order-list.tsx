import { useEffect, useRef, useState } from 'react';
import type { OrderLine } from '../../../../core/chain';
import { count } from '../../../../core/units';
import { onAnswerArrow } from '../../parts/arrows';
import { Button } from '../../parts/button';
import { Busy } from '../../parts/empty';
import { goFocus } from '../../parts/focus';
import { useOpen, useOpenRig } from '../../rig/use-open';
import { useAnalysis } from '../../worker/use-analysis';
import { Told } from './move-list';
import { doOrder, holdPart } from './order-acts';
import { usePreview } from './use-order';

const USUAL = { act: { act: 'usual' }, words: 'Put in the usual order' } as const;

/** What it would take to have all in the usual order, and the press that does it. */
function Usual({ turned, disabled }: { turned: number; disabled: boolean }) {
  const store = useOpenRig();
  const [asked, setAsked] = useState(false);
  const preview = usePreview(asked ? USUAL : null);
  const isUsual = turned === 0;
  return (
    <div className="border-b border-line px-2.5 py-1.5">
      <p className="text-sm">
        {isUsual
          ? 'All stand as is usual, by the sides this house takes.'
          : `${count(turned, 'pair')} the other way round than is usual.`}
      </p>
      {isUsual ? null : asked ? (
        <div aria-live="polite" className="-mx-2.5">
          <Told preview={preview} />
          <div className="flex gap-1 px-2.5 pt-1">
            <Button
              look="strong"
              disabled={disabled || !preview?.can}
              onClick={() =>
                void doOrder(store, USUAL.act, USUAL.words).then((done) => done && setAsked(false))
              }
            >
              Put them so
            </Button>
            <Button look="quiet" onClick={() => setAsked(false)}>
              Leave them
            </Button>
          </div>
        </div>
      ) : (
        <Button onClick={() => setAsked(true)}>Put in the usual order …</Button>
      )}
    </div>
  );
}

function Row({ line, disabled }: { line: OrderLine; disabled: boolean }) {
  const store = useOpenRig();
  const { selection, select } = useOpen('selection', 'select');
  const { part, words, leads, reason, so, turned, house, movable, head, inLoops, at } = line;
  const box = part.id.split('/')[0];
  const isChosen =
    (selection?.type === part.type && selection.id === part.id) ||
    (selection?.type === 'box' && selection.id === box);
  const against = so === 'against' ? [reason, ...turned] : turned;
  const indent = inLoops + at.tail.length - 1;
  return (
    <li className={isChosen ? 'bg-select-tint' : ''}>
      {head ? (
        <p className="border-b border-hair bg-ground px-2.5 py-0.5 text-xs text-muted">{head}</p>
      ) : null}
      <div className="border-b border-hair">
        <button
          type="button"
          data-answer
          aria-pressed={isChosen}
          onClick={() => select({ type: part.type, id: part.id })}
          style={{ paddingLeft: 10 + 10 * Math.min(indent, 4) }}
          className="min-h-8 w-full py-1 pr-2.5 text-left hover:bg-select-tint"
        >
          <span className="flex items-baseline gap-2 text-sm">
            <span className="min-w-0">{words}</span>
            {leads.length > 0 ? (
              <span className="ml-auto shrink-0 font-mono text-xs text-muted">{leads.join(' ')}</span>
            ) : null}
          </span>
          {so === 'against' ? null : <span className="block text-xs text-muted">{reason}</span>}
          {against.map((text) => (
            <span key={text} className="block text-xs">
              <b>Turned:</b> {text}
            </span>
          ))}
          {isChosen && house ? <span className="block text-xs text-muted">House rule: {house}.</span> : null}
        </button>
        {movable && isChosen ? (
          <div className="flex justify-end px-1 pb-1">
            <Button disabled={disabled} onClick={() => void holdPart(store, part)}>
              Move to …
            </Button>
          </div>
        ) : null}
      </div>
    </li>
  );
}

/** The order read out: every stop with the reason for its place, and what stands the other way round than is usual. */
export function OrderList() {
  const { setting, readOnly, setReading } = useOpen('setting', 'readOnly', 'setReading');
  const { value, fault, stale } = useAnalysis<'reasons'>({ kind: 'reasons', setting }, 'reasons');
  const list = useRef<HTMLElement>(null);
  const isKnown = value !== null;
  useEffect(() => {
    if (isKnown) list.current?.querySelector<HTMLButtonElement>('button[data-answer]')?.focus();
  }, [isKnown]);
  const disabled = readOnly !== null;
  return (
    <section ref={list} aria-label="Order, and why" aria-busy={stale} onKeyDown={onAnswerArrow}>
      <div className="flex items-center justify-between gap-2 border-b border-hair bg-raised px-2.5 py-1">
        <h2 className="min-w-0 text-sm">Order, and why</h2>
        <Button
          look="quiet"
          onClick={() => {
            setReading(false);
            goFocus('rig');
          }}
        >
          Close
        </Button>
      </div>
      {fault !== null ? <p className="px-2.5 py-1 text-sm text-fault">{fault}</p> : null}
      {value === null ? (
        fault === null ? (
          <Busy what="Reading the order" />
        ) : null
      ) : value.lines.length === 0 ? (
        <p className="px-2.5 py-2 text-sm text-muted">
          Nothing stands in the order yet: it begins behind an instrument.
        </p>
      ) : (
        <>
          <Usual turned={value.turned} disabled={disabled} />
          <ol aria-label="Stops of the order">
            {value.lines.map((line) => (
              <Row key={`${line.at.tail.join('.')} ${line.at.at}`} line={line} disabled={disabled} />
            ))}
          </ol>
        </>
      )}
    </section>
  );
}
