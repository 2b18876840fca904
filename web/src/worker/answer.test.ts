import { describe, expect, test } from '@jest/globals';
import { applyEdit } from '../../../core/edits';
import { edited, fourCable as plainFour } from '../../../core/testing/build';
import { answer } from './answer';
import type { Kind, QueryOf, ResultOf } from './queries';
import { MAP } from './testing';
import type { Rig } from '../../../core/model';

const ask = <K extends Kind>(rig: Rig, query: QueryOf<K>) => answer(rig, query) as ResultOf<K>;
/** Good cable in front: nothing is found. */
const fourCable = () =>
  edited(plainFour(), { edit: 'setCable', arguments: { id: 'lead-2', faradPerM: 60e-12 } });
const setting = { variant: null, sound: 'sound-1' };
const sound = { variant: null, sound: 'sound-1' } as const;
const spoiled = () =>
  edited(fourCable(), {
    edit: 'exchangeEnds',
    arguments: { a: { lead: 'lead-3', side: 'from' }, b: { lead: 'lead-5', side: 'from' } },
  });

describe('what the worker answers', () => {
  test('the map comes with the marks of what is found in the sound in force', () => {
    const drawing = ask<'map'>(spoiled(), MAP);
    const marks = drawing.items.flatMap((item) => (item.type === 'path' && item.mark ? [item.part?.id] : []));
    expect(marks).toEqual(expect.arrayContaining(['lead-3', 'lead-5']));
    expect(drawing.height).toBeGreaterThanOrEqual(540);
    expect(ask<'map'>(fourCable(), MAP).items.some((item) => 'mark' in item && item.mark)).toBe(false);
  });

  test('a draft of the map is the map without the marks: nothing else lies otherwise', () => {
    const unmarked = (drawing: ResultOf<'map'>) =>
      JSON.parse(
        JSON.stringify(drawing, (key, value: unknown) => (key === 'mark' ? undefined : value)),
      ) as unknown;
    const draft = ask<'map'>(spoiled(), { ...MAP, unmarked: true });
    expect(draft.items.some((item) => 'mark' in item && item.mark)).toBe(false);
    expect(unmarked(draft)).toEqual(unmarked(ask<'map'>(spoiled(), MAP)));
  });

  test('a finding by its key has the cure that takes it away', () => {
    const rig = spoiled();
    const [line] = ask<'findings'>(rig, { kind: 'findings', ...sound });
    const cure = ask<'cure'>(rig, { kind: 'cure', ...sound, key: line!.key })!;
    expect(cure.label).toBe('Exchange the plugs of lead 3 and lead 5');
    expect(ask<'findings'>(applyEdit(rig, cure.edit).rig, { kind: 'findings', ...sound })).toEqual([]);
    expect(ask<'cure'>(rig, { kind: 'cure', ...sound, key: 'gone' })).toBeNull();
  });

  test('routes, the way as text and the profile are of one route', () => {
    const rig = fourCable();
    expect(ask<'routes'>(rig, { kind: 'routes', setting }).map((r) => r.name)).toEqual(['Guitar → Cabinet']);
    expect(ask<'route'>(rig, { kind: 'route', setting, route: 0 }).at(-1)!.title).toBe('CABINET · Cabinet');
    const profile = ask<'profile'>(rig, {
      kind: 'profile',
      held: null,
      open: null,
      levels: 'dBu',
      layer: 'signal',
      setting,
      route: 0,
      width: 900,
      height: 150,
    });
    expect(profile.stops.at(-1)!.label).toBe('CABINET');
    expect(ask<'route'>(rig, { kind: 'route', setting, route: 9 })).toEqual([]);
  });

  test('everything that crosses can be cloned', () => {
    const rig = spoiled();
    const queries = [
      MAP,
      { kind: 'findings', ...sound },
      { kind: 'assumed' },
      { kind: 'sheet', variant: null, unit: 'feet' },
      { kind: 'svg', setting, unit: 'metres' },
      { kind: 'plugging', variant: null, hand: { kind: 'new', at: { box: 'guitar', jack: 'out' } } },
    ] as const;
    for (const query of queries) {
      const result = answer(rig, query);
      expect(structuredClone(result)).toEqual(result);
    }
  });

  test('all sounds are answered as the rest state', () => {
    const all = { variant: null, sound: 'all' };
    expect(ask<'routes'>(fourCable(), { kind: 'routes', setting: all })).toHaveLength(1);
    expect(ask<'map'>(fourCable(), { ...MAP, setting: all }).items.length).toBeGreaterThan(40);
  });
});
