// Outboard in loops of a unit, so that it changes program with it.
import { makeGridBlock } from '../catalog';
import { isOneInOneOut } from '../lengths';
import { freshId, wiresOfRows, type Block, type Box, type Rig, type Rows } from '../model';
import { wishFor } from '../signal';
import type { Abilities, FreeLoop, Unit } from './abilities';
import { aUnit, CannotBeHad, joined, need, through, type Wanted } from './bind';

type Base = { readonly bind: (rig: Rig, abilities: Abilities) => Wanted };

/** Outboard: an effect that presets can be called on, or one with more jacks than a pedal has. */
const isOutboard = (box: Box) =>
  box.blocks.some((block) => block.role === 'effect') &&
  (!isOneInOneOut(box) || box.jacks.some((jack) => jack.carries === 'midi' && jack.direction === 'in'));

/** Is it to come ahead of the preamp? */
function isWishedAhead(rig: Rig, outboard: Box): boolean {
  const effect = outboard.blocks.find((block) => block.role === 'effect');
  return effect !== undefined && wishFor(rig, outboard, effect) !== 'after';
}

/** Where in the row outboard goes: ahead of the first loop or amp model, or behind the last and the cabinet model. */
function placeFor(rig: Rig, unit: Unit, row: readonly string[], outboard: Box): number {
  const isPreamp = (id: string) =>
    id === unit.loop?.block?.id || [...unit.ampModels, ...unit.cabModels].some((block) => block.id === id);
  const first = row.findIndex(isPreamp);
  if (isWishedAhead(rig, outboard)) return first < 0 ? row.length : first;
  return row.findLastIndex(isPreamp) + 1;
}

type Hung = { readonly rows: Rows; readonly blocks: readonly Block[]; readonly wanted: Partial<Wanted> };

/** One outboard box in one free loop: its block in the row, its two leads. */
function hang(rig: Rig, unit: Unit, so: Hung, outboard: Box, pair: FreeLoop): Hung {
  const all = [...unit.box.blocks, ...so.blocks];
  const placed = new Set(so.rows.rows.flatMap((row) => row.blocks));
  const resting = all.find((block) => block.role === 'loop' && !placed.has(block.id));
  const count = all.filter((block) => block.role === 'loop').length;
  const id = freshId(`loop-${count + 1}`, new Set(all.map((block) => block.id)));
  const block = resting ?? makeGridBlock('loop', id, `Loop ${count + 1}`);
  const main = so.rows.rows.findIndex((row) => row.outputs.some((jack) => jack === unit.output?.jack));
  const blocks = need(so.rows.rows[main], `${unit.box.name} has no row that ends at an output.`).blocks;
  const at = pair.stands === 'first' ? 0 : placeFor(rig, unit, blocks, outboard);
  const { into, outOf } = through(outboard);
  const box = unit.box.id;
  return {
    rows: {
      ...so.rows,
      loops: { ...so.rows.loops, [block.id]: { send: pair.send, back: pair.back } },
      rows: so.rows.rows.map((row, i) =>
        i === main ? { ...row, blocks: row.blocks.toSpliced(at, 0, block.id) } : row,
      ),
    },
    blocks: resting ? so.blocks : [...so.blocks, block],
    wanted: joined(so.wanted, {
      runs: [
        { from: [{ box, jack: pair.send }], to: into },
        { from: [outOf], to: { box, jack: pair.back } },
      ],
      states: [{ box, block: block.id, state: 'on' }],
    }),
  };
}

/** Takes the loop that fits out of those that are free: one that may stand first only is no good for what comes after. */
function takeLoop(free: FreeLoop[], first: boolean): FreeLoop | undefined {
  const anywhere = (loop: FreeLoop) => loop.stands === 'anywhere';
  const at = first ? free.findIndex((loop) => !anywhere(loop)) : -1;
  const chosen = at < 0 ? free.findIndex(anywhere) : at;
  return chosen < 0 ? undefined : free.splice(chosen, 1)[0];
}

/** Jacks of loops in which outboard hangs already, so that the routing taken twice stays as it is. */
function loopOf(rig: Rig, unit: Unit, outboard: Box): string | undefined {
  const { into } = through(outboard);
  const lead = rig.leads.find(
    ({ from, to }) =>
      to.at.some((ref) => ref.box === into.box && ref.jack === into.jack) &&
      from.at.some((ref) => ref.box === unit.box.id),
  );
  const send = lead?.from.at[0]?.jack;
  return Object.entries(unit.rows?.loops ?? {}).find(([, loop]) => loop.send === send && send)?.[0];
}

function stays(unit: Unit, outboard: Box, block: string): Partial<Wanted> {
  const loop = unit.rows?.loops[block];
  const { into, outOf } = through(outboard);
  const box = unit.box.id;
  return loop?.send && loop.back
    ? {
        runs: [
          { from: [{ box, jack: loop.send }], to: into },
          { from: [outOf], to: { box, jack: loop.back } },
        ],
        states: [{ box, block, state: 'on' }],
      }
    : {};
}

/**
 * The first of the base routings that can be had, with outboard in loops of the unit instead of in its line.
 * @throws CannotBeHad with the reason
 */
export function insertOutboard(rig: Rig, abilities: Abilities, bases: readonly Base[]): Wanted {
  const unit = aUnit(abilities);
  const rows = need(unit.rows, `${unit.box.name}’s paths merge inside: a loop cannot be put in by itself.`);
  const outboard = abilities.pedals.filter(isOutboard);
  if (outboard.length === 0) throw new CannotBeHad('There is no outboard unit in the rig.');
  const main = unit.loop?.block?.id;
  const inLoop = new Map(outboard.map((box) => [box, loopOf(rig, unit, box)]));
  const taken = new Set(inLoop.values());
  const idle = Object.keys(rows.loops).filter(
    (id) => id !== main && !taken.has(id) && rows.rows.some((row) => row.blocks.includes(id)),
  );
  const free = [...unit.freeLoops];
  let so: Hung = { rows, blocks: [], wanted: {} };
  let hung = 0;
  for (const box of outboard) {
    const own = inLoop.get(box);
    const there = own !== undefined && own !== main ? own : idle.shift();
    const pair = there === undefined ? takeLoop(free, isWishedAhead(rig, box)) : undefined;
    if (there !== undefined) so = { ...so, wanted: joined(so.wanted, stays(unit, box, there)) };
    else if (pair) so = hang(rig, unit, so, box, pair);
    else continue;
    hung += 1;
  }
  if (hung === 0)
    throw new CannotBeHad(
      free.length > 0
        ? `${unit.box.name}’s free loop can stand first only; ${outboard[0]?.name} is to come after the preamp.`
        : `${unit.box.name} has no free send and return for ${outboard[0]?.name}.`,
    );
  const room = unit.box.slots?.blocks;
  if (room !== undefined && unit.box.blocks.length + so.blocks.length > room)
    throw new CannotBeHad(`${unit.box.name} has room for ${room} blocks, and they are taken.`);
  const base = firstOf(bases, rig, {
    ...abilities,
    pedals: abilities.pedals.filter((box) => !isOutboard(box)),
  });
  const loops = new Set((so.wanted.states ?? []).map((state) => state.block));
  return joined(
    { ...base, states: base.states.filter((state) => state.box !== unit.box.id || !loops.has(state.block)) },
    so.wanted,
    {
      blocks: so.blocks.map((block) => ({ box: unit.box.id, block })),
      wires:
        so.rows === rows
          ? []
          : [
              {
                box: unit.box.id,
                patch: unit.patch,
                wires: wiresOfRows({ ...unit.box, blocks: [...unit.box.blocks, ...so.blocks] }, so.rows),
              },
            ],
    },
  );
}

function firstOf(bases: readonly Base[], rig: Rig, abilities: Abilities): Wanted {
  let reason: unknown = null;
  for (const base of bases)
    try {
      return base.bind(rig, abilities);
    } catch (error) {
      if (!(error instanceof CannotBeHad)) throw error;
      reason ??= error;
    }
  throw reason instanceof CannotBeHad ? reason : new CannotBeHad('No base routing can be had.');
}
