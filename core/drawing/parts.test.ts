import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { build, edited, fourCable, plugged, SOUND } from '../testing/build';
import { inSetting, leadsOtherwise } from '../model';
import { DIRECT_NIGHT, twoNights } from '../testing/nights';
import { fullMap, itemsOf } from '../testing/full-map';
import { replug } from '../testing/short-edits';
import { hopsOf, type Routed } from './leads';
import { modelOf } from './model';
import { placeSleeves } from './sleeves';
import { drawThumbnail, hitArea } from './index';
import { LANE, Router, type RouteEnd } from './router';

describe('the router', () => {
  const snap = (value: number) => Math.round(value / LANE) * LANE;
  const spot = fc.record({
    x: fc.integer({ min: 60, max: 540 }).map(snap),
    y: fc.integer({ min: 60, max: 340 }).map(snap),
    side: fc.constantFrom('left' as const, 'right' as const, 'top' as const, 'bottom' as const),
  });

  test('goes from jack to jack by straight stretches, leaves and enters on the jacks’ sides', () => {
    fc.assert(
      fc.property(spot, spot, (from: RouteEnd, to: RouteEnd) => {
        const way = new Router(600, 400).route(from, to, 1);
        if (!way) return;
        expect(way[0]).toEqual({ x: from.x, y: from.y });
        expect(way.at(-1)).toEqual({ x: to.x, y: to.y });
        way.slice(1).forEach((b, i) => {
          const a = way[i]!;
          expect(a.x === b.x || a.y === b.y).toBe(true);
        });
        const leaves = { left: [-1, 0], right: [1, 0], top: [0, -1], bottom: [0, 1] }[from.side];
        if (way.length > 1 && (from.x !== to.x || from.y !== to.y)) {
          const [a, b] = [way[0]!, way[1]!];
          expect([Math.sign(b.x - a.x), Math.sign(b.y - a.y)]).toEqual(leaves);
        }
      }),
      { numRuns: 300 },
    );
  });

  test('goes round a plate, and not at all where it is walled in', () => {
    const router = new Router(600, 400);
    router.block({ x: 240, y: 60, w: 60, h: 240 });
    const from: RouteEnd = { x: 120, y: 180, side: 'right' };
    const way = router.route(from, { x: 420, y: 180, side: 'left' }, 1)!;
    expect(way.length).toBeGreaterThan(2);
    expect(way.every((p) => p.x < 240 || p.x > 300 || p.y < 60 || p.y > 300)).toBe(true);
    const closed = new Router(600, 400);
    closed.block({ x: 240, y: 0, w: 60, h: 400 });
    expect(closed.route(from, { x: 420, y: 180, side: 'left' }, 1)).toBeNull();
  });

  test('two leads do not lie on each other', () => {
    const router = new Router(600, 400);
    const ends = [
      [
        { x: 120, y: 120, side: 'right' },
        { x: 420, y: 240, side: 'left' },
      ],
      [
        { x: 120, y: 144, side: 'right' },
        { x: 420, y: 264, side: 'left' },
      ],
    ] as const;
    const ways = ends.map(([a, b], i) => router.route(a, b, i + 1)!);
    const verticals = ways.map((way) => way.find((p, i) => i > 0 && p.x === way[i - 1]!.x)?.x);
    expect(new Set(verticals).size).toBe(2);
  });
});

describe('numbers and hops', () => {
  const lead = (number: number): Routed['lead'] => ({
    id: `lead-${number}`,
    number,
    kind: 'instrument',
    from: { box: 'a', jack: 'out' },
    to: { box: 'b', jack: 'in' },
    others: [],
    flows: true,
    opened: null,
  });
  const across: Routed = {
    lead: lead(1),
    points: [
      { x: 0, y: 60 },
      { x: 200, y: 60 },
    ],
    isPatch: false,
    tail: false,
  };
  const down: Routed = {
    lead: lead(2),
    points: [
      { x: 102, y: 0 },
      { x: 102, y: 120 },
    ],
    isPatch: false,
    tail: false,
  };

  test('what runs across hops over what runs down', () => {
    expect(hopsOf([across, down])).toEqual([[{ x: 102, y: 60 }], []]);
  });
  test('a long lead has its number at both ends, a patch in the middle, never on what is taken', () => {
    const size = { width: 220, height: 140 };
    expect(placeSleeves([across], [], size).map((s) => s.text)).toEqual(['1', '1']);
    expect(placeSleeves([{ ...across, isPatch: true }], [], size)).toHaveLength(1);
    const taken = [{ x: 0, y: 40, w: 60, h: 40 }];
    for (const sleeve of placeSleeves([across], taken, size)) expect(sleeve.x).toBeGreaterThanOrEqual(60);
  });
});

describe('what the map says beside plates and leads', () => {
  test('stage runs by count and length, in the unit of the shop', () => {
    const words = (unit: 'metres' | 'feet') =>
      itemsOf(fullMap(fourCable(), { unit }), 'text').map((t) => t.text);
    expect(words('metres')).toContain('3 × 9 m');
    expect(words('feet')).toContain('3 × 29.5 ft');
  });

  test('marks a plate by the worst that is found about anything of it', () => {
    const marks = { 'jack:fuzz/in': 'note', 'block:fuzz/fuzz': 'fault', 'lead:lead-2': 'caution' } as const;
    const drawing = fullMap(fourCable(), { view: { open: [], names: 'few', marks } });
    expect(itemsOf(drawing, 'plate').find((p) => p.part?.id === 'fuzz')!.mark).toBe('fault');
    expect(itemsOf(drawing, 'path').find((p) => p.part?.id === 'lead-2')!.mark).toBe('caution');
    expect(itemsOf(drawing, 'plate').find((p) => p.part?.id === 'guitar')!.mark).toBeUndefined();
  });

  test('a lead with a loose end is a stub, one put away is not drawn', () => {
    const loose = edited(fourCable(), { edit: 'unplug', arguments: { lead: 'lead-3', side: 'to' } });
    expect(itemsOf(fullMap(loose), 'path').some((p) => p.part?.id === 'lead-3')).toBe(true);
    const away = edited(fourCable(), { edit: 'putAway', arguments: { lead: 'lead-3' } });
    expect(itemsOf(fullMap(away), 'path').some((p) => p.part?.id === 'lead-3')).toBe(false);
  });

  test('a lead with one end in a jack that carries no sound is a stub in the look of a fault, and holds its other jack', () => {
    const astray = edited(fourCable(), replug('lead-5', 'to', 'valve-head/foot'));
    const map = fullMap(astray);
    const stub = itemsOf(map, 'path').find((p) => p.part?.id === 'lead-5')!;
    expect(stub.tone).toBe('fault');
    const from = itemsOf(fullMap(fourCable()), 'path').find((p) => p.part?.id === 'lead-5')!;
    expect(from.tone).toBe('ink');
    expect(itemsOf(map, 'sleeve').map(({ text }) => text)).toContain('5');
    const held = astray.leads.find(({ id }) => id === 'lead-5')!.from.at[0]!;
    const box = modelOf(inSetting(astray, SOUND), 0, []).boxes.get(held.box)!;
    expect(box.used.map(({ id }) => id)).toContain(held.jack);
  });

  test('the line of free jacks can be pressed, and shows them', () => {
    const line = itemsOf(fullMap(fourCable()), 'text').find((t) => t.opens === 'multi-effects')!;
    expect(line.text).toMatch(/^\+ \d+ free jacks$/);
    expect(hitArea(line).h).toBeGreaterThanOrEqual(24);
    const opened = fullMap(fourCable(), { view: { open: ['multi-effects'], names: 'few', marks: {} } });
    expect(itemsOf(opened, 'text').some((t) => t.opens === 'multi-effects')).toBe(false);
  });

  test('sleeves and jacks can be pressed in 24 px around what is seen of them', () => {
    const sides = new Set<string>();
    for (const item of fullMap(fourCable()).items)
      if (item.type === 'sleeve' || item.type === 'jack') {
        const { x, y, w, h } = hitArea(item);
        expect(Math.min(w, h)).toBeGreaterThanOrEqual(24);
        const seen = item.type === 'sleeve' ? item : { ...item, w: 0, h: 0 };
        expect([x, y].every((at, i) => at <= [seen.x, seen.y][i]!)).toBe(true);
        expect([x + w >= seen.x + seen.w, y + h >= seen.y + seen.h]).toEqual([true, true]);
        // Of a jack as far to either side along its edge.
        if (item.type !== 'jack') continue;
        sides.add(item.side);
        const isUpright = item.side === 'left' || item.side === 'right';
        expect(isUpright ? y + h / 2 - item.y : x + w / 2 - item.x).toBe(0);
      }
    expect(sides).toEqual(new Set(['left', 'right', 'top', 'bottom']));
  });
});

describe('a thumbnail', () => {
  test('writes tags only, and none smaller than 12 px where it is shown', () => {
    const width = 372;
    const drawing = drawThumbnail(fourCable(), SOUND, { width });
    const texts = itemsOf(drawing, 'text');
    expect(texts.map((t) => t.text)).toEqual(expect.arrayContaining(['MULTI', 'VALVE']));
    // What is wider than its plate is cut, and no plate is without a word.
    const boxes = itemsOf(drawing, 'plate').filter(({ part }) => part?.type === 'box');
    expect(texts).toHaveLength(boxes.length);
    for (const { text, part } of texts)
      expect(
        fourCable()
          .boxes.find(({ id }) => id === part?.id)!
          .tag.startsWith(text),
      ).toBe(true);
    for (const text of texts) expect((text.size * width) / drawing.width).toBeGreaterThanOrEqual(12 - 1e-9);
    expect(itemsOf(drawing, 'sleeve')).toEqual([]);
    expect(itemsOf(drawing, 'path').length).toBe(6);
  });
  test('what would be too small in its room is told by blocks, whole, with readable tags', () => {
    const room = { width: 300, height: 150 };
    const rig = build(
      `guitar, ${Array.from({ length: 30 }, () => 'overdrive').join(', ')}, valve head, cab 16`,
    );
    const chained = plugged(
      rig,
      'guitar/out > overdrive/in',
      ...Array.from(
        { length: 29 },
        (_, i) => `overdrive${i === 0 ? '' : `-${i + 1}`}/out > overdrive-${i + 2}/in`,
      ),
      'overdrive-30/out > valve-head/input',
      'valve-head/spk-16 = cabinet/in',
    );
    const { width, height, items } = drawThumbnail(chained, SOUND, room);
    const scale = Math.min(room.width / width, room.height / height);
    expect(scale).toBeGreaterThan(0.3);
    const texts = items.flatMap((item) => (item.type === 'text' ? [item] : []));
    expect(texts.map(({ text }) => text)).toEqual(expect.arrayContaining(['OVRDR', 'VALVE']));
    for (const { size } of texts) expect(size * scale).toBeCloseTo(12, 6);
    // With room for all its height it is drawn box by box.
    expect(itemsOf(drawThumbnail(chained, SOUND, { width: 300 }), 'text').length).toBeGreaterThan(30);
  });
  test('of an empty rig is its places', () => {
    expect(itemsOf(drawThumbnail(build(''), SOUND, { width: 372 }), 'plate')).toHaveLength(4);
  });
});

test('in a variant leads lie as they do there, and those that lie otherwise than in the base have a star', () => {
  const two = twoNights();
  const drawn = (variant: string | null) => {
    const otherwise = leadsOtherwise(two, variant);
    const drawing = fullMap(two, {
      setting: { variant, sound: 'sound-1' },
      view: { open: [], names: 'few', marks: {}, otherwise },
    });
    const sleeves = itemsOf(drawing, 'sleeve').map(({ text }) => text);
    const leads = new Set(itemsOf(drawing, 'path').map(({ part }) => part?.id));
    return { numbers: [...new Set(sleeves)].sort(), leads: leads.size };
  };
  expect(drawn(null)).toEqual({ numbers: ['1', '2', '3', '4', '5', '6', '7'], leads: 7 });
  // Nothing is left of where they lay.
  expect(drawn(DIRECT_NIGHT)).toEqual({ numbers: ['1', '2', '3', '7', '8*'], leads: 5 });
});
