import type { RouteLine } from '../../../core/drawing';
import type { Block, Box, Rig } from '../../../core/model';
import { resolve, type Layer } from '../../../core/signal';
import { useOpen } from '../rig/use-open';
import { useAnalysis } from '../worker/use-analysis';

/** Blocks that a press changes: on and off, or the channels of a preamp. Twins go with their originals. */
const switchable = (block: Block) => block.states.length > 1 && block.twinOf === undefined;

type Entry = { readonly box: Box; readonly block: Block };

/** Blocks that the route meets, in its order, then the rest by box. */
function entriesOf(rig: Rig, lines: readonly RouteLine[]): readonly Entry[] {
  const all = rig.boxes.flatMap((box) => box.blocks.map((block) => ({ box, block })));
  const met = lines.flatMap((line) => line.parts.flatMap((part) => (part.type === 'block' ? [part.id] : [])));
  const rank = ({ box, block }: Entry) => {
    const at = met.indexOf(`${box.id}/${block.id}`);
    return at < 0 ? met.length : at;
  };
  return all
    .filter(({ block }) => switchable(block))
    .map((entry, i) => ({ entry, i }))
    .sort((a, b) => rank(a.entry) - rank(b.entry) || a.i - b.i)
    .map(({ entry }) => entry);
}

const sourceWords: Record<Layer, string> = {
  rest: 'at rest',
  variant: 'in this variant',
  sound: 'in this sound',
};

/** A small mark for what the sound sets for itself. */
function ScopeMark({ from }: { from: Layer }) {
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
  const resolved = resolve(rig, setting);
  const { value: lines } = useAnalysis<'route'>({ kind: 'route', setting, route: 0 }, 'route of the strip');
  const entries = entriesOf(rig, lines ?? []);
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
