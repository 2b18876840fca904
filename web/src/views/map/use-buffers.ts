import type { More, Placing, Stands } from '../../../../core/buffers';
import { count } from '../../../../core/units';
import { useOpenRig } from '../../rig/use-open';
import { useNotice } from '../../store/app';
import { useSearch } from '../../worker/use-search';

/** The search for the places of buffers. */
export function useBuffers() {
  const store = useOpenRig();
  const { found: placing, ...search } = useSearch<Placing>((searches, rig, variant, told) =>
    searches.buffers(rig, variant, told),
  );
  /** Brings the buffers to a placement, with what is bought for it, as one step that is undone as one. */
  const take = async (name: string, stands: readonly Stands[], wares: More['wares'] = []) => {
    const { analyst, setting, commit } = store.getState();
    const { say } = useNotice.getState();
    const answer = await analyst.ask<'placement'>({
      kind: 'placement',
      variant: setting.variant,
      stands,
      wares,
    });
    if ('reason' in answer) return say(answer.reason, 'bad');
    if (answer.edits.length === 0) return say('The buffers stand so already.');
    const label = wares.length > 0 ? `Add and place: ${name}` : `Place buffers: ${name}`;
    if (commit({ edit: 'together', arguments: { label, edits: answer.edits } }) === null)
      say(`${label}, ${count(stands.length, 'buffer')}.`);
  };
  return { ...search, placing, take };
}
