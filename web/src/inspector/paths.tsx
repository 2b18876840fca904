import { addBlockEdit, emptyInput, newRow, removeBlockEdit } from '../../../core/inside';
import { gridChoices } from '../../../core/catalog';
import {
  blockIn,
  hasGrid,
  misplaced,
  moveBlock,
  restingBlocks,
  rowsOf,
  wiresOfRows,
  type Box,
  type Rows,
} from '../../../core/model';
import { resolve } from '../../../core/signal';
import { Link } from 'react-router';
import { Button } from '../parts/button';
import { Menu, MenuItem, MenuLine } from '../parts/menu';
import { useOpen } from '../rig/use-open';
import { useNotice } from '../store/app';
import { PathRow, rowKey } from './path-row';
import { Section } from './section';

/** The unit's paths as ordered rows, with a jack picker at each input, loop block and output. */
export function Paths({ box }: { box: Box }) {
  const { rig, setting, readOnly, commit } = useOpen('rig', 'setting', 'readOnly', 'commit');
  if (!hasGrid(box)) return null;
  const { patch } = resolve(rig, setting).innerWiring(box);
  const { say } = useNotice.getState();
  const rows = rowsOf(box, patch.wires);
  const disabled = readOnly !== null;
  const set = (next: Rows) => {
    const reason = misplaced(box, next);
    if (reason !== null) return say(reason, 'bad');
    commit({
      edit: 'wireInside',
      arguments: { box: box.id, patch: patch.id, wires: wiresOfRows(box, next) },
    });
  };
  const remove = (block: string) => commit(removeBlockEdit(box, block));
  const freeInput = emptyInput(box, rows);
  const resting = restingBlocks(box, rows);
  const nameOf = (id: string) => blockIn(box, id)?.name ?? id;
  const room = box.slots?.blocks;

  return (
    <Section title="Paths inside" open>
      <div>
        <Link
          to={`/rig/${rig.id}/gear/inside/${box.id}`}
          className="inline-flex min-h-7 items-center rounded border border-line bg-raised px-2.5 text-sm hover:border-ink"
        >
          Draw the inside
        </Link>
      </div>
      {rows.rows.map((row, i) => (
        <PathRow
          key={`${rowKey(row.from)} ${i}`}
          box={box}
          rows={rows}
          index={i}
          disabled={disabled}
          onChange={set}
          onRemoveBlock={remove}
          freeInput={freeInput}
        />
      ))}
      <div className="flex flex-wrap gap-1.5">
        <Menu
          trigger={
            <Button disabled={disabled || (room !== undefined && box.blocks.length >= room)}>
              Add block ▾
            </Button>
          }
        >
          {gridChoices().map((choice) => (
            <MenuItem key={choice.id} onSelect={() => commit(addBlockEdit(box, choice))}>
              {choice.name}
            </MenuItem>
          ))}
        </Menu>
        <Button
          disabled={disabled || freeInput === null || resting.length === 0}
          title={
            resting.length === 0
              ? 'Take a block out of its row first, or begin a row from a block'
              : undefined
          }
          onClick={() =>
            freeInput !== null && resting[0] !== undefined && set(newRow(rows, freeInput, resting[0]))
          }
        >
          New row
        </Button>
        {room === undefined ? null : (
          <span className="self-center text-xs text-muted">
            {box.blocks.length} of {room} blocks
          </span>
        )}
      </div>
      {resting.length > 0 ? (
        <ul aria-label="Blocks in no row" className="flex flex-wrap gap-1.5">
          {resting.map((id) => (
            <li key={id}>
              <Menu
                trigger={
                  <Button disabled={disabled} className="border-dashed">
                    {nameOf(id)} ▾
                  </Button>
                }
              >
                {rows.rows.map((row, i) => (
                  <MenuItem
                    key={`${rowKey(row.from)} ${i}`}
                    onSelect={() => set(moveBlock(rows, id, { row: i, index: row.blocks.length }))}
                  >
                    To the end of row {i + 1}
                  </MenuItem>
                ))}
                <MenuLine />
                <MenuItem danger onSelect={() => remove(id)}>
                  Remove
                </MenuItem>
              </Menu>
            </li>
          ))}
        </ul>
      ) : null}
    </Section>
  );
}
