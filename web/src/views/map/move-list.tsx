import { useEffect, useRef, useState, type KeyboardEvent } from 'react';
import type { Act, Choice, Held, InHand, Offer, Price } from '../../../../core/chain';
import type { Preview } from '../../../../core/planner';
import { onAnswerArrow } from '../../parts/arrows';
import { Button } from '../../parts/button';
import { goFocus } from '../../parts/focus';
import { SEVERITY_TEXT } from '../../parts/severity';
import { useOpen, useOpenRig } from '../../rig/use-open';
import { useAnalysis } from '../../worker/use-analysis';
import { doAct } from './order-acts';
import { usePreview } from './use-order';

/** `2 to move, 1 to fetch`. */
export function priceWords({ fetch, move, away }: Price): string {
  const parts = [
    ...(move > 0 ? [`${move} to move`] : []),
    ...(fetch > 0 ? [`${fetch} to fetch`] : []),
    ...(away > 0 ? [`${away} put away`] : []),
  ];
  return parts.length > 0 ? parts.join(', ') : 'no lead moves';
}

const LINE =
  'flex min-h-8 w-full flex-wrap items-center gap-x-2 border-b border-hair px-2.5 py-1 text-left text-sm hover:bg-select-tint scroll-mt-44';

/** What a place would bring, once it has been pointed at for a moment. */
export function Told({ preview }: { preview: Preview | null }) {
  if (!preview) return <p className="px-2.5 py-1 text-xs text-muted">Working out what it brings …</p>;
  if (!preview.can)
    return (
      <p className="px-2.5 py-1 text-xs text-fault">
        {preview.reason}
        {preview.instead.length > 0 ? ` Would do: ${preview.instead.join('; ')}.` : ''}
      </p>
    );
  const { move, fetch, away, inside, silent, gone, found, elsewhere, usual } = preview;
  const leads = [
    ...move.map((lead) => ({ what: 'Move', ...lead })),
    ...fetch.map((lead) => ({ what: 'Fetch', ...lead })),
    ...away.map((lead) => ({ what: 'Put away', ...lead })),
  ];
  return (
    <div className="px-2.5 py-1 text-xs">
      {usual?.moved.map((words) => (
        <p key={words}>{words}</p>
      ))}
      {leads.length === 0 ? <p>No lead moves.</p> : null}
      <ul>
        {leads.map(({ what, number, from, to }) => (
          <li key={`${what} ${number}`} className="flex gap-x-1.5">
            <span className="w-14 shrink-0 text-muted">{what}</span>
            <span className="font-mono">{number}</span>
            <span className="min-w-0 font-mono text-muted">
              {from} → {to}
            </span>
          </li>
        ))}
      </ul>
      {inside.length > 0 ? <p>Inside {inside.join(', ')} the paths are laid anew.</p> : null}
      {usual?.left.map((words) => (
        <p key={words} className="text-muted">
          {words}
        </p>
      ))}
      {silent.length > 0 ? <p className="text-caution">Falls silent in {silent.join(', ')}.</p> : null}
      {found.map(({ severity, text }) => (
        <p key={text} className={SEVERITY_TEXT[severity]}>
          New {severity}: {text}
        </p>
      ))}
      {gone.map(({ text }) => (
        <p key={text} className="text-muted">
          No more: {text}
        </p>
      ))}
      {elsewhere.map(({ where, becomes }) => (
        <div key={where}>
          <p>Changes {where} too, to</p>
          {becomes.map((line) => (
            <p key={line} className="font-mono text-xs break-words text-muted">
              {line}
            </p>
          ))}
        </div>
      ))}
    </div>
  );
}

function Refused({
  lines,
}: {
  lines: readonly { readonly words: string; readonly refused: string | null }[];
}) {
  if (lines.length === 0) return null;
  return (
    <details>
      <summary className="flex min-h-8 cursor-pointer items-center px-2.5 text-sm text-muted">
        {lines.length} that cannot be had
      </summary>
      <ul aria-label="What cannot be had">
        {lines.map(({ words, refused }) => (
          <li key={words} className="border-b border-hair px-2.5 py-1 text-sm">
            {words} <span className="text-xs text-fault">{refused}</span>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** Arrows scroll what is told where it has the focus; in the list they go from place to place. */
const readOn = (event: KeyboardEvent) => {
  if (event.key === 'ArrowDown' || event.key === 'ArrowUp') event.stopPropagation();
};

/** Always as high, whatever there is to tell: a list below it that moved would be pressed where another place stood. */
function Brought({ preview, isAsked }: { preview: Preview | null; isAsked: boolean }) {
  return (
    <div
      role="group"
      aria-label="What it brings"
      aria-live="polite"
      tabIndex={0}
      onKeyDown={readOn}
      className="h-32 overflow-auto border-b border-line bg-ground"
    >
      {isAsked ? (
        <Told preview={preview} />
      ) : (
        <p className="px-2.5 py-1 text-xs text-muted">
          What a place brings is told here once it is pointed at.
        </p>
      )}
    </div>
  );
}

type Pick = { readonly act: Act; readonly words?: string };

function Line(props: {
  words: string;
  price: Price | null;
  here?: boolean;
  chosen: boolean;
  onPoint: () => void;
  onTake: () => void;
}) {
  const { words, price, here = false, chosen, onPoint, onTake } = props;
  return (
    <button
      type="button"
      data-answer
      disabled={here}
      onFocus={onPoint}
      onPointerEnter={onPoint}
      onClick={onTake}
      className={`${LINE} ${chosen ? 'bg-select-tint' : ''} disabled:hover:bg-transparent`}
    >
      <span className={here ? 'text-muted' : ''}>{words}</span>
      <span className="ml-auto text-xs text-muted">{here ? 'here' : price ? priceWords(price) : ''}</span>
    </button>
  );
}

/** Where what is in hand may go, as a list; what else may be done with it; what the chosen place brings. */
export function MoveList({ held }: { held: Held }) {
  const store = useOpenRig();
  const { setting, hold, gap, pointGap, drawn } = useOpen('setting', 'hold', 'gap', 'pointGap', 'drawn');
  const { value, stale, fault } = useAnalysis<'offers'>({ kind: 'offers', setting, held }, 'offers');
  const [other, setOther] = useState<Choice | null>(null);
  const list = useRef<HTMLElement>(null);
  const known: InHand | null = stale ? null : value;
  const pick: Pick | null = other
    ? { act: other.act, words: other.words }
    : gap !== null
      ? { act: { act: 'put', held, slot: gap } }
      : null;
  const preview = usePreview(pick);
  const isKnown = known !== null;
  useEffect(() => {
    if (!isKnown || drawn || list.current?.contains(document.activeElement)) return;
    list.current?.querySelector<HTMLButtonElement>('button[data-answer]:not(:disabled)')?.focus();
  }, [isKnown, drawn]);
  const take = ({ act, words }: Pick) =>
    void doAct(store, act, words).then((done) => done && !store.getState().held && goFocus('rig'));
  const cancel = () => {
    hold(null);
    goFocus('rig');
  };
  const point = (offer: Offer) => {
    setOther(null);
    pointGap(offer.slot);
  };
  const offers = known?.offers ?? [];
  const choices = known?.choices ?? [];
  const can = choices.filter(({ refused }) => refused === null);
  return (
    <section ref={list} aria-label="Moving" onKeyDown={onAnswerArrow}>
      <div className="sticky top-0 bg-sheet">
        <div className="flex items-center justify-between gap-2 border-b border-hair bg-select-tint px-2.5 py-1">
          <h2 className="min-w-0 text-sm">
            {known
              ? `${known.words} to …`
              : fault === null
                ? 'Looking where it may go …'
                : 'Where it may go could not be told'}
          </h2>
          <Button look="quiet" onClick={cancel}>
            Cancel
          </Button>
        </div>
        {fault !== null ? <p className="px-2.5 py-1 text-sm text-fault">{fault}</p> : null}
        {known ? <Brought preview={preview} isAsked={pick !== null} /> : null}
      </div>
      {known?.more ? (
        <button
          type="button"
          className={LINE}
          onClick={() => known.more && hold({ kind: 'stretch', stretch: known.more })}
        >
          Together with the next in the order
        </button>
      ) : null}
      <ul aria-label="Where it may go">
        {offers
          .filter(({ refused }) => refused === null)
          .map((offer) => (
            <li key={offer.slot}>
              <Line
                {...offer}
                chosen={other === null && gap === offer.slot}
                onPoint={() => point(offer)}
                onTake={() => take({ act: { act: 'put', held, slot: offer.slot } })}
              />
            </li>
          ))}
      </ul>
      <Refused lines={offers.filter(({ refused }) => refused !== null)} />
      {can.length > 0 ? (
        <>
          <h3 className="px-2.5 pt-2 pb-0.5 text-xs text-muted">Or</h3>
          <ul aria-label="What else may be done">
            {can.map((choice) => (
              <li key={choice.words}>
                <Line
                  {...choice}
                  chosen={other?.words === choice.words}
                  onPoint={() => setOther(choice)}
                  onTake={() => take({ act: choice.act, words: choice.words })}
                />
              </li>
            ))}
          </ul>
        </>
      ) : null}
      <Refused lines={choices.filter(({ refused }) => refused !== null)} />
    </section>
  );
}
