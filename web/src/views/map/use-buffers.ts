import { useEffect, useRef, useState } from 'react';
import type { Placing, PlacingStep, Stands } from '../../../../core/buffers';
import { count } from '../../../../core/units';
import { useOpenRig, useOpenWith } from '../../rig/use-open';
import { useNotice } from '../../store/app';
import { startSearch, type Search } from '../../worker/search';

type State = {
  readonly placing: Placing | null;
  /** Which document it is of, and in which night. */
  readonly turn: number;
  readonly variant: string | null;
  readonly step: PlacingStep | null;
  readonly fault: string | null;
};

const NONE: State = { placing: null, turn: -1, variant: null, step: null, fault: null };

/** The search for the places of buffers: begun by a press, and again when the rig has changed. */
export function useBuffers() {
  const store = useOpenRig();
  const turn = useOpenWith((state) => state.turn);
  const variant = useOpenWith(({ setting }) => setting.variant);
  const running = useRef<Search<unknown> | null>(null);
  const [state, setState] = useState<State>(NONE);

  const cancel = () => {
    const last = running.current;
    running.current = null;
    last?.cancel();
    setState((old) => ({ ...old, step: null }));
  };
  const begin = () => {
    running.current?.cancel();
    const { rig, setting, turn: of } = store.getState();
    const search = startSearch<Placing, PlacingStep>(
      (searches, told) => searches.buffers(rig, setting.variant, told),
      (step) => setState((old) => ({ ...old, step })),
    );
    running.current = search;
    setState((old) => ({ ...old, step: { looked: 0, of: 0 }, fault: null }));
    search.result.then(
      (placing) => setState({ ...NONE, placing, turn: of, variant: setting.variant }),
      (error: unknown) => {
        if (running.current !== search) return;
        const fault = error instanceof Error ? error.message : String(error);
        setState((old) => ({ ...old, step: null, fault }));
      },
    );
  };
  useEffect(
    () => () => {
      running.current?.cancel();
      running.current = null;
    },
    [],
  );

  /** Brings the buffers to a placement, as one step that is undone as one. */
  const take = async (name: string, stands: readonly Stands[]) => {
    const { analyst, setting, commit } = store.getState();
    const { say } = useNotice.getState();
    const answer = await analyst.ask<'placement'>({ kind: 'placement', variant: setting.variant, stands });
    if ('reason' in answer) return say(answer.reason, 'bad');
    if (answer.edits.length === 0) return say('The buffers stand so already.');
    const label = `Place buffers: ${name}`;
    if (commit({ edit: 'together', arguments: { label, edits: answer.edits } }) === null)
      say(`${label}, ${count(stands.length, 'buffer')}.`);
  };
  const behind = state.placing !== null && (state.turn !== turn || state.variant !== variant);
  return { ...state, behind, begin, cancel, take };
}
