import { createContext, use } from 'react';
import { useStore } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
import type { createPanel, PanelState } from './panel-store';

export type PanelStore = ReturnType<typeof createPanel>;

export const PanelContext = createContext<PanelStore | null>(null);

export function usePanelStore(): PanelStore {
  const store = use(PanelContext);
  if (!store) throw new Error('no panel is open');
  return store;
}

/** Fields of the open panel's state; drawn anew when one of them changes. */
export function usePanel<K extends keyof PanelState>(...names: readonly K[]): Pick<PanelState, K> {
  return useStore(
    usePanelStore(),
    useShallow(
      (state) => Object.fromEntries(names.map((name) => [name, state[name]])) as Pick<PanelState, K>,
    ),
  );
}
