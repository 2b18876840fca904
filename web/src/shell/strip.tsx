import type { Block, Box } from '../../../core/rig';
import { resolve, trace, type Layer } from '../../../core/signal';
import { useCommit, useRig } from '../rig/context';

/** Blocks that a press changes: on and off, or the channels of a preamp. */
const switchable = (block: Block) => block.states.length > 1;

type Entry = { readonly box: Box; readonly block: Block };

/** In the order of the route first, then the rest by box. */
function entriesOf(
  rig: ReturnType<typeof useRig>['rig'],
  setting: ReturnType<typeof useRig>['setting'],
): readonly Entry[] {
  const onRoute = trace(rig, setting).paths.flatMap((path) =>
    path.sections.map(({ box, block }) => ({ box, block })),
  );
  const rest = rig.boxes.flatMap((box) => box.blocks.map((block) => ({ box, block })));
  const seen = new Set<string>();
  return [...onRoute, ...rest].filter(({ box, block }) => {
    const key = `${box.id}/${block.id}`;
    if (seen.has(key) || !switchable(block)) return false;
    seen.add(key);
    return true;
  });
}

const sourceWords: Record<Layer, string> = {
  rest: 'at rest',
  variant: 'in this variant',
  sound: 'in this sound',
};

/** A small mark for what the sound sets for itself. */
export function ScopeMark({ from }: { from: Layer }) {
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
  const { rig, setting, scope, sound, readOnly } = useRig();
  const commit = useCommit();
  const resolved = resolve(rig, setting);
  const entries = entriesOf(rig, setting);
  if (entries.length === 0) return null;
  return (
    <div
      role="toolbar"
      aria-label={`On and off in ${sound?.name ?? 'all sounds'}`}
      className="flex min-h-8 flex-wrap items-center gap-1 border-b border-hair bg-sheet px-4 py-1"
    >
      <span className="pr-1 text-xs text-muted">{sound?.name ?? 'At rest'}:</span>
      {entries.map(({ box, block }) => {
        const { state, from } = resolved.blockState(box, block);
        const on = state.id !== 'off';
        const next = block.states[(block.states.indexOf(state) + 1) % block.states.length];
        const channels = !block.states.some((s) => s.id === 'off');
        const label = box.blocks.filter(switchable).length > 1 ? `${box.tag} ${block.name}` : box.tag;
        return (
          <button
            key={`${box.id}/${block.id}`}
            type="button"
            disabled={readOnly !== null || !next}
            aria-pressed={channels ? undefined : on}
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
            {channels || state.mutes ? `: ${state.name}` : ''}
            <ScopeMark from={from} />
          </button>
        );
      })}
    </div>
  );
}
