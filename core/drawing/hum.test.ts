// Layer Hum on the map and in the profile.
import { describe, expect, test } from '@jest/globals';
import { namedLoops } from '../hum';
import { inNight } from '../model';
import { build } from '../testing/build';
import { drawMap, drawProfile } from './index';
import type { Item } from './primitives';

describe('layer Hum', () => {
  const rig = build(
    'guitar, unit, valve head, cab 16, desk',
    'guitar/out > multi-effects/input',
    'multi-effects/out-1-l > valve-head/return',
    'multi-effects/out-1-r > desk/ch-1',
    'valve-head/spk-16 = cabinet/in',
  );
  const setting = { variant: null, sound: 'sound-1' };
  const drawn = (more: Partial<Parameters<typeof drawMap>[0]>) =>
    drawMap({
      rig,
      setting,
      layer: 'hum',
      width: 1008,
      level: 'fit',
      leastHeight: 548,
      view: { open: [], names: 'few', marks: {} },
      ...more,
    });
  const quantityOf = (items: readonly Item[], id: string) =>
    items.flatMap((item) => (item.type === 'path' && item.part?.id === id ? [item.quantity] : []))[0];

  test('leads weigh by their share of the hum at the end of the route that is told of', () => {
    const [head, desk] = [0, 1].map((route) => drawn({ route }).items);
    expect(quantityOf(head!, 'lead-2')).toBe(4);
    expect(quantityOf(head!, 'lead-3')).toBe(0);
    expect(quantityOf(desk!, 'lead-3')).toBeGreaterThan(0);
    expect(head!.some((item) => item.type === 'sleeve' && item.text === '2: 100%')).toBe(true);
  });

  test('a loop is closed by what joins its boxes beside the leads', () => {
    const [{ key } = { key: '' }] = namedLoops(inNight(rig, null));
    const words = (loop: string | null) =>
      drawn({ loop }).items.flatMap((item) =>
        item.type === 'text' && item.tone === 'caution' ? [item.text] : [],
      );
    expect(words(key)).toEqual(['earths']);
    expect(words(null)).toEqual([]);
    expect(words('gone')).toEqual([]);
  });

  test('an opened shield is marked at the end where it is open', () => {
    const bars = (end: 'from' | 'to') => {
      const leads = rig.leads.map((lead) =>
        lead.id === 'lead-2' ? { ...lead, break: { kind: 'lift' as const, end } } : lead,
      );
      return drawn({ rig: { ...rig, leads } }).items.flatMap((item) =>
        item.type === 'rule' && item.part?.id === 'lead-2' ? [item.from.x] : [],
      );
    };
    expect(bars('from')).toHaveLength(2);
    expect(bars('to')).toHaveLength(2);
    expect(Math.min(...bars('to'))).toBeGreaterThan(Math.max(...bars('from')));
  });

  test('the profile tells signal, hum so far and the pickup’s own, the limit beside them', () => {
    const profile = drawProfile({ rig, setting, route: 0, layer: 'hum', width: 900, height: 200 });
    const words = profile.items.flatMap((item) => (item.type === 'text' ? [item.text] : []));
    for (const name of ['signal', 'hum', 'pickup', 'limit']) expect(words).toContain(name);
    expect(profile.caption).toMatch(/^Hum of the grounds is \d+ dB under the signal/);
    expect(profile.stops.at(-1)!.words).toMatch(
      /hum .*, \d+ dB under the signal, the pickup’s own \d+ dB under it/,
    );
  });
});
