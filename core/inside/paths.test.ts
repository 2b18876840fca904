import { describe, expect, test } from '@jest/globals';
import { gridChoices } from '../catalog';
import { rowsOf, wiresOfRows, type Box, type Rows } from '../model';
import { edited, fourCable } from '../testing/build';
import {
  addBlockEdit,
  branchAt,
  emptyInput,
  inRows,
  joinable,
  joinAt,
  legTo,
  loopGoes,
  newRow,
  outputOf,
  partRow,
  removeBlockEdit,
  splitHere,
} from './index';

const rig = fourCable();

describe('paths inside a unit', () => {
  const unit = rig.boxes.find(({ id }) => id === 'multi-effects')!;
  const rows = rowsOf(unit, unit.patches[0]!.wires);
  /** The rows as the wires they make are read again. */
  const again = (changed: Rows, of: Box = unit) => rowsOf(of, wiresOfRows(of, changed));

  test('a split ends the row ahead of a block and goes on from an input of its own', () => {
    const split = again(splitHere(rows, 'chorus', 'return-2'));
    expect(split.rows.map((row) => row.blocks)).toEqual([
      ['drive', 'loop-1', 'amp', 'cab'],
      ['chorus', 'delay', 'reverb'],
    ]);
    expect(split.rows[1]!.outputs).toEqual(rows.rows[0]!.outputs);
    expect(emptyInput(unit, rows)).toBe('return-2');
    expect(emptyInput(unit, split)).toBeNull();
  });

  test('blocks are added under names of their own, and stand in a new row or branch', () => {
    const choice = (id: string) => gridChoices().find((c) => c.id === id)!;
    const withLoop = edited(rig, addBlockEdit(unit, choice('loop')));
    const more = withLoop.boxes.find(({ id }) => id === 'multi-effects')!;
    expect(more.blocks.at(-1)).toMatchObject({ id: 'loop-1-2', name: 'Loop 2' });
    const branch = again(branchAt(rows, 'reverb', 'loop-1-2'), more);
    expect(branch.rows[1]).toEqual({ from: { after: 'reverb' }, blocks: ['loop-1-2'], outputs: [] });
    const row = again(newRow(rows, 'return-2', 'loop-1-2'), more);
    expect(row.rows[1]).toEqual({ from: { jack: 'return-2' }, blocks: ['loop-1-2'], outputs: [] });
    expect(again(loopGoes(row, 'loop-1-2', { send: 'send-2' }), more).loops['loop-1-2']).toEqual({
      send: 'send-2',
      back: null,
    });
    const without = edited(withLoop, removeBlockEdit(more, 'loop-1-2')).boxes.find(
      ({ id }) => id === unit.id,
    )!;
    expect(without.blocks).toEqual(unit.blocks);
    expect(rowsOf(without, without.patches[0]!.wires)).toMatchObject({ rows: rows.rows, loops: rows.loops });
  });

  test('a row joins another from a block on, where that makes no ring, and goes out again', () => {
    const two = again(splitHere(rows, 'chorus', 'return-2'));
    expect(joinable(two, 0)).toEqual(['chorus', 'delay', 'reverb']);
    const joined = joinAt(two, 0, 'delay');
    // Read again, the row that comes first goes through, and the other joins it: the same wires.
    expect(again(joined).rows).toEqual([
      {
        from: { jack: 'input' },
        blocks: ['drive', 'loop-1', 'amp', 'cab', 'delay', 'reverb'],
        outputs: ['out-1-l', 'out-1-r'],
      },
      { from: { jack: 'return-2' }, blocks: ['chorus'], outputs: [], into: { block: 'delay', port: 'in' } },
    ]);
    // What leads to the join may not be joined by what comes out of it.
    expect(joinable(joined, 1)).toEqual([]);
    const out = again(inRows(joined, 0, (row) => outputOf(row, 0, 'send-2')));
    expect(out.rows[0]).toMatchObject({ outputs: ['send-2'] });
    expect(partRow(joined, 0).rows[0]!.into).toBeUndefined();
    const leg = again(legTo(rows, 'drive', 'send-2'));
    expect(leg.rows.map(({ outputs }) => outputs)).toEqual([['send-2'], ['out-1-l', 'out-1-r']]);
  });

  test('an output stands in a row once, and goes again', () => {
    const [row] = rows.rows;
    expect(outputOf(row!, 1, 'out-2-l').outputs).toEqual(['out-1-l', 'out-2-l']);
    expect(outputOf(row!, 0, 'out-1-r').outputs).toEqual(['out-1-r']);
    expect(outputOf(row!, 0, null).outputs).toEqual(['out-1-r']);
    expect(inRows(rows, 0, () => null).rows).toEqual([]);
  });
});
