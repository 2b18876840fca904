// The inside of every unit of the catalogue, and of any rows there can be: nothing lies on anything.
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { CATALOGUE, makeBox } from '../catalog';
import { hasGrid, rowsOf, type Box, type Rows } from '../model';
import { meetings, pairsWhere } from '../testing/apart';
import { Met } from '../testing/met';
import { textWidth } from './fonts';
import {
  boxOfText,
  drawTerraces,
  overlaps,
  spotTowards,
  type Point,
  type Rect,
  type TerraceDrawing,
  type TerraceView,
} from './index';

const given = { id: 'x', name: 'X', tag: 'X', place: 'floor', order: 1 };
const units = CATALOGUE.map((kind) => makeBox(kind, given)).filter(hasGrid);
const view = (box: Box, held: readonly string[] = []): TerraceView => ({
  stateOf: (block) => block.states.find(({ id }) => id === block.state) ?? block.states[0]!,
  leadAt: (jack) => (held.includes(jack) ? { id: `lead-${jack}`, number: 12 } : undefined),
  markOf: (block) => (block === box.blocks[0]?.id ? 'fault' : undefined),
});

const plates = ({ items }: TerraceDrawing): Rect[] =>
  items.flatMap(({ item }) => (item.type === 'plate' && item.look === 'box' ? [item] : []));
const words = ({ items }: TerraceDrawing): Rect[] =>
  items.flatMap(({ item }) =>
    item.type === 'text'
      ? [boxOfText(item, textWidth(item.text, item.face, item.size))]
      : item.type === 'sleeve'
        ? [item]
        : [],
  );
const ways = ({ items }: TerraceDrawing) =>
  items.flatMap(({ item }) => (item.type === 'path' ? [item.points] : []));
const stretch = (a: Point, b: Point): Rect => ({
  x: Math.min(a.x, b.x) + 1,
  y: Math.min(a.y, b.y) + 1,
  w: Math.max(0, Math.abs(a.x - b.x) - 2),
  h: Math.max(0, Math.abs(a.y - b.y) - 2),
});

function isClear(drawing: TerraceDrawing) {
  const all = plates(drawing);
  const names = words(drawing);
  expect(pairsWhere(all, overlaps)).toEqual([]);
  expect(pairsWhere(names, overlaps)).toEqual([]);
  const lines = ways(drawing).flatMap((points) => points.slice(1).map((b, i) => [points[i]!, b] as const));
  expect(lines.filter(([a, b]) => a.x !== b.x && a.y !== b.y)).toEqual([]);
  expect(meetings(lines, all, ([a, b], plate) => overlaps(stretch(a, b), plate))).toEqual([]);
  const isOn = ({ x, y, w, h }: Rect) =>
    x >= 0 && y >= 0 && x + w <= drawing.width && y + h <= drawing.height;
  expect([...all, ...names].filter((rect) => !isOn(rect))).toEqual([]);
}

describe('the inside of a unit as terraces', () => {
  test.each(
    units.flatMap((box) => box.patches.map((patch) => ({ name: `${box.kind}, ${patch.name}`, box, patch }))),
  )('$name: plates, names and ways keep apart, every jack that a row goes by is named', ({ box, patch }) => {
    const rows = rowsOf(box, patch.wires);
    const drawing = drawTerraces(
      box,
      rows,
      view(
        box,
        box.jacks.map(({ id }) => id),
      ),
      600,
    );
    isClear(drawing);
    const drawn = drawing.items.flatMap(({ item }) => (item.type === 'jack' ? [item.part.id] : []));
    const wanted = rows.rows.flatMap(({ from, blocks, outputs }) => [
      ...('jack' in from ? [from.jack] : []),
      ...outputs,
      ...blocks.flatMap((id) => Object.values(rows.loops[id] ?? {}).filter((jack) => jack !== null)),
    ]);
    expect(drawn.toSorted()).toEqual(wanted.map((jack) => `x/${jack}`).toSorted());
    expect(drawing.spots.map(({ address }) => address).toSorted()).toEqual(
      rows.rows
        .flatMap(({ blocks }, i) => [`rows/${i}/from`, `rows/${i}/to`, ...blocks.map((id) => `blocks/${id}`)])
        .toSorted(),
    );
  });

  test.each(units.map((box) => [box.name, box] as const))(
    'of %s each jack that holds a lead is filled, the others are not',
    (_name, box) => {
      const held = box.jacks.filter((_, i) => i % 2 === 0).map(({ id }) => id);
      const jacks = drawTerraces(box, rowsOf(box, box.patches[0]!.wires), view(box, held), 600).items.flatMap(
        ({ item }) => (item.type === 'jack' ? [item] : []),
      );
      expect(jacks.length).toBeGreaterThan(1);
      for (const { part, free } of jacks)
        expect([part.id, free]).toEqual([part.id, !held.some((id) => part.id === `${box.id}/${id}`)]);
    },
  );

  test('law: so it is with any rows, splits and merges', () => {
    const met = new Met();
    const box = units.find(({ kind }) => kind === 'Multi-effects')!;
    const ids = box.blocks.map(({ id }) => id);
    fc.assert(
      fc.property(
        fc.shuffledSubarray(ids, { minLength: 2 }),
        fc.array(fc.tuple(fc.nat({ max: 6 }), fc.nat(), fc.nat({ max: 3 })), { minLength: 1, maxLength: 4 }),
        (order, cuts) => {
          const heads = [{ jack: 'input' }, { jack: 'return-2' }];
          let at = 0;
          const rows: Rows['rows'][number][] = [];
          cuts.forEach(([n, salt, ends], i) => {
            const blocks = order.slice(at, at + n);
            at += n;
            const placed = rows.flatMap((row) => row.blocks);
            const after = placed[salt % Math.max(1, placed.length)];
            const from = i < 2 || after === undefined ? heads[Math.min(i, 1)]! : { after };
            const into = placed.filter((id) => id !== after).at(salt % 3);
            const isMerge = ends >= 2 && into !== undefined && !('after' in from);
            rows.push({
              from,
              blocks,
              outputs: isMerge ? [] : ['out-1-l', 'out-1-r'].slice(0, ends % 3),
              ...(isMerge ? { into: { block: into, port: 'in' } } : {}),
            });
          });
          const loops = { 'loop-1': { send: 'send-1', back: 'return-1' } };
          const all: Rows = { rows, loops, taps: [], others: [], was: [], stood: [] };
          isClear(drawTerraces(box, all, view(box, ['input', 'send-1']), 400));
          if (rows.some(({ into }) => into)) met.count('merge');
          if (rows.some(({ from }) => 'after' in from)) met.count('split');
        },
      ),
      { numRuns: 200 },
    );
    met.atLeast({ merge: 20, split: 50 });
  });

  test('a block may be put at every place of every row, each under the pointer at one point only', () => {
    for (const box of units)
      for (const patch of box.patches) {
        const rows = rowsOf(box, patch.wires);
        const { slots } = drawTerraces(box, rows, view(box), 600);
        expect([...new Set(slots.map(({ row, index }) => `${row} ${index}`))].toSorted()).toEqual(
          rows.rows
            .flatMap(({ blocks }, row) => [...blocks, ''].map((_, index) => `${row} ${index}`))
            .toSorted(),
        );
        expect(pairsWhere(slots, (a, b) => overlaps(a.rect, b.rect))).toEqual([]);
      }
  });

  test('what is longer than the pane goes on below: no unit is wider than a tablet, arrows walk on as if it were one line', () => {
    const met = new Met();
    for (const box of units)
      for (const patch of box.patches) {
        const rows = rowsOf(box, patch.wires);
        const [long, short] = [
          drawTerraces(box, rows, view(box), 4000),
          drawTerraces(box, rows, view(box), 736),
        ];
        expect([box.kind, short.width]).toEqual([box.kind, 736]);
        isClear(short);
        expect(short.spots.map(({ address }) => address).toSorted()).toEqual(
          long.spots.map(({ address }) => address).toSorted(),
        );
        for (const { blocks } of rows.rows)
          blocks.slice(1).forEach((id, i) => {
            const [a, b] = [blocks[i]!, id].map((one) =>
              short.spots.find(({ address }) => address === `blocks/${one}`)!,
            );
            const wraps = b!.rect.x < a!.rect.x;
            expect(wraps ? b!.rect.y > a!.rect.y + a!.rect.h : b!.rect.y === a!.rect.y).toBe(true);
            expect(spotTowards(short.spots, a!.address, 'right')).toBe(b);
            if (wraps) met.count('goes on below');
          });
      }
    met.atLeast({ 'goes on below': 3 });
  });
});
