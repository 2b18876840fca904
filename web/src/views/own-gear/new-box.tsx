import { useMemo, useState } from 'react';
import { CATALOGUE, guessKinds, type Kind } from '../../../../core/catalog';
import { Button } from '../../parts/button';
import { Sheet } from '../../parts/dialog';

/** Of what fits the words so many are shown. */
const MOST = 10;
/** What is offered before anything is typed. */
const USUAL = [
  'guitar',
  'overdrive',
  'delay',
  'volume-pedal',
  'multi-effects',
  'valve-head',
  'cabinet',
  'loop-switcher',
];

/** What a new box begins as: nothing, or a kind of the catalogue. */
export function NewBox(props: { onClose: () => void; onEmpty: () => void; onKind: (kind: Kind) => void }) {
  const { onClose, onEmpty, onKind } = props;
  const [asked, setAsked] = useState('');
  const found = useMemo(
    () =>
      asked.trim() === ''
        ? CATALOGUE.filter(({ id }) => USUAL.includes(id))
        : guessKinds(asked)
            .slice(0, MOST)
            .map(({ kind }) => kind),
    [asked],
  );
  return (
    <Sheet title="New box" text="Begin with a kind that is like it, or with nothing." onClose={onClose}>
      <div className="flex gap-2 pb-2">
        <input
          type="search"
          aria-label="Kind by name or by what it does"
          placeholder="a kind: treble booster, four-cable gate …"
          value={asked}
          autoComplete="off"
          spellCheck={false}
          onChange={(event) => setAsked(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && asked.trim() !== '' && found[0]) onKind(found[0]);
          }}
          className="min-h-8 min-w-0 flex-1 rounded border border-line bg-raised px-2 text-sm"
        />
        <Button onClick={onEmpty}>From nothing</Button>
      </div>
      <ul aria-label="Kinds" className="max-h-72 overflow-auto">
        {found.map((kind) => (
          <li key={kind.id}>
            <button
              type="button"
              onClick={() => onKind(kind)}
              className="flex min-h-7 w-full items-baseline gap-2 rounded px-1 text-left text-sm hover:bg-ground"
            >
              <span className="shrink-0">{kind.name}</span>
              <span className="truncate text-xs text-muted">{kind.hint}</span>
            </button>
          </li>
        ))}
        {found.length === 0 ? (
          <li role="status" className="px-1 text-sm text-muted">
            No kind is like “{asked.trim()}”.
          </li>
        ) : null}
      </ul>
    </Sheet>
  );
}
