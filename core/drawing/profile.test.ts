import { describe, expect, test } from '@jest/globals';
import { trace } from '../signal';
import { build, edited, fourCable, SOUND } from '../testing/build';
import { drawProfile } from './index';
import { routeLines, routeNames } from '../routes';
import type { Rig } from '../model';

const profile = (rig: Rig, width = 1008) =>
  drawProfile({ rig, setting: SOUND, route: 0, width, height: 176 });
const set = (rig: Rig, box: string, block: string, state: string) =>
  edited(rig, {
    edit: 'setBlockState',
    arguments: { box, block, state, scope: { layer: 'rest' } },
  });
const board = () =>
  build(
    'guitar, fuzz, od, od, combo',
    'guitar/out > fuzz/in',
    'fuzz/out > overdrive/in',
    'overdrive/out > overdrive-2/in',
    'overdrive-2/out > combo/input',
  );

describe('the profile of a route', () => {
  test('has a stop for every section passed, a loop block twice', () => {
    const stops = profile(fourCable()).stops;
    expect(stops.map((s) => s.part.id)).toEqual(
      trace(fourCable(), SOUND).paths[0]!.sections.map((s) => `${s.box.id}/${s.block.id}`),
    );
    expect(stops.filter((s) => s.part.id === 'multi-effects/loop-1')).toHaveLength(2);
  });

  test('a jack belongs to the stop of its own box', () => {
    const at = (id: string) =>
      profile(fourCable()).stops.find((s) => s.parts.some((p) => p.type === 'jack' && p.id === id))!.part.id;
    expect([at('multi-effects/send-1'), at('valve-head/input')]).toEqual([
      'multi-effects/loop-1',
      'valve-head/preamp',
    ]);
  });

  test('stands lower ahead of the preamp than after it', () => {
    const drawing = profile(fourCable());
    const y = (id: string, nth = 0) =>
      drawing.items.filter((item) => item.type === 'jack' && item.part.id === id)[nth] as { y: number };
    expect(y('guitar/pickups').y).toBeGreaterThan(y('valve-head/preamp').y);
    expect(y('valve-head/preamp').y).toBeGreaterThan(y('valve-head/power').y);
    expect(y('multi-effects/loop-1', 0).y).toBeGreaterThan(y('multi-effects/loop-1', 1).y);
  });

  test('folds neighbours that are out of the way, and names them', () => {
    const rig = board();
    const last = rig.boxes.find((box) => box.id === 'overdrive-2')!;
    const on = set(rig, last.id, last.blocks[0]!.id, 'on');
    const stops = profile(on).stops;
    expect(stops.map((s) => s.label).slice(1, 3)).toEqual(['2 off', last.tag]);
    expect(stops[1]!.words).toBe(`${rig.boxes[1]!.tag}, ${rig.boxes[2]!.tag}`);
    expect(stops[1]!.parts).toContainEqual({ type: 'lead', id: 'lead-2' });
    expect(profile(rig).stops[1]!.label).toBe('3 off');
  });

  test('is never narrower than 48 px a step', () => {
    const drawing = profile(fourCable(), 300);
    const xs = drawing.stops.map((s) => s.x);
    for (let i = 1; i < xs.length; i += 1) expect(xs[i]! - xs[i - 1]!).toBeGreaterThanOrEqual(48);
    expect(drawing.width).toBeGreaterThan(300);
  });

  test('draws two lines where the signal is stereo', () => {
    const mono = profile(board()).items.filter((item) => item.type === 'path').length;
    expect(mono).toBe(profile(board()).stops.length - 1);
    const unit = profile(fourCable());
    expect(unit.items.filter((item) => item.type === 'path').length).toBeGreaterThan(unit.stops.length - 1);
    expect(unit.caption).toMatch(/Stereo goes on in mono from Valve head/);
  });

  test.each([1e6, -1e6, 1e300, 400])('a peak of %d dBu is drawn within the paper, on few lines', (dbu) => {
    const rig = edited(fourCable(), {
      edit: 'setFigure',
      arguments: {
        box: 'guitar',
        at: { on: 'pickup', block: 'pickups', pickup: 'bridge', field: 'peakDbu' },
        figure: { value: dbu, source: 'manual' },
      },
    });
    const drawing = drawProfile({ rig, setting: SOUND, route: 0, layer: 'level', width: 900, height: 170 });
    expect(drawing.items.filter((item) => item.type === 'rule' && item.dashed).length).toBeLessThanOrEqual(7);
    for (const item of drawing.items)
      for (const { y } of item.type === 'path' ? item.points : [])
        expect(y >= 0 && y <= drawing.height).toBe(true);
    expect(drawing.stops.length).toBeGreaterThan(5);
  });

  test('an order of which nothing is heard is drawn all the same, from its instrument on', () => {
    const drawing = profile(build('guitar, fuzz, combo', 'guitar/out = fuzz/in'));
    expect(drawing.stops.map(({ label }) => label)).toEqual(['GUITAR', 'FUZZ']);
    expect(drawing.caption).toBe('Nothing is heard by it in this sound.');
    expect(drawing.beside.map(({ tag }) => tag)).toEqual(['COMBO']);
    expect(profile(build('fuzz')).stops).toEqual([]);
  });
});

describe('the route as text', () => {
  test('boxes with their states, leads with number and printed jacks', () => {
    const lines = routeLines(fourCable(), trace(fourCable(), SOUND).paths[0]!);
    expect(lines.map((line) => line.title).slice(0, 5)).toEqual([
      'GUITAR · Guitar',
      'lead 1',
      'FUZZ · Fuzz',
      'lead 2',
      'MULTI · Multi-effects',
    ]);
    expect(lines[3]!.words).toBe('OUT → INPUT');
    expect(lines.filter((line) => line.type === 'lead')).toHaveLength(6);
    expect(lines[4]!.words).toContain('Loop 1 on');
  });

  test('routes are named by their ends, twins by a lead of their own', () => {
    expect(routeNames(fourCable(), SOUND).map((r) => r.name)).toEqual(['Guitar → Cabinet']);
  });
});
