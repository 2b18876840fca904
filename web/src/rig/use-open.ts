import { createContext, use } from 'react';
import { useStore } from 'zustand';
import { useShallow } from 'zustand/react/shallow';
import type { OpenRig, OpenState } from './open-rig';

/** Holds the store of the open rig; the store itself never changes while the rig is open. */
export const OpenRigContext = createContext<OpenRig | null>(null);

/** The store of the open rig, for what is read when a key is pressed. Throws outside one. */
export function useOpenRig(): OpenRig {
  const store = use(OpenRigContext);
  if (!store) throw new Error('no rig is open here');
  return store;
}

/** Some fields of the open rig; drawn anew only when one of them changes. */
export function useOpen<K extends keyof OpenState>(...names: readonly K[]): Pick<OpenState, K> {
  return useStore(
    useOpenRig().shown,
    useShallow((state: OpenState) => {
      const some: Partial<Pick<OpenState, K>> = {};
      for (const name of names) some[name] = state[name];
      return some as Pick<OpenState, K>;
    }),
  );
}

/** What follows from the state of the open rig; drawn anew only when that changes. */
export const useOpenWith = <T>(read: (state: OpenState) => T): T => useStore(useOpenRig().shown, read);
