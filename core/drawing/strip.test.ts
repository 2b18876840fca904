import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { gapsOf, readingsIn, stopsOf } from '../chain';
import { inNight, type Rig } from '../model';
import { pairsWhere } from '../testing/apart';
import { build, fourCable } from '../testing/build';
import { handled } from '../testing/gear';
import { largeRig } from '../testing/large-rig';
import { Met } from '../testing/met';
import { boxOfText, drawStrip, overlaps, textWidth, type Item } from './index';

const chainsOf = (rig: Rig) => readingsIn(inNight(rig, null))[0]!.reading.chains;
const strip = (rig: Rig, width = 900) => drawStrip(rig, chainsOf(rig), width);
const texts = (items: readonly Item[]) => items.flatMap((item) => (item.type === 'text' ? [item] : []));
const words = (rig: Rig, width?: number) => texts(strip(rig, width).items).map(({ text }) => text);

test('four-cable: hosts by their printed jacks and blocks, their tags on brackets, leads by number', () => {
  const drawn = strip(fourCable());
  expect(drawn.tops).toHaveLength(1);
  const all = texts(drawn.items).map(({ text }) => text);
  for (const word of [
    'GUITAR',
    'FUZZ',
    'SEND 1',
    'Preamp',
    'RETURN 1',
    'Power stage',
    'CABINET',
    'MULTI',
    'VALVE',
    '3',
    '6',
  ])
    expect(all).toContain(word);
  // Under what it hosts a bracket is dashed, under its own it is not.
  const rules = drawn.items.flatMap((item) => (item.type === 'rule' ? [item] : []));
  expect(rules.some(({ dashed }) => dashed)).toBe(true);
  expect(rules.some(({ dashed }) => !dashed)).toBe(true);
});

test('a split has its tails under each other; of a selector one at a time', () => {
  const rig = build(
    'guitar, amp selector, combo, valve combo with loop',
    'guitar/out = amp-selector/in',
    'amp-selector/out-a = combo/input',
    'amp-selector/out-b = valve-combo-with-loop/input',
  );
  const drawn = strip(rig);
  expect(drawn.tops).toHaveLength(2);
  expect(words(rig)).toContain('or 3');
  expect(drawn.items.some((item) => item.type === 'rule' && item.from.x === item.to.x)).toBe(true);
});

test('how a chain ends is said where nothing is heard', () => {
  expect(words(build('guitar, od, combo', 'guitar/out = overdrive/in'))).toContain('nothing yet');
});

test('a tail under rows that are in its way says where it comes from', () => {
  const rig = build(
    'guitar, di, tuner, fuzz, od, chorus, delay, reverb, combo, desk',
    'guitar/out = passive-di/in',
    'passive-di/through = tuner/in',
    'tuner/out = fuzz/in',
    'fuzz/out = overdrive/in',
    'overdrive/out = chorus/in',
    'chorus/out = digital-delay/in',
    'digital-delay/out = reverb/in',
    'reverb/out = combo/input',
    'passive-di/out = desk/ch-1',
  );
  expect(words(rig, 260)).toContain('from PASSIVE, IN');
});

test('no two words meet, each stop and each lead of a gap is drawn, on any rig at any width', () => {
  const met = new Met();
  fc.assert(
    fc.property(handled, fc.constantFrom(280, 500, 900), (rig, width) => {
      const chains = chainsOf(rig);
      const { items, height, tops, width: whole } = drawStrip(rig, chains, width);
      const boxes = texts(items).map((item) => boxOfText(item, textWidth(item.text, item.face, item.size)));
      expect(boxes.filter(({ y, h }) => !(y + h <= height))).toEqual([]);
      expect(boxes.filter(({ x, w }) => !(x + w <= whole))).toEqual([]);
      expect(whole).toBeGreaterThanOrEqual(width);
      expect(pairsWhere(boxes, overlaps)).toEqual([]);
      const parts = new Set(
        items.flatMap((item) => ('part' in item && item.part ? [`${item.part.type} ${item.part.id}`] : [])),
      );
      for (const { box, blocks } of chains.flatMap(stopsOf))
        expect(parts).toContain(blocks[0] === undefined ? `box ${box}` : `block ${box}/${blocks[0]}`);
      for (const { leads } of chains.flatMap(gapsOf))
        if (leads[0] !== undefined) expect(parts).toContain(`lead ${leads[0]}`);
      met.count('words', boxes.length);
      met.count('rows', tops.length);
    }),
    { numRuns: 120 },
  );
  met.atLeast({ words: 1000, rows: 150 });
});

test('a large rig goes on over rows of the width', () => {
  const { tops, width } = strip(largeRig(80), 700);
  expect(tops.length).toBeGreaterThan(4);
  expect(width).toBeLessThanOrEqual(708);
});
