import { describe, expect, test } from '@jest/globals';
import type { Rig } from '../model';
import { build, edited, fourCable, SOUND } from '../testing/build';
import { drawProfile } from './index';

const profile = (rig: Rig) =>
  drawProfile({ rig, setting: SOUND, route: 0, layer: 'latency', width: 1008, height: 176 });
const texts = (rig: Rig) => profile(rig).items.flatMap((item) => (item.type === 'text' ? [item] : []));

/** A four-cable rig whose unit takes so long from jack to jack; its signal passes it twice. */
const late = (tripMs: number) =>
  edited(fourCable(), {
    edit: 'setFigure',
    arguments: {
      box: 'multi-effects',
      at: { on: 'box', field: 'tripMs' },
      figure: { value: tripMs, source: 'manual' },
    },
  });

describe('the latency profile', () => {
  test('steps up at each trip through the converters, by as much as it takes, and is as late at the end', () => {
    const { stops, caption } = profile(late(2));
    expect(stops.map(({ part, label, words }) => [part.id, label, words])).toEqual([
      ['guitar', 'GUITAR', '0 ms'],
      ['multi-effects/send-1', 'MULTI', 'converters: 2 ms more, 2 ms in all'],
      ['multi-effects/out-1-l', 'MULTI', 'converters: 2 ms more, 4 ms in all'],
      ['cabinet', 'CABINET', '4 ms in all'],
    ]);
    const [start, first, second, end] = stops.map(({ y }) => y);
    expect(start! - first!).toBeGreaterThan(20);
    expect(first! - second!).toBeCloseTo(start! - first!);
    expect(end).toBe(second);
    expect(caption).toBe('4 ms in all, 2 converter trips; most in Multi-effects: 2 ms.');
  });

  test('its steps are named under them; its axis is in ms from 0 on', () => {
    const words = texts(late(2));
    const under = (x: number) => words.filter((item) => item.x === x).map(({ text }) => text);
    expect(profile(late(2)).stops.map(({ x }) => under(x))).toEqual([
      ['GUITAR', ''],
      ['MULTI', 'converters'],
      ['MULTI', 'converters'],
      ['CABINET', ''],
    ]);
    expect(words.filter(({ text }) => text === '+2')).toHaveLength(2);
    const axis = words.filter(({ anchor }) => anchor === 'end');
    expect(axis.map(({ text }) => text)).toEqual(['0', '1', '2', '3', '4 ms']);
    const [zero, ...rest] = axis.map(({ y }) => y);
    rest.forEach((y, i) => expect(zero! - y).toBeCloseTo((i + 1) * (zero! - rest[0]!)));
  });

  test('the limit of the house is drawn where the route comes near it, and said where it is passed', () => {
    const limit = (rig: Rig) => texts(rig).find(({ text }) => text === 'limit');
    expect(limit(late(2))).toBeUndefined();
    expect(limit(late(3))).toBeDefined();
    const over = profile(late(6));
    expect(over.caption).toMatch(/^12 ms in all, over the 10 ms of the house, /);
    expect(limit(late(6))!.y).toBeGreaterThan(over.stops.at(-1)!.y);
    expect(limit(late(6))!.y).toBeLessThan(over.stops[1]!.y);
  });

  test('what is guessed has its range said; a route that nothing delays says so', () => {
    expect(profile(fourCable()).caption).toMatch(/ It may be 1–6 ms\.$/);
    const plain = build('guitar, fuzz, combo', 'guitar/out > fuzz/in', 'fuzz/out > combo/input');
    expect(profile(plain)).toMatchObject({
      caption: 'Nothing on this route delays it: no converter, no digital link.',
    });
  });
});
