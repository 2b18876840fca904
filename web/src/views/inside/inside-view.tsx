import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { gridChoices } from '../../../../core/catalog';
import { emptyInput, newRow } from '../../../../core/inside';
import type { FindingLine } from '../../../../core/findings';
import { blockIn, boxOf, hasGrid, moveBlock, restingBlocks, type Box } from '../../../../core/model';
import { Button } from '../../parts/button';
import { Empty } from '../../parts/empty';
import { Menu, MenuItem } from '../../parts/menu';
import { SEVERITY_EDGE, SeverityWord } from '../../parts/severity';
import { useOpen } from '../../rig/use-open';
import { useAnalysis } from '../../worker/use-analysis';
import { BlockFacts } from './block-facts';
import { KEYS } from './inside-keys';
import { JackList } from './jack-list';
import { RowFacts } from './row-facts';
import { TerracesPane } from './terraces-pane';
import { blockName, useInside, type Inside } from './use-inside';
import { Wirings } from './wirings';

/** Blocks that stand in no row, and where each could go. */
function Resting({ inside }: { inside: Inside }) {
  const { box, rows, disabled, set } = inside;
  const resting = restingBlocks(box, rows);
  const input = emptyInput(box, rows);
  if (resting.length === 0) return null;
  return (
    <section aria-label="Blocks at rest" className="px-4 pb-2">
      <h2 className="pb-1 text-xs text-muted">At rest, in no row</h2>
      <div className="flex flex-wrap gap-1.5">
        {resting.map((id) => (
          <Menu
            key={id}
            trigger={
              <Button disabled={disabled} className="border-dashed">
                {blockName(box, id)} …
              </Button>
            }
          >
            {rows.rows.map((row, i) => (
              <MenuItem
                key={i}
                onSelect={() => set(moveBlock(rows, id, { row: i, index: row.blocks.length }))}
              >
                To the end of row {i + 1}
              </MenuItem>
            ))}
            <MenuItem
              disabled={input === null}
              onSelect={() => input !== null && set(newRow(rows, input, id))}
            >
              A row of its own
            </MenuItem>
          </Menu>
        ))}
      </div>
    </section>
  );
}

/** What is found about this unit: its grid against what is plugged, as it stands now. */
function Found({ box, lines }: { box: Box; lines: readonly FindingLine[] }) {
  const { rig } = useOpen('rig');
  return (
    <section
      aria-label="Findings here"
      className="border-t border-hair px-3 py-2 md:w-96 md:shrink-0 md:border-t-0 md:border-l"
    >
      <h2 className="pb-1 text-sm">Grid and plugs</h2>
      {lines.length === 0 ? (
        <p className="text-xs text-muted">
          Nothing is found about {box.name} in what is plugged and how it is set.
        </p>
      ) : (
        <ul className="flex flex-col gap-1.5">
          {lines.map(({ key, severity, text }) => (
            <li key={key} className={`border-l-4 pl-2 text-sm ${SEVERITY_EDGE[severity]}`}>
              <SeverityWord severity={severity} />
              <Link
                to={`/rig/${rig.id}/map?finding=${encodeURIComponent(key)}`}
                className="block rounded hover:underline"
              >
                {text}
              </Link>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function Desk({ box }: { box: Box }) {
  const { setting } = useOpen('setting');
  const inside = useInside(box);
  const [selected, setSelected] = useState('');
  const { value } = useAnalysis<'findings'>({
    kind: 'findings',
    variant: setting.variant,
    sound: setting.sound === 'all' ? null : setting.sound,
  });
  const own = (value ?? []).filter(
    ({ parts, accepted }) =>
      accepted === null && parts.some(({ type, id }) => type !== 'lead' && id.split('/')[0] === box.id),
  );
  const block = blockIn(box, selected.replace(/^blocks\//, ''));
  const row = /^rows\/(\d+)\//.exec(selected)?.[1];
  const room = box.slots?.blocks;
  // A switcher has loops only: its room is what it is built with.
  const takes = room === undefined || box.blocks.length <= room;
  const { rows, disabled, putIn } = inside;
  return (
    <div className="flex flex-col lg:h-full lg:min-h-0">
      <div className="flex max-h-[70vh] min-w-0 shrink-0 flex-col overflow-auto">
        <div className="flex flex-wrap items-center gap-x-4 gap-y-1.5 border-b border-hair bg-sheet px-4 py-1.5">
          <h1 className="text-base">Inside {box.name}</h1>
          <Wirings inside={inside} />
          {takes ? (
            <Menu trigger={<Button disabled={disabled || rows.rows.length === 0}>Add block …</Button>}>
              {gridChoices().map((choice) => (
                <MenuItem key={choice.id} onSelect={() => putIn(choice, 0, rows.rows[0]?.blocks.length ?? 0)}>
                  {choice.name}
                </MenuItem>
              ))}
            </Menu>
          ) : null}
          {room === undefined || !takes ? null : (
            <span className="text-xs text-muted">
              {box.blocks.length} of {room} blocks
            </span>
          )}
        </div>
        <div className="p-3">
          <TerracesPane inside={inside} findings={own} selected={selected} onSelect={setSelected} />
        </div>
        <Resting inside={inside} />
        {rows.others.length > 0 ? (
          <p className="px-4 pb-2 text-xs text-muted">
            {rows.others.length} more inner wires lead from what no input reaches; they stay as they are.
          </p>
        ) : null}
        <p className="flex flex-wrap gap-x-4 gap-y-1 px-4 pb-2 text-xs text-muted">
          {KEYS.map(([key, does]) => (
            <span key={key}>
              <kbd className="font-mono text-ink">{key}</kbd> {does}
            </span>
          ))}
          <span>or draw a block to its place</span>
        </p>
      </div>
      <aside
        aria-label="Facts"
        className="flex min-h-0 flex-1 flex-col border-t border-hair bg-sheet md:flex-row lg:overflow-auto"
      >
        <div className="min-w-0 flex-1">
          {block ? <BlockFacts key={block.id} inside={inside} block={block} /> : null}
          {row === undefined ? null : <RowFacts key={row} inside={inside} index={Number(row)} />}
          {!block && row === undefined ? <JackList inside={inside} /> : null}
        </div>
        <Found box={box} lines={own} />
      </aside>
    </div>
  );
}

/** The inside of a unit, drawn: its paths as terraces, changed by hand. */
export function InsideView() {
  const { box: id } = useParams();
  const { rig } = useOpen('rig');
  const box = boxOf(rig, id);
  if (box && hasGrid(box)) return <Desk key={box.id} box={box} />;
  return (
    <Empty
      title={box ? `${box.name} has no paths to rearrange` : 'This box is not in this rig'}
      text={box ? 'Its inside is as it was built.' : undefined}
    >
      <Link to={`/rig/${rig.id}/gear`}>
        <Button look="strong">To the gear</Button>
      </Link>
    </Empty>
  );
}
