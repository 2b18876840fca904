import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { build } from '../testing/build';
import { moveBlock, restingBlocks, rowsOf, wiresOfRows, withoutBlock, type Rows } from './rows';

const unit = build('unit').boxes[0]!;
const wires = unit.patches[0]!.wires;
const taps = wires.filter((wire) => 'jack' in wire.to && wire.to.jack === 'phones');

describe('the paths of a unit as rows', () => {
  test('the catalogue’s unit is one row with a loop', () => {
    expect(rowsOf(unit, wires)).toEqual({
      rows: [
        {
          from: { jack: 'input' },
          blocks: ['drive', 'loop-1', 'amp', 'cab', 'chorus', 'delay', 'reverb'],
          outputs: ['out-1-l', 'out-1-r'],
        },
      ],
      loops: { 'loop-1': { send: 'send-1', back: 'return-1' } },
      taps,
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
      }))
      // A row without a block can name one output: two would be two wires from one jack.
      .filter(({ rows }) => rows.every((row) => row.blocks.length > 0 || row.outputs.length === 1));
    fc.assert(fc.property(arbitrary, (rows) => expect(rowsOf(unit, wiresOfRows(unit, rows))).toEqual(rows)));
  });

  test('a split is a row that branches off, early or behind the last block', () => {
    const late = [
      ...wires.filter((wire) => !('block' in wire.to && wire.to.block === 'cab')),
      { from: { block: 'amp', port: 'out' as const }, to: { block: 'chorus', port: 'in' as const } },
      { from: { block: 'reverb', port: 'out' as const }, to: { block: 'cab', port: 'in' as const } },
      { from: { block: 'cab', port: 'out' as const }, to: { jack: 'out-2-l' } },
    ].filter((wire) => !('block' in wire.from && wire.from.block === 'cab' && 'block' in wire.to));
    const rows = rowsOf(unit, late)!;
    expect(rows.rows).toEqual([
      {
        from: { jack: 'input' },
        blocks: ['drive', 'loop-1', 'amp', 'chorus', 'delay', 'reverb'],
        outputs: ['out-1-l', 'out-1-r'],
      },
      { from: { after: 'reverb' }, blocks: ['cab'], outputs: ['out-2-l'] },
    ]);
    expect(rowsOf(unit, wiresOfRows(unit, rows))).toEqual(rows);
    // What branched off behind a block that goes branches off behind the one before it.
    expect(withoutBlock(rows, 'reverb').rows[1]!.from).toEqual({ after: 'delay' });
    const moved = moveBlock(rows, 'reverb', { row: 1, index: 0 });
    expect(moved.rows[1]).toEqual({
      from: { after: 'delay' },
      blocks: ['reverb', 'cab'],
      outputs: ['out-2-l'],
    });
    expect(rowsOf(unit, wiresOfRows(unit, moved))).toEqual(moved);
  });

  test('a merge is no set of rows', () => {
    const merged = [...wires, { from: { jack: 'return-2' }, to: { block: 'delay', port: 'in' as const } }];
    expect(rowsOf(unit, merged)).toBeNull();
  });

  test('moving and taking out', () => {
    const rows = rowsOf(unit, wires)!;
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
