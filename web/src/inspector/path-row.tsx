import { branchAt, inRows, loopGoes, outputOf, splitHere } from '../../../core/inside';
import {
  blockIn,
  moveBlock,
  restBlock,
  restingBlocks,
  type Box,
  type Row,
  type Rows,
  type RowStart,
} from '../../../core/model';
import { Button } from '../parts/button';
import { Choice } from '../parts/field';
import { Menu, MenuItem, MenuLine } from '../parts/menu';
import { resolve } from '../../../core/signal';
import { useOpen } from '../rig/use-open';

type Props = {
  readonly box: Box;
  readonly rows: Rows;
  readonly index: number;
  readonly disabled: boolean;
  readonly onChange: (rows: Rows) => void;
  readonly onRemoveBlock: (block: string) => void;
  /** A jack a further row could begin at; none: no more rows. */
  readonly freeInput: string | null;
};

const NONE = '';

export const rowKey = (from: RowStart): string => ('jack' in from ? from.jack : `after ${from.after}`);

const nameOf = (box: Box, block: string) => blockIn(box, block)?.name ?? block;

const jackOptions = (box: Box, direction: 'in' | 'out') => [
  { value: NONE, label: 'none' },
  ...box.jacks
    .filter((jack) => jack.direction === direction && (jack.converts || jack.carries === 'phones'))
    .map((jack) => ({ value: jack.id, label: jack.label })),
];

function Picker(props: {
  label: string;
  box: Box;
  direction: 'in' | 'out';
  value: string | null;
  disabled: boolean;
  onPick: (jack: string | null) => void;
}) {
  return (
    <Choice
      label={props.label}
      className="font-mono text-xs"
      value={props.value ?? NONE}
      disabled={props.disabled}
      options={jackOptions(props.box, props.direction)}
      onChange={(jack) => props.onPick(jack === NONE ? null : jack)}
    />
  );
}

function BlockLine({
  box,
  rows,
  index,
  disabled,
  onChange,
  onRemoveBlock,
  freeInput,
  id,
}: Props & { id: string }) {
  const { rig, setting } = useOpen('rig', 'setting');
  const block = blockIn(box, id);
  if (!block) return null;
  const at = rows.rows[index]?.blocks.indexOf(id) ?? 0;
  const last = (rows.rows[index]?.blocks.length ?? 0) - 1;
  const { state } = resolve(rig, setting).blockState(box, block);
  const loop = rows.loops[id];
  const move = (row: number, to: number) => onChange(moveBlock(rows, id, { row, index: to }));
  const takeOut = () => onChange(restBlock(rows, id));
  const resting = restingBlocks(box, rows)[0];
  return (
    <li className="border-l-2 border-line pl-2">
      <div className="flex items-center gap-1">
        <span className={`min-w-0 flex-1 truncate text-sm ${state.id === 'off' ? 'text-muted' : ''}`}>
          {block.name} {state.id === 'off' ? '(off)' : ''}
        </span>
        <Button
          look="quiet"
          className="px-1.5"
          aria-label={`${block.name} earlier`}
          disabled={disabled || at === 0}
          onClick={() => move(index, at - 1)}
        >
          ↑
        </Button>
        <Button
          look="quiet"
          className="px-1.5"
          aria-label={`${block.name} later`}
          disabled={disabled || at === last}
          onClick={() => move(index, at + 1)}
        >
          ↓
        </Button>
        <Menu
          align="end"
          trigger={
            <Button look="quiet" className="px-1.5" aria-label={`More for ${block.name}`} disabled={disabled}>
              •••
            </Button>
          }
        >
          {rows.rows.map((row, i) =>
            i === index ? null : (
              <MenuItem key={rowKey(row.from)} onSelect={() => move(i, row.blocks.length)}>
                To the end of row {i + 1}
              </MenuItem>
            ),
          )}
          <MenuItem
            disabled={freeInput === null || at === 0}
            onSelect={() => freeInput !== null && onChange(splitHere(rows, id, freeInput))}
          >
            New row from here on
          </MenuItem>
          <MenuItem
            disabled={resting === undefined}
            onSelect={() => resting !== undefined && onChange(branchAt(rows, id, resting))}
          >
            Split off behind it
          </MenuItem>
          <MenuItem onSelect={takeOut}>Out of the row</MenuItem>
          <MenuLine />
          <MenuItem danger onSelect={() => onRemoveBlock(id)}>
            Remove from the unit
          </MenuItem>
        </Menu>
      </div>
      {block.role === 'loop' ? (
        <div className="grid grid-cols-2 gap-1.5 pb-1">
          <Picker
            label={`${block.name} goes out by`}
            box={box}
            direction="out"
            value={loop?.send ?? null}
            disabled={disabled}
            onPick={(send) => onChange(loopGoes(rows, id, { send }))}
          />
          <Picker
            label={`${block.name} comes back by`}
            box={box}
            direction="in"
            value={loop?.back ?? null}
            disabled={disabled}
            onPick={(back) => onChange(loopGoes(rows, id, { back }))}
          />
        </div>
      ) : null}
    </li>
  );
}

/** One path: its input jack, its blocks in order, its output jacks. */
export function PathRow(props: Props) {
  const { box, rows, index, disabled, onChange } = props;
  const row = rows.rows[index];
  if (!row) return null;
  const change = (to: (old: Row) => Row | null) => onChange(inRows(rows, index, to));
  return (
    <div role="group" aria-label={`Row ${index + 1}`} className="rounded border border-hair p-2">
      <div className="flex items-center gap-2">
        <span className="w-12 shrink-0 text-xs text-muted">Row {index + 1}</span>
        {'jack' in row.from ? (
          <Picker
            label={`Input of row ${index + 1}`}
            box={box}
            direction="in"
            value={row.from.jack}
            disabled={disabled}
            onPick={(jack) => jack !== null && change((old) => ({ ...old, from: { jack } }))}
          />
        ) : (
          <span className="min-w-0 flex-1 truncate text-sm">
            split off behind {nameOf(box, row.from.after)}
          </span>
        )}
        <Button
          look="quiet"
          className="px-1.5"
          disabled={disabled || rows.rows.length < 2}
          aria-label={`Remove row ${index + 1}`}
          onClick={() => change(() => null)}
        >
          ×
        </Button>
      </div>
      <ol className="flex flex-col gap-1 py-1.5">
        {row.blocks.map((id) => (
          <BlockLine key={id} {...props} id={id} />
        ))}
      </ol>
      {row.into ? (
        <p className="text-xs text-muted">joins another row ahead of {nameOf(box, row.into.block)}</p>
      ) : null}
      <div className="flex flex-wrap items-center gap-1.5">
        <span className="w-12 shrink-0 text-xs text-muted">out by</span>
        {[...row.outputs, null].map((jack, i) =>
          jack === null && row.outputs.length >= 2 ? null : (
            <div key={jack ?? 'more'} className="w-28">
              <Picker
                label={`Output ${i + 1} of row ${index + 1}`}
                box={box}
                direction="out"
                value={jack}
                disabled={disabled}
                onPick={(to) => change((old) => outputOf(old, i, to))}
              />
            </div>
          ),
        )}
      </div>
    </div>
  );
}
