import { gridChoices } from '../../../../core/catalog';
import { isEqualiser } from '../../../../core/equaliser';
import { branchAt, emptyInput, legTo, loopGoes, removeBlockEdit, splitHere } from '../../../../core/inside';
import { restBlock, restingBlocks, type Block, type LoopJacks } from '../../../../core/model';
import { resolve } from '../../../../core/signal';
import { FromLayer } from '../../inspector/blocks';
import { EqFields } from '../../inspector/equaliser';
import { Button } from '../../parts/button';
import { Choice, Labelled, Ways } from '../../parts/field';
import { Menu, MenuItem } from '../../parts/menu';
import { Tick } from '../../parts/tick';
import { useOpen } from '../../rig/use-open';
import { freeOutputs, jackChoices, NONE } from './jack-choices';
import { blockName, type Inside } from './use-inside';

const LOOP_JACKS: readonly {
  readonly key: keyof LoopJacks;
  readonly words: string;
  readonly way: 'in' | 'out';
}[] = [
  { key: 'send', words: 'Goes out by', way: 'out' },
  { key: 'back', words: 'Comes back by', way: 'in' },
];

/** What a block of the unit is set to, and what can be done with it. */
export function BlockFacts({ inside, block }: { inside: Inside; block: Block }) {
  const { box, rows, disabled, set, move, putIn, twin, commit } = inside;
  const { rig, setting, scope } = useOpen('rig', 'setting', 'scope');
  const { state, from } = resolve(rig, setting).blockState(box, block);
  const row = rows.rows.findIndex(({ blocks }) => blocks.includes(block.id));
  const at = rows.rows[row]?.blocks.indexOf(block.id) ?? 0;
  const resting = restingBlocks(box, rows);
  const input = emptyInput(box, rows);
  const switchTo = (to: string | null) =>
    commit({ edit: 'setBlockState', arguments: { box: box.id, block: block.id, state: to, scope } });
  const twins = box.blocks.filter(
    ({ id, twinOf }) => twinOf === block.id || (block.twinOf === id && block.twinOf !== undefined),
  );
  return (
    <section aria-label={`Facts of ${block.name}`} className="flex max-w-2xl flex-col gap-3 px-4 py-2">
      <h2 className="text-sm">
        {block.name} <span className="font-normal text-muted">· {block.category ?? block.role}</span>
      </h2>
      {block.states.length > 1 ? (
        <div className="flex flex-wrap items-center gap-2">
          <Ways
            label={`State of ${block.name}`}
            value={state.id}
            disabled={disabled}
            options={block.states.map((one) => ({ value: one.id, label: one.name }))}
            onChange={switchTo}
          />
          <FromLayer from={from} onBack={() => switchTo(null)} />
        </div>
      ) : null}
      {twins.length > 0 ? (
        <p className="text-xs text-muted">On one switch with {twins.map(({ name }) => name).join(', ')}.</p>
      ) : null}
      {isEqualiser(block) ? <EqFields box={box} block={block} /> : null}
      {block.role === 'loop' ? (
        <div className="grid grid-cols-2 gap-2">
          {LOOP_JACKS.map(({ key, words, way }) => (
            <Labelled key={key} label={words}>
              {(id) => (
                <Choice
                  id={id}
                  label={`${block.name}: ${words.toLowerCase()}`}
                  className="font-mono"
                  value={rows.loops[block.id]?.[key] ?? NONE}
                  disabled={disabled}
                  options={jackChoices(box, way)}
                  onChange={(jack) => set(loopGoes(rows, block.id, { [key]: jack === NONE ? null : jack }))}
                />
              )}
            </Labelled>
          ))}
        </div>
      ) : null}
      <div className="flex flex-wrap gap-1.5">
        <Button disabled={disabled || at === 0} onClick={() => move(block.id, row, at - 1)}>
          Earlier
        </Button>
        <Button
          disabled={disabled || at === (rows.rows[row]?.blocks.length ?? 0) - 1}
          onClick={() => move(block.id, row, at + 1)}
        >
          Later
        </Button>
        <Menu trigger={<Button disabled={disabled || rows.rows.length < 2}>To row …</Button>}>
          {rows.rows.map((other, i) =>
            i === row ? null : (
              <MenuItem key={i} onSelect={() => move(block.id, i, other.blocks.length)}>
                To the end of row {i + 1}
              </MenuItem>
            ),
          )}
        </Menu>
        <Menu trigger={<Button disabled={disabled}>Put in ahead …</Button>}>
          {gridChoices().map((choice) => (
            <MenuItem key={choice.id} onSelect={() => putIn(choice, row, at)}>
              {choice.name}
            </MenuItem>
          ))}
        </Menu>
        <Menu trigger={<Button disabled={disabled}>Split behind …</Button>}>
          {freeOutputs(box, rows).map(({ value, label }) => (
            <MenuItem key={value} onSelect={() => set(legTo(rows, block.id, value))}>
              Straight to {label}
            </MenuItem>
          ))}
          {resting.map((id) => (
            <MenuItem key={id} onSelect={() => set(branchAt(rows, block.id, id))}>
              Through {blockName(box, id)}
            </MenuItem>
          ))}
          <MenuItem
            disabled={input === null || at === 0}
            onSelect={() => input !== null && set(splitHere(rows, block.id, input))}
          >
            A row of its own from here on
          </MenuItem>
        </Menu>
        <Menu trigger={<Button disabled={disabled || rows.rows.length < 2}>Twin on …</Button>}>
          {rows.rows.map((_, i) =>
            i === row ? null : (
              <MenuItem key={i} onSelect={() => twin(block, i)}>
                Row {i + 1}, on the same switch
              </MenuItem>
            ),
          )}
        </Menu>
        <Button disabled={disabled} onClick={() => set(restBlock(rows, block.id))}>
          To rest
        </Button>
        <Tick
          checked={block.temporary ?? false}
          disabled={disabled}
          onChange={(temporary) =>
            commit({ edit: 'setForTest', arguments: { box: box.id, block: block.id, temporary } })
          }
        >
          In for a test, to go again
        </Tick>
        <Button look="danger" disabled={disabled} onClick={() => commit(removeBlockEdit(box, block.id))}>
          Out of the unit
        </Button>
      </div>
    </section>
  );
}
