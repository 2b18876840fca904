// The order as a profile: lanes, brackets, and the gaps for what is in hand.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { heldFrom, inHand } from '../chain';
import type { Rig } from '../model';
import { pairsWhere } from '../testing/apart';
import { build, edited, SOUND } from '../testing/build';
import { gear, rigOf, wiredWay } from '../testing/gear';
import { Met } from '../testing/met';
import { AT, wired } from '../testing/order';
import { boxOfText, drawProfile, overlaps, textWidth, type Item, type ProfileRequest } from './index';

const GEAR = 'guitar, fuzz, od, unit, valve head, cab 16, desk';
const FOUR =
  'GUITAR > FUZZ > OVRDRV > MULTI[drive loop-1(VALVE[preamp]) amp chorus delay reverb] { > VALVE[power] > CABINET | [cab] > DESK[mix-1] }';

const drawn = (rig: Rig, more: Partial<ProfileRequest> = {}) =>
  drawProfile({ rig, setting: SOUND, route: 0, width: 1008, height: 150, ...more });
const texts = (items: readonly Item[]) => items.flatMap((item) => (item.type === 'text' ? [item] : []));
const ys = (rig: Rig, label: string) =>
  drawn(rig).stops.flatMap((stop) => (stop.label === label ? [stop.y] : []));

describe('the order as a profile', () => {
  test('each host has a bracket of its own, solid under its own stops and dashed under what it hosts', () => {
    const drawing = drawn(wired(GEAR, FOUR));
    const tags = texts(drawing.items).filter(({ text }) => text === 'MULTI' || text === 'VALVE');
    // The unit's second way stands by itself: its tag is under the stop there.
    expect(tags.map(({ text }) => text).sort()).toEqual(['MULTI', 'MULTI', 'VALVE']);
    const [unit, amp] = ['MULTI', 'VALVE'].map((tag) => tags.find(({ text }) => text === tag)!.y);
    expect(unit).not.toBe(amp);
    const under = (tag: string) => {
      const y = tags.find(({ text }) => text === tag)!.y - 4;
      return drawing.items.flatMap((item) =>
        item.type === 'rule' && item.from.y === y && item.to.y === y ? [item.dashed] : [],
      );
    };
    expect(under('MULTI')).toEqual([false, true, false]);
    expect(under('VALVE').filter(Boolean)).toHaveLength(1);
  });

  test('a way that parts is a lane of its own, under the one that is looked at', () => {
    const rig = wired(GEAR, FOUR);
    const [desk] = ys(rig, 'DESK');
    for (const tag of ['GUITAR', 'CABINET']) expect(desk).toBeGreaterThan(ys(rig, tag)[0]!);
    expect(drawn(rig).height).toBeGreaterThan(150);
    expect(drawn(wired('guitar, fuzz, combo', 'GUITAR > FUZZ > COMBO')).height).toBe(150);
  });

  test('of several orders that of the way that is looked at is drawn, or of what is in hand', () => {
    const rig = wired(
      'guitar, baritone, fuzz, od, combo, combo',
      'GUITAR > FUZZ > COMBO\nBRTN > OVRDRV > COMB2',
    );
    const labels = (of: Rig, more?: Partial<ProfileRequest>) =>
      drawn(of, more).stops.map(({ label }) => label);
    expect(labels(rig)).toEqual(['GUITAR', 'FUZZ', 'COMBO']);
    const low = edited(rig, {
      edit: 'setGuitar',
      arguments: { sound: 'sound-1', guitar: 'baritone', pickup: null },
    });
    expect(labels(low)).toEqual(['BRTN', 'OVRDRV', 'COMB2']);
    const held = heldFrom(low, AT, { type: 'box', id: 'fuzz' });
    expect(labels(low, { held })).toEqual(['GUITAR', 'FUZZ', 'COMBO']);
  });

  test('what is chosen stands by itself though it is off; with something in hand all does', () => {
    const rig = wired('guitar, fuzz, od, delay, combo', 'GUITAR > FUZZ > OVRDRV > DIGITAL > COMBO');
    const labels = (more: Partial<ProfileRequest>) => drawn(rig, more).stops.map(({ label }) => label);
    expect(labels({}).slice(1, -1)).toEqual(['2 off', 'DIGITAL']);
    expect(labels({ open: 'overdrive' }).slice(1, -1)).toEqual(['FUZZ', 'OVRDRV', 'DIGITAL']);
    const held = heldFrom(rig, AT, { type: 'box', id: 'fuzz' });
    expect(labels({ held }).slice(1, -1)).toEqual(['FUZZ', 'OVRDRV', 'DIGITAL']);
  });

  test('there is a gap for every place that what is in hand may be offered, in their order', () => {
    const rig = wired(GEAR, FOUR);
    const held = heldFrom(rig, AT, { type: 'box', id: 'fuzz' })!;
    const { gaps, stops } = drawn(rig, { held });
    expect(gaps.map(({ slot }) => slot)).toEqual(inHand(rig, AT, held).offers.map(({ slot }) => slot));
    const [first, second] = gaps;
    const xOf = (tag: string) => stops.find(({ label }) => label === tag)!.x;
    // Where it stands now, it is under its own gap.
    expect(first!.x).toBe(xOf('FUZZ'));
    expect(second!.x).toBe((xOf('OVRDRV') + stops[3]!.x) / 2);
  });

  test('where a chain ends in nothing, it says so', () => {
    const open = drawn(build('guitar, fuzz, combo', 'guitar/out = fuzz/in'));
    expect(texts(open.items).map(({ text }) => text)).toContain('→ nothing yet');
    expect(drawn(build('fuzz, combo')).stops).toEqual([]);
  });

  test('whatever the rig: no word over another, every stop and gap within the paper, gaps apart', () => {
    const met = new Met();
    fc.assert(
      fc.property(gear, fc.nat(), fc.nat(), (g, n, k) => {
        const rig = wiredWay(rigOf(g), n);
        const held = heldFrom(rig, AT, { type: 'box', id: rig.boxes[k % rig.boxes.length]!.id });
        for (const drawing of [drawn(rig), drawn(rig, { held })]) {
          const words = texts(drawing.items).map((item) => ({
            text: item.text,
            ...boxOfText(item, textWidth(item.text, item.face, item.size)),
          }));
          expect(pairsWhere(words, overlaps)).toEqual([]);
          const { stops, gaps, width, height } = drawing;
          const isOn = ({ x, y }: { x: number; y: number }) => x >= 0 && x <= width && y >= 0 && y <= height;
          expect([...stops, ...gaps].filter((one) => !isOn(one))).toEqual([]);
          expect(pairsWhere(gaps, (a, b) => Math.hypot(a.x - b.x, a.y - b.y) <= 20)).toEqual([]);
          // What is pressed is one stop, in one lane.
          expect(stops.filter(({ y, top, bottom }) => !(y >= top && y <= bottom))).toEqual([]);
          const share = (a: (typeof stops)[number], b: (typeof stops)[number]) =>
            Math.abs(a.x - b.x) < 46 && a.bottom > b.top && b.bottom > a.top;
          expect(pairsWhere(stops, share)).toEqual([]);
          met.count('stops', stops.length);
          met.count('gaps', gaps.length);
        }
      }),
      { numRuns: 60 },
    );
    met.atLeast({ stops: 600, gaps: 200 });
  });
});
