// The switches as a machine: what each press does to what can be switched.
import {
  bankCount,
  boxOf,
  derive,
  freeSwitches,
  jackIn,
  switchesOf,
  type Assignment,
  type Box,
  type FootSwitch,
} from '../model';
import {
  contactsFrom,
  contactsOf,
  givenBy,
  heldAt,
  troubleOf,
  turnOf,
  type Contact,
  type Wired,
} from './contacts';
import { reachOf } from './reach';
import { thingsIn, type ForThings, type Wanted } from './things';

/** A press: which switch, and in which bank the box is for it. */
export type Press = {
  readonly box: Box;
  readonly footSwitch: FootSwitch;
  /** Counted from 0; 0 where there are none. */
  readonly bank: number;
  /** The sound that it calls; null: it does something else. */
  readonly calls: string | null;
};

/** What a press does. Places are of the machine's cells: first the things, then the banks of boxes. */
export type Move = Press & {
  /** The cell of the bank that has to be chosen first; null: it works in every bank. */
  readonly in: number | null;
  /** Puts a cell to a value. */
  readonly puts: readonly (readonly [number, number])[];
  /** Takes a cell from each value to another one. */
  readonly turns: readonly (readonly [number, readonly number[]])[];
};

export type Machine = {
  readonly things: readonly Wanted[];
  /** How many values each cell has; the value beyond the last: nobody knows. */
  readonly sizes: readonly number[];
  /** What each sound wants of each thing; −1: it says nothing of it. */
  readonly wants: readonly (readonly number[])[];
  readonly moves: readonly Move[];
  /** The bank in which each sound is called, by cell, for those that are. */
  readonly banks: readonly ReadonlyMap<number, number>[];
};

/** The machine without what free switches do. */
type Works = Omit<Machine, 'banks'> & {
  readonly bankCells: ReadonlyMap<string, number>;
  readonly cellOf: ReadonlyMap<string, number>;
};

const OF = ['boxes', 'leads', 'variant', 'sounds'] as const;

/** Every value on to the one that a map has for it. */
const turned = (size: number, to: (value: number) => number): readonly number[] =>
  Array.from({ length: size + 1 }, (_, value) => (value === size ? size : to(value)));

function stepOf(works: Pick<Works, 'things' | 'cellOf'>, keys: readonly string[]): Move['turns'] {
  return keys.flatMap((key) => {
    const cell = works.cellOf.get(key);
    const size = cell === undefined ? 0 : (works.things[cell]?.values.length ?? 0);
    return cell === undefined ? [] : [[cell, turned(size, (value) => (value + 1) % size)] as const];
  });
}

function contactTurns(
  of: Wired,
  works: Pick<Works, 'things' | 'cellOf'>,
  box: Box,
  sw: FootSwitch,
): Move['turns'] {
  const jack = jackIn(box, sw.jack);
  const pole = sw.pole ?? 'tip';
  const given = jack && givenBy(jack, pole);
  if (!jack || !given) return [];
  return contactsFrom(of, { box: box.id, jack: jack.id, pole }).flatMap((arrival): Move['turns'] => {
    // The switch decides what its contact is where the jack leaves it open.
    const is = given === 'either' ? sw.action : given;
    const cell = works.cellOf.get(`${arrival.box.id}/${arrival.block.id}`);
    const values = cell === undefined ? [] : (works.things[cell]?.values ?? []);
    if (cell === undefined || troubleOf(arrival.jack, arrival.is, jack, is)) return [];
    const all: readonly Contact[] = contactsOf(arrival.box, arrival.jack).filter(
      ({ block }) => block === arrival.block,
    );
    const to = turnOf(all, arrival.pole, heldAt(of, arrival));
    return [
      [
        cell,
        turned(values.length, (value) =>
          Math.max(0, values.indexOf(to.get(values[value] ?? '') ?? values[value] ?? '')),
        ),
      ],
    ];
  });
}

const worksOf = derive(OF, (of: ForThings): Works => {
  const things = thingsIn(of);
  const cellOf = new Map(things.map(({ key }, i) => [key, i]));
  const sizes = things.map(({ values }) => values.length);
  const bankCells = new Map<string, number>();
  for (const box of of.boxes)
    if (bankCount(box) > 1) {
      bankCells.set(box.id, sizes.length);
      sizes.push(bankCount(box));
    }
  const moves: Move[] = [];
  for (const box of of.boxes)
    for (const footSwitch of switchesOf(box)) {
      const made = { box, footSwitch, bank: 0, calls: null, in: null, puts: [] };
      const cell = bankCells.get(box.id);
      const count = bankCount(box);
      const by = footSwitch.does === 'bank-up' ? 1 : footSwitch.does === 'bank-down' ? -1 : 0;
      if (by !== 0 && cell !== undefined) {
        const wraps = box.banks?.wraps !== false;
        const next = (bank: number) =>
          wraps ? (bank + by + count) % count : Math.max(0, Math.min(count - 1, bank + by));
        moves.push({ ...made, turns: [[cell, turned(count, next)]] });
      } else if (footSwitch.does === 'steps')
        moves.push({
          ...made,
          turns: stepOf(
            { things, cellOf },
            (footSwitch.blocks ?? []).map((id) => `${box.id}/${id}`),
          ),
        });
      else if (footSwitch.does === 'contact')
        moves.push({ ...made, turns: contactTurns(of, { things, cellOf }, box, footSwitch) });
    }
  return {
    things,
    sizes,
    bankCells,
    cellOf,
    wants: of.sounds.map((_, i) =>
      things.map(({ wants, values }) => {
        const want = wants[i] ?? null;
        return want === null ? -1 : values.indexOf(want);
      }),
    ),
    moves: moves.filter(({ turns }) => turns.length > 0),
  };
});

/** What a free switch does, as a move; null: nothing that can be seen. */
function assigned(of: ForThings, works: Works, { box: id, switch: sw, bank, act }: Assignment): Move | null {
  const box = boxOf(of, id);
  const footSwitch = box && freeSwitches(box).find((one) => one.id === sw);
  if (!box || !footSwitch || bank >= bankCount(box)) return null;
  const made = { box, footSwitch, bank, in: works.bankCells.get(id) ?? null };
  const { things: reached } = reachOf(of, box);
  if (act.type === 'sound') {
    const wants = works.wants[of.sounds.findIndex((sound) => sound.id === act.sound)];
    if (!wants) return null;
    const puts = works.things.flatMap(({ key, values }, cell) => {
      const want = wants[cell] ?? -1;
      const allowed = reached.get(key);
      if (want < 0 || allowed === undefined) return [];
      return allowed === null || allowed.has(values[want] ?? '') ? [[cell, want] as const] : [];
    });
    return { ...made, calls: act.sound, puts, turns: [] };
  }
  if (act.type !== 'steps') return null;
  const keys = act.blocks.map((one) => `${one.box}/${one.block}`).filter((key) => reached.has(key));
  return { ...made, calls: null, puts: [], turns: stepOf(works, keys) };
}

/**
 * The machine of a night under a plan of what free switches do.
 * @param plan beside the fixed switches; what it names and is not there does nothing
 */
export const machineOf = derive(OF, (of, plan: readonly Assignment[]): Machine => {
  const works = worksOf(of);
  const free = plan.flatMap((one) => assigned(of, works, one) ?? []);
  return {
    things: works.things,
    sizes: works.sizes,
    wants: works.wants,
    // Of ways that are as short a call comes first: it is right from wherever the foot comes.
    moves: [...free, ...works.moves],
    banks: of.sounds.map(({ id }) => {
      const own = new Map<number, number>();
      for (const move of free)
        if (move.calls === id && move.in !== null && !own.has(move.in)) own.set(move.in, move.bank);
      return own;
    }),
  };
});
