import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { build } from '../testing/build';
import { moveBlock, restingBlocks, rowsOf, wiresOfRows, withoutBlock, type Rows } from './rows';

const unit = build('unit').boxes[0]!;
const wires = unit.patches[0]!.wires;

describe('the paths of a unit as rows', () => {
  test('the catalogue’s unit is one row with a loop', () => {
    expect(rowsOf(unit, wires)).toEqual({
      rows: [
        {
          input: 'input',
          blocks: ['drive', 'loop-1', 'amp', 'cab', 'chorus', 'delay', 'reverb'],
          outputs: ['out-1-l', 'out-1-r'],
        },
      ],
      loops: { 'loop-1': { send: 'send-1', back: 'return-1' } },
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
          { input: 'input', blocks: order.slice(0, cut), outputs: jacks.slice(0, first) },
          { input: 'return-2', blocks: order.slice(cut), outputs: jacks.slice(first) },
        ].filter((row) => row.blocks.length > 0 || row.outputs.length > 0),
        loops: {
          'loop-1': order.includes('loop-1')
            ? { send: 'send-2', back: 'return-1' }
            : { send: null, back: null },
        },
      }))
      // A row without a block can name one output: two would be two wires from one jack.
      .filter(({ rows }) => rows.every((row) => row.blocks.length > 0 || row.outputs.length === 1));
    fc.assert(fc.property(arbitrary, (rows) => expect(rowsOf(unit, wiresOfRows(unit, rows))).toEqual(rows)));
  });

  test('a split is no row', () => {
    const split = [...wires, { from: { block: 'drive', port: 'out' as const }, to: { jack: 'out-2-l' } }];
    expect(rowsOf(unit, split)).toBeNull();
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
