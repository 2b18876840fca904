import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { build } from '../testing/build';
import { CATALOGUE, makeBox } from '../catalog';
import { Met } from '../testing/met';
import { misplaced } from './loops';
import { moveBlock, restBlock, ringIn, withoutBlock } from './row-edits';
import { plainRowsOf, restingBlocks, rowsOf, wiresOfRows, type Rows } from './rows';
import type { Box, Wire } from './types';

const unit = build('unit').boxes[0]!;
const wires = unit.patches[0]!.wires;
const taps = wires.filter((wire) => 'jack' in wire.to && wire.to.jack === 'phones');

describe('the paths of a unit as rows', () => {
  test('the catalogue’s unit is one row with a loop', () => {
    expect(rowsOf(unit, wires)).toMatchObject({
      rows: [
        {
          from: { jack: 'input' },
          blocks: ['drive', 'loop-1', 'amp', 'cab', 'chorus', 'delay', 'reverb'],
          outputs: ['out-1-l', 'out-1-r'],
        },
      ],
      loops: { 'loop-1': { send: 'send-1', back: 'return-1' } },
      taps,
      others: [],
    });
  });

  test('rows to wires and back, for any rows', () => {
    const blocks = unit.blocks.map((block) => block.id);
    const outs = ['send-1', 'send-2', 'out-1-l', 'out-1-r', 'out-2-l'];
    const arbitrary = fc
      .tuple(
        fc.shuffledSubarray(blocks),
        fc.nat({ max: 7 }),
        fc.shuffledSubarray(outs, { maxLength: 4 }),
        fc.nat({ max: 2 }),
      )
      .map(([order, cut, jacks, first]): Rows => ({
        rows: [
          { from: { jack: 'input' }, blocks: order.slice(0, cut), outputs: jacks.slice(0, first) },
          { from: { jack: 'return-2' }, blocks: order.slice(cut), outputs: jacks.slice(first) },
        ].filter((row) => row.blocks.length > 0 || row.outputs.length > 0),
        loops: {
          'loop-1': order.includes('loop-1')
            ? { send: 'send-2', back: 'return-1' }
            : { send: null, back: null },
        },
        taps,
        others: [],
        was: [],
        stood: [],
      }));
    fc.assert(
      fc.property(arbitrary, ({ rows, loops, ...rest }) =>
        expect(rowsOf(unit, wiresOfRows(unit, { rows, loops, ...rest }))).toMatchObject({
          rows,
          loops,
          taps,
        }),
      ),
    );
  });

  test('a split is a row that branches off, early or behind the last block', () => {
    const late = [
      ...wires.filter((wire) => !('block' in wire.to && wire.to.block === 'cab')),
      { from: { block: 'amp', port: 'out' as const }, to: { block: 'chorus', port: 'in' as const } },
      { from: { block: 'reverb', port: 'out' as const }, to: { block: 'cab', port: 'in' as const } },
      { from: { block: 'cab', port: 'out' as const }, to: { jack: 'out-2-l' } },
    ].filter((wire) => !('block' in wire.from && wire.from.block === 'cab' && 'block' in wire.to));
    const rows = rowsOf(unit, late);
    expect(rows.rows).toEqual([
      {
        from: { jack: 'input' },
        blocks: ['drive', 'loop-1', 'amp', 'chorus', 'delay', 'reverb'],
        outputs: ['out-1-l', 'out-1-r'],
      },
      { from: { after: 'reverb' }, blocks: ['cab'], outputs: ['out-2-l'] },
    ]);
    expect(rowsOf(unit, wiresOfRows(unit, rows)).rows).toEqual(rows.rows);
    // What branched off behind a block that goes branches off behind the one before it.
    expect(withoutBlock(rows, 'reverb').rows[1]!.from).toEqual({ after: 'delay' });
    const moved = moveBlock(rows, 'reverb', { row: 1, index: 0 });
    expect(moved.rows[1]).toEqual({
      from: { after: 'delay' },
      blocks: ['reverb', 'cab'],
      outputs: ['out-2-l'],
    });
    expect(rowsOf(unit, wiresOfRows(unit, moved)).rows).toEqual(moved.rows);
  });

  const merged: readonly Wire[] = [
    ...wires,
    { from: { jack: 'return-2' }, to: { block: 'delay', port: 'in' } },
    { from: { block: 'drive', port: 'out' }, to: { block: 'chorus', port: 'in' } },
  ];

  test('merges are rows that end in a block of another, and are moved with it', () => {
    const rows = rowsOf(unit, merged);
    expect(rows.rows.slice(1)).toEqual([
      { from: { jack: 'return-2' }, blocks: [], outputs: [], into: { block: 'delay', port: 'in' } },
      { from: { after: 'drive' }, blocks: [], outputs: [], into: { block: 'chorus', port: 'in' } },
    ]);
    expect(plainRowsOf(unit, merged)).toBeNull();
    expect(plainRowsOf(unit, wires)).not.toBeNull();
    // The delay at rest: what joined it joins what stands behind it.
    const without = restBlock(rows, 'delay');
    expect(without.rows[1]!.into).toEqual({ block: 'reverb', port: 'in' });
    expect(rowsOf(unit, wiresOfRows(unit, without)).rows).toEqual(without.rows);
    // With the last block of its row it goes out where that row does.
    const last = restBlock(without, 'reverb');
    expect(last.rows[1]).toEqual({
      from: { jack: 'return-2' },
      blocks: [],
      outputs: ['out-1-l', 'out-1-r'],
    });
  });

  test('a move that would feed a block with itself is told and not made', () => {
    const rows = rowsOf(unit, merged);
    expect(ringIn(rows)).toBeNull();
    const ring = moveBlock(rows, 'chorus', { row: 0, index: 0 });
    expect(ringIn(ring)?.toSorted()).toEqual(['chorus', 'drive']);
    expect(misplaced(unit, ring)).toMatch(
      /(Chorus, Drive|Drive, Chorus) of Multi-effects would feed each other in a ring/,
    );
    expect(misplaced(unit, rows)).toBeNull();
  });

  const given = { id: 'x', name: 'X', tag: 'X', place: 'floor', order: 1 };
  const asSet = (all: readonly Wire[]) => all.map((wire) => JSON.stringify(wire)).sort();

  test('every inner wiring of the catalogue is read and written without loss', () => {
    for (const kind of CATALOGUE) {
      const box = makeBox(kind, given);
      for (const patch of box.patches)
        expect(asSet(wiresOfRows(box, rowsOf(box, patch.wires)))).toEqual(asSet(patch.wires));
    }
  });

  test('law: so is any wiring there can be, and a change leaves what it does not touch', () => {
    const met = new Met();
    const grids = CATALOGUE.filter(({ place }) => place !== 'player').map((kind) => makeBox(kind, given));
    const boxes = grids.filter((box) => box.blocks.length > 2);
    const ends = (box: Box, way: 'from' | 'to') => [
      ...box.jacks.map(({ id }) => ({ jack: id })),
      ...box.blocks.flatMap(({ id }) =>
        (way === 'from' ? (['out', 'out2', 'send'] as const) : (['in', 'in2', 'key', 'return'] as const)).map(
          (port) => ({ block: id, port }),
        ),
      ),
    ];
    fc.assert(
      fc.property(
        fc.nat({ max: boxes.length - 1 }),
        fc.array(fc.tuple(fc.nat(), fc.nat(), fc.nat({ max: 5 })), { minLength: 1, maxLength: 24 }),
        fc.boolean(),
        (n, pairs, onTop) => {
          const box = boxes[n]!;
          const [froms, tos] = [ends(box, 'from'), ends(box, 'to')];
          const made = pairs.map(([a, b, side]): Wire => ({
            from: froms[a % froms.length]!,
            to: tos[b % tos.length]!,
            ...(side === 1
              ? { fromChannel: 'left' as const }
              : side === 2
                ? { toChannel: 'right' as const }
                : {}),
          }));
          const all = [...(onTop ? box.patches[0]!.wires : []), ...made];
          const unlike = all.filter((wire, i) =>
            asSet(all.slice(0, i)).every((other) => other !== JSON.stringify(wire)),
          );
          const rows = rowsOf(box, unlike);
          expect(asSet(wiresOfRows(box, rows))).toEqual(asSet(unlike));
          met.count('split', rows.rows.filter(({ from }) => 'after' in from).length);
          met.count('merge', rows.rows.filter(({ into }) => into).length);
          met.count('others', rows.others.length);
          const placed = rows.rows.flatMap(({ blocks }) => blocks)[0];
          if (placed === undefined) return;
          // There and back: the same paths.
          const row = rows.rows.findIndex(({ blocks }) => blocks.includes(placed));
          const back = moveBlock(restBlock(rows, placed), placed, { row, index: 0 });
          expect(back.rows[row]!.blocks).toEqual(rows.rows[row]!.blocks);
          met.count('moved');
        },
      ),
      { numRuns: 400 },
    );
    met.atLeast({ split: 100, merge: 100, others: 100, moved: 100 });
  });

  test('moving and taking out', () => {
    const rows = rowsOf(unit, wires);
    expect(moveBlock(rows, 'delay', { row: 0, index: 1 }).rows[0]!.blocks.slice(0, 3)).toEqual([
      'drive',
      'delay',
      'loop-1',
    ]);
    const without = withoutBlock(rows, 'loop-1');
    expect(restingBlocks(unit, without)).toEqual(['loop-1']);
    expect(without.loops).toEqual({});
  });
});
