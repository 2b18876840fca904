import { createStore } from 'zustand/vanilla';
import {
  applyGearEdit,
  checkItem,
  partAt,
  troubleOf,
  troubleWords,
  type Address,
  type GearEdit,
  type GearItem,
  type Trouble,
} from '../../../../core/gear';
import type { GearDraft } from '../../store/db';

type Step = {
  readonly item: GearItem;
  readonly at: Address;
  readonly label: string;
  /** Edits of one field on end are one step. */
  readonly key: string | null;
};

export type PanelState = {
  readonly item: GearItem;
  readonly based: number;
  readonly unread: Readonly<Record<string, string>>;
  readonly past: readonly Step[];
  readonly future: readonly Step[];
  readonly selected: Address;
  /** The inner wiring that is drawn. */
  readonly patch: string;
  /** The part a wire is being laid from. */
  readonly wiringFrom: Address | null;
  /** Differs from what stands on the shelf. */
  readonly changed: boolean;
  readonly edit: (call: GearEdit) => void;
  readonly select: (address: Address) => void;
  readonly show: (patch: string) => void;
  readonly beginWire: (from: Address | null) => void;
  /** Keeps a text that stands for no value, or forgets the one that was kept. */
  readonly setUnread: (key: string, text: string | null) => void;
  readonly undo: () => void;
  readonly redo: () => void;
  readonly stored: (item: GearItem) => void;
};

export const unreadKey = (address: Address, path: string): string => `${address}#${path}`;

const keyOf = (call: GearEdit): string | null =>
  call.edit === 'set field'
    ? unreadKey(call.address, call.path)
    : call.edit === 'set figure'
      ? JSON.stringify(call.at)
      : null;

/** The state of one panel. @param changed whether the draft differs from the shelf @param keep stores the draft */
export function createPanel(
  draft: Omit<GearDraft, 'changed'>,
  changed: boolean,
  keep: (draft: Omit<GearDraft, 'changed'>) => void,
) {
  return createStore<PanelState>((set, get) => {
    const put = (next: Partial<PanelState>) => {
      set({ changed: true, ...next });
      const { item, unread, based } = get();
      keep({ id: item.id, item, unread, based });
    };
    /** What is shown must be there: a part that is gone is not selected any more. */
    const settled = (item: GearItem, at: Address): Partial<PanelState> => {
      const { patch } = get();
      return {
        item,
        selected: partAt(item, at) ? at : '',
        patch: item.patches.some(({ id }) => id === patch) ? patch : item.patch,
      };
    };
    const swap = (from: 'past' | 'future', to: 'past' | 'future') => {
      const state = get();
      const step = state[from].at(-1);
      if (!step) return;
      const back: Step = { item: state.item, at: state.selected, label: step.label, key: null };
      put({
        ...settled(step.item, step.at),
        [from]: state[from].slice(0, -1),
        [to]: [...state[to], back],
        wiringFrom: null,
      });
    };
    return {
      item: draft.item,
      based: draft.based,
      unread: draft.unread,
      past: [],
      future: [],
      selected: '',
      patch: draft.item.patch,
      wiringFrom: null,
      changed,
      edit(call) {
        const { item, past, selected } = get();
        const next = applyGearEdit(item, call);
        if (next.item === item) return;
        const key = keyOf(call);
        const last = past.at(-1);
        const step: Step = { item, at: selected, label: next.label, key };
        const isOne = key !== null && last?.key === key;
        // A field or figure that is written leaves the view where it is.
        const at = call.edit === 'set field' || call.edit === 'set figure' ? selected : next.at;
        put({ ...settled(next.item, at), past: isOne ? past : [...past, step], future: [] });
      },
      select: (selected) => set({ selected, wiringFrom: null }),
      show: (patch) => set({ patch, selected: `patches/${patch}` }),
      beginWire: (wiringFrom) => set({ wiringFrom }),
      setUnread(key, text) {
        const { unread } = get();
        const { [key]: was, ...others } = unread;
        if (was === (text ?? undefined)) return;
        put({ unread: text === null ? others : { ...others, [key]: text } });
      },
      undo: () => swap('past', 'future'),
      redo: () => swap('future', 'past'),
      stored: (item) => set({ item, based: item.revision, unread: {}, changed: false }),
    };
  });
}

/** Everything that keeps the item off the shelf: what its fields cannot read, and what must hold and does not. */
export function troublesOf(item: GearItem, unread: PanelState['unread']): readonly Trouble[] {
  const checked = checkItem(item);
  const texts = Object.keys(unread).flatMap((key): Trouble[] => {
    const [address = '', field = ''] = key.split('#');
    const reason = 'what it says cannot be read';
    if (!partAt(item, address)) return [];
    return [{ address, field, reason, words: troubleWords(item, address, field, reason) }];
  });
  const problems = checked.ok ? [] : checked.problems;
  return [...texts, ...problems.map((problem) => troubleOf(item, problem))];
}
