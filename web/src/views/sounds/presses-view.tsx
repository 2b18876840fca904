import { useState } from 'react';
import { setWords, worstFirst, type PressesView } from '../../../../core/control';
import { count } from '../../../../core/units';
import { ActLink } from '../../parts/act-link';
import { Busy, Empty } from '../../parts/empty';
import { useOpen } from '../../rig/use-open';
import { useAnalysis } from '../../worker/use-analysis';
import { ChangeFacts, ChangeRow } from './change-row';
import { Matrix } from './matrix';
import { SoundsHead } from './parts-of-view';

/** How many presses a song needs at most from one of its sounds to the next. */
function Songs({ songs }: { songs: PressesView['songs'] }) {
  return songs.length === 0 ? null : (
    <section aria-label="Songs" className="px-4 py-3">
      <h2 className="mb-1 text-sm font-semibold">Each change within a song by one press</h2>
      <ul className="flex flex-wrap gap-x-4 gap-y-1 text-sm">
        {songs.map(({ name, most, hands }) => (
          <li key={name} className={most > 1 || hands ? 'font-semibold' : 'text-muted'}>
            {name}: {most > 1 ? `up to ${most} presses` : 'yes'}
            {hands ? ', hands too' : ''}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** One change between any two sounds, asked for. */
function Asked({ from, to, view }: { from: number; to: number; view: PressesView }) {
  const { setting } = useOpen('setting');
  const { value, stale, fault } = useAnalysis<'change'>({
    kind: 'change',
    variant: setting.variant,
    from,
    to,
  });
  return (
    <section aria-label="The change chosen" className="border-b border-line bg-ground px-4 py-3">
      <h2 className="mb-1 text-sm font-semibold">
        {view.sounds[from]?.name} → {view.sounds[to]?.name}
      </h2>
      {fault !== null ? (
        <p className="text-sm text-danger">It could not be counted: {fault}.</p>
      ) : stale || !value ? (
        <p className="text-sm text-muted">Counting …</p>
      ) : (
        <ChangeFacts change={value} />
      )}
    </section>
  );
}

/** How many presses lie between sounds, and why. */
export function PressesScreen() {
  const { rig, setting } = useOpen('rig', 'setting');
  const { value, fault } = useAnalysis<'presses'>({ kind: 'presses', variant: setting.variant });
  const [inOrder, setInOrder] = useState(false);
  const [chosen, setChosen] = useState<{ from: number; to: number } | null>(null);
  if (rig.boxes.length === 0 || rig.sounds.length < 2)
    return (
      <Empty
        title="Nothing to change between yet"
        text="Presses are counted from one sound to the next: two sounds at least come first."
      >
        <ActLink to={`/rig/${rig.id}/${rig.boxes.length === 0 ? 'gear' : 'sounds'}`}>
          {rig.boxes.length === 0 ? 'Enter the gear' : 'Make a sound'}
        </ActLink>
      </Empty>
    );
  if (fault !== null) return <p className="p-4 text-sm text-fault">{fault}</p>;
  if (!value) return <Busy what="Counting presses" />;
  const changes = inOrder ? value.changes : worstFirst(value.changes);
  const isThere = chosen && value.sounds[chosen.from] && value.sounds[chosen.to];
  return (
    <div className="flex h-full min-h-0 flex-col">
      <SoundsHead
        title="Presses"
        text={
          <>
            <b className="text-ink">{count(value.total, 'press', 'presses')}</b> over the{' '}
            {value.isOfSongs ? 'set' : 'sounds as listed'}. {setWords(value)}.
          </>
        }
      >
        <label className="flex min-h-7 items-center gap-1.5 text-sm">
          <input type="checkbox" checked={inOrder} onChange={(event) => setInOrder(event.target.checked)} />
          As they are played
        </label>
      </SoundsHead>
      <div className="flex min-h-0 flex-1 flex-col overflow-auto lg:flex-row lg:overflow-hidden">
        <section aria-label="Changes" className="min-w-0 bg-sheet lg:flex-1 lg:overflow-auto">
          <Songs songs={value.songs} />
          <ol>
            {changes.map((change) => (
              <ChangeRow
                key={`${change.from} ${change.to}`}
                change={change}
                from={value.sounds[change.from]?.name ?? ''}
                to={value.sounds[change.to]?.name ?? ''}
              />
            ))}
          </ol>
        </section>
        <aside
          aria-label="From each sound to each"
          className="min-w-0 border-hair bg-sheet lg:w-[30rem] lg:overflow-auto lg:border-l"
        >
          {chosen && isThere ? <Asked {...chosen} view={value} /> : null}
          <Matrix view={value} chosen={chosen} onChoose={setChosen} />
        </aside>
      </div>
    </div>
  );
}
