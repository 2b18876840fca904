import { useEffect } from 'react';
import { create } from 'zustand';
import { newItemId } from '../../../core/gear';
import { database } from './app';
import { onTold, tellTabs } from './channel';
import { readGearShelf, type GearShelf } from './gear';
import { randomId } from './tab';
import { troubleWords } from './trouble';

type State = { readonly shelf: GearShelf | null; readonly fault: string | null };

/** The gear shelf as it is in the store, read once and again whenever it is told to be another. */
const useShelfState = create<State>(() => ({ shelf: null, fault: null }));

let listening = false;

async function look(): Promise<void> {
  try {
    useShelfState.setState({ shelf: await readGearShelf(database), fault: null });
  } catch (error) {
    useShelfState.setState({ fault: troubleWords(error) });
  }
}

/** One's own gear; null while it is being read. */
export function useGearShelf(): State {
  const state = useShelfState();
  useEffect(() => {
    if (listening) return;
    listening = true;
    onTold((message) => {
      if (message.kind === 'gear') void look();
    });
    void look();
  }, []);
  return state;
}

/** Tells every view and tab that the gear shelf is another. */
export const tellGear = (): void => tellTabs({ kind: 'gear', rig: null });

export const freshItemId = (name: string): string => newItemId(name, randomId().slice(0, 6));
