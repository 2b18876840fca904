// The fewest presses from each sound to each, over everything that the switches can reach.
import { derive, type Assignment, type Reads, type Song, type Sound } from '../model';
import { weakly } from '../units';
import { machineOf, type Machine, type Move } from './machine';
import type { ForThings, Thing, Wanted } from './things';

/** From one sound to another. */
export type Walk = {
  /** One after the other; none: nothing is to be pressed. */
  readonly presses: readonly Move[];
  /** What no switch under a foot changes as the sound wants it: it is left to hands. */
  readonly byHand: readonly Wanted[];
  /** No other way has fewer; false: not everything could be looked at. */
  readonly isShortest: boolean;
};

/** Cells that some switch moves together, and their moves. */
export type Gang = { readonly cells: readonly number[]; readonly moves: readonly Move[] };

const touched = (move: Move): readonly number[] => [
  ...(move.in === null ? [] : [move.in]),
  ...move.puts.map(([cell]) => cell),
  ...move.turns.map(([cell]) => cell),
];

/** The cells in gangs that have nothing to do with each other: presses add up over them. */
export function gangsOf({ sizes, moves }: Pick<Machine, 'sizes' | 'moves'>): readonly Gang[] {
  const parent = sizes.map((_, cell) => cell);
  const rootOf = (cell: number): number => {
    const above = parent[cell] ?? cell;
    return above === cell ? cell : rootOf(above);
  };
  for (const move of moves) {
    const [first, ...rest] = touched(move);
    if (first !== undefined) for (const cell of rest) parent[rootOf(cell)] = rootOf(first);
  }
  const cells = new Map<number, number[]>();
  sizes.forEach((_, cell) => cells.set(rootOf(cell), [...(cells.get(rootOf(cell)) ?? []), cell]));
  const own = new Map<number, Move[]>();
  for (const move of moves) {
    const [first] = touched(move);
    if (first === undefined) continue;
    const root = rootOf(first);
    own.set(root, [...(own.get(root) ?? []), move]);
  }
  return [...cells].map(([root, of]) => ({ cells: of, moves: own.get(root) ?? [] }));
}

/** More states than these of one gang are not looked at. */
const MOST_STATES = 60_000;

/** The value of each cell. */
export type State = readonly number[];
type Seen = {
  readonly state: State;
  readonly by: Move | null;
  readonly before: Seen | null;
  /** Presses up to it. */
  readonly depth: number;
};

const pathTo = (seen: Seen): readonly Move[] => {
  const moves: Move[] = [];
  for (let at: Seen | null = seen; at?.by; at = at.before) moves.push(at.by);
  return moves.reverse();
};

/** A gang by itself: its cells counted from 0, so that a state is no longer than it has to be. */
type Local = {
  readonly cells: readonly number[];
  readonly moves: readonly (Pick<Move, 'bank' | 'in' | 'puts' | 'turns'> & { readonly move: Move })[];
  /** The values that some switch can bring each cell to. */
  readonly can: readonly ReadonlySet<number>[];
};

const localOf = weakly(({ sizes }: Machine, { cells, moves }: Gang): Local => {
  const at = new Map(cells.map((cell, i) => [cell, i]));
  const here = (cell: number) => at.get(cell) ?? 0;
  const can = cells.map(() => new Set<number>());
  for (const { puts, turns } of moves) {
    for (const [cell, value] of puts) can[here(cell)]?.add(value);
    for (const [cell, to] of turns) for (const value of to.slice(0, sizes[cell])) can[here(cell)]?.add(value);
  }
  return {
    cells,
    can,
    moves: moves.map((move) => ({
      move,
      bank: move.bank,
      in: move.in === null ? null : here(move.in),
      puts: move.puts.map(([cell, value]) => [here(cell), value] as const),
      turns: move.turns.map(([cell, to]) => [here(cell), to] as const),
    })),
  };
});

/** The state after a move; null: the box is in another bank. */
export function moved(state: State, move: Pick<Move, 'bank' | 'in' | 'puts' | 'turns'>): State | null {
  if (move.in !== null && state[move.in] !== move.bank) return null;
  const next = [...state];
  for (const [cell, value] of move.puts) next[cell] = value;
  for (const [cell, to] of move.turns) next[cell] = to[next[cell] ?? 0] ?? 0;
  return next;
}

type Found = {
  readonly moves: readonly Move[];
  /** Cells that are not as the sound wants them at the end. */
  readonly left: readonly number[];
  /** Is all met that can be? */
  readonly isMet: boolean;
  readonly isShortest: boolean;
};

/** Where a sound stands: nothing is known of what it does not say. */
const valueIn = ({ sizes, wants, banks, things }: Machine, sound: number, cell: number): number => {
  if (cell >= things.length) return banks[sound]?.get(cell) ?? 0;
  const want = wants[sound]?.[cell] ?? -1;
  return want < 0 ? (sizes[cell] ?? 0) : want;
};

/** Where everything stands in a sound, as it is called. */
export const standingIn = (machine: Machine, sound: number): State =>
  machine.sizes.map((_, cell) => valueIn(machine, sound, cell));

/** What each thing is while the cells are so; what nobody knows is left out. */
export const valuesIn = ({ things }: Machine, state: State): ReadonlyMap<Thing, string> =>
  new Map(
    things.flatMap((thing, cell) => {
      const value = thing.values[state[cell] ?? -1];
      return value === undefined ? [] : [[thing, value] as const];
    }),
  );

/**
 * From one sound to others, within one gang, by breadth: the first that is met has the fewest presses.
 * @param aims which others, by their places; all of them unless said
 * @param most presses that are looked ahead
 * @returns one for each aim, in their order
 */
export function fromSound(
  machine: Machine,
  gang: Gang,
  from: number,
  aims: readonly number[] = machine.wants.map((_, place) => place),
  most = Number.POSITIVE_INFINITY,
): readonly Found[] {
  const { things } = machine;
  const wants = aims.map((place) => machine.wants[place] ?? []);
  const local = localOf(machine, gang);
  const start = local.cells.map((cell) => valueIn(machine, from, cell));
  /** Of each sound what is wanted, by place in the gang. */
  const wanted = wants.map((own) =>
    local.cells.flatMap((cell, at) => {
      const want = cell < things.length ? (own[cell] ?? -1) : -1;
      return want < 0 ? [] : [{ at, cell, want, can: local.can[at]?.has(want) ?? false }];
    }),
  );
  // What is not so now and no switch can give is no reason to go on looking; what is so now is not to be lost.
  const goals = wanted.map((all) => all.filter(({ at, want, can }) => can || start[at] === want));
  const atLeast = wanted.map((all) => all.filter(({ can }) => can));
  const met = new Map<number, Seen>();
  const metAtLeast = new Map<number, Seen>();
  const look = (seen: Seen) => {
    for (const [aim, found] of [
      [goals, met],
      [atLeast, metAtLeast],
    ] as const)
      aim.forEach((goal, to) => {
        if (!found.has(to) && goal.every(({ at, want }) => seen.state[at] === want)) found.set(to, seen);
      });
  };
  const first: Seen = { state: start, by: null, before: null, depth: 0 };
  const queue: Seen[] = [first];
  const seen = new Set([start.join()]);
  look(first);
  for (const at of queue) {
    if (met.size === wants.length || queue.length >= MOST_STATES || at.depth >= most) break;
    for (const own of local.moves) {
      const state = moved(at.state, own);
      const key = state?.join();
      if (!state || key === undefined || seen.has(key)) continue;
      seen.add(key);
      const next = { state, by: own.move, before: at, depth: at.depth + 1 };
      queue.push(next);
      look(next);
    }
  }
  const isWhole = queue.length < MOST_STATES;
  return wanted.map((all, to) => {
    const end = met.get(to) ?? metAtLeast.get(to);
    const last = end?.state ?? start;
    return {
      moves: end ? pathTo(end) : [],
      left: all.flatMap(({ at, cell, want }) => (last[at] === want ? [] : [cell])),
      isMet: met.has(to),
      isShortest: met.has(to) || isWhole,
    };
  });
}

/** Of calls that put the same, the one that is named after the sound that is wanted. */
function namedAfter(moves: readonly Move[], sound: string, all: readonly Move[]): readonly Move[] {
  const putsOf = ({ puts }: Move) => puts.join(' ');
  return moves.map((move) =>
    move.calls === null || move.calls === sound
      ? move
      : (all.find(
          (one) =>
            one.calls === sound &&
            one.box === move.box &&
            one.bank === move.bank &&
            putsOf(one) === putsOf(move),
        ) ?? move),
  );
}

/** Gangs in which sounds want anything unlike. */
const differingGangs = (machine: Machine): readonly Gang[] =>
  gangsOf(machine).filter(({ cells }) => {
    const differs = (cell: number) => new Set(machine.wants.map((wants) => wants[cell])).size > 1;
    return cells.some((cell) => cell < machine.things.length && differs(cell));
  });

const OF = ['boxes', 'leads', 'variant', 'sounds'] as const;

/** From every sound to every sound, by their places: `walks[from][to]`. Calls come first, single switches after. */
export const walksOf = derive(
  OF,
  (of: ForThings, plan: readonly Assignment[]): readonly (readonly Walk[])[] => {
    const machine = machineOf(of, plan);
    const gangs = differingGangs(machine);
    return of.sounds.map((_, from) => {
      const parts = gangs.map((gang) => fromSound(machine, gang, from));
      return of.sounds.map((__, to): Walk => {
        const found = parts.flatMap((part) => part[to] ?? []);
        const calls = (moves: readonly Move[]) => moves.some((move) => move.calls !== null);
        const inOrder = [...found].sort((a, b) => Number(calls(b.moves)) - Number(calls(a.moves)));
        return {
          presses: namedAfter(
            inOrder.flatMap(({ moves }) => moves),
            of.sounds[to]?.id ?? '',
            machine.moves,
          ),
          byHand: found.flatMap(({ left }) => left.flatMap((cell) => machine.things[cell] ?? [])),
          isShortest: found.every(({ isShortest }) => isShortest),
        };
      });
    });
  },
);

/** The presses of a rig as it is planned. */
export const walksIn = derive(['boxes', 'leads', 'variant', 'sounds', 'switchPlan'], (of) =>
  walksOf(of, of.switchPlan),
);

/** The songs that are played this time. */
export const inSet = (songs: readonly Song[]): readonly Song[] => songs.filter(({ out }) => out !== true);

/** The sounds in the order in which they follow one another: song by song, or as they are listed. */
export const inSequence = ({ sounds, songs }: Reads<'sounds' | 'songs'>): readonly Sound[] => {
  const played = inSet(songs).flatMap((song) =>
    song.sounds.flatMap((id) => sounds.find((sound) => sound.id === id) ?? []),
  );
  return played.length > 1 ? played : sounds;
};

/** How often one sound follows another: `from to` by their places, each pair that differs once. */
export function followings(of: Reads<'sounds' | 'songs'>): readonly {
  readonly from: number;
  readonly to: number;
  readonly times: number;
}[] {
  const sequence = inSequence(of).map((sound) => of.sounds.indexOf(sound));
  const times = new Map<string, number>();
  sequence.slice(1).forEach((to, i) => {
    const from = sequence[i] ?? to;
    if (from !== to) times.set(`${from} ${to}`, (times.get(`${from} ${to}`) ?? 0) + 1);
  });
  return [...times].map(([key, n]) => {
    const [from = 0, to = 0] = key.split(' ').map(Number);
    return { from, to, times: n };
  });
}

/** A change of the set: how often it is played, and by how many presses; null: by more than were looked ahead. */
type CountedChange = {
  readonly from: Sound;
  readonly to: Sound;
  readonly times: number;
  readonly presses: number | null;
};

/** The changes of the set, looked at no farther than so many presses of each: that is quick. */
export const changesWithin = derive(
  ['boxes', 'leads', 'variant', 'sounds', 'songs', 'switchPlan'],
  (of, most: number): readonly CountedChange[] => {
    const machine = machineOf(of, of.switchPlan);
    const gangs = differingGangs(machine);
    const follow = followings(of);
    const aimsOf = new Map<number, number[]>();
    for (const { from, to } of follow) aimsOf.set(from, [...(aimsOf.get(from) ?? []), to]);
    const starts = new Map(
      [...aimsOf].map(([from, aims]) => [
        from,
        gangs.map((gang) => fromSound(machine, gang, from, aims, most)),
      ]),
    );
    return follow.flatMap(({ from, to, times }): readonly CountedChange[] => {
      const at = aimsOf.get(from)?.indexOf(to) ?? -1;
      const parts = (starts.get(from) ?? []).flatMap((found) => found[at] ?? []);
      const presses = parts.reduce((sum, { moves }) => sum + moves.length, 0);
      const [was, will] = [of.sounds[from], of.sounds[to]];
      const isMet = parts.every((part) => part.isMet);
      return was && will ? [{ from: was, to: will, times, presses: isMet ? presses : null }] : [];
    });
  },
);
