import { describe, expect, test } from '@jest/globals';
import { gridChoices } from '../catalog';
import { rowsOf, wiresOfRows, type Box, type Rows } from '../model';
import { edited, fourCable } from '../testing/build';
import {
  addBlockEdit,
  branchAt,
  emptyInput,
  inRows,
  loopGoes,
  newRow,
  outputOf,
  removeBlockEdit,
  splitHere,
} from './index';

const rig = fourCable();

describe('paths inside a unit', () => {
  const unit = rig.boxes.find(({ id }) => id === 'multi-effects')!;
  const rows = rowsOf(unit, unit.patches[0]!.wires)!;
  /** The rows as the wires they make are read again. */
  const again = (changed: Rows, of: Box = unit) => rowsOf(of, wiresOfRows(of, changed));

  test('a split ends the row ahead of a block and goes on from an input of its own', () => {
    const split = again(splitHere(rows, 'chorus', 'return-2'))!;
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
    const branch = again(branchAt(rows, 'reverb', 'loop-1-2'), more)!;
    expect(branch.rows[1]).toEqual({ from: { after: 'reverb' }, blocks: ['loop-1-2'], outputs: [] });
    const row = again(newRow(rows, 'return-2', 'loop-1-2'), more)!;
    expect(row.rows[1]).toEqual({ from: { jack: 'return-2' }, blocks: ['loop-1-2'], outputs: [] });
    expect(again(loopGoes(row, 'loop-1-2', { send: 'send-2' }), more)!.loops['loop-1-2']).toEqual({
      send: 'send-2',
      back: null,
    });
    const without = edited(withLoop, removeBlockEdit(more, 'loop-1-2')).boxes.find(
      ({ id }) => id === unit.id,
    )!;
    expect(without.blocks).toEqual(unit.blocks);
    expect(rowsOf(without, without.patches[0]!.wires)).toEqual(rows);
  });

  test('an output stands in a row once, and goes again', () => {
    const [row] = rows.rows;
    expect(outputOf(row!, 1, 'out-2-l').outputs).toEqual(['out-1-l', 'out-2-l']);
    expect(outputOf(row!, 0, 'out-1-r').outputs).toEqual(['out-1-r']);
    expect(outputOf(row!, 0, null).outputs).toEqual(['out-1-r']);
    expect(inRows(rows, 0, () => null).rows).toEqual([]);
  });
});
