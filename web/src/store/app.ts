import { create } from 'zustand';
import { RigDatabase, type Preferences } from './db';

/** The one database of this address. */
export const database = new RigDatabase();

export const now = (): string => new Date().toISOString();
export const today = (): string => now().slice(0, 10);

type Chosen = Required<Omit<Preferences, 'key'>>;

type PreferenceState = Chosen & {
  /** In force at once; resolves when it is stored, or was refused. */
  readonly set: (change: Partial<Chosen>) => Promise<void>;
};

const dark = window.matchMedia('(prefers-color-scheme: dark)');

function showTheme(theme: Preferences['theme']) {
  const isDark = theme === 'dark' || (theme === 'system' && dark.matches);
  document.documentElement.dataset.theme = isDark ? 'dark' : 'light';
}

export const usePreferences = create<PreferenceState>((set, get) => ({
  theme: 'system',
  units: 'metres',
  levels: 'dBu',
  paper: 'a4',
  keys: true,
  house: null,
  async set(change) {
    set(change);
    const { theme, units, levels, paper, keys, house } = get();
    showTheme(theme);
    // A store that refuses preferences loses nothing that matters.
    await database.preferences
      .put({ key: 'one', theme, units, levels, paper, keys, house })
      .catch(() => undefined);
  },
}));

/** @param readable whether the store may be asked; else the system's ways are followed */
export async function loadPreferences(readable: boolean): Promise<void> {
  const stored = readable ? await database.preferences.get('one').catch(() => undefined) : undefined;
  if (stored) {
    const { theme, units, levels = 'dBu', paper = 'a4', keys = true, house = null } = stored;
    usePreferences.setState({ theme, units, levels, paper, keys, house });
  }
  showTheme(usePreferences.getState().theme);
  dark.addEventListener('change', () => showTheme(usePreferences.getState().theme));
}

/** `link`: where the notice leads, if anywhere. */
export type Notice = {
  readonly text: string;
  readonly tone: 'plain' | 'bad';
  readonly link?: { readonly words: string; readonly to: string };
};

/** The one line that says what just happened, or why it did not. */
export const useNotice = create<{
  notice: Notice | null;
  say: (text: string, tone?: Notice['tone'], link?: Notice['link']) => void;
  clear: () => void;
}>((set) => ({
  notice: null,
  say: (text, tone = 'plain', link) => set({ notice: { text, tone, ...(link ? { link } : {}) } }),
  clear: () => set({ notice: null }),
}));
