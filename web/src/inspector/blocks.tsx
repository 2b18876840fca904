import type { Box } from '../../../core/model';
import { resolve, type StateSource } from '../../../core/signal';
import { Button } from '../parts/button';
import { Ways } from '../parts/field';
import { useOpen } from '../rig/use-open';
import { Section } from './section';

/** Says where a value in force comes from, and takes it back to the layer below. */
export function FromLayer({ from, onBack }: { from: StateSource; onBack: () => void }) {
  const { sound, scope, readOnly } = useOpen('sound', 'scope', 'readOnly');
  if (from === 'rest' || scope.layer === 'rest') return null;
  return (
    <span className="flex items-center gap-1 text-xs text-select">
      set in {sound?.name}
      <Button look="quiet" className="min-h-6 px-1.5 text-xs" disabled={readOnly !== null} onClick={onBack}>
        back to rest
      </Button>
    </span>
  );
}

/** The states of a box's blocks: on and off, channels. */
export function Blocks({ box }: { box: Box }) {
  const { rig, setting, scope, readOnly, commit } = useOpen('rig', 'setting', 'scope', 'readOnly', 'commit');
  const resolved = resolve(rig, setting);
  // A twin on another leg is on the switch of its original.
  const blocks = box.blocks.filter((block) => block.states.length > 1 && block.twinOf === undefined);
  const hasTwin = (id: string) => box.blocks.some((block) => block.twinOf === id);
  if (blocks.length === 0) return null;
  return (
    <Section title="State" open>
      {blocks.map((block) => {
        const { state, from } = resolved.blockState(box, block);
        const set = (to: string | null) =>
          commit({ edit: 'setBlockState', arguments: { box: box.id, block: block.id, state: to, scope } });
        return (
          <div key={block.id} className="flex flex-wrap items-center justify-between gap-x-2 gap-y-1">
            <span className="text-sm">
              {block.name}
              {hasTwin(block.id) ? <span className="text-xs text-muted"> on both legs</span> : null}
            </span>
            <Ways
              label={`State of ${block.name}`}
              value={state.id}
              disabled={readOnly !== null}
              options={block.states.map((s) => ({ value: s.id, label: s.name }))}
              onChange={set}
            />
            <FromLayer from={from} onBack={() => set(null)} />
          </div>
        );
      })}
    </Section>
  );
}
