import type { KeyboardEvent } from 'react';
import { idOf, kindOfPart, listOf } from '../../../../core/gear';
import { usePanelStore } from './panel-context';

/** What the keys of the panel do, as its foot says. */
export const KEYS: readonly (readonly [string, string])[] = [
  ['Arrows', 'from part to part'],
  ['Alt + ← →', 'earlier, later in printed order'],
  ['Alt + ↑ ↓', 'to the rear, to the front'],
  ['J', 'jack behind this one'],
  ['B', 'block'],
  ['K', 'knob'],
  ['W', 'wire from here'],
  ['Delete', 'remove'],
];

/** Acts of the panel by key; they hold while the panel has the focus. */
export function usePanelKeys(): (event: KeyboardEvent) => void {
  const store = usePanelStore();
  return (event) => {
    const { item, selected, wiringFrom, edit, beginWire } = store.getState();
    const kind = kindOfPart(selected);
    const isMovable = ['jack', 'block', 'control'].includes(kind);
    const panel = item.jacks.find(({ id }) => id === idOf(selected))?.panel;
    const done = () => event.preventDefault();
    if (event.key === 'Escape' && wiringFrom !== null) {
      done();
      beginWire(null);
      return;
    }
    if (event.altKey && isMovable && (event.key === 'ArrowLeft' || event.key === 'ArrowRight')) {
      done();
      edit({ edit: 'move part', address: selected, by: event.key === 'ArrowLeft' ? -1 : 1 });
      return;
    }
    if (event.altKey && kind === 'jack' && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      done();
      const value = event.key === 'ArrowUp' ? 'rear' : 'front';
      if (value !== panel) edit({ edit: 'set field', address: selected, path: 'panel', value });
      return;
    }
    if (event.altKey || event.ctrlKey || event.metaKey) return;
    switch (event.key) {
      case 'j':
        done();
        edit({
          edit: 'add part',
          owner: '',
          list: 'jacks',
          panel: panel ?? 'rear',
          ...(kind === 'jack' ? { after: idOf(selected) } : {}),
        });
        break;
      case 'b':
        done();
        edit({ edit: 'add part', owner: '', list: 'blocks' });
        break;
      case 'k':
        done();
        edit({ edit: 'add part', owner: '', list: 'controls' });
        break;
      case 'w':
        done();
        if (kind === 'jack' || kind === 'block') beginWire(selected);
        break;
      case 'Delete':
      case 'Backspace':
        done();
        if (selected !== '' && listOf(selected) !== 'patches')
          edit({ edit: 'remove part', address: selected });
    }
  };
}
