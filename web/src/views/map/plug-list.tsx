import { useEffect, useRef } from 'react';
import type { PlugAnswer } from '../../../../core/cables';
import { jackWords, leadOf, type Rig } from '../../../../core/model';
import { onAnswerArrow } from '../../parts/arrows';
import { Button } from '../../parts/button';
import { goFocus } from '../../parts/focus';
import { useOpen } from '../../rig/use-open';
import type { Plugging } from './use-map';

function titleOf(rig: Rig, { hand }: Plugging): string {
  if (hand.kind === 'new') return `From ${jackWords(rig, hand.at)} to …`;
  const lead = leadOf(rig, hand.lead);
  return `Lead ${lead?.number ?? ''}: plug its ${hand.side === 'to' ? 'far end' : 'source end'} into …`;
}

function Answer({ answer }: { answer: PlugAnswer }) {
  const { rig, choose, pointAt } = useOpen('rig', 'choose', 'pointAt');
  const point = () => pointAt(answer.at.box);
  const take = (offer?: number) => {
    choose(answer, offer);
    goFocus('rig');
  };
  const name = jackWords(rig, answer.at);
  if (answer.verdict !== 'wrong')
    return (
      <li>
        <button
          type="button"
          data-answer
          onFocus={point}
          onClick={() => take()}
          className="flex min-h-8 w-full flex-wrap items-center gap-x-2 border-b border-hair px-2.5 text-left text-sm hover:bg-select-tint"
        >
          <span className="font-mono">{name}</span>
          {answer.words ? <span className="text-xs text-muted">{answer.words}</span> : null}
        </button>
      </li>
    );
  return (
    <li className="border-b border-hair px-2.5 py-1">
      <p className="text-sm">
        <span className="font-mono">{name}</span> <span className="text-xs text-fault">{answer.words}</span>
      </p>
      <div className="flex flex-wrap gap-1 pt-0.5">
        {answer.offers.map((offer, i) => (
          <Button
            key={offer.words}
            data-answer
            onFocus={point}
            look={offer.danger ? 'danger' : 'plain'}
            className="min-h-6 px-1.5 text-xs"
            aria-label={`${offer.words}: ${name}`}
            onClick={() => take(i)}
          >
            {offer.words}
          </Button>
        ))}
      </div>
    </li>
  );
}

/** What fits the plug in the hand, and why the rest is wrong. */
export function PlugList({ plugging }: { plugging: Plugging }) {
  const { rig, selection, setHand } = useOpen('rig', 'selection', 'setHand');
  const list = useRef<HTMLElement>(null);
  const first = plugging.answers[0];
  const chosen = selection?.type === 'jack' ? selection.id : null;

  useEffect(() => {
    if (!first) return;
    // Where nothing fits, the hands go on at Cancel: answers that are folded away take no focus.
    const answers = [...(list.current?.querySelectorAll<HTMLButtonElement>('button[data-answer]') ?? [])];
    const open = answers.find((answer) => !answer.closest('details:not([open])'));
    (open ?? list.current?.querySelector('button'))?.focus();
  }, [first]);

  const fitting = plugging.answers.filter((answer) => answer.verdict !== 'wrong');
  const wrong = plugging.answers.filter((answer) => answer.verdict === 'wrong');
  // A jack that was pressed on the map and is wrong is told first.
  const isPressed = (answer: PlugAnswer) => `${answer.at.box}/${answer.at.jack}` === chosen;
  const sorted = [...wrong.filter(isPressed), ...wrong.filter((answer) => !isPressed(answer))];
  return (
    <section ref={list} aria-label="Plugging" onKeyDown={onAnswerArrow}>
      <div className="flex items-center justify-between gap-2 border-b border-hair bg-select-tint px-2.5 py-1">
        <h2 className="text-sm">{titleOf(rig, plugging)}</h2>
        <Button
          look="quiet"
          onClick={() => {
            setHand(null);
            goFocus('rig');
          }}
        >
          Cancel
        </Button>
      </div>
      {sorted.some(isPressed) ? (
        <ul aria-label="The jack that was pressed">
          {sorted.filter(isPressed).map((answer) => (
            <Answer key="pressed" answer={answer} />
          ))}
        </ul>
      ) : null}
      {fitting.length === 0 ? (
        <p className="px-2.5 py-2 text-sm text-muted">Nothing that is free takes it.</p>
      ) : null}
      <ul aria-label="What fits">
        {fitting.map((answer) => (
          <Answer key={`${answer.at.box}/${answer.at.jack}`} answer={answer} />
        ))}
      </ul>
      <details>
        <summary className="flex min-h-8 cursor-pointer items-center px-2.5 text-sm text-muted">
          {wrong.length} that do not fit
        </summary>
        <ul aria-label="What does not fit">
          {sorted
            .filter((answer) => !isPressed(answer))
            .map((answer) => (
              <Answer key={`${answer.at.box}/${answer.at.jack}`} answer={answer} />
            ))}
        </ul>
      </details>
    </section>
  );
}
