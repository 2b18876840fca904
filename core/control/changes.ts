// Changes of sound, told: what is pressed, why once is not enough, what is left to hands and what is heard meanwhile.
import { blockWords, derive, guitarOf, switchesOf, type Reads } from '../model';
import { count, inWords } from '../units';
import { betweenSounds, type Between } from './between';
import { machineOf, type Machine, type Move } from './machine';
import { followings, inSet, moved, standingIn, valuesIn, walksIn, type State } from './presses';
import { valueName, type Thing, type Wanted } from './things';

/** A press in words. */
export type PressLine = {
  readonly box: string;
  readonly tag: string;
  /** As it is printed; empty where the box has no other. */
  readonly label: string;
  /** What it does: `calls Lead`, `bank 2`, `Fuzz on`. */
  readonly does: string;
};

export type Change = {
  /** By their places in the list of sounds. */
  readonly from: number;
  readonly to: number;
  /** How often it is played in the set; 0: never. */
  readonly times: number;
  readonly presses: readonly PressLine[];
  /** Why once is not enough: what each further press is for. */
  readonly why: readonly string[];
  /** What no foot reaches. */
  readonly byHand: readonly string[];
  readonly between: readonly Between[];
  readonly isShortest: boolean;
};

type ForChanges = Reads<'boxes' | 'leads' | 'variant' | 'sounds' | 'songs' | 'switchPlan'>;
const OF = ['boxes', 'leads', 'variant', 'sounds', 'songs', 'switchPlan'] as const;

export const thingName = ({ box, name }: Thing): string => blockWords(box, { name });

/** What a press changes, thing by thing. */
function changed(before: ReadonlyMap<Thing, string>, after: ReadonlyMap<Thing, string>): readonly string[] {
  return [...after].flatMap(([thing, value]) =>
    before.get(thing) === value ? [] : [`${thingName(thing)} ${valueName(thing, value)}`],
  );
}

/** One press from where everything stands, told. */
export function pressLine(
  of: ForChanges,
  machine: Machine,
  move: Move,
  was: State,
): PressLine & { readonly next: State } {
  const next = moved(was, move) ?? was;
  const told = changed(valuesIn(machine, was), valuesIn(machine, next));
  const called = of.sounds.find(({ id }) => id === move.calls);
  const bank = move.turns.find(([cell]) => cell >= machine.things.length)?.[0];
  const { box, footSwitch } = move;
  return {
    box: box.name,
    tag: box.tag,
    label: switchesOf(box).length === 1 ? '' : footSwitch.label,
    does: called
      ? `calls ${called.name}`
      : bank === undefined
        ? inWords(told)
        : `to bank ${(next[bank] ?? 0) + 1}`,
    next,
  };
}

/** Why a press is needed beside the first, as what is told of several at once. */
const whyOf = ({ box, footSwitch, calls }: Move, call: Move | undefined): string => {
  if (footSwitch.does === 'bank-up' || footSwitch.does === 'bank-down')
    return 'what is wanted is in another bank';
  if (!call) return 'each is switched by itself: nothing calls the sound';
  if (calls !== null) return `not heard from ${call.box.name}`;
  return call.box === box
    ? 'it corrects what no switch calls as it is wanted'
    : `by own switch, ${call.box.name} does not reach that far`;
};

const MOST_NAMES = 6;
const shortened = (names: readonly string[]): readonly string[] =>
  names.length <= MOST_NAMES
    ? names
    : [...names.slice(0, MOST_NAMES - 1), `${names.length - MOST_NAMES + 1} more`];

/** Why once is not enough: the boxes that need more, by their reason. */
function whysOf(presses: readonly Move[]): readonly string[] {
  const call = presses.find((move) => move.calls !== null);
  const first = call ?? presses[0];
  const reasons = new Map<string, string[]>();
  for (const move of presses)
    if (move !== first || (!call && presses.length > 1)) {
      const reason = whyOf(move, call);
      const names = reasons.get(reason) ?? [];
      reasons.set(reason, names.includes(move.box.name) ? names : [...names, move.box.name]);
    }
  return [...reasons].map(([reason, names]) => `${inWords(shortened(names))}: ${reason}`);
}

/** What hands do to the guitar between two sounds. */
function guitars(of: ForChanges, from: number, to: number): readonly string[] {
  const [was, will] = [of.sounds[from], of.sounds[to]];
  if (!was || !will) return [];
  const [before, after] = [guitarOf(of, was), guitarOf(of, will)];
  if (before?.id !== after?.id) return [`take ${after?.name ?? 'another guitar'}`];
  return was.pickup !== will.pickup && will.pickup !== null
    ? [`${after?.name ?? 'guitar'}: ${will.pickup}`]
    : [];
}

/** One change of sound, told. @param from @param to places in the list of sounds */
export function changeOf(of: ForChanges, from: number, to: number, times = 0): Change | null {
  const walk = walksIn(of)[from]?.[to];
  const [was, will] = [of.sounds[from], of.sounds[to]];
  if (!walk || !was || !will) return null;
  const machine = machineOf(of, of.switchPlan);
  let state = standingIn(machine, from);
  const lines: PressLine[] = [];
  const halves: { press: Move; values: ReadonlyMap<Thing, string> }[] = [];
  for (const move of walk.presses) {
    const { next, ...line } = pressLine(of, machine, move, state);
    lines.push(line);
    halves.push({ press: move, values: valuesIn(machine, next) });
    state = next;
  }
  return {
    from,
    to,
    times,
    presses: lines,
    why: whysOf(walk.presses),
    byHand: [
      ...guitars(of, from, to),
      ...walk.byHand.map((thing) => `${thingName(thing)}: ${wantedName(thing, to)}`),
    ],
    between: betweenSounds(of, was, will, halves.slice(0, -1)),
    isShortest: walk.isShortest,
  };
}

function wantedName(thing: Wanted, to: number): string {
  const value = thing.wants[to] ?? null;
  if (value === null) return 'as before';
  return thing.kind === 'setting' ? 'set as in the sound' : valueName(thing, value);
}

/** What leaves most to hands, then what takes most presses, first. */
export const worstFirst = (changes: readonly Change[]): readonly Change[] =>
  [...changes].sort((a, b) => b.byHand.length - a.byHand.length || b.presses.length - a.presses.length);

export type PressesView = {
  readonly sounds: readonly { readonly id: string; readonly name: string }[];
  /** Presses from each sound to each, and how much is left to hands. */
  readonly counts: readonly (readonly { readonly presses: number; readonly hands: number }[])[];
  /** Every change of the set, in the order in which it is first played. */
  readonly changes: readonly Change[];
  readonly songs: readonly {
    readonly name: string;
    /** The most presses of any of its changes. */
    readonly most: number;
    /** Is something left to hands within it? */
    readonly hands: boolean;
  }[];
  /** Presses over the whole set. */
  readonly total: number;
  /** Are the changes those of songs, or of the list of sounds as it stands? */
  readonly isOfSongs: boolean;
};

const played = ({ sounds, songs }: ForChanges) =>
  inSet(songs).map((song) => ({
    name: song.name,
    places: song.sounds.flatMap((id) => {
      const place = sounds.findIndex((sound) => sound.id === id);
      return place < 0 ? [] : [place];
    }),
  }));

/** All changes of the rig's sounds, for the screen and the shell. */
export const pressesView = derive(OF, (of: ForChanges): PressesView => {
  const walks = walksIn(of);
  const changes = followings(of).flatMap(({ from, to, times }) => changeOf(of, from, to, times) ?? []);
  return {
    sounds: of.sounds.map(({ id, name }) => ({ id, name })),
    counts: walks.map((row) =>
      row.map(({ presses, byHand }) => ({ presses: presses.length, hands: byHand.length })),
    ),
    changes,
    songs: played(of).map(({ name, places }) => {
      const steps = places.slice(1).flatMap((to, i) => walks[places[i] ?? to]?.[to] ?? []);
      return {
        name,
        most: Math.max(0, ...steps.map(({ presses }) => presses.length)),
        hands: steps.some(({ byHand }) => byHand.length > 0),
      };
    }),
    total: changes.reduce((sum, { presses, times }) => sum + presses.length * times, 0),
    isOfSongs: played(of).flatMap(({ places }) => places).length > 1,
  };
});

/** `8`, `3, and 2 left to hands`: what the set comes to under a plan. */
export function totalWords({ total, changes }: PressesView): string {
  const hands = changes.filter(({ byHand }) => byHand.length > 0).length;
  return hands > 0 ? `${total}, with ${count(hands, 'change')} left to hands` : String(total);
}

/** `9 changes: 7 by one press, 2 by more; 1 leaves something to hands`. */
export function setWords({ changes }: PressesView): string {
  const one = changes.filter(({ presses }) => presses.length <= 1).length;
  const hands = changes.filter(({ byHand }) => byHand.length > 0).length;
  const more = changes.length - one;
  return [
    `${count(changes.length, 'change')}: ${one} by one press${more > 0 ? `, ${more} by more` : ''}`,
    ...(hands > 0 ? [`${hands} leave${hands === 1 ? 's' : ''} something to hands`] : []),
  ].join('; ');
}
