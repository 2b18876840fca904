// A second path inside a unit, with the cabinet model on it, to outputs of its own.
import { blockIn, freshId, wiresOfRows, type Block, type JackRef, type Row, type Rows } from '../model';
import type { Unit } from './abilities';
import { CannotBeHad, need, off, on, type Wanted } from './bind';

type Feed = { readonly wanted: Partial<Wanted>; readonly outputs: readonly JackRef[] };

type Path = {
  readonly rows: Rows;
  readonly main: Row;
  readonly cab: Block;
  readonly outputs: readonly JackRef[];
};

/** The row that ends at the amplifier, without the cabinet model, and what the feed needs. */
function pathOf(unit: Unit): Path {
  const { box, rows } = unit;
  const cab = need(unit.cabModels[0], `${box.name} has no cabinet model for the feed.`);
  const whole = need(rows, `${box.name}’s paths merge inside: the feed cannot be drawn by itself.`);
  // Feeds of an earlier routing go; the rows that begin at jacks stay.
  const kept = whole.rows
    .filter((row) => 'jack' in row.from)
    .map((row) => ({ ...row, blocks: row.blocks.filter((id) => id !== cab.id) }));
  const main = need(
    kept.find((row) => row.outputs.some((jack) => jack === unit.output?.jack)),
    `${box.name} has no row that ends at an output.`,
  );
  const own = new Set(whole.rows.filter((row) => 'after' in row.from).flatMap((row) => row.outputs));
  const outputs = [...[...own].map((jack): JackRef => ({ box: box.id, jack })), ...unit.spareOutputs].slice(
    0,
    2,
  );
  if (outputs.length === 0) throw new CannotBeHad(`${box.name} has no output left for the feed.`);
  return { rows: { ...whole, rows: kept }, main, cab, outputs };
}

/** A mono feed leaves by one output, whatever the rig would have to spare. */
const oneOutput = ({ outputs }: Path) => outputs.slice(0, 1);

function wired(unit: Unit, path: Path, feed: Row, blocks: readonly Block[]): Feed {
  const rows: Rows = { ...path.rows, rows: [...path.rows.rows, feed] };
  const box = { ...unit.box, blocks: [...unit.box.blocks, ...blocks] };
  return {
    wanted: {
      states: [...on(unit, path.cab), ...off(unit, unit.cabModels.slice(1))],
      blocks: blocks.map((block) => ({ box: box.id, block })),
      wires: [{ box: box.id, patch: unit.patch, wires: wiresOfRows(box, rows) }],
    },
    outputs: oneOutput(path),
  };
}

/** The split moves last: behind the last effect one way to the amplifier, one through the cabinet model. */
export function lateFeed(unit: Unit): Feed {
  const path = pathOf(unit);
  const last = need(path.main.blocks.at(-1), `${unit.box.name} has no block to split off behind.`);
  const feed: Row = {
    from: { after: last },
    blocks: [path.cab.id],
    outputs: oneOutput(path).map((at) => at.jack),
  };
  return wired(unit, path, feed, []);
}

/** The split stands behind the loop: what follows stands once on each path, and switches together. */
export function doubledFeed(unit: Unit): Feed {
  const path = pathOf(unit);
  const { box } = unit;
  const at = path.main.blocks.findLastIndex(
    (id) => id === unit.loop?.block?.id || unit.ampModels.some((model) => model.id === id),
  );
  const split = need(
    path.main.blocks[at],
    `${box.name} has no loop block to split off behind: its loop is a row of its own.`,
  );
  const behind = path.main.blocks.slice(at + 1);
  const hung = behind.find((id) => unit.hung.includes(id));
  if (hung !== undefined)
    throw new CannotBeHad(
      `${blockIn(box, hung)?.name ?? hung} of ${box.name} stands behind the split with a pedal in it: a loop is there once.`,
    );
  // A loop with nothing in it is a wire: its jacks are there once, and the feed needs none.
  const late = behind.filter((id) => blockIn(box, id)?.role !== 'loop');
  if (late.length === 0) throw new CannotBeHad('Nothing stands behind the loop: there is nothing to double.');
  const ids = new Set(box.blocks.map((block) => block.id));
  const twins: Block[] = [];
  const onFeed = late.map((id) => {
    const original = need(blockIn(box, id), `${box.name} has no block ${id}.`);
    const known = box.blocks.find((block) => block.twinOf === id);
    if (known) return known.id;
    const twin: Block = {
      ...original,
      id: freshId(`${id}-2`, ids),
      name: `${original.name} (feed)`,
      twinOf: id,
    };
    ids.add(twin.id);
    twins.push(twin);
    return twin.id;
  });
  const room = box.slots?.blocks;
  if (room !== undefined && box.blocks.length + twins.length > room)
    throw new CannotBeHad(
      `${box.name} has room for ${room} blocks; with its late effects doubled it would have ${box.blocks.length + twins.length}.`,
    );
  const feed: Row = {
    from: { after: split },
    blocks: [path.cab.id, ...onFeed],
    outputs: oneOutput(path).map((out) => out.jack),
  };
  return wired(unit, path, feed, twins);
}
