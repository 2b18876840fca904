// Layer Power: feeds in words, tables of outlets, and how full everything is.
import { expect, test } from '@jest/globals';
import type { Rig } from '../model';
import { build, edited, plugged } from '../testing/build';
import { fedRig } from '../testing/supplies';
import { drawMap, drawProfile, type MapDrawing } from './index';

const draw = (rig: Rig, layer: 'power', more: Partial<Parameters<typeof drawMap>[0]> = {}): MapDrawing =>
  drawMap({
    rig,
    setting: { variant: null, sound: rig.sounds[0]!.id },
    layer,
    width: 1008,
    level: 'fit',
    leastHeight: 548,
    view: { open: [], names: 'few', marks: {} },
    ...more,
  });

const wordsOf = (drawing: ReturnType<typeof draw>) =>
  drawing.items.flatMap((item) => (item.type === 'text' || item.type === 'sleeve' ? [item.text] : []));

test('each plate tells its feed, the supply is the table of its outlets with a bar of what is drawn of each', () => {
  const rig = fedRig(
    [{ outlets: [{ milliamps: 100 }, { milliamps: 100 }, { milliamps: 100 }] }],
    [
      { milliamps: 50, at: 'supply/out-1' },
      { milliamps: 150, at: 'supply/out-2' },
    ],
  );
  const drawing = draw(rig, 'power');
  const words = wordsOf(drawing);
  expect(words).toEqual(expect.arrayContaining(['P1 50 / 100 mA', 'P2 150 / 100 mA', 'free 100 mA']));
  const bars = drawing.items.flatMap((item) =>
    item.type === 'path' && item.part?.type === 'jack'
      ? [[item.part.id, Math.abs(item.points[1]!.x - item.points[0]!.x), item.tone] as const]
      : [],
  );
  const [half, full] = bars;
  expect(bars.map(([id, , tone]) => [id, tone])).toEqual([
    ['supply/out-1', 'ink'],
    ['supply/out-2', 'danger'],
  ]);
  expect(half![1] / full![1]).toBeCloseTo(0.5, 6);
});

test('a plate in the sound has the current it draws and the outlet it is in; the lead of what is chosen is drawn whole', () => {
  const rig = plugged(
    build('guitar, od, combo, supply', 'guitar/out > overdrive/in', 'overdrive/out > combo/input'),
    'supply/out-3 > overdrive/dc',
  );
  const wired: Rig = {
    ...rig,
    leads: rig.leads.map((lead) => (lead.number === 3 ? { ...lead, kind: 'dc' } : lead)),
  };
  expect(wordsOf(draw(wired, 'power'))).toEqual(expect.arrayContaining(['10 mA', '3 SUPPLY 3']));
  const long = (...shown: string[]) =>
    draw(wired, 'power', { view: { open: [], names: 'few', marks: {}, shown } }).items.flatMap((item) =>
      item.type === 'path' && item.part?.id === 'lead-3' && item.points.length > 2 ? [item] : [],
    ).length;
  expect([long(), long('box:overdrive'), long('box:guitar')]).toEqual([0, 1, 0]);
  // Of a supply its leads, of one outlet its own.
  expect([long('jack:supply/out-3'), long('jack:supply/out-2'), long('lead:lead-3')]).toEqual([1, 0, 1]);
});

test('the profile has a column for everything with a rating, the fullest first, and says the worst', () => {
  const rig = fedRig(
    [{ total: 1000, outlets: [{ milliamps: 100 }, { milliamps: 200 }] }],
    [
      { milliamps: 50, at: 'supply/out-1' },
      { milliamps: 250, at: 'supply/out-2' },
    ],
  );
  const profile = drawProfile({
    rig,
    setting: { variant: null, sound: rig.sounds[0]!.id },
    route: 0,
    layer: 'power',
    width: 1008,
    height: 176,
  });
  expect(profile.stops.map(({ words }) => words)).toEqual([
    'SUPPLY OUT 2: 250 of 200 mA, 125 %',
    'SUPPLY OUT 1: 50 of 100 mA, 50 %',
    'SUPPLY in all: 300 of 1000 mA, 30 %',
  ]);
  expect(profile.caption).toBe('SUPPLY OUT 2: 250 of 200 mA, 125 %; 1 over its rating.');
  const bars = profile.items.flatMap((item) => (item.type === 'plate' ? [[item.h, item.mark] as const] : []));
  expect(bars.map(([, mark]) => mark)).toEqual(['fault', undefined, undefined]);
  expect(bars[1]![0] / bars[2]![0]).toBeCloseTo(50 / 30, 1);
});

test('outlets of the stage are a plate at the foot of their place; a plug in one is drawn for what is pointed at', () => {
  const rig = build('guitar, combo, desk', 'guitar/out > combo/input');
  const outlet = { id: 'w', name: 'Wing wall', circuit: 'c', group: '', place: 'backline' };
  const free = { ...outlet, id: 'f', name: 'Far wall', place: 'desk' };
  const mains = {
    circuits: [{ id: 'c', name: 'A', amps: 16 }],
    outlets: [outlet, free],
    earthDifferences: [],
  };
  const staged = edited(
    rig,
    { edit: 'setMains', arguments: { mains } },
    { edit: 'setWallOutlet', arguments: { box: 'combo', jack: 'mains', outlet: 'w' } },
  );
  const words = wordsOf(draw(staged, 'power'));
  expect(words).toEqual(expect.arrayContaining(['Wing wall', 'Far wall', 'free']));
  expect(words).toContainEqual(expect.stringMatching(/^COMBO 90/));
  expect(words.filter((word) => /^Mains( outlets)?$/.test(word))).toHaveLength(2);
  const own = (...shown: string[]) =>
    draw(staged, 'power', { view: { open: [], names: 'few', marks: {}, shown } }).items.filter(
      (item) => item.type === 'path' && !item.part && item.tone === 'ink',
    ).length;
  expect([own(), own('box:combo'), own('jack:combo/mains'), own('box:desk')]).toEqual([0, 1, 1, 0]);
});
