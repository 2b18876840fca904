import { describe, expect, test } from '@jest/globals';
import { CATALOGUE } from '../../../../core/catalog';
import { itemFromKind } from '../../../../core/gear';
import type { GearDraft } from '../../store/db';
import { createPanel, troublesOf, unreadKey } from './panel-store';

function panel() {
  const kept: Omit<GearDraft, 'changed'>[] = [];
  const item = itemFromKind(
    CATALOGUE.find(({ id }) => id === 'fuzz')!,
    'own-fuzz',
  );
  const store = createPanel({ id: item.id, item, unread: {}, based: 2 }, false, (draft) => kept.push(draft));
  return { store, kept, item, at: store.getState };
}

describe('the state of a panel', () => {
  test('every edit is kept as a draft, undone and redone; one field written on end is one step', () => {
    const { kept, at, item } = panel();
    at().edit({ edit: 'add part', owner: '', list: 'jacks', template: 'output', panel: 'rear' });
    expect(at().selected).toBe('jacks/out-2');
    for (const value of ['D', 'DI', 'DIR'])
      at().edit({ edit: 'set field', address: 'jacks/out-2', path: 'label', value });
    expect(at().past.map(({ label }) => label)).toEqual(['Add OUT 2', 'Change OUT 2']);
    expect(kept.at(-1)).toMatchObject({ id: 'own-fuzz', based: 2 });
    expect(kept.at(-1)?.item.jacks.at(-1)?.label).toBe('DIR');
    at().undo();
    expect(at().item.jacks.at(-1)?.label).toBe('OUT 2');
    at().undo();
    expect(at().item).toEqual(item);
    expect(at().selected).toBe('');
    at().redo();
    at().redo();
    expect(at().item.jacks.at(-1)?.label).toBe('DIR');
    // A new edit forgets what was undone.
    at().undo();
    at().edit({ edit: 'add part', owner: '', list: 'blocks' });
    expect(at().future).toEqual([]);
  });

  test('an edit that changes nothing is no step', () => {
    const { at, kept } = panel();
    at().edit({ edit: 'move part', address: 'jacks/in', by: -1 });
    expect([at().past, kept, at().changed]).toEqual([[], [], false]);
  });

  test('a text that cannot be read is kept with its field and keeps the box off the shelf', () => {
    const { at, kept, item } = panel();
    at().setUnread(unreadKey('jacks/in', 'rIn'), 'loud');
    expect(kept.at(-1)?.unread).toEqual({ 'jacks/in#rIn': 'loud' });
    expect(troublesOf(item, at().unread).map(({ words }) => words)).toEqual([
      'IN, input impedance: what it says cannot be read.',
    ]);
    // With its part it goes: nobody can mend it there.
    expect(troublesOf(item, { 'jacks/gone#rIn': 'loud' })).toEqual([]);
    at().setUnread(unreadKey('jacks/in', 'rIn'), null);
    expect(at().unread).toEqual({});
    expect(troublesOf(item, {})).toEqual([]);
  });

  test('what is gone is not looked at any more: a removed part, a removed wiring', () => {
    const { at } = panel();
    at().edit({ edit: 'add part', owner: '', list: 'patches' });
    const other = at().item.patches.at(-1)!.id;
    at().show(other);
    expect([at().patch, at().selected]).toEqual([other, `patches/${other}`]);
    at().edit({ edit: 'remove part', address: `patches/${other}` });
    expect(at().patch).toBe('inside');
    at().beginWire('jacks/in');
    at().select('jacks/out');
    expect(at().wiringFrom).toBeNull();
  });

  test('on the shelf it is as it stands there, and what led to it is still to be undone', () => {
    const { at, item } = panel();
    at().edit({ edit: 'set field', address: '', path: 'name', value: 'Moth' });
    at().stored({ ...at().item, revision: 3 });
    expect([at().changed, at().based]).toEqual([false, 3]);
    at().undo();
    expect([at().item.name, at().changed]).toEqual([item.name, true]);
  });
});
