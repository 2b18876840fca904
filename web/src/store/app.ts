import { create } from 'zustand';
import { RigDatabase, type Preferences } from './db';

/** The one database of this address. */
export const database = new RigDatabase();

/** Tells this tab's records from another's. */
export const tabId = crypto.randomUUID();

export const now = (): string => new Date().toISOString();
export const today = (): string => now().slice(0, 10);

type PreferenceState = Omit<Preferences, 'key'> & {
  readonly set: (change: Partial<Omit<Preferences, 'key'>>) => void;
};

const dark = window.matchMedia('(prefers-color-scheme: dark)');

function showTheme(theme: Preferences['theme']) {
  const isDark = theme === 'dark' || (theme === 'system' && dark.matches);
  document.documentElement.dataset.theme = isDark ? 'dark' : 'light';
}

export const usePreferences = create<PreferenceState>((set, get) => ({
  theme: 'system',
  units: 'metres',
  set(change) {
    set(change);
    const { theme, units } = get();
    showTheme(theme);
    // A store that refuses preferences loses nothing that matters.
    database.preferences.put({ key: 'one', theme, units }).catch(() => undefined);
  },
}));

export async function loadPreferences(): Promise<void> {
  const stored = await database.preferences.get('one').catch(() => undefined);
  if (stored) usePreferences.setState({ theme: stored.theme, units: stored.units });
  showTheme(usePreferences.getState().theme);
  dark.addEventListener('change', () => showTheme(usePreferences.getState().theme));
}

export type Notice = { readonly text: string; readonly tone: 'plain' | 'bad' };

/** The one line that says what just happened, or why it did not. */
export const useNotice = create<{
  notice: Notice | null;
  say: (text: string, tone?: Notice['tone']) => void;
  clear: () => void;
}>((set) => ({
  notice: null,
  say: (text, tone = 'plain') => set({ notice: { text, tone } }),
  clear: () => set({ notice: null }),
}));
