import { switchesAlong } from '../../../core/acts';
import type { StateSource } from '../../../core/signal';
import { useOpen } from '../rig/use-open';
import { useAnalysis } from '../worker/use-analysis';

const sourceWords: Record<StateSource, string> = {
  rest: 'at rest',
  variant: 'in this variant',
  sound: 'in this sound',
};

/** A small mark for what the sound sets for itself. */
function ScopeMark({ from }: { from: StateSource }) {
  return from === 'rest' ? null : (
    <span
      aria-hidden="true"
      title={`set ${sourceWords[from]}`}
      className="inline-block size-1.5 rounded-full bg-select"
    />
  );
}

/** On and off for the sound in force, in the order of the route. */
export function Strip() {
  const { rig, setting, scope, sound, readOnly, commit } = useOpen(
    'rig',
    'setting',
    'scope',
    'sound',
    'readOnly',
    'commit',
  );
  const { value: lines } = useAnalysis<'route'>({ kind: 'route', setting, route: 0 }, 'route of the strip');
  const switches = switchesAlong(rig, setting, lines ?? []);
  if (switches.length === 0) return null;
  return (
    <div
      role="toolbar"
      aria-label={`On and off in ${sound?.name ?? 'all sounds'}`}
      className="flex min-h-8 flex-wrap items-center gap-1 border-b border-hair bg-sheet px-4 py-1"
    >
      <span className="pr-1 text-xs text-muted">{sound?.name ?? 'At rest'}:</span>
      {switches.map(({ box, block, state, from, on, chooses, next, label }) => (
        <button
          key={`${box.id}/${block.id}`}
          type="button"
          disabled={readOnly !== null || !next}
          aria-pressed={chooses ? undefined : on}
          aria-label={`${box.name}, ${block.name}: ${state.name}, set ${sourceWords[from]}`}
          title={`${block.name}: ${state.name}, set ${sourceWords[from]}. Press for ${next?.name ?? ''}.`}
          onClick={() =>
            next &&
            commit({
              edit: 'setBlockState',
              arguments: { box: box.id, block: block.id, state: next.id, scope },
            })
          }
          className={`inline-flex min-h-6 items-center gap-1 rounded border px-1.5 font-mono text-xs ${
            on ? 'border-ink bg-ink text-on-ink' : 'border-hair bg-raised text-muted'
          }`}
        >
          {label}
          {chooses || state.mutes ? `: ${state.name}` : ''}
          <ScopeMark from={from} />
        </button>
      ))}
    </div>
  );
}
