import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import type { Rig } from '../model';
import { build, edited, fourCable } from '../testing/build';
import { fullMap, itemsOf } from '../testing/full-map';
import { recipes, rigFrom } from '../testing/map-recipes';
import { largeRig } from '../testing/large-rig';
import { referenceRig } from '../testing/reference-rig';
import { boxOfText, overlaps, textWidth, type Level, type MapDrawing, type Rect } from './index';

const draw = (
  rig: Rig,
  level: Level | 'fit' = 0,
  width = 1008,
  open: string[] = [],
  names: 'few' | 'all' = 'few',
): MapDrawing => fullMap(rig, { width, level, view: { open, names, marks: {} } });

const plates = (drawing: MapDrawing) => itemsOf(drawing, 'plate').filter((plate) => plate.look !== 'place');
const plateOf = (drawing: MapDrawing, id: string) => plates(drawing).find((plate) => plate.part?.id === id)!;

/** Kinds that other layers draw. */
const OTHER: readonly string[] = ['midi', 'switch', 'expression', 'dc', 'mains'];

/** Everything that must hold of any map. */
function check(rig: Rig, drawing: MapDrawing) {
  const boxes = plates(drawing);
  boxes.forEach((a, i) =>
    boxes.slice(i + 1).forEach((b) => {
      if (overlaps(a, b)) throw new Error(`plates ${a.part?.id} and ${b.part?.id} overlap`);
    }),
  );
  for (const path of itemsOf(drawing, 'path'))
    path.points.slice(1).forEach((b, i) => {
      const a = path.points[i]!;
      const line: Rect = {
        x: Math.min(a.x, b.x),
        y: Math.min(a.y, b.y),
        w: Math.abs(a.x - b.x),
        h: Math.abs(a.y - b.y),
      };
      if (line.w > 0 && line.h > 0) throw new Error(`${path.part?.id} runs aslant`);
      for (const plate of boxes) {
        const inner = { x: plate.x + 0.5, y: plate.y + 0.5, w: plate.w - 1, h: plate.h - 1 };
        if (overlaps({ ...line, w: line.w + 0.02, h: line.h + 0.02 }, inner))
          throw new Error(`${path.part?.id} passes through ${plate.part?.id}`);
      }
    });
  const words: [string, Rect][] = [
    ...itemsOf(drawing, 'text').map((t): [string, Rect] => [
      `“${t.text}”`,
      boxOfText(t, textWidth(t.text, t.face, t.size)),
    ]),
    ...itemsOf(drawing, 'sleeve').map((s): [string, Rect] => [`sleeve ${s.text}`, s]),
  ];
  words.forEach(([name, a], i) =>
    words.slice(i + 1).forEach(([other, b]) => {
      if (overlaps(a, b)) throw new Error(`${name} and ${other} overlap`);
    }),
  );
  const jacks = new Map(itemsOf(drawing, 'jack').map((jack) => [jack.part.id, jack]));
  for (const lead of rig.leads) {
    const refs = [lead.from.at[0], lead.to.at[0]];
    if (refs.some((ref) => ref === undefined) || OTHER.includes(lead.kind)) continue;
    const paths = itemsOf(drawing, 'path').filter((path) => path.part?.id === lead.id);
    const ends = paths.flatMap((path) => [path.points[0]!, path.points.at(-1)!]);
    for (const ref of refs) {
      const jack = jacks.get(`${ref!.box}/${ref!.jack}`);
      if (!jack || !ends.some((end) => end.x === jack.x && end.y === jack.y))
        throw new Error(`lead ${lead.number} does not reach ${ref!.box}/${ref!.jack}`);
    }
  }
  for (const item of drawing.items)
    if (
      'x' in item &&
      'w' in item &&
      (item.x < 0 || item.y < 0 || item.x + item.w > drawing.width || item.y + item.h > drawing.height)
    )
      throw new Error(`a ${item.type} stands outside the map`);
}

describe('geometry of any map', () => {
  test('a cabinet that hands speaker level on has its name above its jack', () => {
    const rig = build(
      'guitar, valve head, cab with through, cab 16',
      'guitar/out > valve-head/input',
      'valve-head/spk-16 = cabinet-with-through/in',
      'cabinet-with-through/through = cabinet/in',
    );
    for (const level of [0, 1] as const) check(rig, draw(rig, level, 1008, ['cabinet-with-through']));
  });

  test.each([0, 1] as const)(
    'level %d: no plates, words or sleeves overlap, no lead passes a plate, all reach their jacks',
    (level) => {
      fc.assert(
        fc.property(recipes, (recipe) => {
          const rig = rigFrom(recipe);
          check(rig, draw(rig, level, 1008, [], recipe.guitars > 1 ? 'all' : 'few'));
          const chosen = rig.boxes.filter((_, i) => i % 3 === 0).map((box) => box.id);
          const view = { open: [], names: 'few', marks: {}, chosen } as const;
          check(rig, fullMap(rig, { level, view }));
        }),
        { numRuns: 70 },
      );
    },
  );

  test('one box of every kind alone', () => {
    for (const kind of ['guitar', 'fuzz', 'unit', 'valve head', 'combo', 'cab', 'mic', 'desk'])
      check(build(kind), draw(build(kind)));
  });

  test('on paper every plate has its jack names', () => {
    const words = (names: 'few' | 'all') =>
      itemsOf(draw(fourCable(), 0, 1008, [], names), 'text')
        .filter((t) => t.part?.id.startsWith('fuzz/'))
        .map((t) => t.text);
    expect(words('few')).toEqual([]);
    expect(words('all')).toEqual(['IN', 'OUT']);
  });

  test('with the free jacks of a unit open', () => {
    const rig = fourCable();
    check(rig, draw(rig, 0, 1008, ['multi-effects', 'valve-head']));
    expect(
      itemsOf(draw(rig, 0, 1008, ['multi-effects']), 'jack').filter((jack) => jack.free).length,
    ).toBeGreaterThan(4);
  });
});

describe('blocks open and close by themselves', () => {
  const folded = (chosen: string[], folds: Record<string, 'open' | 'folded'> = {}) => {
    const rig = referenceRig();
    const kept = Object.entries(folds).reduce(
      (r, [id, fold]) => edited(r, { edit: 'setFolded', arguments: { id, folded: fold } }),
      rig,
    );
    const view = { open: [], names: 'few', marks: {}, chosen } as const;
    return fullMap(kept, { level: 1, view });
  };
  const shown = (drawing: MapDrawing, id: string) => plates(drawing).find((plate) => plate.part?.id === id);

  test('folded, a comb is its rows and a pedal its tag', () => {
    expect(shown(folded([]), 'overdrive')).toBeUndefined();
    expect(shown(folded([]), 'fuzz')!.h).toBe(30);
    expect(itemsOf(folded([]), 'text').map((t) => t.text)).toContain('L3 SEND ▸ Overdrive, off');
  });
  test('what is chosen is open: the pedal, or the comb it hangs in', () => {
    expect(shown(folded(['fuzz']), 'fuzz')!.h).toBe(42);
    const comb = folded(['overdrive']);
    check(referenceRig(), comb);
    expect(shown(comb, 'overdrive')!.x).toBeGreaterThan(shown(comb, 'switcher')!.x);
  });
  test('a block is kept open or folded as the rig says, at either level', () => {
    expect(shown(folded([], { switcher: 'open' }), 'overdrive')).toBeDefined();
    const rig = edited(referenceRig(), { edit: 'setFolded', arguments: { id: 'fuzz', folded: 'folded' } });
    expect(shown(draw(rig), 'fuzz')!.h).toBe(30);
    check(rig, draw(rig));
  });
});

describe('the 20-box rig', () => {
  test.each([
    [0, 548],
    [1, 408],
  ] as const)('fits 1008 px at level %d in %d px', (level, height) => {
    const rig = referenceRig();
    const drawing = draw(rig, level);
    if (level === 0) check(rig, drawing);
    expect(drawing.width).toBe(1008);
    expect(drawing.height).toBeLessThanOrEqual(height);
  });

  test('loops that stay in their place hang beside their rows', () => {
    const drawing = draw(referenceRig());
    const hub = plateOf(drawing, 'switcher');
    expect(plateOf(drawing, 'overdrive').x).toBeGreaterThan(hub.x + hub.w);
    expect(plateOf(drawing, 'overdrive').y).toBeGreaterThan(hub.y);
  });

  test('"fit" takes the full map where it fits in width, the folded one where it does not', () => {
    expect(draw(referenceRig(), 'fit').level).toBe(0);
    expect(draw(referenceRig(), 'fit', 900).level).toBe(1);
  });
});

describe('the four-cable rig', () => {
  const pathOf = (drawing: MapDrawing, id: string) =>
    itemsOf(drawing, 'path').find((path) => path.part?.id === id)!;
  test('its three stage runs are straight', () => {
    for (const level of [0, 1] as const)
      for (const id of ['lead-3', 'lead-4', 'lead-5'])
        expect(pathOf(draw(fourCable(), level), id).points).toHaveLength(2);
  });
  test('they leave the right side of the unit and enter the left side of the head', () => {
    const drawing = draw(fourCable());
    const side = (id: string) => itemsOf(drawing, 'jack').find((jack) => jack.part.id === id)!.side;
    expect(['send-1', 'return-1', 'out-1-l'].map((jack) => side(`multi-effects/${jack}`))).toEqual([
      'right',
      'right',
      'right',
    ]);
    expect(['input', 'send', 'return', 'spk-16'].map((jack) => side(`valve-head/${jack}`))).toEqual([
      'left',
      'left',
      'left',
      'bottom',
    ]);
  });
  test('a line divides what is ahead of the preamp from what is after', () => {
    const drawing = draw(fourCable());
    // In the unit and in the head; drawn with their plates, or it would lie under them.
    expect(itemsOf(drawing, 'rule').map((rule) => rule.part?.id)).toEqual([
      'multi-effects',
      'multi-effects',
      'valve-head',
      'valve-head',
    ]);
    expect(itemsOf(drawing, 'text').filter((t) => t.text === 'ahead / after')).toHaveLength(2);
  });
  test('crossed plugs are seen to cross', () => {
    const crossed = edited(fourCable(), {
      edit: 'exchangeEnds',
      arguments: { a: { lead: 'lead-3', side: 'from' }, b: { lead: 'lead-5', side: 'from' } },
    });
    check(crossed, draw(crossed));
    expect(['lead-3', 'lead-5'].some((id) => pathOf(draw(crossed), id).points.length > 2)).toBe(true);
  });
});

test('what carries no sound is told below the map, not drawn', () => {
  const drawing = draw(largeRig(14, 1));
  expect(plates(drawing).some((plate) => plate.part?.id === 'supply')).toBe(false);
  expect(drawing.elsewhere[0]).toEqual({
    layer: 'power',
    words: expect.stringMatching(/^Supply \(\d+ leads\)$/),
    parts: expect.arrayContaining([{ type: 'box', id: 'supply' }]),
  });
});

test('two loudspeaker inputs at the upper edge of a cabinet stand beside each other, as wide as their names', () => {
  const rig = build(
    'stereo power amp, stereo cab',
    'stereo-power-amp/spk-l = stereo-cabinet/in-l',
    'stereo-power-amp/spk-r = stereo-cabinet/in-r',
  );
  const drawing = draw(rig);
  check(rig, drawing);
  const jacks = itemsOf(drawing, 'jack').filter(({ part }) => part.id.startsWith('stereo-cabinet/'));
  expect(new Set(jacks.map(({ x }) => x)).size).toBe(2);
});
