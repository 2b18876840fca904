// Combinations of switchers: the few that are wanted of all there are, as the table to store.
import { derive, isSwitched, switchesOf, type Block, type Box, type Reads } from '../model';
import { leadersIn } from './propose';
import { reachOf } from './reach';
import { thingsIn, valueName, type Wanted } from './things';

type ForCombinations = Reads<'boxes' | 'leads' | 'variant' | 'sounds' | 'songs' | 'switchPlan'>;

/** A column: a loop, a selector, the box's own buffer. */
export type CombinationColumn = {
  readonly key: string;
  readonly box: string;
  readonly tag: string;
  readonly name: string;
};

export type Combination = {
  /** By column, what it is; and whether something is at work there. */
  readonly states: readonly { readonly text: string; readonly isOn: boolean }[];
  /** The sounds that want it, by name. */
  readonly sounds: readonly string[];
  /** Switches that call it: `2`, `bank 3, 1`; none: nothing calls it. */
  readonly calledBy: readonly string[];
};

export type Combinations = {
  /** The box that leads, or the one that stands by itself. */
  readonly box: string;
  readonly name: string;
  /** Boxes that follow it by lead. */
  readonly linked: readonly string[];
  /** Is it called by switches, or does each of its parts go by hand? */
  readonly isStored: boolean;
  readonly columns: readonly CombinationColumn[];
  readonly rows: readonly Combination[];
  /** How many there could be. */
  readonly all: number;
  /** How many have room, and false where the wanted ones have not. */
  readonly room: number;
};

const SWITCHING: readonly Block['role'][] = ['loop', 'split', 'merge', 'buffer', 'mute'];
const SENDS: readonly Block['role'][] = ['loop', 'split', 'merge'];

/** Loop switchers and selectors: all that can be switched in them sends the signal one way or another. */
const isSwitcher = ({ blocks }: Box): boolean => {
  const switched = blocks.filter(isSwitched);
  return (
    switched.some(({ role }) => SENDS.includes(role)) &&
    switched.every(({ role }) => SWITCHING.includes(role))
  );
};

/** What a tuner mutes is no combination of its own, unless some sound is silent. */
const isTold = ({ block, wants }: Wanted): boolean =>
  block !== null && (block.role !== 'mute' || new Set(wants).size > 1);

export const slotWords = (leader: Box, { switch: sw, bank }: { switch: string; bank: number }): string => {
  const label = switchesOf(leader).find(({ id }) => id === sw)?.label ?? sw;
  return leader.banks ? `bank ${bank + 1}, ${label}` : label;
};

function tableOf(of: ForCombinations, leader: Box | null, boxes: readonly Box[]): Combinations {
  const [first] = boxes;
  const things = thingsIn(of).filter(
    (thing) => thing.kind === 'block' && boxes.includes(thing.box) && isTold(thing),
  );
  const rows = new Map<string, { readonly at: number; readonly sounds: number[] }>();
  of.sounds.forEach((_, at) => {
    const key = things.map(({ wants }) => wants[at]).join('/');
    const row = rows.get(key) ?? { at, sounds: [] };
    row.sounds.push(at);
    rows.set(key, row);
  });
  const calls = of.switchPlan.filter(({ box, act }) => box === leader?.id && act.type === 'sound');
  const free = leader ? switchesOf(leader).filter(({ does }) => does === 'free').length : 0;
  return {
    box: first?.id ?? '',
    name: first?.name ?? '',
    linked: boxes.slice(1).map(({ name }) => name),
    isStored: leader !== null,
    columns: things.map(({ key, box, name }) => ({ key, box: box.id, tag: box.tag, name })),
    rows: [...rows.values()].map(({ at, sounds }) => ({
      states: things.map((thing) => {
        const value = thing.wants[at] ?? '';
        return { text: valueName(thing, value), isOn: value !== 'off' };
      }),
      sounds: sounds.flatMap((i) => of.sounds[i]?.name ?? []),
      calledBy: calls.flatMap((one) => {
        const place = of.sounds.findIndex(({ id }) => one.act.type === 'sound' && id === one.act.sound);
        return leader && sounds.includes(place) ? [slotWords(leader, one)] : [];
      }),
    })),
    all: things.reduce((product, { values }) => product * values.length, 1),
    room: free * (leader?.banks?.count ?? 1),
  };
}

const OF = ['boxes', 'leads', 'variant', 'sounds', 'songs', 'switchPlan'] as const;

/** For each switcher, with those that follow it by lead, the combinations that sounds want. */
export const combinationsIn = derive(OF, (of: ForCombinations): readonly Combinations[] => {
  const switchers = of.boxes.filter(isSwitcher);
  const taken = new Set<Box>();
  const tables: Combinations[] = [];
  for (const leader of leadersIn(of)) {
    const { boxes, things } = reachOf(of, leader);
    const own = switchers.filter(
      (box) =>
        boxes.has(box) && !taken.has(box) && box.blocks.some(({ id }) => things.has(`${box.id}/${id}`)),
    );
    for (const box of own) taken.add(box);
    if (own.length > 0) tables.push(tableOf(of, leader, own));
  }
  return [...tables, ...switchers.filter((box) => !taken.has(box)).map((box) => tableOf(of, null, [box]))];
});

/** A table for a file: a line a combination. */
export const combinationRows = ({ columns, rows }: Combinations): readonly (readonly string[])[] => [
  ['Called by', 'Sounds', ...columns.map(({ tag, name }) => `${tag} ${name}`)],
  ...rows.map(({ states, calledBy, sounds }) => [
    calledBy.join('; '),
    sounds.join('; '),
    ...states.map(({ text }) => text),
  ]),
];
