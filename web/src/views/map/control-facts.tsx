import type { ControlView } from '../../../../core/control';
import type { Part } from '../../../../core/model';
import { useOpen } from '../../rig/use-open';
import { useControl } from './use-control';

const isSame = (a: { type: string; id: string } | null, b: Part | null): boolean =>
  a !== null && b !== null && a.type === b.type && a.id === b.id;

/** Pressed, the part is chosen on the map. */
function Go({ part, children }: { part: Part; children: React.ReactNode }) {
  const { select } = useOpen('select');
  return (
    <button
      type="button"
      className="min-h-6 min-w-6 rounded text-left underline-offset-2 hover:underline"
      onClick={() => select({ type: part.type, id: part.id })}
    >
      {children}
    </button>
  );
}

function NotReached({ told }: { told: ControlView['notReached'] }) {
  if (told.length === 0) return null;
  return (
    <section aria-label="Not reached">
      <h3 className="text-sm text-fault">Not reached in this sound</h3>
      <ul className="flex flex-col text-xs">
        {told.map(({ box, name, wants, why }) => (
          <li key={`${box} ${wants}`} className="border-l-2 border-fault pl-2">
            <Go part={{ type: 'box', id: box }}>
              {name}: {wants}
            </Go>
            <p className="text-muted">{why}</p>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Press({ view }: { view: ControlView }) {
  const { selection } = useOpen('selection');
  if (view.press === null)
    return (
      <p className="text-xs text-muted">
        No switch under a foot is heard yet: what they do is planned in Sounds, Under foot.
      </p>
    );
  return (
    <>
      <ol aria-label="The press in time" className="flex flex-col text-xs">
        {view.lines.map(({ at, words, isWrong, part }, i) => (
          <li
            key={i}
            className={`grid grid-cols-[4.5rem_1fr] items-baseline gap-2 border-t border-hair ${
              isSame(selection, part) ? 'bg-select-tint' : ''
            } ${isWrong ? 'text-fault' : part ? '' : 'text-muted'}`}
          >
            <span className="text-right font-mono">{at}</span>
            {part ? <Go part={part}>{words}</Go> : <span className="py-1">{words}</span>}
          </li>
        ))}
      </ol>
      {view.lacks.length > 0 ? (
        <p className="text-xs">
          <span className="text-muted">Left to hands: </span>
          {view.lacks.join(', ')}.
        </p>
      ) : null}
      {view.noises.map((words) => (
        <p key={words} className="text-xs">
          {words}.
        </p>
      ))}
      {view.unknown.length > 0 ? (
        <p className="text-xs text-muted">
          Taken to be at once, nobody has noted how long it takes:{' '}
          {view.unknown.map(({ id, name }, i) => (
            <span key={id}>
              {i > 0 ? ', ' : ''}
              <Go part={{ type: 'box', id }}>{name}</Go>
            </span>
          ))}
          .
        </p>
      ) : null}
    </>
  );
}

function Leads({ leads }: Pick<ControlView, 'leads'>) {
  const { selection } = useOpen('selection');
  if (leads.length === 0)
    return <p className="text-xs text-muted">No lead of control is plugged: each box is switched by hand.</p>;
  return (
    <ul aria-label="Leads of control" className="flex flex-col text-xs">
      {leads.map(({ id, number, from, to, flows, what, trouble }) => (
        <li
          key={id}
          className={`border-t border-hair py-0.5 ${
            selection?.type === 'lead' && selection.id === id ? 'bg-select-tint' : ''
          }`}
        >
          <Go part={{ type: 'lead', id }}>
            <span className="font-mono">{number}</span> {from} {flows ? '→' : '–'} {to}
          </Go>
          {trouble ? <p className="text-fault">{trouble}</p> : null}
          {what.length === 0 && !trouble ? <p className="text-muted">nothing in this sound</p> : null}
          {what.map((words) => (
            <p key={words}>{words}</p>
          ))}
        </li>
      ))}
    </ul>
  );
}

/** What is not reached, one press in time, and what each lead carries in the sound in force. */
export function ControlFacts() {
  const { sound } = useOpen('sound');
  const { value, fault } = useControl();
  return (
    <section aria-label="Control" className="flex flex-col gap-2 border-b border-hair px-3 py-2">
      {fault ? <p className="text-xs text-danger">{fault}</p> : null}
      {value ? (
        <>
          <NotReached told={value.notReached} />
          <h2 className="text-sm">One press, in time</h2>
          <Press view={value} />
          <h3 className="text-sm">
            {sound ? `Each lead in ${sound.name}` : 'Leads, with no sound in force'}
          </h3>
          <Leads leads={value.leads} />
        </>
      ) : null}
    </section>
  );
}
