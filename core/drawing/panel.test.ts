// The panel of every kind of the catalogue: nothing lies on anything, and every wire reaches its ends.
import { describe, expect, test } from '@jest/globals';
import { CATALOGUE, makeBox } from '../catalog';
import { meetings, pairsWhere } from '../testing/apart';
import { Met } from '../testing/met';
import { textWidth } from './fonts';
import {
  boxOfText,
  drawPanel,
  overlaps,
  spotTowards,
  type PanelDrawing,
  type Point,
  type Rect,
} from './index';

const boxOf = (kind: string) =>
  makeBox(
    CATALOGUE.find(({ id }) => id === kind)!,
    { id: 'x', name: 'X', tag: 'X', place: 'floor', order: 1 },
  );

const panels = CATALOGUE.flatMap((kind) => {
  const box = boxOf(kind.id);
  return box.patches.map(({ id }) => ({
    name: `${kind.id}, ${id}`,
    box,
    patch: id,
    drawing: drawPanel(box, id, 900),
  }));
});

const plates = ({ items }: PanelDrawing): Rect[] =>
  items.flatMap(({ item }) => (item.type === 'plate' && item.look !== 'place' ? [item] : []));
const texts = ({ items }: PanelDrawing) =>
  items.flatMap(({ item }) =>
    item.type === 'text' ? [boxOfText(item, textWidth(item.text, item.face, item.size))] : [],
  );
const wires = ({ items }: PanelDrawing) =>
  items.flatMap(({ item, address }) => (item.type === 'path' ? [{ address, points: item.points }] : []));
const stretches = (points: readonly Point[]) => points.slice(1).map((b, i) => [points[i]!, b] as const);
const rectOf = ([a, b]: readonly [Point, Point]): Rect => ({
  x: Math.min(a.x, b.x),
  y: Math.min(a.y, b.y),
  w: Math.abs(a.x - b.x),
  h: Math.abs(a.y - b.y),
});

describe.each(panels)('the panel of $name', ({ box, patch, drawing }) => {
  test('keeps plates, names and wires apart', () => {
    const all = [...plates(drawing)];
    expect(pairsWhere(all, overlaps)).toEqual([]);
    const names = texts(drawing);
    // A plate's two lines stand in it; names of jacks and knobs stand apart.
    expect(pairsWhere(names, overlaps)).toEqual([]);
    const thin = wires(drawing)
      .flatMap(({ points }) => stretches(points))
      .map(rectOf)
      .map(({ x, y, w, h }) => ({ x: x + 1, y: y + 1, w: Math.max(0, w - 2), h: Math.max(0, h - 2) }));
    expect(meetings(thin, all, overlaps)).toEqual([]);
    for (const rect of [...all, ...names]) {
      expect(rect.x).toBeGreaterThanOrEqual(0);
      expect(rect.x + rect.w).toBeLessThanOrEqual(drawing.width);
      expect(rect.y + rect.h).toBeLessThanOrEqual(drawing.height);
    }
  });

  test('lays every wire of its wiring, level and upright, and none along another that comes from elsewhere', () => {
    const own = box.patches.find(({ id }) => id === patch)!.wires;
    const normals = box.jacks.filter((jack) => jack.normalledFrom !== undefined);
    const laid = wires(drawing);
    const all = [
      ...own,
      ...normals.map((jack) => ({ from: { jack: jack.normalledFrom! }, to: { jack: jack.id } })),
    ];
    expect(laid.map(({ address }) => address)).toEqual([
      ...own.map((_, i) => `patches/${patch}/wires/${i}`),
      ...normals.map(({ id }) => `jacks/${id}`),
    ]);
    /** Wires that come from one end are one net, and those of one jack share what leads to it. */
    const ends = (i: number) =>
      [all[i]!.from, all[i]!.to].map((end, side) => ('jack' in end ? end.jack : JSON.stringify([end, side])));
    const lines = laid.flatMap(({ points }, i) =>
      stretches(points).map((stretch) => ({ stretch, ends: ends(i) })),
    );
    for (const {
      stretch: [a, b],
    } of lines)
      expect(a.x === b.x || a.y === b.y).toBe(true);
    for (const [i, one] of lines.entries())
      for (const other of lines.slice(i + 1)) {
        if (one.ends.some((end) => other.ends.includes(end))) continue;
        const [p, q] = [rectOf(one.stretch), rectOf(other.stretch)];
        const along = (p.w === 0 && q.w === 0 && p.x === q.x) || (p.h === 0 && q.h === 0 && p.y === q.y);
        if (along)
          expect([
            p,
            q,
            Math.min(p.x + p.w, q.x + q.w) - Math.max(p.x, q.x) > 0 ||
              Math.min(p.y + p.h, q.y + q.h) - Math.max(p.y, q.y) > 0,
          ]).toEqual([p, q, false]);
      }
  });
});

describe('the panel', () => {
  test('has a spot for every jack, block and control, and the arrows reach them all', () => {
    const met = new Met();
    for (const { box, drawing } of panels) {
      const wanted = [
        ...box.jacks.map(({ id }) => `jacks/${id}`),
        ...box.blocks.map(({ id }) => `blocks/${id}`),
        ...box.controls.map(({ id }) => `controls/${id}`),
      ];
      const { spots } = drawing;
      expect(spots.map(({ address }) => address).sort()).toEqual([...wanted].sort());
      const reached = new Set(spots.slice(0, 1).map(({ address }) => address));
      for (const address of reached)
        for (const way of ['left', 'right', 'up', 'down'] as const) {
          const next = spotTowards(spots, address, way);
          if (next) reached.add(next.address);
        }
      if (reached.size === spots.length) met.count('all');
      else expect([box.kind, wanted.filter((one) => !reached.has(one))]).toEqual([box.kind, []]);
    }
    met.atLeast({ all: 100 });
  });

  test('of nothing is two edges to put jacks on', () => {
    const empty = {
      jacks: [],
      blocks: [],
      controls: [],
      patches: [{ id: 'inside', name: 'Inside', wires: [] }],
    };
    const { items, spots } = drawPanel(empty, 'inside', 600);
    expect(items.flatMap(({ item }) => (item.type === 'text' ? [item.text] : []))).toEqual([
      'REAR, no jacks',
      'FRONT, no jacks',
    ]);
    expect(spots).toEqual([]);
  });

  test('a ring of blocks, and a wire to what is gone, are no harm', () => {
    const box = boxOf('fuzz');
    const block = box.blocks[0]!;
    const ring = {
      ...box,
      blocks: [block, { ...block, id: 'b' }],
      patches: [
        {
          id: 'inside',
          name: 'Inside',
          wires: [
            { from: { block: block.id, port: 'out' as const }, to: { block: 'b', port: 'in' as const } },
            { from: { block: 'b', port: 'out' as const }, to: { block: block.id, port: 'in' as const } },
            { from: { jack: 'gone' }, to: { block: 'b', port: 'in' as const } },
          ],
        },
      ],
    };
    expect(wires(drawPanel(ring, 'inside', 600)).length).toBe(2);
  });
});
